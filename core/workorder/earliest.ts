import type { StepMark } from './marks.ts'
import type { WorkStep } from './order.ts'

const HOUR_MS = 3600000

/** When a build can be ready at the earliest by what must cure and dry, and what that is. */
export interface Earliest {
  at: string
  /** Hours of what has not begun to wait; 0 where only what lies already is waited for. */
  hours: number
  waitsFor: 'cure' | 'coat'
}

/**
 * The earliest moment at which everything of a work order has cured and dried: fills cure beside each other and beside coats, coats dry
 * one after the other. A bound from below, whatever else there is to do. Null where nothing waits.
 * @param now ISO
 */
export function earliestReady(
  steps: readonly WorkStep[],
  marks: Readonly<Record<string, StepMark>>,
  now: string,
): Earliest | null {
  const open = steps.filter((step) => step.waitHours > 0 && marks[step.id] === undefined)
  const cures = Math.max(0, ...open.filter((s) => s.kind === 'fill').map((s) => s.waitHours))
  const coats = open.filter((s) => s.kind === 'coat').reduce((sum, s) => sum + s.waitHours, 0)
  const found: Earliest[] = steps.flatMap((step) => {
    const readyAt = marks[step.id]?.readyAt
    return readyAt && readyAt > now ? [{ at: readyAt, hours: 0, waitsFor: step.kind === 'coat' ? 'coat' : 'cure' }] : []
  })
  for (const [hours, waitsFor] of [
    [cures, 'cure'],
    [coats, 'coat'],
  ] as const)
    if (hours > 0) found.push({ at: new Date(Date.parse(now) + hours * HOUR_MS).toISOString(), hours, waitsFor })
  return found.sort((a, b) => a.at.localeCompare(b.at)).at(-1) ?? null
}
