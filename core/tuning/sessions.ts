import { BUILT, type PlayDocument, type PlaySession, type TunedSetup } from './document.ts'

/** What is wrong with a session beside the setups and the other sessions. */
export const SESSION_FAULTS = ['future', 'beforeSetup', 'takenApart', 'overlap', 'unknownSetup'] as const
export type SessionFault = (typeof SESSION_FAULTS)[number]

const day = (iso: string) => iso.slice(0, 10)
const timed = (iso: string) => iso.length > 10

/** The setup that is on the frame now; null: the frame as built. */
export const setupNow = (play: Pick<PlayDocument, 'setups'>): TunedSetup | null => play.setups.at(-1) ?? null

/** When a setup was put on and when it was changed, as days; open where that is not known. @param builtOn day of the built frame */
export function daysOf(
  play: Pick<PlayDocument, 'setups'>,
  id: string,
  builtOn: string | null,
): { from: string | null; to: string | null } | null {
  const at = play.setups.findIndex((s) => s.id === id)
  if (at < 0 && id !== BUILT) return null
  const next = play.setups[at + 1]
  return { from: at < 0 ? builtOn : dayHere(play.setups[at].at), to: next ? dayHere(next.at) : null }
}

/** The day of a moment, where the shop is. */
export function dayHere(iso: string): string {
  const at = new Date(iso)
  const two = (n: number) => String(n).padStart(2, '0')
  return timed(iso) ? `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}` : day(iso)
}

/**
 * What keeps a session from being true; null where nothing does. Days are compared, and times where both were said.
 * @param today the day where the shop is
 * @param builtOn the day on which the frame was built or measured; null: not known
 */
export function wrongWithSession(
  session: PlaySession,
  play: Pick<PlayDocument, 'setups' | 'sessions'>,
  today: string,
  builtOn: string | null,
): SessionFault | null {
  const span = daysOf(play, session.setupId, builtOn)
  if (!span) return 'unknownSetup'
  const on = day(session.on)
  if (on > today) return 'future'
  if (span.from !== null && on < span.from) return 'beforeSetup'
  if (span.to !== null && on > span.to) return 'takenApart'
  if (timed(session.on) && session.minutes !== null) {
    const from = Date.parse(session.on)
    const to = from + 60000 * session.minutes
    const meets = play.sessions.some((other) => {
      if (other.id === session.id || !timed(other.on) || other.minutes === null) return false
      const start = Date.parse(other.on)
      return start < to && from < start + 60000 * other.minutes
    })
    if (meets) return 'overlap'
  }
  return null
}

/** Where off-centre hits gathered: their middle and how far they scatter about it, cm; null under three. */
export function mishitsOf(
  sessions: readonly PlaySession[],
): { alongCm: number; offCm: number; scatterCm: number; hits: number } | null {
  const all = sessions.flatMap((s) => s.mishits)
  if (all.length < 3) return null
  const mean = (of: (m: (typeof all)[number]) => number) => all.reduce((sum, m) => sum + of(m), 0) / all.length
  const alongCm = mean((m) => m.alongCm)
  const offCm = mean((m) => m.offCm)
  const scatterCm = Math.sqrt(mean((m) => (m.alongCm - alongCm) ** 2 + (m.offCm - offCm) ** 2))
  return { alongCm, offCm, scatterCm, hits: all.length }
}
