import { describe, expect, it } from 'vitest'
import { doubtOfState } from '#core/frame/plausible.ts'
import { aboutAxis, frameState } from '#core/frame/state.ts'
import { type SPORTS, profileOf } from '#core/sports/sports.ts'
import { decodeLine, encodeLine } from '#contract/deviceLine.ts'
import { FRAMES, ITEMS } from './items.ts'

describe('frames of the simulated bench, built of solid parts', () => {
  const SPORT_OF: Record<string, (typeof SPORTS)[number]> = {
    'frame-11': 'badminton',
    'frame-12': 'pickleball',
    'frame-13': 'padel',
  }
  it.each(FRAMES.map((f) => [f.name, f] as const))('%s is plausible in its sport', (_, item) => {
    const profile = profileOf(SPORT_OF[item.id] ?? 'tennis')
    const { totals } = item
    const state = frameState(
      {
        mass: { value: totals.massG, u: 0 },
        balance: { value: totals.balanceCm, u: 0 },
        swingWeight: { value: totals.swingWeightAbout(profile.axisCm), u: 0 },
      },
      profile.axisCm,
    )
    expect(doubtOfState(state, { ...profile.geometry, lengthCm: totals.lengthCm }, profile)).toBeNull()
    for (const [quantity, value] of [
      ['mass', totals.massG],
      ['balance', totals.balanceCm],
      ['twistWeight', totals.twistWeightKgCm2],
    ] as const) {
      expect(value).toBeGreaterThan(profile.usual[quantity][0])
      expect(value).toBeLessThan(profile.usual[quantity][1])
    }
    // Another axis by the parallel-axis rule against the sum of the parts about it.
    for (const axis of profile.otherAxesCm)
      expect(aboutAxis(state, axis).swingWeightKgCm2).toBeCloseTo(totals.swingWeightAbout(axis), 6)
  })
})

it('all that can lie on the bench is told in one line that can be read, with room for more', () => {
  const items = JSON.stringify(ITEMS.map(({ id, name }) => ({ id, name })))
  const line = encodeLine('ITEMS', { items, on: ITEMS[0].id })
  expect(line.length).toBeLessThan(3500)
  expect(decodeLine(line)!.fields.items).toBe(items)
})
