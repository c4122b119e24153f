import { describe, expect, it } from 'vitest'
import { withPieces } from '../frame/pieces.ts'
import { estimateOf, frameState } from '../frame/state.ts'
import { tennis } from '../sports/tennis.ts'
import { DRAWER, usualRequest } from './fixtures/fixtures.ts'
import { STRUNG, usualState } from '../frame/fixtures.ts'
import type { Cut } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import { massByPlace } from './offers/whereabouts.ts'
import { NO_CONSTRAINT, planSpace, optimalPlan } from './solve/plan.ts'
import { OPEN_LIMITS } from './problem/request.ts'

/** What fitters know from the bench: all common practice, no source; the figures beside them are worked out by hand here. */
const G = tennis.geometry
const work = { geometry: G, condition: STRUNG, profile: tennis }
const after = (cuts: Cut[]) => withPieces(usualState(), piecesOfAll(cuts, DRAWER, work), G)
const gain = (cuts: Cut[], quantity: Parameters<typeof estimateOf>[1]) =>
  estimateOf(after(cuts), quantity)!.value - estimateOf(usualState(), quantity)!.value

describe('the trade’s checks of a plan', () => {
  it('strips on the four bevels, butt to top of grip: weight for almost no swing weight, balance to the hand, more recoil weight', () => {
    const strips: Cut = {
      id: 'bevels',
      materialId: 'lead-quarter',
      place: 'bevels',
      zoneId: 'bevels',
      atCm: 0.5,
      amount: 17,
      layerCm: 17,
    }
    // 4 × 17 cm of 0.25 g per inch: 6.69 g about 9 cm from the butt.
    const grams = 4 * 17 * (0.25 / 2.54)
    expect(gain([strips], 'mass')).toBeCloseTo(grams, 9)
    expect(gain([strips], 'balance')).toBeCloseTo((grams * (9 - 32.6)) / (305.4 + grams), 6)
    // A rod of 17 cm about 10.16: m(ℓ²/12 + 1.16²)/1000.
    expect(gain([strips], 'swingWeight')).toBeCloseTo((grams * (17 ** 2 / 12 + 1.16 ** 2)) / 1000, 6)
    expect(gain([strips], 'recoilWeight')).toBeGreaterThan(3)
  })

  it('equal moments at both ends keep the balance, and raise the swing weight', () => {
    const request = usualRequest({
      target: { mass: { value: 313, tolerance: 0.5 } },
      limits: { ...OPEN_LIMITS, keep: ['balance'], mayChangeGrip: false, zoneIds: ['tip', 'butt'] },
    })
    const keep = { value: 32.6, tolerance: 0.2 }
    const space = planSpace({ ...request, target: { ...request.target, balance: keep } })
    const plan = optimalPlan(space, NO_CONSTRAINT)
    expect(plan.reached).toBe(true)
    const grams = massByPlace(plan.cuts, space.request)
    // Tip about 68.3 − 32.6, butt about 32.6 − 3.5: moments about the balance point cancel to what 0.2 cm leaves open.
    const moment = grams.get('tip')! * (68.3 - 32.6) - grams.get('butt')! * (32.6 - 3.5)
    expect(Math.abs(moment)).toBeLessThan(0.2 * 313)
    expect(gain(plan.cuts, 'swingWeight')).toBeGreaterThan(8)
  })

  it('3, 6 and 9 g at tip, sides and handle less 30 % is about −1, −2 and −3, and takes 30 % of what they did', () => {
    const cuts = (share: number): Cut[] => [
      { id: 't', materialId: 'putty', place: 'spot', zoneId: null, atCm: 68, amount: 3 * share, layerCm: 60 },
      {
        id: 's',
        materialId: 'putty',
        place: 'spot',
        zoneId: null,
        atCm: 51.4,
        amount: 6 * share,
        layerCm: 60,
        offCm: 12.5,
      },
      { id: 'h', materialId: 'putty', place: 'spot', zoneId: null, atCm: 8, amount: 9 * share, layerCm: 60 },
    ]
    for (const quantity of ['mass', 'swingWeight', 'twistWeight'] as const)
      expect(gain(cuts(0.7), quantity)).toBeCloseTo(0.7 * gain(cuts(1), quantity), 9)
    expect(cuts(1).map((c, i) => Math.round(c.amount - cuts(0.7)[i].amount))).toEqual([1, 2, 3])
  })

  it('a junior half-way, 270 g and 270 to 280 and 280: the head takes the swing weight, the handle the rest of the mass', () => {
    const junior = frameState(
      { mass: { value: 270, u: 0.1 }, balance: { value: 33, u: 0.03 }, swingWeight: { value: 270, u: 0.5 } },
      10.16,
    )
    const space = planSpace(
      usualRequest({
        state: junior,
        target: { mass: { value: 280, tolerance: 0.8 }, swingWeight: { value: 280, tolerance: 1.5 } },
        materials: DRAWER.filter((m) => !m.lead),
        limits: { ...OPEN_LIMITS, mayChangeGrip: false, zoneIds: ['tenTwo', 'bevels', 'butt'] },
      }),
    )
    const plan = optimalPlan(space, NO_CONSTRAINT)
    expect(plan.reached).toBe(true)
    const grams = massByPlace(plan.cuts, space.request)
    const head = grams.get('tenTwo')!
    // 10 kg·cm² at 10 and 2, about 58 cm up, is a little over 4 g; the rest of the 10 g sits in the handle.
    expect(head).toBeGreaterThan(3.2)
    expect(head).toBeLessThan(5.2)
    expect((grams.get('bevels') ?? 0) + (grams.get('butt') ?? 0)).toBeCloseTo(plan.score.addedG - head, 9)
  })
})
