import type { Quantity } from '../quantities/units.ts'
import { isDone, type StepMark } from './marks.ts'
import type { WorkStep } from './order.ts'

/** What is read after steps of an order, and what has been. */
export interface Reads {
  steps: readonly WorkStep[]
  marks: Readonly<Record<string, StepMark>>
  /** What is read after a step. */
  readAt(step: WorkStep): readonly Quantity[]
  /** Has this been read after it? */
  isRead(step: WorkStep, quantity: Quantity): boolean
}

/** Is everything read after a step that is read after it? */
export const isAllRead = ({ readAt, isRead }: Pick<Reads, 'readAt' | 'isRead'>, step: WorkStep): boolean =>
  step.reads && readAt(step).every((quantity) => isRead(step, quantity))

/**
 * The step that a reading which arrives by itself belongs to: the one in hand; else the one that was done last, as long as this was
 * not read after it; else the first that is not done. Twist weight waits for the step in hand. Null: none of them.
 * @param inHand the step that somebody looks at, by its id; empty: none
 */
export function stepForReading({ steps, marks, readAt, isRead }: Reads, quantity: Quantity, inHand: string) {
  const open = steps.filter((s) => s.reads && readAt(s).includes(quantity))
  const held = open.find((s) => s.id === inHand)
  if (held || quantity === 'twistWeight') return held ?? null
  const doneAt = (step: WorkStep) => (isDone(marks[step.id]) ? marks[step.id].doneAt : '')
  const last = steps.filter((s) => doneAt(s) !== '').sort((a, b) => doneAt(a).localeCompare(doneAt(b))).at(-1) // prettier-ignore
  if (last && open.includes(last) && !isRead(last, quantity)) return last
  return open.find((s) => !marks[s.id]) ?? null
}
