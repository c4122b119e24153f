/** Half of what a fingertip covers, and the least that a mark itself is, px. */
const FINGER_PX = 22
const MARK_PX = 7

/** How far about each of some marks it is the one that is meant, px: a fingertip, and never past half of the way to another. */
export function markReach(marks: readonly { x: number; y: number }[]): number[] {
  return marks.map((mark, i) => {
    const others = marks.filter((_, k) => k !== i).map((other) => Math.hypot(other.x - mark.x, other.y - mark.y))
    return Math.max(MARK_PX, Math.min(FINGER_PX, ...others.map((apart) => apart / 2)))
  })
}
