import { describe, expect, it } from 'vitest'
import { SPORTS, profileOf } from '#core/sports/sports.ts'
import { newJobSchema } from '#contract/entities.ts'
import { emptyJob, geometryOf, requestOf, shaped, wrongWith } from './newJob.ts'

const typed = { ...emptyJob(), playerName: ' Ada Q ', label: ' House frame ' }

describe('a new job', () => {
  it('asks for a player and a frame, known or new', () => {
    expect(wrongWith(emptyJob())).toEqual({
      player: 'Choose a player or type a name.',
      frame: 'Choose a frame or name this one.',
      all: '',
    })
    expect(wrongWith({ ...emptyJob(), playerName: '  ', label: ' ' }).player).not.toBe('')
    for (const form of [typed, { ...emptyJob(), playerId: 'p', frameId: 'f' }])
      expect(wrongWith(form)).toEqual({ player: '', frame: '', all: '' })
  })
  it('of a frame that cannot be says so; of one that is known its size is its own', () => {
    expect(wrongWith({ ...typed, headWidthCm: 60 }).all).not.toBe('')
    expect(wrongWith({ ...typed, headWidthCm: 60, frameId: 'f' }).all).toBe('')
  })
  it('begins with the shape that was chosen, in every sport, and keeps what is measured then', () => {
    for (const sport of SPORTS)
      for (const { name, change } of profileOf(sport).outlines) {
        const form = { ...typed, sport, ...shaped(sport, name) }
        expect(geometryOf(form)).toEqual({ ...profileOf(sport).geometry, ...change })
        expect(geometryOf({ ...form, headWidthCm: 23.4 }).headWidthCm).toBe(23.4)
        expect(wrongWith(form).all).toBe('')
      }
  })
  it('is told as the server takes it', () => {
    const made = newJobSchema.parse(requestOf({ ...typed, due: 'Friday' }, 'job-1', 'job-0'))
    expect(made).toMatchObject({
      id: 'job-1',
      player: { facts: { name: 'Ada Q' } },
      frame: { label: 'House frame', sport: 'tennis' },
      ticket: { due: 'Friday', returnTo: 'job-0' },
    })
    expect(newJobSchema.parse(requestOf({ ...emptyJob(), playerId: 'p', frameId: 'f' }, 'job-1', null))).toMatchObject({
      player: { id: 'p' },
      frame: { id: 'f' },
    })
  })
})
