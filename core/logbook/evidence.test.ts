import { describe, expect, it } from 'vitest'
import { seeded } from '../numerics/random.ts'
import { ALL_CASES, evidenceOf, type Case } from './evidence.ts'
import type { LogNumbers } from './logbook.ts'

const tolerance = () => ({ mass: 1, balance: 0.2, swingWeight: 2, twistWeight: 0.3 })
const numbers = (mass: number): LogNumbers => ({ mass: { value: mass, u: 0.1 }, balance: null, swingWeight: null, twistWeight: null, recoilWeight: null }) // prettier-ignore
const job = (number: number, change: Partial<Case> = {}): Case => ({
  frameId: `f${number}`,
  number,
  sport: 'tennis',
  level: 'club',
  minor: false,
  complaints: [],
  changes: [],
  sessions: [],
  landed: null,
  came: null,
  left: null,
  ...change,
})

describe('what the shop’s own records say', () => {
  it('counts what was kept by step, with the score interval', () => {
    const raise = (kept: boolean) => ({ what: 'ceilingFirst.raise', swingKgCm2: 6.6, kept })
    const { kept } = evidenceOf(
      [
        job(1, { changes: [raise(true), raise(true), raise(false)] }),
        job(2, { changes: [{ what: 'own', swingKgCm2: 0, kept: true }] }),
      ],
      ALL_CASES,
      tolerance,
    )
    expect(kept.map((k) => [k.what, k.share.of, k.share.cases])).toEqual([
      ['ceilingFirst.raise', 2, 3],
      ['own', 1, 1],
    ])
    expect(kept[0].swingKgCm2).toBeCloseTo(6.6, 9)
    expect(kept[0].share.low).toBeGreaterThan(0.2)
    expect(kept[0].share.high).toBeLessThan(0.95)
  })
  it('lays tired and late sessions beside how much heavier the setup was', () => {
    const { heavy } = evidenceOf(
      [job(1, { sessions: [{ upKgCm2: 6.6, heavy: true }, { upKgCm2: 6.6, heavy: false }, { upKgCm2: 0, heavy: false }] })], // prettier-ignore
      ALL_CASES,
      tolerance,
    )
    expect(heavy.map((h) => [h.from, h.to, h.share.of, h.share.cases])).toEqual([
      [-0.5, 0.5, 0, 1],
      [4, 8, 1, 2],
    ])
  })
  it('a frame that came back is held against how it left, with the next job alone', () => {
    const at = (number: number, change: Partial<Case>) => job(number, { frameId: 'f', ...change })
    const { moved } = evidenceOf(
      [
        at(1, { left: numbers(320) }),
        at(3, { came: numbers(350) }),
        at(2, { came: numbers(320.6), left: numbers(330) }),
      ],
      ALL_CASES,
      tolerance,
    )
    expect(moved).toHaveLength(1)
    expect(moved[0]).toMatchObject({ quantity: 'mass', visits: 2, within: { of: 1, cases: 2 } })
    expect(moved[0].mean).toBeCloseTo((0.6 + 20) / 2, 9)
  })
  it('a promise that is kept is seen to be kept: 400 seeded builds lie on the diagonal, and lying chances do not', () => {
    const random = seeded(4)
    const builds = (honest: boolean) =>
      Array.from({ length: 400 }, (_, i) => {
        const chance = 0.4 + 0.6 * random()
        return job(i, { landed: { stated: honest ? chance : Math.min(1, chance + 0.25), inside: random() < chance } })
      })
    const holds = (honest: boolean) =>
      evidenceOf(builds(honest), ALL_CASES, tolerance).landed.filter(
        (l) => l.stated >= l.share.low && l.stated <= l.share.high,
      ).length
    expect(evidenceOf(builds(true), ALL_CASES, tolerance).landed).toHaveLength(5)
    expect(holds(true)).toBeGreaterThanOrEqual(4)
    expect(holds(false)).toBeLessThanOrEqual(2)
  })
  it('is filtered by sport, level, age and complaint', () => {
    const cases = [
      job(1, { sport: 'padel' }),
      job(2, { level: 'strong' }),
      job(3, { minor: true }),
      job(4, { complaints: ['late'] }),
    ]
    const count = (filter: Partial<typeof ALL_CASES>) => evidenceOf(cases, { ...ALL_CASES, ...filter }, tolerance).jobs
    expect([count({}), count({ sport: 'padel' }), count({ level: 'strong' }), count({ minor: true }), count({ complaint: 'late' })]).toEqual([4, 1, 1, 1, 1]) // prettier-ignore
  })
})
