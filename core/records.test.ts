import { expect, it } from 'vitest'
import { entriesOf, keysOf, plainCopy, recordOf } from './records.ts'

it('keys and entries come in the order in which they were written, and make the record again', () => {
  const record = { tip: 2, sides: 3 }
  expect(keysOf(record)).toEqual(['tip', 'sides'])
  expect(Object.fromEntries(entriesOf(record))).toEqual(record)
  expect(recordOf(['a', 'b'] as const, (key) => key + key)).toEqual({ a: 'aa', b: 'bb' })
})

it('a copy shares nothing with what it was made of', () => {
  const school = { steps: [{ id: 'a' }] }
  const copy = plainCopy(school)
  copy.steps[0].id = 'b'
  expect([school.steps[0].id, copy.steps[0].id]).toEqual(['a', 'b'])
})
