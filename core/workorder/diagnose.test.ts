import { describe, expect, it } from 'vitest'
import { cutIn, fits, roomFor } from '../cuts/zones.ts'
import { layersOf, runsOf, type Cut, type Workpiece } from '../cuts/cut.ts'
import { defaultCondition } from '../frame/condition.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { seeded } from '../numerics/random.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import { PROFILES, profileOf, SPORTS, type SportId } from '../sports/sports.ts'
import { tellApart, type CauseKind, type Meant } from './causes.ts'
import { diagnose } from './diagnose.ts'
import { followBuild, type Build } from './follow.ts'
import { FRAMES, HiddenBench, type ReadingFault } from './fixtures/hiddenBench.ts'
import { markNow, type StepMark } from './marks.ts'
import { orderOfWork } from './order.ts'

const READ: Quantity[] = ['mass', 'balance', 'swingWeight', 'twistWeight']

interface Fault {
  kind: CauseKind
  laid?: Cut
  reading?: ReadingFault
  typed?: (quantity: Quantity, value: number) => number
}

/** Faults of a person at the bench, made without what looks for them. */
function faultFor(kind: CauseKind, cut: Cut, work: Workpiece, random: () => number): Fault | null {
  const { condition, profile } = work
  const some = (low: number, high: number) => (low + (high - low) * random()) * (random() < 0.5 ? -1 : 1)
  const tape = DRAWER.find((m) => m.id === cut.materialId)!.kind === 'tape'
  const scaled = (by: number): Cut => ({ ...cut, amount: cut.amount * by, layerCm: Math.min(cut.layerCm, cut.amount) * by }) // prettier-ignore
  switch (kind) {
    case 'misplaced':
      return tape && !cut.across ? { kind, laid: { ...cut, atCm: cut.atCm + some(2, 7) } } : null
    case 'length':
      return tape ? { kind, laid: scaled(1 + some(0.15, 0.45)) } : null
    case 'amount':
      return tape ? null : { kind, laid: { ...cut, amount: cut.amount * (1 + some(0.15, 0.5)) } }
    case 'layerForgotten':
      return tape && layersOf(cut).length > 1 ? { kind, laid: { ...cut, amount: cut.amount - layersOf(cut).at(-1)! } } : null // prettier-ignore
    case 'layerDoubled': {
      const [one] = layersOf(cut)
      return tape ? { kind, laid: { ...cut, amount: cut.amount + one, layerCm: one } } : null
    }
    case 'forgotten':
      return { kind, laid: { ...cut, amount: 0 } }
    case 'halfOnly':
      if (cut.place === 'bevels') return { kind, laid: { ...cut, bevels: 2 } }
      return tape && cut.place === 'hoop' && runsOf(cut, work.geometry) > 1
        ? { kind, laid: cut.edges === 2 ? { ...cut, edges: 1 } : { ...cut, side: 'left' } }
        : null
    case 'wrongMaterial': {
      const other = DRAWER.filter((m) => m.kind === 'tape' && m.id !== cut.materialId)[Math.floor(2 * random())]
      return tape ? { kind, laid: { ...cut, materialId: other.id } } : null
    }
    case 'runUp':
      return tape ? null : { kind, laid: { ...cut, atCm: cut.atCm + Math.abs(some(3, 9)) } }
    case 'gripState':
      return { kind, reading: { condition: { ...condition, grip: 'none', overgrips: 0 } } }
    case 'overgripState':
      return { kind, reading: { condition: { ...condition, overgrips: random() < 0.5 ? 0 : 2 } } }
    case 'dampenerState':
      return profile.layers.dampener ? { kind, reading: { condition: { ...condition, dampener: true } } } : null
    case 'stringsState':
      return profile.layers.strings ? { kind, reading: { condition: { ...condition, stringsG: null } } } : null
    case 'wrongUnit': {
      const inches = random() < 0.5
      return { kind, typed: (q, v) => (q === 'mass' && !inches ? v / 28.349523125 : q === 'balance' && inches ? v / 2.54 : v) } // prettier-ignore
    }
    case 'wrongAxis':
      return profile.otherAxesCm.length > 0 ? { kind, reading: { axisCm: profile.otherAxesCm[0] } } : null
    case 'meterOff':
      return { kind, reading: { offset: { twistWeight: some(0.8, 2) } } }
    case 'scaleNotTared':
      return { kind, reading: { offset: { mass: some(0.5, 8) } } }
    case 'boardNotZeroed':
      return { kind, reading: { offset: { balance: some(0.2, 1.5) } } }
    case 'notAtAxis':
      return { kind, reading: { offset: { swingWeight: some(2, 9) } } }
    default:
      return null
  }
}

const KINDS: CauseKind[] = [
  'misplaced',
  'length',
  'amount',
  'layerForgotten',
  'layerDoubled',
  'forgotten',
  'halfOnly',
  'wrongMaterial',
  'runUp',
  'gripState',
  'overgripState',
  'dampenerState',
  'stringsState',
  'wrongUnit',
  'scaleNotTared',
  'boardNotZeroed',
  'notAtAxis',
  'wrongAxis',
  'meterOff',
]
/** Nothing that can be read tells these apart: they do the same to the frame. */
const ALIKE: CauseKind[][] = [['notAtAxis', 'wrongAxis', 'meterOff']]
const same = (a: CauseKind, b: CauseKind) => a === b || ALIKE.some((group) => group.includes(a) && group.includes(b))

/** One build with one fault at its last step; null where the fault cannot be, or is too small to be told. */
function faulty(sport: SportId, kind: CauseKind, seed: number) {
  const random = seeded(seed)
  const profile = profileOf(sport)
  const work: Workpiece = { profile, geometry: profile.geometry, condition: defaultCondition(profile) }
  const wantsFill = kind === 'amount' || kind === 'runUp'
  const zones = profile.zones.filter((z) => (wantsFill ? z.place === 'handle' : z.place !== 'spot' && z.place !== 'sleeve')) // prettier-ignore
  const places = zones.length === 0 ? [] : [zones[Math.floor(random() * zones.length)]]
  const cuts = places.flatMap((zone): Cut[] => {
    const fitting = DRAWER.filter((m) => fits(zone, m) && (m.kind === 'tape' || m.kind === 'fill'))
    if (fitting.length === 0) return []
    const material = fitting[Math.floor(random() * fitting.length)]
    const room = roomFor(zone, work)
    if (material.kind === 'fill') return [cutIn(zone, material, Math.max(2, Math.round(12 * random())), work, zone.id)]
    const layers = kind === 'layerForgotten' ? 2 : 1
    const length = Math.max(3, Math.round(2 * room * (0.3 + 0.5 * random())) / 2)
    return [cutIn(zone, material, length * layers, work, zone.id, layers > 1 ? { layers } : {})]
  })
  if (cuts.length === 0) return null
  const bench = new HiddenBench(FRAMES[sport], work, seed)
  const { state, shared } = bench.measure()
  const materials = DRAWER.map((m) => ({ ...m, uRel: 0.02 }))
  const steps = orderOfWork(cuts, materials, work).filter((s) => s.kind !== 'trial')
  const step = steps.findLast((s) => s.cut !== null)!
  // The handle is read as it was measured: that the grip comes off is another test's.
  const whole = steps.filter((s) => s.cut !== null).map((s) => ({ ...s, bare: false }))
  const fault = faultFor(kind, step.cut!, work, random)
  if (!fault) return null
  const marks: Record<string, StepMark> = {}
  const build: Build = { measured: state, shared, steps: whole, marks, weighed: {}, reads: {}, materials, work }
  try {
    const laid = fault.laid ?? step.cut!
    if (laid.amount > 0) bench.lay(laid, materials)
  } catch {
    return null
  }
  marks[step.id] = markNow('2026-01-01T09:00:00Z', 'AT')
  const as = fault.typed ?? ((_: Quantity, v: number) => v)
  const reads = bench.read(READ, fault.reading).map((r) => ({ ...r, value: as(r.quantity, r.value) }))
  const followed = followBuild({ ...build, reads: { [step.id]: reads } })
  const checkpoint = followed.checkpoints.find((c) => c.step.id === step.id)!
  const told = Math.max(...QUANTITIES.map((q) => (checkpoint.off[q] ? Math.abs(checkpoint.off[q].value) / checkpoint.off[q].u : 0))) // prettier-ignore
  if (told < 4) return null
  return { causes: followed.open ? diagnose(followed.open.suspicion) : [] }
}

/** Seeded builds of each kind in each sport; a piece laid elsewhere is often too near its place to be told. */
const TRIES = (kind: CauseKind) => (kind === 'misplaced' ? 150 : 24)
/** The least share of each kind that is ranked first. What falls short does to the numbers what another cause does. */
const LEAST: Partial<Record<CauseKind, number>> = {
  misplaced: 0.8,
  layerDoubled: 0.6,
  wrongMaterial: 0.7,
  runUp: 0.75,
  amount: 0.85,
}

describe('what is behind readings outside of their band', () => {
  it('ranks the right cause first in nine of ten of fourteen hundred seeded builds of four sports, kind by kind', () => {
    const ranked = KINDS.map((kind, k) => {
      const found = SPORTS.flatMap((sport, s) =>
        Array.from({ length: TRIES(kind) }, (_, n) => faulty(sport, kind, 100000 * s + 1000 * k + n + 1)),
      )
      const told = found.flatMap((each) => (each ? [each.causes.at(0)?.kind ?? null] : []))
      const first = told.filter((likeliest) => likeliest !== null && same(likeliest, kind)).length
      return { kind, told, first }
    })
    const tried = ranked.reduce((sum, r) => sum + r.told.length, 0)
    expect(tried).toBeGreaterThanOrEqual(1400)
    expect(ranked.reduce((sum, r) => sum + r.first, 0) / tried).toBeGreaterThanOrEqual(0.9)
    for (const { kind, told, first } of ranked) {
      expect(told.length, kind).toBeGreaterThanOrEqual(20)
      expect(first / told.length, kind).toBeGreaterThanOrEqual(LEAST[kind] ?? 0.88)
    }
  })

  it('says how sure it is, and its likelihoods are those of all causes together', () => {
    const { causes } = faulty('tennis', 'overgripState', 9)!
    expect(causes[0].kind).toBe('overgripState')
    expect(causes.reduce((sum, c) => sum + c.likelihood, 0)).toBeCloseTo(1, 9)
    expect(causes[0].mend).toEqual({ kind: 'withdraw', quantities: READ })
  })

  it('finds the size: a board that shows 0.8 cm too much, a strip cut a third too long', () => {
    const build = sound()
    const off = build.read({ offset: { balance: 0.8 } })
    expect(off[0].kind).toBe('boardNotZeroed')
    expect(off[0].size!).toBeCloseTo(0.8, 0)
    expect(off[0].mend).toEqual({ kind: 'withdraw', quantities: ['balance'] })
    expect(tellApart(off[0], off[1])).toEqual({ kind: 'readAgain', quantity: 'balance' })
    const long = build.laid((cut) => ({ ...cut, amount: cut.amount * 1.33, layerCm: 30 }))
    expect(long[0]).toMatchObject({ kind: 'length', stepId: 'threeNine' })
    expect(long[0].size!).toBeGreaterThan(0.25)
    expect(long[0].size!).toBeLessThan(0.41)
    expect(tellApart(long[0], long[1])).toEqual({ kind: 'weigh', stepId: 'threeNine' })
  })

  it('knows a figure that was typed in another unit, and what it is then', () => {
    const right = sound().figures()
    const typed: [Quantity, Meant['unit'], (v: number) => number][] = [
      ['mass', 'oz', (v) => v / 28.349523125],
      ['balance', 'in', (v) => v / 2.54],
      ['balance', 'mm', (v) => 10 * v],
      // Half a frame of 68.58 cm less the balance, in eighths of an inch.
      ['balance', 'points', (v) => (34.29 - v) / 0.3175],
    ]
    for (const [quantity, unit, as] of typed) {
      const [first] = sound().typed((q, v) => (q === quantity ? as(v) : v))
      expect(first, unit).toMatchObject({ kind: 'wrongUnit', mend: { kind: 'withdraw', quantities: [quantity] } })
      expect(first.meant, unit).toMatchObject({ quantity, unit, value: expect.closeTo(right[quantity], 6) })
      expect(tellApart(first, undefined)).toEqual({ kind: 'unit', quantity })
    }
    // In a shop that reads ounces, grams.
    const [grams] = sound().typed((q, v) => (q === 'mass' ? 28.349523125 * v : v))
    expect(grams).toMatchObject({ kind: 'wrongUnit', meant: { quantity: 'mass', unit: 'g' } })
  })

  it('does not doubt the mass of a piece that was weighed', () => {
    const build = sound()
    const causes = build.laid((cut) => ({ ...cut, atCm: cut.atCm - 7 }), true)
    expect(causes[0].kind).toBe('misplaced')
    expect(causes[0].size!).toBeLessThan(-4)
    expect(causes.find((c) => c.kind === 'layerDoubled')?.likelihood ?? 0).toBeLessThan(0.01)
    expect(tellApart(causes[0], causes[1])).toEqual({ kind: 'measure', stepId: 'threeNine' })
  })

  it('says unknown where nothing in the catalogue fits: heavier at the tip, and yet slower to swing', () => {
    const causes = sound().read({ offset: { mass: 3, balance: 1.1, swingWeight: -14 } })
    expect(causes[0].kind).toBe('unknown')
    expect(causes[0].mend).toEqual({ kind: 'asRead' })
  })
})

/** One strip pair at 3 and 9 on a tennis frame: laid and read well, or not. */
function sound() {
  const work: Workpiece = { profile: PROFILES.tennis, geometry: PROFILES.tennis.geometry, condition: defaultCondition(PROFILES.tennis) } // prettier-ignore
  const zone = PROFILES.tennis.zones.find((z) => z.id === 'threeNine')!
  const tungsten = DRAWER.find((m) => m.id === 'tungsten')!
  const cut = cutIn(zone, tungsten, 14, work, zone.id)
  const judge = (laid: Cut, fault: ReadingFault, weigh: boolean, as = (_: Quantity, v: number) => v) => {
    const bench = new HiddenBench(FRAMES.tennis, work, 5, 0.005)
    const { state, shared } = bench.measure()
    const grams = bench.lay(laid, DRAWER).reduce((sum, p) => sum + p.massG, 0)
    const marks = { [cut.id]: markNow('2026-01-01T09:00:00Z', 'AT') }
    const weighed: Record<string, number> = weigh ? { [cut.id]: grams } : {}
    const figures = bench.read(READ, fault)
    const reads = { [cut.id]: figures.map((r) => ({ ...r, value: as(r.quantity, r.value) })) }
    const build: Build = { measured: state, shared, steps: orderOfWork([cut], DRAWER, work), marks, weighed, reads, materials: DRAWER, work } // prettier-ignore
    const { open } = followBuild(build)
    return { causes: open ? diagnose(open.suspicion) : [], figures }
  }
  return {
    read: (fault: ReadingFault) => judge(cut, fault, false).causes,
    laid: (as: (cut: Cut) => Cut, weigh = false) => judge(as(cut), {}, weigh).causes,
    typed: (as: (quantity: Quantity, value: number) => number) => judge(cut, {}, false, as).causes,
    figures: () => Object.fromEntries(judge(cut, {}, false).figures.map((r) => [r.quantity, r.value])),
  }
}
