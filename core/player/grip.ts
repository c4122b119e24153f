/** Which end of the overgrip is wound on first. */
export const GRIP_ENDS = ['thin', 'thick'] as const
/** Which way it turns: as a right-hander's, or the other way round. */
export const GRIP_TURNS = ['right', 'left'] as const

/** How a player likes the grip wound. Null: not asked. */
export interface GripRoutine {
  /** Of the handle, as the shop names it. */
  size: string
  overgrips: number | null
  first: (typeof GRIP_ENDS)[number] | null
  turns: (typeof GRIP_TURNS)[number] | null
  /** How far up from the butt, cm. */
  upToCm: number | null
}
export const PLAIN_GRIP: GripRoutine = { size: '', overgrips: null, first: null, turns: null, upToCm: null }

const cm = (value: number) => String(Number(value.toFixed(1)))

/** A player's grip in a sentence; empty where nothing was asked. */
export function gripText({ size, overgrips, first, turns, upToCm }: GripRoutine): string {
  const parts = [
    ...(size ? [`size ${size}`] : []),
    ...(overgrips === null ? [] : [overgrips === 1 ? 'one overgrip' : `${overgrips || 'no'} overgrips`]),
    ...(first ? [`${first} end first`] : []),
    ...(turns ? [`wound ${turns}-handed`] : []),
    ...(upToCm === null ? [] : [`up to ${cm(upToCm)} cm`]),
  ]
  return parts.length === 0 ? '' : `${parts.join(', ').replace(/^./, (c) => c.toUpperCase())}.`
}
