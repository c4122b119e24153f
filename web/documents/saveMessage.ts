import type { OutboxState } from './parts.ts'

const changes = (n: number) => (n === 1 ? '1 change' : `${n} changes`)

/**
 * The one word on the page. “saved” is said only when the server has everything, and nothing is refused or waits for a choice.
 * @param notTaken fields on the page that hold what could not be read
 * @example saveMessage({ started: true, waiting: 0, sending: false, away: false, conflicts: [], aside: [], kept: true }) // 'saved'
 */
export function saveMessage(state: OutboxState, notTaken = 0): string {
  if (!state.started) return 'looking for unsent work…'
  const refused = state.aside.filter((e) => e.aside?.why === 'refused').length
  const parts: string[] = []
  if (state.conflicts.length > 0) parts.push(`${changes(state.conflicts.length)} to choose between`)
  if (refused > 0) parts.push(`${changes(refused)} not accepted`)
  if (state.waiting > 0 && state.away)
    parts.push(
      `no answer from the server; ${changes(state.waiting)} ${state.kept ? 'kept here' : 'only in this window: leave it open'}`,
    )
  else if (state.waiting > 0 && !state.kept) parts.push('saving… (only in this window: leave it open)')
  else if (state.waiting > 0 && parts.length === 0) parts.push('saving…')
  if (notTaken > 0) parts.push(notTaken === 1 ? '1 entry not taken' : `${notTaken} entries not taken`)
  return parts.length === 0 ? 'saved' : parts.join('; ')
}
