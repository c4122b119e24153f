import { describe, expect, it } from 'vitest'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import type { Zone } from '#core/sports/profile.ts'
import { keeping, setLimits, toggled, weighed, withZone } from './limitParts.ts'

describe('limits of a plan', () => {
  it('are counted where they differ from an open plan, by what they say', () => {
    expect(setLimits({ ...OPEN_LIMITS, keep: [] })).toEqual([])
    expect(setLimits({ ...OPEN_LIMITS, keep: ['balance'], capG: 12 }).sort()).toEqual(['capG', 'keep'])
  })
  it('a choice of all is no limit, so that what comes later is in it', () => {
    expect(toggled(['a', 'b', 'c'], ['a', 'b', 'c'], 'b', false)).toEqual(['a', 'c'])
    expect(toggled(['a', 'b', 'c'], ['a', 'c'], 'b', true)).toBeNull()
    // What is no more there to choose is forgotten.
    expect(toggled(['a', 'b'], ['gone', 'a'], 'a', false)).toEqual([])
  })
  it('a place that is added may be used, whatever was left out before', () => {
    const own = { id: 'own' } as Zone
    expect(withZone(OPEN_LIMITS, own)).toEqual({ ownZones: [own], zoneIds: null })
    expect(withZone({ ...OPEN_LIMITS, zoneIds: ['tip'] }, own).zoneIds).toEqual(['tip', 'own'])
  })
  it('what matters as usual, and what is kept no more, is not in them', () => {
    const limits = { ...OPEN_LIMITS, ...weighed(OPEN_LIMITS, 'mass', 'most') }
    expect(limits.matters).toEqual({ mass: 'most' })
    expect(weighed(limits, 'mass', 'usual')).toEqual({ matters: {} })
    expect(keeping({ ...OPEN_LIMITS, keep: ['balance'] }, 'balance', false)).toEqual({ keep: [] })
    expect(keeping(OPEN_LIMITS, 'balance', true)).toEqual({ keep: ['balance'] })
  })
})
