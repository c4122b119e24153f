import { conditionText } from '#core/frame/condition.ts'
import type { EarlierSetup, WayBack } from '#core/logbook/returning.ts'
import { QUANTITIES, type UnitChoice } from '#core/quantities/units.ts'
import { fixed, writeQuantity } from '#core/quantities/write.ts'
import type { SportProfile } from '#core/sports/profile.ts'

/** What was read of a setup when it was proven, in one line. */
export function readText(setup: EarlierSetup, units: UnitChoice, lengthCm: number): string {
  return QUANTITIES.flatMap((quantity) => {
    const found = setup.read.find((r) => r.quantity === quantity)
    return found ? [writeQuantity(found.value, quantity, units, lengthCm)] : []
  }).join(', ')
}

/** What the way back to an earlier setup cannot do by itself: each a sentence. */
export function wayBackNotes(way: WayBack, setup: EarlierSetup, profile: SportProfile): string[] {
  const { condition, number } = setup
  return [
    ...way.stays.map((item) => `${item.name}: ${fixed(item.massG, 1)} g are cured and stay.`),
    ...way.gone.map(({ item, why }) =>
      why === 'noStrip'
        ? `${item.name}, ${fixed(item.massG, 1)} g ${fixed(item.atCm, 1)} cm from the butt, was on it before any job: put it back by hand.`
        : `${item.name}: the drawer has no such material any more; ${fixed(item.massG, 1)} g are missing.`,
    ),
    ...(way.layers.length > 0
      ? [`In job ${number} it was ${conditionText({ ...condition, added: [] }, profile)}: change that by hand.`]
      : []),
  ]
}
