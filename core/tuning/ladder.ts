import { estimateOf } from '../frame/state.ts'
import type { Estimate } from '../quantities/estimate.ts'
import type { AimQuantity } from '../quantities/units.ts'
import type { CeilingBand } from './ceiling.ts'
import type { PlaySession } from './document.ts'
import { ceilingBand, inOrder, isLate, isTired, type Tried } from './engine.ts'

export const SAID = ['pain', 'tiredLate', 'tired', 'late', 'fresh', 'usual', 'nothing', 'unplayed'] as const
export type Said = (typeof SAID)[number]

/** One session on its setup, or a setup that nobody played yet. */
export interface Rung {
  id: string
  session: PlaySession | null
  value: Estimate
  said: Said
  /** What all sessions up to this one say of the ceiling. */
  ceiling: CeilingBand
}

/** What a session came to, in one word. */
export function saidOf(session: PlaySession | null): Said {
  if (!session) return 'unplayed'
  if (session.pain === 'yes') return 'pain'
  if (isTired(session)) return isLate(session) ? 'tiredLate' : 'tired'
  if (isLate(session)) return 'late'
  return session.energy === 'fresh' ? 'fresh' : session.energy === null ? 'nothing' : 'usual'
}

/** A tuning as a ladder, in the order of its setups and of the sessions with each. */
export function ladderOf(tried: readonly Tried[], quantity: AimQuantity): Rung[] {
  const order = inOrder(tried)
  const upTo = (session: PlaySession | null): CeilingBand => {
    const so = session ? new Set(order.slice(0, order.indexOf(session) + 1)) : new Set(order)
    return ceilingBand(tried.map((t) => ({ ...t, sessions: t.sessions.filter((s) => so.has(s)) })))
  }
  return tried.flatMap((t): Rung[] => {
    const value = estimateOf(t.state, quantity)
    if (!value) return []
    const played: (PlaySession | null)[] = t.sessions.length > 0 ? t.sessions : [null]
    return played.map((session) => ({ id: t.id, session, value, said: saidOf(session), ceiling: upTo(session) }))
  })
}
