// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { unknownPlayer, type PlayerFacts } from '#core/player/facts.ts'
import { tennis } from '#core/sports/tennis.ts'
import { JobServer, measure, openedJob } from '../stores/fixtures/jobServer.ts'
import { useTarget } from './useTarget.ts'

/** A measured frame of a player, with its target page. */
async function opened(facts: Partial<PlayerFacts> = {}) {
  const { job } = await openedJob()
  job.save('player', { playerId: null, facts: { ...unknownPlayer('Odo Finch'), ...facts } })
  const read = (quantity: 'mass' | 'balance' | 'swingWeight', value: number, methodId: string) =>
    job.newReading({
      quantity,
      value,
      typed: `${value}`,
      methodId,
      axisCm: quantity === 'swingWeight' ? tennis.axisCm : null,
      purpose: 'measure',
      supersedes: null,
    })
  const rows = [read('mass', 320, 'scale'), read('balance', 32, 'board'), read('swingWeight', 318, 'machine')]
  job.save(
    'measure',
    measure(
      '',
      rows.map((r) => r.id),
    ),
    { readings: rows },
  )
  return { job, target: useTarget() }
}

beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory())
  vi.stubGlobal('fetch', new JobServer().answer)
})
afterAll(() => vi.unstubAllGlobals())

describe('choosing target numbers', () => {
  it('a typed number is by hand, with the sport’s tolerance, and stays when a way is worked out', async () => {
    const { target } = await opened({ ceiling: { swingWeightKgCm2: 330, axisCm: tennis.axisCm } })
    target.typeLine('mass', 330)
    expect(target.body.value.lines.mass).toMatchObject({ value: 330, from: 'hand', tolerance: tennis.tolerance.mass })
    target.derive('ceiling', null)
    const { mass, swingWeight } = target.body.value.lines
    expect(target.body.value.way).toBe('ceiling')
    expect(mass).toMatchObject({ value: 330, from: 'hand' })
    expect(swingWeight?.from).toBe('ceiling')
    expect(swingWeight!.value).toBeLessThanOrEqual(330)
  })

  it('a tolerance and a reason that were given outlive another way', async () => {
    const { target } = await opened({ ceiling: { swingWeightKgCm2: 330, axisCm: tennis.axisCm } })
    target.derive('ceiling', null)
    target.setLine('swingWeight', { tolerance: 4, reason: 'plays at night' })
    target.rederive()
    expect(target.body.value.lines.swingWeight).toMatchObject({
      tolerance: 4,
      reason: 'plays at night',
      from: 'ceiling',
    })
  })

  it('a way that cannot be says why, and changes nothing', async () => {
    const { target } = await opened({ age: 11 })
    target.typeLine('swingWeight', 300)
    const before = target.body.value
    target.derive('mgri', null)
    expect(target.problem.value).toMatch(/[a-z]{3,} [a-z]+/)
    expect(target.problem.value).not.toContain('mgriMinor')
    expect(target.body.value).toEqual(before)
  })

  it('a way by a setup waits for its setup', async () => {
    const { target } = await opened()
    target.typeLine('mass', 330)
    target.derive('copy', null)
    expect(target.body.value).toMatchObject({ way: 'copy', referenceId: null, lines: { mass: { value: 330 } } })
    expect(target.problem.value).toBe('')
  })

  it('a number is left open again, and one that follows is aimed at beside the others', async () => {
    const { target } = await opened()
    target.typeLine('mass', 330)
    target.typeLine('balance', 31)
    target.setLine('mass', null)
    expect(Object.keys(target.body.value.lines)).toEqual(['balance'])
    target.setAlso('mgri', { value: 20.8, tolerance: 0.1 })
    expect(target.body.value.also).toEqual({ mgri: { value: 20.8, tolerance: 0.1 } })
    target.setAlso('mgri', null)
    expect(target.body.value.also).toEqual({})
  })

  it('above the ceiling is warned of until somebody says so with initials, once', async () => {
    const { target } = await opened({ ceiling: { swingWeightKgCm2: 322, axisCm: tennis.axisCm } })
    target.typeLine('swingWeight', 340)
    const [warning] = target.open.value
    expect(target.open.value.length).toBeGreaterThan(0)
    for (const { key } of [...target.open.value]) target.confirm(key, 'agreed')
    target.confirm(warning.key, 'agreed again')
    expect(target.open.value).toEqual([])
    const said = target.body.value.confirmed.filter((c) => c.key === warning.key)
    expect(said.map((c) => [c.words, c.by])).toEqual([['agreed again', 'EK']])
    // Another number is another question.
    target.typeLine('swingWeight', 352)
    expect(target.open.value.length).toBeGreaterThan(0)
  })
})
