import { expect, it } from 'vitest'
import type { ReferenceBody } from '#contract/devices.ts'
import { bodiesFor } from './checkBodies.ts'

const body = (id: string, quantity: ReferenceBody['quantity'], value: number): ReferenceBody =>
  ({ id, name: id, quantity, value, u: 0.02 }) as ReferenceBody

it('a pan is checked with half of each check mass, with half of what it is known to; what else an instrument reads with bodies of its own', () => {
  const all = [body('m200', 'mass', 200), body('rod', 'swingWeight', 300), body('m400', 'mass', 400)]
  expect(bodiesFor('swingWeight', all).map((b) => b.id)).toEqual(['rod'])
  expect(bodiesFor('mass', all).map((b) => b.value)).toEqual([200, 400])
  expect(bodiesFor('leftMass', all).map((b) => [b.name, b.value, b.u])).toEqual([
    ['m200, in the middle', 100, 0.01],
    ['m400, in the middle', 200, 0.01],
  ])
})
