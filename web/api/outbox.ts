import type { Stage } from '#core/job/stages.ts'
import type { Facts } from '#core/job/stages.ts'
import type { NewReading } from '#contract/entities.ts'

/** What has been typed but not yet acknowledged by the server. Kept in the browser's storage until it is. */
export type Waiting =
  | { kind: 'reading'; reading: NewReading }
  | { kind: 'stage'; stage: Stage; expected: number; body: unknown; used: Facts }

const key = (jobId: string) => `kevro-waiting-${jobId}`

export function loadWaiting(jobId: string): Waiting[] {
  try {
    return JSON.parse(localStorage.getItem(key(jobId)) ?? '[]') as Waiting[]
  } catch {
    return []
  }
}

export function storeWaiting(jobId: string, waiting: readonly Waiting[]): void {
  if (waiting.length === 0) localStorage.removeItem(key(jobId))
  else localStorage.setItem(key(jobId), JSON.stringify(waiting))
}

/** Adds an item; a later edit of a stage takes the place of one that is still waiting. Pure. */
export function withItem(waiting: readonly Waiting[], item: Waiting, underWay: Waiting | null): Waiting[] {
  if (item.kind === 'reading') return [...waiting, item]
  const at = waiting.findIndex((w) => w.kind === 'stage' && w.stage === item.stage && w !== underWay)
  if (at < 0) return [...waiting, item]
  const held = waiting[at] as Extract<Waiting, { kind: 'stage' }>
  return [...waiting.slice(0, at), ...waiting.slice(at + 1), { ...item, expected: held.expected }]
}
