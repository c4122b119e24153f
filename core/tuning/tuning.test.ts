// @ts-expect-error the library ships no types
import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { STRUNG, usualState } from '../frame/fixtures.ts'
import { estimateOf } from '../frame/state.ts'
import { normal, seeded } from '../numerics/random.ts'
import { unknownPlayer } from '../player/facts.ts'
import { tennis } from '../sports/tennis.ts'
import { boutsNeeded, neededRight, blindOrder, resultOf } from './blind.ts'
import { ceilingOf, chanceHeavy, DAYS } from './ceiling.ts'
import { emptySession, type BlindTest, type PlaySession } from './document.ts'
import { shapeAt } from '../frame/places.ts'
import { diagonal } from '../numerics/covariance.ts'
import { askWhatHappened, foundAsExpected, LOST_PER_HOUR, movedSince, WEARS, wornState } from './drift.ts'
import { USUAL_INTERVALS } from './intervals.ts'
import { hoursOf, kgOfLb, livesOf, older, stringAdvice } from './stringing.ts'

describe('the ceiling', () => {
  it('is an interval: open above while all was easy, open below while all was too heavy', () => {
    const easy = ceilingOf([310, 316, 322].map((swingKgCm2) => ({ swingKgCm2, heavy: false })))
    expect(easy).toMatchObject({ high: null, likely: null })
    expect(easy.low!).toBeGreaterThan(316)
    const hard = ceilingOf([{ swingKgCm2: 330, heavy: true }])
    expect(hard).toMatchObject({ low: null, likely: null })
    expect(ceilingOf([])).toEqual({ low: null, high: null, likely: null })
  })
  it('lies between the last fresh and the first tired step, and narrows with sessions', () => {
    const steps = [310, 316, 322, 328].map((swingKgCm2, i) => ({ swingKgCm2, heavy: i === 3 }))
    const once = ceilingOf(steps)
    expect(once.likely!).toBeGreaterThan(320)
    expect(once.likely!).toBeLessThan(330)
    const thrice = ceilingOf([...steps, ...steps, ...steps])
    expect(thrice.high! - thrice.low!).toBeLessThan(0.75 * (once.high! - once.low!))
  })
  it('a chance of a heavy session that is even at the ceiling', () => {
    expect(chanceHeavy(320, 320)).toBeCloseTo(0.5, 6)
    expect(chanceHeavy(250, 320)).toBeCloseTo(DAYS.otherwise, 6)
    expect(chanceHeavy(390, 320)).toBeCloseTo(1 - DAYS.otherwise, 6)
    expect(chanceHeavy(324, 320)).toBeCloseTo(DAYS.otherwise + (1 - 2 * DAYS.otherwise) * jstat.normal.cdf(1, 0, 1), 5)
  })
})

describe('a blind test', () => {
  const test = (answers: BlindTest['answers'], bouts = 8) => ({ seed: 7, bouts, answers })
  const order = blindOrder(7, 8)
  const other = (l: 'A' | 'B'): 'A' | 'B' => (l === 'A' ? 'B' : 'A')
  it('gives both setups as often, in an order that only the seed knows', () => {
    for (let seed = 0; seed < 200; seed++) expect(blindOrder(seed, 8).filter((l) => l === 'A')).toHaveLength(4)
    expect(blindOrder(3, 8)).toEqual(blindOrder(3, 8))
    const firsts = Array.from({ length: 400 }, (_, seed) => blindOrder(seed, 7)[0]).filter((l) => l === 'A').length
    expect(Math.abs(firsts - 200)).toBeLessThan(50)
  })
  it('7 of 8: guessing does that well in 4 of 100; 4 of 8 says nothing', () => {
    const right = order.map((l) => ({ said: l, better: null }))
    const seven = right.map((a, i) => (i === 2 ? { ...a, said: other(a.said) } : a))
    expect(resultOf(test(seven))).toMatchObject({ right: 7, bouts: 8 })
    expect(resultOf(test(seven)).chance).toBeCloseTo(1 - jstat.binomial.cdf(6, 8, 0.5), 9)
    expect(Math.round(100 * resultOf(test(seven)).chance)).toBe(4)
    expect(resultOf(test(right.slice(0, 3)))).toMatchObject({ right: 3, bouts: 3 })
  })
  it('counts what was better for what was really in the hand', () => {
    // Always “the one I take for A is better”, and wrong every time: B is better.
    const wrong = order.map((l) => ({ said: other(l), better: 'A' as const }))
    const result = resultOf(test(wrong))
    expect(result.right).toBe(0)
    expect(result.aBetter + result.bBetter).toBe(8)
    // Taken for A, it was B, and called better: 4 bouts. Taken for B, it was A, and the other called better: B. All eight for B.
    expect(result.bBetter).toBe(8)
  })
  it('tells beforehand how many bouts are fair, against a statistics library', () => {
    const bouts = boutsNeeded()
    const needed = neededRight(bouts)!
    expect(1 - jstat.binomial.cdf(needed - 1, bouts, 0.5)).toBeLessThanOrEqual(0.05)
    expect(1 - jstat.binomial.cdf(needed - 1, bouts, 0.8)).toBeGreaterThanOrEqual(0.8)
    expect(neededRight(4)).toBeNull()
    expect(neededRight(5)).toBe(5)
    expect(boutsNeeded(0.95)).toBeLessThan(bouts)
    expect(() => blindOrder(1, 0)).toThrow('number.outside')
  })
  it('stopped before its end it is told by the order that was played: what was right stays right', () => {
    for (let seed = 0; seed < 50; seed++) {
      const shown = blindOrder(seed, 12).slice(0, 5)
      const answers = shown.map((said) => ({ said, better: null }))
      const result = resultOf({ seed, bouts: 12, answers })
      expect([result.bouts, result.right]).toEqual([5, 5])
      expect(result.chance).toBeCloseTo(1 / 32, 12)
    }
  })
})

describe('what play does to the numbers', () => {
  const wear = (hours: number, condition = { ...STRUNG, overgrips: 1 }) =>
    wornState(usualState(), hours, condition, tennis.geometry, tennis)
  it('follows its closed form: sweat that fills up, a bumper that wears at a rate', () => {
    const sweat = 0.8 * (1 - Math.exp(-12 / 6))
    const bumper = -0.005 * 12
    expect(wear(12).massG! - usualState().massG!).toBeCloseTo(sweat + bumper, 9)
    const before = estimateOf(usualState(), 'mass')!.u
    const after = estimateOf(wear(12), 'mass')!.u
    expect(after ** 2 - before ** 2).toBeCloseTo((0.5 * sweat) ** 2 + (0.003 * 12) ** 2, 6)
    expect(wear(0)).toEqual(usualState())
  })
  it('is known less well the longer it is played', () => {
    const u = [0, 5, 20, 80, 300].map((h) => estimateOf(wear(h), 'swingWeight')!.u)
    for (let i = 1; i < u.length; i++) expect(u[i]).toBeGreaterThan(u[i - 1])
    expect(WEARS.every((w) => w.massG(0, STRUNG, tennis).value === 0)).toBe(true)
  })
  it('covers what frames do that wear so: 95 % of 500 seeded frames lie inside', () => {
    const random = seeded(11)
    const gauss = normal(random)
    let inside = 0
    for (let i = 0; i < 500; i++) {
      const expected = wear(40)
      const u = estimateOf(expected, 'mass')!.u
      const read = {
        ...expected,
        massG: expected.massG! + u * gauss(),
        covariance: expected.covariance.map((r) => r.map(() => 0)),
      }
      if (movedSince(expected, read).find((m) => m.quantity === 'mass')!.expectedSo) inside++
    }
    expect(inside / 500).toBeGreaterThan(0.93)
    expect(inside / 500).toBeLessThan(0.98)
  })
  it('any strip may come off: less on the whole, and known less well, by the closed form of a coin that is tossed each hour', () => {
    const strip = { massG: 4, uMassG: 0.1, uPlaceCm: 0, shape: shapeAt('tip', tennis.geometry) }
    const stuck = wornState(usualState(), 40, STRUNG, tennis.geometry, tennis, [strip, strip])
    const none = wornState(usualState(), 40, STRUNG, tennis.geometry, tennis)
    const lost = 1 - (1 - LOST_PER_HOUR) ** 40
    expect(stuck.massG! - none.massG!).toBeCloseTo(-2 * 4 * lost, 9)
    const u2 = (of: typeof stuck) => estimateOf(of, 'mass')!.u ** 2
    expect(u2(stuck) - u2(none)).toBeCloseTo(2 * 16 * lost * (1 - lost), 9)
    // One of them gone is still no surprise to be passed over in silence.
    const read = { ...stuck, massG: stuck.massG! - 4, covariance: stuck.covariance.map((r) => r.map(() => 0)) }
    expect(movedSince(stuck, read).find((m) => m.quantity === 'mass')!.expectedSo).toBe(false)
  })
  it('a reading as expected narrows it, by 1/u² of both; one otherwise narrows nothing', () => {
    const expected = wear(60)
    const read = { ...expected, massG: expected.massG! + 0.2, covariance: diagonal([0.1, 0.05, 0.5, 0.1, 0]) }
    const together = foundAsExpected(expected, read, movedSince(expected, read))!
    const [a, b] = [estimateOf(expected, 'mass')!, estimateOf(read, 'mass')!]
    const mass = estimateOf(together, 'mass')!
    // Mass alone would give the weighted mean; balance and swing weight that were read as expected pull the same way or not at all.
    expect(mass.u).toBeLessThanOrEqual(1 / Math.sqrt(1 / a.u ** 2 + 1 / b.u ** 2) + 1e-9)
    expect(mass.value).toBeGreaterThan(a.value)
    expect(mass.value).toBeLessThan(b.value + 1e-9)
    for (const quantity of ['balance', 'swingWeight', 'twistWeight'] as const)
      expect(estimateOf(together, quantity)!.u).toBeLessThanOrEqual(estimateOf(read, quantity)!.u + 1e-12)
    const far = { ...read, massG: expected.massG! + 9 }
    expect(foundAsExpected(expected, far, movedSince(expected, far))).toBeNull()
    expect(foundAsExpected(expected, read, [])).toBeNull()
  })
  it('asks what happened when a number is not what wear lets expect, and is still when it is', () => {
    const now = wear(10)
    expect(askWhatHappened(movedSince(now, now))).toEqual([])
    const lost = { ...now, massG: now.massG! - 4, swingWeightKgCm2: now.swingWeightKgCm2! - 12 }
    expect(askWhatHappened(movedSince(now, lost))[0]).toMatch(/strip come off/)
    expect(askWhatHappened(movedSince(now, { ...now, massG: now.massG! + 6 }))[0]).toMatch(/grip/)
    expect(askWhatHappened(movedSince(now, { ...now, swingWeightKgCm2: now.swingWeightKgCm2! + 12 }))[0]).toMatch(
      /axis/,
    )
  })
})

describe('strings', () => {
  const session = (change: Partial<PlaySession>): PlaySession => ({
    ...emptySession('s', '2026-01-01', 'built', null),
    ...change,
  })
  const none = {
    bed: null,
    sessions: [],
    player: null,
    addedG: 0,
    hours: { strings: 0, measured: 0, grip: 0 },
    wraps: 1,
    today: '2026-03-01',
    measuredOn: null,
    intervals: USUAL_INTERVALS,
  }
  const poly = {
    kind: 'polyester 1.25',
    gaugeMm: 1.25,
    stiffness: null,
    mainsLb: 52,
    crossesLb: 50,
    strungOn: '2026-01-10',
  }
  it('pounds and kilograms by the definition of 1959: 52 lb are 23.587 kg', () =>
    expect(kgOfLb(52)).toBeCloseTo(23.587, 3))
  it('advise by rules, each with its reason', () => {
    const ids = (of: Partial<Parameters<typeof stringAdvice>[0]>) => stringAdvice({ ...none, ...of }).map((a) => a.id)
    expect(ids({})).toEqual([])
    expect(ids({ addedG: 4, sessions: [session({ ratings: { power: 1, depth: -1 } })] })).toEqual(['tighter'])
    expect(ids({ addedG: 0, sessions: [session({ ratings: { power: 1, depth: -1 } })] })).toEqual([])
    expect(ids({ bed: poly, player: { ...unknownPlayer('P'), pain: 'past' } })).toEqual(['softFirst'])
    expect(ids({ bed: { ...poly, kind: 'natural gut' }, player: { ...unknownPlayer('P'), pain: 'past' } })).toEqual([])
    expect(ids({ addedG: -4, sessions: [session({ ratings: { power: -1 } })] })).toEqual(['looser'])
    const worse = session({ on: '2026-02-01', ratings: { direction: -1 } })
    expect(ids({ bed: poly, sessions: [worse, worse] })).toEqual(['gone'])
    expect(ids({ bed: poly, sessions: [{ ...worse, on: '2026-01-02' }, worse] })).toEqual([])
    expect(ids({ bed: poly, sessions: [session({ conditions: ['cold'], ratings: { comfort: -1 } })] })).toEqual([
      'cold',
    ])
    expect(ids({ bed: poly, lifeOfBeds: [20, 6, 5] })).toEqual(['thicker'])
    expect(ids({ bed: poly, lifeOfBeds: [6, 20] })).toEqual([])
    expect(ids({ hours: { strings: 0, measured: 0, grip: 10 } })).toEqual(['overgrip'])
    expect(ids({ hours: { strings: 0, measured: 0, grip: 10 }, wraps: 0 })).toEqual([])
    expect(ids({ bed: poly, hours: { strings: 20, measured: 0, grip: 0 } })).toEqual(['restring'])
    expect(ids({ bed: poly, today: '2026-04-10' })).toEqual(['restring'])
    expect(ids({ measuredOn: '2025-08-28T10:00:00Z' })).toEqual(['measure'])
  })
  it('tells how long each bed lasted by the days on which the next was strung', () => {
    const at = (on: string) => session({ on, minutes: 120 })
    const past = [
      { ...poly, strungOn: '2026-01-01' },
      { ...poly, strungOn: '2026-02-01' },
    ]
    const played = ['2026-01-05', '2026-01-20', '2026-02-01', '2026-03-02'].map(at)
    expect(livesOf(past, { ...poly, strungOn: '2026-03-01' }, played)).toEqual([4, 2])
    expect(livesOf([], poly, played)).toEqual([])
  })
  it('counts hours and months', () => {
    expect(hoursOf([session({ minutes: 90 }), session({ minutes: null }), session({ minutes: 30 })])).toBe(2)
    expect([older('2026-01-31', '2026-04-30', 3), older('2026-01-31', '2026-05-01', 3), older(null, '2026-05-01', 3)]).toEqual([false, true, false]) // prettier-ignore
  })
})
