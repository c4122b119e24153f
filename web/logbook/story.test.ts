import { describe, expect, it } from 'vitest'
import { unknownPlayer } from '#core/player/facts.ts'
import { BUILT, emptySession } from '#core/tuning/document.ts'
import type { LoggedEvent, LoggedJob } from '#contract/logbook.ts'
import { factLines } from '#contract/messages/facts.ts'
import { changeOf, nowOf, playText, pointsOf } from './story.ts'

const nothing = { mass: null, balance: null, swingWeight: null, twistWeight: null, recoilWeight: null }
const read = (kind: 'measured' | 'proved', at: string, mass: number): LoggedEvent => {
  const numbers = { ...nothing, mass: { value: mass, u: 0.1 } }
  return kind === 'measured' ? { kind, at, numbers } : { kind, at, by: 'JQ', numbers }
}
const job = (number: number, events: LoggedEvent[]): LoggedJob => ({
  id: `j${number}`,
  number,
  startedAt: '',
  frame: { id: 'f', label: 'F', sport: 'tennis', lengthCm: 68.6 },
  playerName: null,
  strings: '',
  bed: '',
  inspection: 'not yet',
  findings: [],
  photos: [],
  cautions: [],
  events,
})
const played: LoggedEvent = {
  kind: 'played',
  at: '2026-03-09',
  session: {
    ...emptySession('p', '2026-03-09', BUILT, null),
    minutes: 60,
    ratings: { stability: 2, power: 0, spin: -1 },
    lateInTen: 2,
    energy: 'tired',
    pain: 'yes',
    painAt: ['elbow'],
    note: 'a touch slow',
    decision: 'step back',
  },
}
const jobs = [job(2, [read('measured', '2027-01-01', 330)]), job(1, [read('measured', '2026-01-01', 320), read('proved', '2026-01-02', 331), played])] // prettier-ignore

describe('a frame’s story', () => {
  it('says what a job changed, as far as both ends are known', () => {
    expect(changeOf(jobs[1])).toEqual([{ quantity: 'mass', by: 11 }])
    expect(changeOf(jobs[0])).toEqual([])
    expect(changeOf(job(3, []))).toEqual([])
  })
  it('lays one number out over all jobs, oldest first', () => {
    expect(pointsOf(jobs, 'mass').map((p) => [p.job, p.kind, p.value])).toEqual([
      [1, 'measured', 320],
      [1, 'proved', 331],
      [2, 'measured', 330],
    ])
    expect(pointsOf(jobs, 'balance')).toEqual([])
  })
  it('stands as it was known last, whatever was said of it since', () => {
    expect(nowOf(jobs)?.event.at).toBe('2027-01-01')
    expect(nowOf([job(9, []), jobs[1]])?.event.kind).toBe('proved')
    expect(nowOf([])).toBeNull()
  })
  it('says in one line what was felt', () => {
    expect(played.kind === 'played' && playText(played.session)).toBe(
      '60 min, stability better, spin worse, late on 2 in ten, tired, pain: elbow, step back, “a touch slow”',
    )
  })
})

describe('what is known of a player', () => {
  it('is told line by line, and what was not asked is left out', () => {
    expect(factLines(unknownPlayer('Mira'))).toEqual([])
    const lines = factLines({ ...unknownPlayer('Mira'), age: 11, level: 'club', lateInTen: 0, complaints: ['heavy'] })
    expect(lines.map((l) => [l.name, l.value])).toContainEqual(['Age', '11'])
    expect(lines.map((l) => l.value)).toContain('Club')
    expect(lines.map((l) => l.value)).toContain('too heavy')
  })
})
