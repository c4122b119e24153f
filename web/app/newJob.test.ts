import { describe, expect, it } from 'vitest'
import { SPORTS, profileOf } from '#core/sports/sports.ts'
import { newJobSchema } from '#contract/entities.ts'
import { emptyJob, geometryOf, NO_PROBLEMS, newJobRequest, shaped, wrongWithJob } from './newJob.ts'

const typed = { ...emptyJob(), playerName: ' Ada Q ', label: ' House frame ' }

describe('a new job', () => {
  it('asks for a player and a frame, known or new', () => {
    expect(wrongWithJob(emptyJob())).toEqual({
      player: 'Choose a player or type a name.',
      frame: 'Choose a frame or name this one.',
      unit: '',
      strings: '',
      all: '',
    })
    expect(wrongWithJob({ ...emptyJob(), playerName: '  ', label: ' ' }).player).not.toBe('')
    for (const form of [typed, { ...emptyJob(), playerId: 'p', frameId: 'f' }])
      expect(wrongWithJob(form)).toEqual(NO_PROBLEMS)
  })
  it('says of a field what the server would not take of it, and of nothing else', () => {
    const long = 'x'.repeat(300)
    for (const [field, change] of [
      ['player', { playerName: long }],
      ['frame', { label: long }],
      ['unit', { unit: long }],
      ['strings', { strings: long }],
    ] as const) {
      const form = { ...typed, ...change }
      expect(newJobSchema.safeParse(newJobRequest(form, 'job-1', null)).success, field).toBe(false)
      expect(wrongWithJob(form), field).toEqual({
        ...NO_PROBLEMS,
        [field]: expect.stringMatching(/^It is too long: \d+ at most\.$/),
      })
    }
  })
  it('of a frame that cannot be says so; of one that is known its size is its own', () => {
    expect(wrongWithJob({ ...typed, headWidthCm: 60 }).all).not.toBe('')
    expect(wrongWithJob({ ...typed, headWidthCm: 60, frameId: 'f' }).all).toBe('')
  })
  it('begins with the shape that was chosen, in every sport, and keeps what is measured then', () => {
    for (const sport of SPORTS)
      for (const { name, change } of profileOf(sport).outlines) {
        const form = { ...typed, sport, ...shaped(sport, name) }
        expect(geometryOf(form)).toEqual({ ...profileOf(sport).geometry, ...change })
        expect(geometryOf({ ...form, headWidthCm: 23.4 }).headWidthCm).toBe(23.4)
        expect(wrongWithJob(form).all).toBe('')
      }
  })
  it('is told as the server takes it', () => {
    const made = newJobSchema.parse(newJobRequest({ ...typed, due: 'Friday' }, 'job-1', 'job-0'))
    expect(made).toMatchObject({
      id: 'job-1',
      player: { facts: { name: 'Ada Q' } },
      frame: { label: 'House frame', sport: 'tennis' },
      ticket: { due: 'Friday', returnTo: 'job-0' },
    })
    expect(
      newJobSchema.parse(newJobRequest({ ...emptyJob(), playerId: 'p', frameId: 'f' }, 'job-1', null)),
    ).toMatchObject({
      player: { id: 'p' },
      frame: { id: 'f' },
    })
  })
})
