import { COATS, isOnHandle, layersOf, massOf, runsOf, type Cut, type Finish, type Workpiece } from '../cuts/cut.ts'
import { isByLength, type Material } from '../cuts/material.ts'
import { finishG, isCoated, isPlugged } from '../cuts/pieces.ts'
import { headOutline } from '../geometry/outline.ts'
import { Problem } from '../problem.ts'
import { FINAL, INSPECT, isDone, TRIAL, type StepMark, type WorkOrderId } from './marks.ts'

export const STEP_KINDS = [
  'inspect',
  'trial',
  'takeOff',
  'move',
  'strings',
  'gripOff',
  'tape',
  'sleeve',
  'plug',
  'fill',
  'barrier',
  'module',
  'mask',
  'coat',
  'cure',
  'cap',
  'gripOn',
  'overgrip',
  'peel',
  'reserve',
  'final',
] as const
export type StepKind = (typeof STEP_KINDS)[number]

/** Steps that put mass on the frame, or take it off; a plug counts with the fill that it holds. */
const PLACING: readonly StepKind[] = [
  'peel',
  'takeOff',
  'move',
  'strings',
  'tape',
  'sleeve',
  'fill',
  'module',
  'coat',
  'gripOn',
  'overgrip',
]

/** One thing to do at the bench. */
export interface WorkStep {
  id: string
  kind: StepKind
  cut: Cut | null
  /** Pieces that it goes over, or closes in: coats over lead, the plug above a fill. */
  over: readonly Cut[]
  /** Lines of the cut list: so many strips of so many cm. */
  strips: { count: number; lengthCm: number; layer: number }[]
  /** To see on the scale: what goes on, or less than nothing for what comes off, g. */
  massG: number
  /** The grip is off at this step: readings compare like with like. */
  bare: boolean
  /** The frame is read after it. */
  reads: boolean
  /** What is begun with it wants so long before anybody goes on, h. */
  waitHours: number
  /** Of several alike: this one, and how many there are. */
  turn?: { of: number; at: number }
}

/** What an order of work depends on beside the cuts. */
export interface OrderWishes {
  school: WorkOrderId
  /** Grams kept back for the last correction. */
  reserveG: number
  /** Pieces that come off again, by id. */
  peeled: readonly string[]
}
export const USUAL_ORDER: OrderWishes = { school: 'headFirst', reserveG: 0, peeled: [] }

/** How long a thin coat dries (common practice, no source), h. */
export const COAT_DRIES_HOURS = 1

export const PLUG = 'plug'
export const GRIP_OFF = 'grip-off'
export const GRIP_ON = 'grip-on'

function kindOf(material: Material): StepKind {
  if (material.kind === 'off') return 'takeOff'
  if (material.kind === 'moved') return 'move'
  if (material.kind === 'strings') return 'strings'
  if (material.kind === 'overgrip') return 'overgrip'
  if (material.kind === 'grip') return 'gripOn'
  if (material.kind === 'weight') return 'module'
  return material.kind
}

/** So far along the frame, the tip first. */
function fromTip(cut: Cut, { geometry }: Workpiece): number {
  if (cut.place === 'hoop') return cut.atCm
  return headOutline(geometry).halfLengthCm + geometry.lengthCm - cut.atCm
}

/** A cut with its material, and the step that it is. */
interface Part {
  cut: Cut
  material: Material
  kind: StepKind
}

/**
 * The order of work of a cut list. The frame is looked over; what comes off comes off first, modules go into their other holes, then a
 * trial of the whole; the head from the tip down, lead masked and coated, then the handle with its grip off: bevels, then fills behind a
 * plug, hung until they are cured, the cap, the grip; and what the finished frame reads. Handle first: the fill cures while the head is
 * worked on, and the last pieces lie where swing weight is made.
 * @throws Problem `piece.unknownMaterial`
 */
export function orderOfWork(
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  wishes: OrderWishes = USUAL_ORDER,
): WorkStep[] {
  const parts = partsOf(cuts, materials)
  if (parts.length === 0 && wishes.reserveG === 0) return []
  const of = (...kinds: StepKind[]) => parts.filter((p) => kinds.includes(p.kind))
  const bares = work.condition.grip !== 'none' && parts.some(({ cut, material }) => isOnHandle(cut, material))
  const laid = of('tape', 'sleeve', 'fill', 'module')
  const before = [...of('takeOff'), ...of('move'), ...of('strings')].map((p) => put(p, false, work))
  const onG = parts.reduce((g, { cut, material }) => g + massOf(cut, material, work), 0)
  const offG = before.reduce((g, step) => g + step.massG, 0)
  const trial = laid.length > 0 ? [{ ...plain(TRIAL, 'trial', false), massG: onG - offG, reads: true }] : []
  const head = (bare: boolean) =>
    headSteps(
      laid.filter(({ cut, material }) => !isOnHandle(cut, material)),
      bare,
      work,
    )
  const handle = handleSteps(laid.filter(({ cut, material }) => isOnHandle(cut, material)), bares, work) // prettier-ignore
  const steps = [
    plain(INSPECT, 'inspect', false),
    ...before,
    ...trial,
    ...(wishes.school === 'headFirst' ? [...head(false), ...handle.open] : [...handle.open, ...head(bares)]),
    ...handle.closed,
    ...gripSteps(of('gripOn'), bares, work),
    ...of('overgrip').map((p) => put(p, false, work)),
    ...(wishes.reserveG > 0 ? [{ ...plain('reserve', 'reserve', false), massG: wishes.reserveG, reads: true }] : []),
    { ...plain(FINAL, 'final', false), reads: true },
  ]
  return steps.flatMap((step) =>
    wishes.peeled.includes(step.id)
      ? [step, { ...step, id: peelOf(step.id), kind: 'peel' as const, massG: -step.massG, strips: [], waitHours: 0 }]
      : [step],
  )
}

function partsOf(cuts: readonly Cut[], materials: readonly Material[]): Part[] {
  return cuts.flatMap((cut): Part[] => {
    if (cut.amount === 0) return []
    const material = materials.find((m) => m.id === cut.materialId)
    if (!material) throw new Problem('piece.unknownMaterial', 'materialId', { materialId: cut.materialId })
    return [{ cut, material, kind: kindOf(material) }]
  })
}

const along = (parts: readonly Part[], work: Workpiece) =>
  [...parts].sort((a, b) => fromTip(a.cut, work) - fromTip(b.cut, work))

/** The step that puts a piece on, or takes it off. */
const put = ({ cut, material, kind }: Part, bare: boolean, work: Workpiece): WorkStep => ({
  ...plain(cut.id, kind, bare),
  cut,
  strips: isByLength(material.kind)
    ? layersOf(cut).map((lengthCm, i) => ({ count: runsOf(cut, work.geometry), lengthCm, layer: i + 1 }))
    : [],
  massG: massOf(cut, material, work),
  reads: true,
  waitHours: material.cureHours ?? 0,
})

/** A step over pieces that weighs its share of what goes on with them. */
const over = (step: WorkStep, parts: readonly Part[], work: Workpiece, share = 1): WorkStep => ({
  ...step,
  over: parts.map(({ cut }) => cut),
  massG: share * parts.reduce((g, { cut, material }) => g + finishG(cut, material, work), 0),
})

/** From the tip down; lead on the outside is masked round and coated, more often where a child holds the frame. */
function headSteps(parts: readonly Part[], bare: boolean, work: Workpiece): WorkStep[] {
  const laid = along(parts, work).map((p) => put(p, bare, work))
  const lead = parts.filter(({ cut, material }) => isCoated(cut, material))
  if (lead.length === 0) return laid
  const of = work.finish?.coats ?? COATS.adult
  const coats = Array.from({ length: of }, (_, i) => ({
    ...over(plain(coatId(i + 1), 'coat', bare), lead, work, 1 / of),
    waitHours: COAT_DRIES_HOURS,
    turn: { of, at: i + 1 },
  }))
  return [...laid, plain('mask', 'mask', bare), ...coats]
}

/** What is done in the handle while it is open, and what closes it. */
function handleSteps(
  parts: readonly Part[],
  bares: boolean,
  work: Workpiece,
): { open: WorkStep[]; closed: WorkStep[] } {
  const fills = parts.filter((p) => p.kind === 'fill')
  const filled = along(fills, work).map((p) => put(p, bares, work))
  const plugged = fills.filter(({ cut, material }) => isPlugged(cut, material))
  return {
    open: [
      ...(bares ? [{ ...plain(GRIP_OFF, 'gripOff', true), massG: -gripG(work), reads: true }] : []),
      ...along(
        parts.filter((p) => p.kind !== 'fill'),
        work,
      ).map((p) => put(p, bares, work)),
      ...(fills.length > 0 ? [over(plain(PLUG, 'plug', bares), plugged, work), ...filled] : []),
    ],
    closed: [
      ...(filled.some((step) => step.waitHours > 0) ? [{ ...plain('cure', 'cure', bares), reads: true }] : []),
      ...(fills.length > 0 ? [plain('barrier', 'barrier', bares), plain('cap', 'cap', bares)] : []),
    ],
  }
}

/** What comes off with the grip and goes back on, g. */
const gripG = ({ condition, profile }: Workpiece) =>
  profile.layers.grips[condition.grip].massG + profile.layers.overgrip.massG * condition.overgrips

function gripSteps(fresh: readonly Part[], bares: boolean, work: Workpiece): WorkStep[] {
  if (!bares && fresh.length === 0) return []
  const more = fresh.reduce((g, { cut, material }) => g + massOf(cut, material, work), 0)
  return [
    {
      ...plain(GRIP_ON, 'gripOn', false),
      cut: fresh[0]?.cut ?? null,
      massG: (bares ? gripG(work) : 0) + more,
      reads: true,
    },
  ]
}

/** What really goes on beside the pieces, once coats or the plug were left out. */
export function finishLeft(finish: Finish, marks: Readonly<Record<string, StepMark>>): Finish {
  const leftOut = (id: string) => marks[id]?.skipped != null
  const coats = Array.from({ length: finish.coats }, (_, i) => coatId(i + 1)).filter((id) => !leftOut(id)).length
  return { coats, plugG: leftOut(PLUG) ? 0 : finish.plugG }
}
const coatId = (n: number) => `coat-${n}`

/** The step at which a piece comes off again. */
export const peelOf = (cutId: string): string => `peel-${cutId}`

const plain = (id: string, kind: StepKind, bare: boolean): WorkStep => ({
  id,
  kind,
  cut: null,
  over: [],
  strips: [],
  massG: 0,
  bare,
  reads: false,
  waitHours: 0,
})

/** Does this step put mass on the frame, or take it off? */
export const isPlacing = (step: WorkStep): boolean => PLACING.includes(step.kind)

/** Can what a step puts on, or takes off, be weighed by itself? A grip and strings are counted as a whole; what is moved weighs what it did. */
export const isWeighed = (step: WorkStep): boolean =>
  step.cut !== null && isPlacing(step) && !['gripOn', 'strings', 'move'].includes(step.kind)

/** What is odd about a step that was ticked: before what it waits for was ready, without it, or lead that no coat was drawn over. */
export type Oddity = { kind: 'early'; readyAt: string } | { kind: 'without'; stepId: string } | { kind: 'bareLead' }

/** Lead that was laid after the last coat, of which none is still to come; where all were left out, somebody wrote why. */
function isBareLead(cut: Cut, laidAt: string, steps: readonly WorkStep[], marks: Readonly<Record<string, StepMark>>) {
  const over = steps.filter((s) => s.kind === 'coat' && s.over.some((c) => c.id === cut.id)).map((s) => marks[s.id])
  const drawn = over.filter(isDone)
  return over.every((mark) => mark) && drawn.length > 0 && drawn.every((mark) => mark.doneAt < laidAt)
}

/** A cure, film or cap ticked without its fill or too early; a coat before the one under it is dry; lead laid after its coats. Null: nothing odd. */
export function oddityOf(
  step: WorkStep,
  steps: readonly WorkStep[],
  marks: Readonly<Record<string, StepMark>>,
): Oddity | null {
  const mark = marks[step.id]
  if (!isDone(mark)) return null
  if (step.kind === 'tape' && step.cut)
    return isBareLead(step.cut, mark.doneAt, steps, marks) ? { kind: 'bareLead' } : null
  const before = steps.slice(0, steps.indexOf(step))
  const under =
    step.kind === 'coat'
      ? before.filter((s) => s.kind === 'coat')
      : ['cure', 'barrier', 'cap'].includes(step.kind)
        ? before.filter((s) => s.kind === 'fill')
        : []
  const missing = under.find((s) => !marks[s.id])
  if (missing) return { kind: 'without', stepId: missing.id }
  const late = under.flatMap((s) => marks[s.id].readyAt ?? []).sort().at(-1) // prettier-ignore
  return late && mark.doneAt < late ? { kind: 'early', readyAt: late } : null
}
