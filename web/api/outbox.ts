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

/** After an edit of a stage was saved as `revision`, later edits of it that still wait have seen that one. Pure. */
export function afterSaved(waiting: readonly Waiting[], saved: Waiting, revision: number): Waiting[] {
  return waiting.map((w) =>
    w !== saved && w.kind === 'stage' && saved.kind === 'stage' && w.stage === saved.stage
      ? { ...w, expected: revision }
      : w,
  )
}

/** The same content, whatever the order of its fields (the database does not keep it). */
export function sameContent(a: unknown, b: unknown): boolean {
  if (a === null || b === null || typeof a !== 'object' || typeof b !== 'object') return a === b
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>]
  const keys = new Set([...Object.keys(x), ...Object.keys(y)])
  return Array.isArray(a) === Array.isArray(b) && [...keys].every((key) => sameContent(x[key], y[key]))
}
