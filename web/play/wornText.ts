import { estimateOf, type FrameState } from '#core/frame/state.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import { fixed, unitMark, writeSpread, writeValue } from '#core/quantities/write.ts'

/** How hours of play have moved what matters most, in one line. */
export function wornText(
  { hours, state }: { hours: number; state: FrameState },
  units: UnitChoice,
  lengthCm: number,
): string {
  const numbers = (['mass', 'swingWeight'] as const).flatMap((quantity) => {
    const e = estimateOf(state, quantity)
    if (!e) return []
    const value = writeValue(e.value, quantity, units, lengthCm)
    return [`${value} ± ${writeSpread(2 * e.u, quantity, units)} ${unitMark(quantity, units)}`.trim()]
  })
  return `By now, after ${fixed(hours, 1)} h of sweat and wear: ${numbers.join(', ')}.`
}
