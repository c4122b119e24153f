import { describe, expect, it } from 'vitest'
import { usualState } from '../frame/fixtures.ts'
import { BUILT, emptySession, type PlaySession, type TunedSetup } from './document.ts'
import { setupFrom, triedOf } from './engine.ts'
import { ladderOf } from './ladder.ts'
import { daysOf, mishitsOf, wrongWithSession } from './sessions.ts'

const setup = (id: string, at: string, fromId: string): TunedSetup =>
  setupFrom({ id, name: id, at, by: 'AB', cuts: [], fromId })
const session = (id: string, on: string, setupId: string, more: Partial<PlaySession> = {}): PlaySession => ({
  ...emptySession(id, on, setupId, null),
  ...more,
})
const setups = [setup('one', '2026-03-05T12:00:00.000Z', BUILT), setup('two', '2026-03-09T12:00:00.000Z', 'one')]
const play = { setups, sessions: [session('s', '2026-03-06T10:00', 'one', { minutes: 60 })] }
const wrong = (s: PlaySession) => wrongWithSession(s, play, '2026-03-12', '2026-03-01')

describe('a session beside the setups', () => {
  it('is true on every day on which the frame was like that, the days of the change among them', () => {
    for (const day of ['2026-03-05', '2026-03-07', '2026-03-09']) expect(wrong(session('n', day, 'one'))).toBeNull()
    expect(wrong(session('n', '2026-03-01', BUILT))).toBeNull()
    expect(daysOf(play, 'two', null)).toEqual({ from: '2026-03-09', to: null })
    expect(daysOf(play, 'gone', null)).toBeNull()
  })
  it('is refused before the setup was made, after it was taken apart, in the future, and at the time of another', () => {
    expect(wrong(session('n', '2026-03-04', 'one'))).toBe('beforeSetup')
    expect(wrong(session('n', '2026-02-27', BUILT))).toBe('beforeSetup')
    expect(wrong(session('n', '2026-03-10', 'one'))).toBe('takenApart')
    expect(wrong(session('n', '2026-03-13', 'two'))).toBe('future')
    expect(wrong(session('n', '2026-03-06T10:30', 'one', { minutes: 20 }))).toBe('overlap')
    expect(wrong(session('n', '2026-03-06T11:00', 'one', { minutes: 20 }))).toBeNull()
    expect(wrong(session('s', '2026-03-06T10:00', 'one', { minutes: 60 }))).toBeNull()
    expect(wrong(session('n', '2026-03-06', 'gone'))).toBe('unknownSetup')
  })
  it('mishits have a middle and a scatter, by hand', () => {
    const hits = [
      { alongCm: 4, offCm: 0 },
      { alongCm: 4, offCm: 3 },
      { alongCm: 1, offCm: 0 },
    ]
    const found = mishitsOf([session('a', '2026-03-01', BUILT, { mishits: hits.slice(0, 2) }), session('b', '2026-03-02', BUILT, { mishits: hits.slice(2) })])! // prettier-ignore
    expect([found.alongCm, found.offCm, found.hits]).toEqual([3, 1, 3])
    expect(found.scatterCm).toBeCloseTo(2, 12)
    expect(mishitsOf([session('a', '2026-03-01', BUILT, { mishits: hits.slice(0, 2) })])).toBeNull()
  })
})

describe('the ladder', () => {
  it('has a rung for every session and one for what was not played, and the ceiling as it was known then', () => {
    const state = (s: TunedSetup | null) => {
      const base = usualState()
      return { ...base, swingWeightKgCm2: base.swingWeightKgCm2! + (s?.id === 'two' ? 14 : s ? 7 : 0) }
    }
    const said = [
      session('a', '2026-03-02', BUILT, { energy: 'fresh', lateInTen: 0 }),
      session('b', '2026-03-06', 'one', { energy: 'tired', lateInTen: 2 }),
      session('c', '2026-03-07', 'one', { energy: 'usual', lateInTen: 0, pain: 'yes' }),
    ]
    const rungs = ladderOf(triedOf(setups, said, state), 'swingWeight')
    expect(rungs.map((r) => [r.id, r.said])).toEqual([
      [BUILT, 'fresh'],
      ['one', 'tiredLate'],
      ['one', 'pain'],
      ['two', 'unplayed'],
    ])
    expect(rungs.map((r) => r.value.value - usualState().swingWeightKgCm2!)).toEqual([0, 7, 7, 14])
    expect(rungs[0].ceiling.high).toBeNull()
    expect(rungs[1].ceiling.high).not.toBeNull()
    expect(
      ladderOf(
        triedOf([], [], () => ({ ...usualState(), twistWeightKgCm2: null })),
        'twistWeight',
      ),
    ).toEqual([])
  })
})
