import type { UnitChoice } from '#core/quantities/units.ts'
import { fixed, unitMark, writeDifference, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import type { FrameLog } from '#contract/logbook.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'

type Drifted = NonNullable<FrameLog['drifted']>

/** What play is expected to have done to a proven frame, and what it was found to be, as it is said. */
export function driftedText(d: Drifted, units: UnitChoice, lengthCm: number) {
  const since = `Proven ${d.since.slice(0, 10)}`
  const perWeek = d.hoursFrom === 'perWeek' ? ' by the player’s hours a week' : ''
  return {
    again: d.moved.length > 0,
    asks: d.asks.length > 0,
    played:
      d.hoursFrom === 'unknown'
        ? `${since}; nobody knows how long it was played since.`
        : `${since}, about ${fixed(d.hours, 0)} h of play since${perWeek}. Sweat, wear and strings let expect:`,
    numbers: (['mass', 'swingWeight'] as const).flatMap((quantity) => {
      const e = (d.together ?? d.expected)[quantity]
      if (!e || d.hours <= 0) return []
      const value = writeQuantity(e.value, quantity, units, lengthCm)
      return [{ quantity, value, spread: writeSpread(2 * e.u, quantity, units) }]
    }),
    said: foundText(d, units),
  }
}

function foundText({ moved, asks }: Drifted, units: UnitChoice): string[] {
  if (moved.length === 0) return []
  const off = moved.filter((m) => !m.expectedSo)
  if (off.length === 0) return ['It was found as expected: these are what wear and readings say together.']
  const by = off.map((m) =>
    `${QUANTITY_NAMES[m.quantity].toLowerCase()} ${writeDifference(m.by, m.quantity, units)} ${unitMark(m.quantity, units)}`.trim(),
  )
  return [`Found otherwise: ${by.join(', ')}.`, ...asks]
}
