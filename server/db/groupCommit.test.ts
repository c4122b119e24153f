import { expect, it } from 'vitest'
import { GroupCommit } from './groupCommit.ts'

it('answers nothing before its flush, one flush for all that waited, and what failed with the next', async () => {
  let due = 0
  const group = new GroupCommit(() => due++)
  const told: string[] = []
  void group.committed().then(() => told.push('a'))
  void group.committed().then(() => told.push('b'))
  await Promise.resolve()
  expect(told).toEqual([])
  await group.flushWith(() => Promise.reject(new Error('the transaction was broken')))
  expect([told, group.size]).toEqual([[], 2])
  let flushes = 0
  let flushed = () => {}
  const flushing = group.flushWith(() => {
    flushes++
    return new Promise<void>((done) => (flushed = done))
  })
  // One that commits while the flush is under way is not in it.
  void group.committed().then(() => told.push('c'))
  expect(told).toEqual([])
  flushed()
  await flushing
  await new Promise((next) => setTimeout(next, 20))
  expect([told, flushes, group.size]).toEqual([['a', 'b'], 1, 1])
  expect(due).toBeGreaterThan(0)
})
