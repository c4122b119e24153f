import type { StripMark, WorkOrder } from './marks.ts'
import { isWeighed, type WorkStep } from './order.ts'

/** One strip of a step, with what it was planned to weigh, g. */
export interface Strip {
  layer: number
  lengthCm: number
  massG: number
}

const NOT_YET: StripMark = { laid: false, massG: null }

/** A step's strips one by one, in the order of its cut list; none where it is not cut by length. */
export function stripsOf({ strips, massG }: Pick<WorkStep, 'strips' | 'massG'>): Strip[] {
  const cm = strips.reduce((sum, s) => sum + s.count * s.lengthCm, 0)
  return strips.flatMap(({ count, lengthCm, layer }) =>
    Array.from({ length: count }, () => ({ layer, lengthCm, massG: (massG * lengthCm) / cm })),
  )
}

/** How each strip of a step stands. */
export function stripMarks(
  order: Pick<WorkOrder, 'strips'>,
  step: Pick<WorkStep, 'id' | 'strips' | 'massG'>,
): StripMark[] {
  const held = order.strips[step.id] ?? []
  return stripsOf(step).map((_strip, i) => held[i] ?? NOT_YET)
}

/** What they weigh together; null until every one of them was weighed: what was not is not guessed at. */
export function weighedTogether(marks: readonly StripMark[]): number | null {
  if (marks.length === 0 || marks.some((m) => m.massG === null)) return null
  return Number(marks.reduce((sum, m) => sum + m.massG!, 0).toFixed(3))
}

/** A change of one strip. Once all are weighed their sum takes the place of what the step was planned to weigh. */
export function withStrip(
  order: WorkOrder,
  step: Pick<WorkStep, 'id' | 'strips' | 'massG'>,
  at: number,
  change: Partial<StripMark>,
): WorkOrder {
  const before = stripMarks(order, step)
  const marks = before.map((mark, i) => (i === at ? { ...mark, ...change } : mark))
  const { [step.id]: total, ...others } = order.weighed
  const sum = weighedTogether(marks)
  // A sum of its strips goes with them; one that was typed as a whole stays.
  const kept = sum ?? (weighedTogether(before) === null ? (total ?? null) : null)
  return {
    ...order,
    strips: { ...order.strips, [step.id]: marks },
    weighed: kept === null ? others : { ...others, [step.id]: kept },
  }
}

/** A step's pieces weighed as one: what each of its strips weighed no longer counts. Null: not weighed after all. */
export function withTotal(order: WorkOrder, stepId: string, grams: number | null): WorkOrder {
  const { [stepId]: _before, ...others } = order.weighed
  const held = order.strips[stepId]?.map((mark) => ({ ...mark, massG: null }))
  return {
    ...order,
    weighed: grams === null ? others : { ...others, [stepId]: grams },
    strips: held ? { ...order.strips, [stepId]: held } : order.strips,
  }
}

/** Lighter than this share of the frame, what lies on the scale is a piece for it. No frame is so light, no piece so heavy. */
const PIECE_SHARE = 0.5
export const isPiece = (grams: number, frameG: number): boolean => Math.abs(grams) < PIECE_SHARE * frameG

/** A piece that the scale has sent, put down where it belongs: the step's next strip that was not weighed, or the step as a whole. */
export function withPieceWeighed(order: WorkOrder, step: WorkStep, grams: number): WorkOrder | null {
  if (!isWeighed(step)) return null
  const next = stripMarks(order, step).findIndex((mark) => mark.massG === null)
  if (next >= 0) return withStrip(order, step, next, { massG: grams })
  return step.strips.length > 0 ? null : withTotal(order, step.id, step.massG < 0 ? -Math.abs(grams) : grams)
}
