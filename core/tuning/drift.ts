import type { Condition } from '../frame/condition.ts'
import { withPieces, type Piece } from '../frame/pieces.ts'
import { shapeAt, type TargetPlace } from '../frame/places.ts'
import { estimateOf, observed, type FrameState } from '../frame/state.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { differenceOf } from '../quantities/difference.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import { USUAL_INTERVALS } from './intervals.ts'

/** What play does to a frame. */
export interface Wear {
  id: 'sweat' | 'bumper' | 'strings'
  /** g after so many hours: mean and standard uncertainty. */
  massG(hours: number, condition: Condition, profile: SportProfile): { value: number; u: number }
  at: TargetPlace | 'bed'
}

/** Hours after which an overgrip holds two thirds of what it ever takes up. */
const SOAK_HOURS = 6
const SOAKED_G = 0.8

/**
 * How the numbers of a frame move with play (common practice, no source; assumed). An overgrip takes up sweat and dirt until it is full;
 * the bumper loses 5 mg an hour; a string bed is a new one, of another weight, once it is older than its hours.
 */
export const WEARS: readonly Wear[] = [
  {
    id: 'sweat',
    at: 'handle',
    massG: (hours, condition) => {
      const full = SOAKED_G * condition.overgrips * (1 - Math.exp(-hours / SOAK_HOURS))
      return { value: full, u: 0.5 * full }
    },
  },
  {
    id: 'bumper',
    at: 'tip',
    massG: (hours) => ({ value: -0.005 * hours, u: 0.003 * hours }),
  },
  {
    id: 'strings',
    at: 'bed',
    massG: (hours, condition, profile) => ({
      value: 0,
      u:
        condition.stringsG !== null && profile.layers.strings && hours > USUAL_INTERVALS.restringHours
          ? profile.layers.strings.uMassG
          : 0,
    }),
  },
]

/** Of each strip on the hoop or the shaft, so likely to come off in an hour of play (assumed: one in a hundred in twenty hours). */
export const LOST_PER_HOUR = 0.0005
/** What a hand stuck on may come off whole: a little less on the whole, and known less well. */
function lostOf(stuck: readonly Piece[], hours: number): Piece[] {
  const lost = 1 - (1 - LOST_PER_HOUR) ** hours
  return stuck.map(({ massG, shape }) => ({
    massG: -lost * massG,
    uMassG: Math.sqrt(lost * (1 - lost)) * Math.abs(massG),
    uPlaceCm: 0,
    shape,
  }))
}

/** Hours of play since the frame was read, and on the overgrip that is on it. */
export interface Played {
  played: number
  grip: number
}

/**
 * A frame as it is expected after so many hours of play: moved by what wears, and known less well.
 * @param stuck the strips that lie on it, any of which may come off
 */
export function wornState(
  state: FrameState,
  hours: number | Played,
  condition: Condition,
  geometry: FrameGeometry,
  profile: SportProfile,
  stuck: readonly Piece[] = [],
): FrameState {
  const played = Math.max(0, typeof hours === 'number' ? hours : hours.played)
  const worn = WEARS.flatMap((wear): Piece[] => {
    const own = typeof hours === 'number' ? hours : wear.id === 'sweat' ? hours.grip : hours.played
    const { value, u } = wear.massG(Math.max(0, own), condition, profile)
    if (value === 0 && u === 0) return []
    const shape: Piece['shape'] = wear.at === 'bed' ? { kind: 'bed' } : shapeAt(wear.at, geometry)
    return [{ massG: value, uMassG: u, uPlaceCm: 0, shape }]
  })
  const pieces = [...worn, ...(played > 0 ? lostOf(stuck, played) : [])]
  return pieces.length === 0 ? state : withPieces(state, pieces, geometry)
}

/** One number as it is read again, against what wear lets expect. */
export interface Moved {
  quantity: Quantity
  expected: number
  uExpected: number
  read: number
  /** Read less expected, and whether wear and readings account for it. */
  by: number
  expectedSo: boolean
}

/** What was read against what was to be expected; numbers that were not read are left out. */
export function movedSince(expected: FrameState, read: FrameState): Moved[] {
  return QUANTITIES.flatMap((quantity): Moved[] => {
    const e = estimateOf(expected, quantity)
    const r = estimateOf(read, quantity)
    if (!e || !r) return []
    const { difference, verdict } = differenceOf(e, r)
    return [
      {
        quantity,
        expected: e.value,
        uExpected: e.u,
        read: r.value,
        by: difference!.value,
        expectedSo: verdict === 'same',
      },
    ]
  })
}

/**
 * A frame that was found as expected: what wear lets expect and what was read, each by its uncertainty (Gaussian conditioning), and so
 * known better than by either. Null where it was found otherwise, or nothing was read.
 */
export function foundAsExpected(expected: FrameState, read: FrameState, moved: readonly Moved[]): FrameState | null {
  if (moved.length === 0 || moved.some((m) => !m.expectedSo)) return null
  return moved.reduce((state, { quantity }) => observed(state, quantity, estimateOf(read, quantity)!), expected)
}

/** What may have happened to a frame that is not as expected, the likeliest first: to be asked, never assumed. */
export function askWhatHappened(moved: readonly Moved[]): string[] {
  const by = (quantity: Quantity) => {
    const found = moved.find((m) => m.quantity === quantity)
    return found && !found.expectedSo ? found.by : 0
  }
  if (moved.every((m) => m.expectedSo)) return []
  const [mass, swing, balance] = [by('mass'), by('swingWeight'), by('balance')]
  const asks: string[] = []
  if (mass < 0 && swing < 0) asks.push('Has a strip come off the hoop, or the bumper been changed?')
  if (mass > 0 && swing > 0) asks.push('Other strings, a dampener, or tape that somebody added?')
  if (mass > 0 && swing <= 0) asks.push('Another grip, one more overgrip, or something in the butt?')
  if (mass < 0 && swing >= 0) asks.push('An overgrip off, or another grip?')
  if (mass === 0 && swing !== 0)
    asks.push('Has something moved along the frame? Read the swing weight again, axis and calibration first.')
  if (mass === 0 && swing === 0 && balance !== 0) asks.push('Read the balance again: nothing else has moved.')
  if (asks.length === 0) asks.push('Read it again; then ask what was changed.')
  return asks
}
