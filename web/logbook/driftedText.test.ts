import { describe, expect, it } from 'vitest'
import type { FrameLog } from '#contract/logbook.ts'
import { driftedText } from './driftedText.ts'

type Drifted = NonNullable<FrameLog['drifted']>
const UNITS = { mass: 'g', balance: 'cm', length: 'cm' } as const
const drifted = (change: Partial<Drifted> = {}): Drifted => ({
  since: '2026-03-02T10:00:00Z',
  hours: 41.6,
  hoursFrom: 'sessions',
  expected: { mass: { value: 331.4, u: 0.4 }, swingWeight: { value: 327, u: 0.8 } } as Drifted['expected'],
  together: null,
  moved: [],
  asks: [],
  ...change,
})
const moved = (by: number, expectedSo: boolean): Drifted['moved'][number] => ({
  quantity: 'mass',
  expected: 331.4,
  uExpected: 0.4,
  read: 331.4 + by,
  by,
  expectedSo,
})

describe('what play did to a proven frame, as it is said', () => {
  it('before it came again: how long it was played, and what that lets expect', () => {
    const text = driftedText(drifted(), UNITS, 68.5)
    expect(text.played).toBe('Proven 2026-03-02, about 42 h of play since. Sweat, wear and strings let expect:')
    expect(text.numbers.map(({ quantity, spread }) => [quantity, spread])).toEqual([
      ['mass', '0.8'],
      ['swingWeight', '1.6'],
    ])
    expect([text.again, text.said]).toEqual([false, []])
  })
  it('where nobody knows how long it was played, nothing is expected', () => {
    const text = driftedText(drifted({ hours: 0, hoursFrom: 'unknown' }), UNITS, 68.5)
    expect(text.played).toContain('nobody knows')
    expect(text.numbers).toEqual([])
    expect(driftedText(drifted({ hoursFrom: 'perWeek' }), UNITS, 68.5).played).toContain('hours a week')
  })
  it('when it came again: found as expected, or what was found otherwise and what is asked of it', () => {
    const asExpected = driftedText(drifted({ moved: [moved(0.2, true)] }), UNITS, 68.5)
    expect(asExpected.said).toEqual(['It was found as expected: these are what wear and readings say together.'])
    const off = driftedText(drifted({ moved: [moved(3, false)], asks: ['A new grip?'] }), UNITS, 68.5)
    expect(off.said).toEqual(['Found otherwise: static weight +3.0 g.', 'A new grip?'])
    expect([off.again, off.asks]).toEqual([true, true])
  })
  it('what wear and readings say together stands in place of what wear alone says', () => {
    const together = { mass: { value: 333, u: 0.1 } } as Drifted['together']
    const text = driftedText(drifted({ together, moved: [moved(1.6, true)] }), UNITS, 68.5)
    expect(text.numbers).toHaveLength(1)
    expect(text.numbers[0].value).toContain('333')
  })
})
