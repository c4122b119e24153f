import { describe, expect, it } from 'vitest'
import { markReach } from './markReach.ts'

describe('how far about a mark it is meant', () => {
  it('is a fingertip where there is room, half of the way to the nearest where there is not, and never less than the mark', () => {
    expect(markReach([{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 130, y: 0 }, { x: 134, y: 3 }])).toEqual([22, 15, 7, 7]) // prettier-ignore
    expect(markReach([{ x: 5, y: 5 }])).toEqual([22])
    expect(markReach([])).toEqual([])
  })
})
