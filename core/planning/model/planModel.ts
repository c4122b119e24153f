import { addMoments, type Moments } from '../../cuts/moments.ts'
import { GCM2_PER_KGCM2 } from '../../quantities/units.ts'
import { aimConstant, baseOf, linearDeviation, type Base } from '../problem/deviations.ts'
import { addVariable, type LinearModel, type LinearRow, type Variable } from './linear.ts'
import { fullRange, lineAt, lineOver, type CountRange, type LineOf } from './lines.ts'
import { totalMoments, type BoundName, type Programme } from './programme.ts'

/** A plan's linear model with the handles of what is in it: nobody else reckons columns or looks rows up. */
export interface PlanModel extends LinearModel {
  /** Of each choice: how many steps of it. */
  counts: Variable[]
  /** Of each aim: the part of its deviation between acceptance band and tolerance. */
  over: Variable[]
  /** Of each aim: the part of its deviation outside the tolerance. */
  outside: Variable[]
  /** Of each choice: 0 none, 1 within its range. */
  used: Variable[]
  /** Of each aim: the row that keeps its deviation from above, and from below. */
  above: LinearRow[]
  below: LinearRow[]
  /** The bounds on counts that every plan keeps, by what they are. */
  hard: { bound: BoundName; row: LinearRow }[]
  /** At most so many places; null where nobody said how many. */
  places: LinearRow | null
}

/**
 * The programme made linear about given counts: exact there, nearly so elsewhere. For good first guesses.
 */
export function linearAbout(programme: Programme, counts: readonly number[]): PlanModel {
  const { frame } = baseOf(programme.request)
  const sums = addMoments(frame, totalMoments(programme.choices, counts))
  const about = sums.moment / sums.massG
  return linearModel(programme, [about, about], lineAt(counts))
}

/** Where recoil weight is aimed at: balances that plans may have, cm. */
type Band = readonly [number, number] | null

/**
 * A linear relaxation of all plans: every whole plan keeps the rows with its own exact misses or smaller ones.
 * Recoil weight is I_p − M(b−p)²/1000 with p the middle of all balances (no mass pulls beyond the ends of the frame): linear but for a term
 * between nothing and M·h²/1000, h half of their range. What it cannot do no plan can, although effects are not exactly linear.
 */
export function relaxationOf(programme: Programme): PlanModel {
  const { acceptance, request } = programme
  const aimsAtRecoil = acceptance.some((g) => g.quantity === 'recoilWeight')
  return linearModel(programme, aimsAtRecoil ? [0, request.work.geometry.lengthCm] : null, (choice, _, miss) =>
    lineOver(choice, fullRange(choice), miss),
  )
}

function linearModel(programme: Programme, band: Band, lineOf: LineOf): PlanModel {
  const { request, choices, acceptance, maxPlaces } = programme
  const ranges = choices.map(fullRange)
  const base = baseOf(request)
  const model = emptyModel(programme, ranges)
  for (const { bound, ...row } of programme.rows) model.hard.push({ bound, row: addRow(model, { ...row }) })
  /** Terms of a sum over the choices, each on its line from below or from above. */
  const termsOf = (deviation: (sums: Moments) => number) => {
    const lines = choices.map((choice, j) => lineOf(choice, j, deviation))
    return (end: 'low' | 'high') =>
      lines.flatMap((line, j): Term[] => [
        [model.counts[j], line.slope],
        ...(line[end] === 0 ? [] : [[model.used[j], line[end]] as Term]),
      ])
  }
  acceptance.forEach((_, i) => addAim(model, programme, i, base, band, termsOf))
  if (band && band[1] > band[0]) addBand(model, band, base, termsOf)
  choices.forEach((choice, j) => addUseRows(model, choice.id, j, ranges[j]))
  if (maxPlaces !== null)
    model.places = addRow(model, {
      name: 'places',
      lower: -Infinity,
      upper: maxPlaces,
      terms: model.used.map((used) => [used, 1]),
    })
  return model
}

type Term = [Variable, number]
type TermsOf = (deviation: (sums: Moments) => number) => (end: 'low' | 'high') => Term[]

function addRow(model: LinearModel, row: LinearRow): LinearRow {
  model.rows.push(row)
  return row
}

/** The columns of a plan's model, without any row. */
function emptyModel({ choices, acceptance }: Programme, ranges: readonly CountRange[]): PlanModel {
  const model: LinearModel = { columns: [], rows: [] }
  const counts = choices.map((choice, j) =>
    addVariable(model, {
      name: choice.id,
      cost: 0,
      lower: ranges[j].zero ? 0 : ranges[j].least,
      upper: ranges[j].most,
      integer: true,
    }),
  )
  const over = acceptance.map((g) =>
    addVariable(model, {
      name: `over ${g.quantity}`,
      cost: 0,
      lower: 0,
      upper: g.tolerance - g.halfWidth,
      integer: false,
    }),
  )
  const outside = acceptance.map((g) =>
    addVariable(model, { name: `outside ${g.quantity}`, cost: 0, lower: 0, upper: Infinity, integer: false }),
  )
  const used = choices.map((choice, j) =>
    addVariable(model, { name: `use ${choice.id}`, cost: 0, lower: ranges[j].zero ? 0 : 1, upper: 1, integer: true }),
  )
  return { ...model, counts, over, outside, used, above: [], below: [], hard: [], places: null }
}

/** Keeps the deviation of one aim within its acceptance band, but for what `over` and `outside` take up. */
function addAim(
  model: PlanModel,
  { acceptance }: Programme,
  i: number,
  base: Base,
  band: Band,
  termsOf: TermsOf,
): void {
  const g = acceptance[i]
  const about = band ? (band[0] + band[1]) / 2 : 0
  const lift = band ? ((band[1] - band[0]) / 2) ** 2 / GCM2_PER_KGCM2 : 0
  const deviation = (sums: Moments) => linearDeviation(g, sums, base, about)
  // The least that the deviation can be: recoil weight may lie below its straight form by the lift of every gram.
  const least = (sums: Moments) => deviation(sums) - (g.quantity === 'recoilWeight' ? lift * sums.massG : 0)
  model.above.push(
    addRow(model, {
      name: `above ${g.quantity}`,
      lower: -Infinity,
      upper: g.halfWidth - least(base.frame) + aimConstant(g),
      terms: [...termsOf(least)('low'), [model.over[i], -1], [model.outside[i], -1]],
    }),
  )
  model.below.push(
    addRow(model, {
      name: `below ${g.quantity}`,
      lower: -g.halfWidth - deviation(base.frame) + aimConstant(g),
      upper: Infinity,
      terms: [...termsOf(deviation)('high'), [model.over[i], 1], [model.outside[i], 1]],
    }),
  )
}

/** Keeps the balance in a band. */
function addBand(model: PlanModel, band: readonly [number, number], base: Base, termsOf: TermsOf): void {
  const off = (place: number) => (sums: Moments) => linearDeviation({ quantity: 'balance', target: place }, sums, base)
  const [low, high] = [off(band[0]), off(band[1])]
  addRow(model, { name: 'band from', lower: -low(base.frame), upper: Infinity, terms: termsOf(low)('high') })
  addRow(model, { name: 'band to', lower: -Infinity, upper: -high(base.frame), terms: termsOf(high)('low') })
}

/** A choice that is not used has no steps; one that is used has as many as its range allows. */
function addUseRows(model: PlanModel, id: string, j: number, range: CountRange): void {
  const [count, used] = [model.counts[j], model.used[j]]
  addRow(model, {
    name: `use ${id}`,
    lower: -Infinity,
    upper: 0,
    terms: [
      [count, 1],
      [used, -range.most],
    ],
  })
  addRow(model, {
    name: `least ${id}`,
    lower: 0,
    upper: Infinity,
    terms: [
      [count, 1],
      [used, -range.least],
    ],
  })
}
