import type { Cut } from '../cuts/cut.ts'
import type { Quantity } from '../quantities/units.ts'

/** What goes wrong at a bench. */
export const CAUSE_KINDS = [
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
  'unknown',
] as const
export type CauseKind = (typeof CAUSE_KINDS)[number]

/** Units that a figure is typed in by mistake. */
export const SLIP_UNITS = ['oz', 'g', 'mm', 'in', 'cm', 'points'] as const
/** A reading as it was meant, had it been typed in another unit; core units. */
export interface Meant {
  quantity: Quantity
  value: number
  unit: (typeof SLIP_UNITS)[number]
}

/** What to do about a cause: what lies there is put down as it is, the readings go, or one is kept as it is. */
export type Mend =
  { kind: 'laid'; stepId: string; cut: Cut } | { kind: 'withdraw'; quantities: Quantity[] } | { kind: 'asRead' }

/** One way to explain readings outside of their band. */
export interface Cause {
  kind: CauseKind
  /** The step whose piece it is; null for readings and for the state of the frame. */
  stepId: string | null
  /** Its best size: cm along the frame for a place, a share for a length, g, cm or kg·cm² for a reading; null where it has none. */
  size: number | null
  /** Of all causes considered, 0 to 1. */
  likelihood: number
  mend: Mend
  materialId?: string
  meant?: Meant
}

/**
 * How often each happens beside the others, before anything is read, and how large it usually is (common practice, no source;
 * wide). A cause without a usual size has one size only.
 */
export const USUAL_CAUSES: Record<CauseKind, { weight: number; usual?: number }> = {
  misplaced: { weight: 0.2, usual: 3 },
  length: { weight: 0.15, usual: 0.25 },
  amount: { weight: 0.2, usual: 0.3 },
  layerForgotten: { weight: 0.1 },
  layerDoubled: { weight: 0.05 },
  forgotten: { weight: 0.05 },
  halfOnly: { weight: 0.1 },
  wrongMaterial: { weight: 0.1 },
  runUp: { weight: 0.15, usual: 4 },
  gripState: { weight: 0.1 },
  overgripState: { weight: 0.1 },
  dampenerState: { weight: 0.05 },
  stringsState: { weight: 0.01 },
  wrongUnit: { weight: 0.05 },
  scaleNotTared: { weight: 0.06, usual: 4 },
  boardNotZeroed: { weight: 0.08, usual: 0.5 },
  notAtAxis: { weight: 0.06, usual: 0.5 },
  wrongAxis: { weight: 0.03 },
  meterOff: { weight: 0.04, usual: 5 },
  unknown: { weight: 0.03 },
}

/** What tells two causes apart. */
export type TellingTest =
  | { kind: 'weigh'; stepId: string }
  | { kind: 'measure'; stepId: string }
  | { kind: 'count'; stepId: string }
  | { kind: 'readAgain'; quantity: Quantity }
  | { kind: 'unit'; quantity: Quantity }
  | { kind: 'look' }

const READ_BY: Partial<Record<CauseKind, Quantity>> = {
  scaleNotTared: 'mass',
  boardNotZeroed: 'balance',
  notAtAxis: 'swingWeight',
  wrongAxis: 'swingWeight',
}
const SEEN: readonly CauseKind[] = ['gripState', 'overgripState', 'dampenerState', 'stringsState']
const COUNTED: readonly CauseKind[] = ['layerForgotten', 'layerDoubled', 'forgotten', 'halfOnly']

/** The cheapest look that tells the two likeliest causes apart: the first of them decides what is looked at. */
export function tellApart(first: Cause, second: Cause | undefined): TellingTest {
  const testOf = ({ kind, stepId, mend, meant }: Cause): TellingTest | null => {
    if (meant) return { kind: 'unit', quantity: meant.quantity }
    if (SEEN.includes(kind)) return { kind: 'look' }
    const quantity = READ_BY[kind] ?? (mend.kind === 'withdraw' ? mend.quantities[0] : undefined)
    if (quantity) return { kind: 'readAgain', quantity }
    if (!stepId) return null
    if (COUNTED.includes(kind)) return { kind: 'count', stepId }
    return { kind: kind === 'misplaced' || kind === 'runUp' ? 'measure' : 'weigh', stepId }
  }
  return testOf(first) ?? (second && testOf(second)) ?? { kind: 'look' }
}
