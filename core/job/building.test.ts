import { describe, expect, it } from 'vitest'
import { STRUNG } from '../frame/fixtures.ts'
import { EMPTY_ORDER, markNow, type WorkOrder } from '../workorder/marks.ts'
import { partsOfOrder, readBeforeWork, standingOrder } from './building.ts'
import type { StoredReading } from './derive.ts'
import { nothingMeasured, type CheckDocument, type MeasureDocument } from './documents.ts'

const row = (id: string, takenAt: string, change: Partial<StoredReading> = {}): StoredReading => ({
  id,
  quantity: 'mass',
  value: 320,
  axisCm: null,
  methodId: 'scale',
  takenAt,
  ...change,
})
const readings = [
  row('first', '2026-01-02T10:00:00.000Z'),
  row('last', '2026-01-02T10:05:00.000Z'),
  row('bare', '2026-01-02T11:00:00.000Z', { condition: { ...STRUNG, grip: 'none' } }),
]
const tip = markNow('2026-01-02T09:00:00.000Z', 'AT')
const build: WorkOrder = { ...EMPTY_ORDER, marks: { tip } }
const check = (...readingIds: string[]): CheckDocument => ({ readingIds, confirmedIds: [], signed: null })
const looked = (inspection: MeasureDocument['inspection']) => ({ ...nothingMeasured(STRUNG, 10.16), inspection })
const standing = (order: WorkOrder, held: CheckDocument | undefined, inspection: MeasureDocument['inspection']) =>
  standingOrder({ build: order, check: held, measure: looked(inspection) }, readings, STRUNG)!

describe('a work order beside what the job has on record elsewhere', () => {
  it('has the frame looked over once it was found sound, and only then', () => {
    expect(standing(build, undefined, 'sound').marks.inspect).toMatchObject({ skipped: null, readingIds: [] })
    for (const other of ['not yet', 'cracked'] as const)
      expect(standing(build, undefined, other).marks).toEqual({ tip })
    const own = markNow('2026-01-02T08:00:00.000Z', 'JQ')
    const ticked = { ...build, marks: { tip, inspect: own } }
    expect(standing(ticked, undefined, 'sound').marks.inspect).toEqual(own)
    expect(standingOrder({ measure: looked('sound') }, readings, STRUNG)).toBeNull()
  })
  it('has the finished frame read by what stands in the final check, as it was measured', () => {
    const { final } = standing(build, check('first', 'last', 'bare', 'gone'), 'not yet').marks
    expect(final).toMatchObject({ doneAt: '2026-01-02T10:05:00.000Z', readingIds: ['first', 'last'] })
    expect(standing(build, check(), 'not yet').marks.final).toBeUndefined()
    expect(standing(build, check('bare'), 'not yet').marks.final).toBeUndefined()
  })
  it('does not take for the finished frame what was read before the last work, unless it was signed so', () => {
    const later = markNow('2026-01-02T12:00:00.000Z', 'AT')
    const more: WorkOrder = { ...build, marks: { tip, butt: later } }
    expect(standing(more, check('first', 'last'), 'not yet').marks.final).toBeUndefined()
    expect(readBeforeWork({ build: more, check: check('first', 'last') }, readings)).toEqual(['first', 'last'])
    const signed = { ...check('first', 'last'), signed: { by: 'AT', at: '2026-01-02T10:10:00.000Z', lines: [] } }
    expect(standing(more, signed, 'not yet').marks.final.readingIds).toEqual(['first', 'last'])
    // Left out is no work; and two clocks may differ by some minutes.
    const skipped = { ...build, marks: { tip, butt: { ...later, skipped: 'no room' } } }
    expect(readBeforeWork({ build: skipped, check: check('first') }, readings)).toEqual([])
    const close = { ...build, marks: { tip: markNow('2026-01-02T10:04:00.000Z', 'AT') } }
    expect(readBeforeWork({ build: close, check: check('first') }, readings)).toEqual([])
    // Read anew, what was read too early goes.
    const again = { ...more, marks: { ...more.marks, final: { ...later, readingIds: ['new'] } } }
    expect(partsOfOrder(again, more, ['first', 'bare'], ['first']).checked).toEqual(['bare', 'new'])
    expect(partsOfOrder(more, more, ['first'], ['first']).checked).toEqual(['first'])
  })
  it('comes apart again: nothing of the record becomes the order’s own, nothing of its own is lost', () => {
    const whole = standing(build, check('first', 'last'), 'sound')
    expect(partsOfOrder(whole, whole, ['first', 'last'])).toEqual({ own: build, checked: ['first', 'last'] })
    // Not a word of the final reading, or of what was read in another state: the check stays as it is.
    expect(partsOfOrder(build, whole, ['first', 'last']).checked).toEqual(['first', 'last'])
    const again = { ...whole, marks: { ...whole.marks, final: { ...whole.marks.final, readingIds: ['first', 'new'] } } }
    expect(partsOfOrder(again, whole, ['first', 'bare', 'last']).checked).toEqual(['first', 'bare', 'new'])
    const none = { ...whole, marks: { ...whole.marks, final: { ...whole.marks.final, readingIds: [] } } }
    expect(partsOfOrder(none, whole, ['first', 'bare', 'last']).checked).toEqual(['bare'])
    const found = { cause: 'unknown', words: 'nobody knows', at: '', by: 'AT' }
    const explained = { ...whole, marks: { ...whole.marks, final: { ...whole.marks.final, found } } }
    const { own, checked } = partsOfOrder(explained, whole, ['first', 'last'])
    expect(own.marks.final).toMatchObject({ found, readingIds: [] })
    expect(checked).toEqual(['first', 'last'])
    expect(standing(own, check('first', 'last'), 'sound').marks.final.found).toEqual(found)
    // Ticked and left out by hand are the order's own.
    const byHand = { ...build, marks: { tip, final: { ...markNow('2026-01-02T12:00:00.000Z', 'AT'), skipped: 'no meter' } } } // prettier-ignore
    expect(partsOfOrder(byHand, build, ['bare'])).toEqual({ own: byHand, checked: ['bare'] })
  })
})
