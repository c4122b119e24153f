import type { Cut, Workpiece } from '../cuts/cut.ts'
import { layersOf, massOf, runsOf } from '../cuts/cut.ts'
import { isByLength, type Material } from '../cuts/material.ts'
import { headOutline } from '../geometry/outline.ts'
import { Problem } from '../problem.ts'
import { isDone, type StepMark, type WorkOrderId } from './marks.ts'

export const STEP_KINDS = [
  'trial',
  'takeOff',
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
] as const
export type StepKind = (typeof STEP_KINDS)[number]

/** Steps that put mass on the frame, or take it off. */
const PLACING: readonly StepKind[] = ['peel', 'takeOff', 'strings', 'tape', 'sleeve', 'fill', 'module', 'overgrip']

/** One thing to do at the bench. */
export interface WorkStep {
  id: string
  kind: StepKind
  cut: Cut | null
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
  /** The player is a minor: lead is sealed with more coats. */
  minor: boolean
  /** Grams kept back for the last correction. */
  reserveG: number
  /** Pieces that come off again, by id. */
  peeled: readonly string[]
}
export const USUAL_ORDER: OrderWishes = { school: 'headFirst', minor: false, reserveG: 0, peeled: [] }

/** Thin coats over lead, and how long each dries (common practice, no source). */
export const COATS = { adult: 2, minor: 4, dryHours: 1 } as const

export const GRIP_OFF = 'grip-off'
export const GRIP_ON = 'grip-on'

/** Is it done on the bare handle? */
const onHandle = (cut: Cut, material: Material) =>
  cut.place === 'bevels' ||
  cut.place === 'handle' ||
  cut.place === 'sleeve' ||
  (cut.place === 'grip' && material.kind === 'grip')

function kindOf(material: Material): StepKind {
  if (material.kind === 'off') return 'takeOff'
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

/**
 * The order of work of a cut list. What comes off comes off first, then a trial of the whole; the head from the tip down, lead
 * masked and coated, then the handle with its grip off: bevels, then fills behind a plug, hung until they are cured, the cap, the
 * grip. Handle first: the fill cures while the head is worked on, and the last pieces lie where swing weight is made.
 * @throws Problem `piece.unknownMaterial`
 */
export function orderOfWork(
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  wishes: OrderWishes = USUAL_ORDER,
): WorkStep[] {
  const byId = new Map(materials.map((m) => [m.id, m]))
  const parts = cuts
    .filter((cut) => cut.amount !== 0)
    .map((cut) => {
      const material = byId.get(cut.materialId)
      if (!material) throw new Problem('piece.unknownMaterial', 'materialId', { materialId: cut.materialId })
      return { cut, material, kind: kindOf(material) }
    })
  if (parts.length === 0 && wishes.reserveG === 0) return []
  const fitted = work.condition.grip !== 'none'
  const bares = fitted && parts.some(({ cut, material }) => onHandle(cut, material))
  const grips = work.profile.layers
  const offG = bares ? grips.grips[work.condition.grip].massG + grips.overgrip.massG * work.condition.overgrips : 0
  const along = (list: typeof parts) => [...list].sort((a, b) => fromTip(a.cut, work) - fromTip(b.cut, work))
  const of = (...kinds: StepKind[]) => parts.filter((p) => kinds.includes(p.kind))
  const put = ({ cut, material, kind }: (typeof parts)[number], bare: boolean): WorkStep => ({
    ...plain(cut.id, kind, bare),
    cut,
    strips: isByLength(material.kind)
      ? layersOf(cut).map((lengthCm, i) => ({ count: runsOf(cut, work.geometry), lengthCm, layer: i + 1 }))
      : [],
    massG: massOf(cut, material, work),
    reads: true,
    waitHours: material.cureHours ?? 0,
  })

  const before = [...of('takeOff'), ...of('strings')].map((p) => put(p, false))
  const laid = of('tape', 'sleeve', 'fill', 'module')
  const total = parts.reduce((sum, { cut, material }) => sum + massOf(cut, material, work), 0)
  const trial = laid.length > 0 ? [{ ...plain('trial', 'trial', false), massG: total - sum(before), reads: true }] : []

  const head = (bare: boolean): WorkStep[] => {
    const mine = along(laid.filter(({ cut, material }) => !onHandle(cut, material)))
    return [
      ...mine.map((p) => put(p, bare)),
      ...(mine.some(({ material }) => material.lead) ? sealed(wishes.minor, bare) : []),
    ]
  }
  const inHandle = laid.filter(({ cut, material }) => onHandle(cut, material))
  const fills = along(inHandle.filter((p) => p.kind === 'fill')).map((p) => put(p, bares))
  const cures = Math.max(0, ...fills.map((step) => step.waitHours))
  const handle = [
    ...(bares ? [{ ...plain(GRIP_OFF, 'gripOff', true), massG: -offG, reads: true }] : []),
    ...along(inHandle.filter((p) => p.kind !== 'fill')).map((p) => put(p, bares)),
    ...(fills.length > 0 ? [plain('plug', 'plug', bares), ...fills] : []),
  ]
  const closed: WorkStep[] = [
    ...(cures > 0 ? [{ ...plain('cure', 'cure', bares), reads: true }] : []),
    ...(fills.length > 0 ? [plain('barrier', 'barrier', bares), plain('cap', 'cap', bares)] : []),
  ]
  const newGrips = of('gripOn')
  const gripOn: WorkStep[] =
    bares || newGrips.length > 0
      ? [
          {
            ...plain(GRIP_ON, 'gripOn', false),
            cut: newGrips[0]?.cut ?? null,
            massG: offG + newGrips.reduce((g, { cut, material }) => g + massOf(cut, material, work), 0),
            reads: true,
          },
        ]
      : []
  const after = [
    ...of('overgrip').map((p) => put(p, false)),
    ...(wishes.reserveG > 0 ? [{ ...plain('reserve', 'reserve', false), massG: wishes.reserveG, reads: true }] : []),
  ]
  const steps =
    wishes.school === 'headFirst'
      ? [...before, ...trial, ...head(false), ...handle, ...closed, ...gripOn, ...after]
      : [...before, ...trial, ...handle, ...head(bares), ...closed, ...gripOn, ...after]
  return steps.flatMap((step) =>
    wishes.peeled.includes(step.id)
      ? [step, { ...step, id: peelOf(step.id), kind: 'peel' as const, massG: -step.massG, strips: [], waitHours: 0 }]
      : [step],
  )
}

/** The step at which a piece comes off again. */
export const peelOf = (cutId: string): string => `peel-${cutId}`

const sum = (steps: readonly WorkStep[]) => steps.reduce((g, step) => g + step.massG, 0)

const plain = (id: string, kind: StepKind, bare: boolean): WorkStep => ({
  id,
  kind,
  cut: null,
  strips: [],
  massG: 0,
  bare,
  reads: false,
  waitHours: 0,
})

/** Lead on the outside is masked round and coated, more often where a child holds the frame. */
function sealed(minor: boolean, bare: boolean): WorkStep[] {
  const of = minor ? COATS.minor : COATS.adult
  const coats = Array.from({ length: of }, (_, i) => ({
    ...plain(`coat-${i + 1}`, 'coat', bare),
    waitHours: COATS.dryHours,
    turn: { of, at: i + 1 },
  }))
  return [plain('mask', 'mask', bare), ...coats]
}

/** Does this step put mass on the frame, or take it off? */
export const isPlacing = (step: WorkStep): boolean => PLACING.includes(step.kind) || step.kind === 'gripOn'

/** Can what a step puts on, or takes off, be weighed by itself? A grip and strings are counted as a whole. */
export const isWeighed = (step: WorkStep): boolean =>
  step.cut !== null && isPlacing(step) && step.kind !== 'gripOn' && step.kind !== 'strings'

/** What is odd about a step that was ticked: before what it waits for was ready, or without it. */
export type Oddity = { kind: 'early'; readyAt: string } | { kind: 'without'; stepId: string }

/** A cure, film or cap ticked without its fill or too early; a coat before the one under it is dry. Null: nothing odd. */
export function oddityOf(
  step: WorkStep,
  steps: readonly WorkStep[],
  marks: Readonly<Record<string, StepMark>>,
): Oddity | null {
  const mark = marks[step.id]
  if (!isDone(mark)) return null
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
