import { describe, expect, it } from 'vitest'
import { cutIn } from '../cuts/zones.ts'
import { STRUNG } from '../frame/fixtures.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import type { Quantity } from '../quantities/units.ts'
import { tennis } from '../sports/tennis.ts'
import { isAllRead, stepForReading } from './arriving.ts'
import { markNow, type StepMark } from './marks.ts'
import { orderOfWork, type WorkStep } from './order.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tape = DRAWER.find((m) => m.id === 'tungsten')!
const at = (id: string) =>
  cutIn(
    tennis.zones.find((z) => z.id === id)!,
    tape,
    8,
    work,
    id,
  )
const steps = orderOfWork([at('tip'), at('threeNine')], DRAWER, work)
const skipped = { ...markNow('2026-01-01T08:00:00.000Z', 'AT'), skipped: 'no time' }
/** Marks of steps done a minute apart, the trial left out. */
const done = (...ids: string[]): Record<string, StepMark> => ({
  trial: skipped,
  ...Object.fromEntries(ids.map((id, i) => [id, markNow(`2026-01-01T09:0${i}:00.000Z`, 'AT')])),
})
const readAt = (s: WorkStep): Quantity[] => (s.kind === 'final' ? ['mass', 'twistWeight'] : ['mass', 'balance'])
const goes = (quantity: Quantity, marks: Record<string, StepMark>, read: string[] = [], inHand = '') =>
  stepForReading(
    {
      steps,
      marks,
      readAt,
      isRead: (s, q) => read.includes(`${s.id} ${q}`),
    },
    quantity,
    inHand,
  )?.id

describe('where a reading goes that arrives by itself', () => {
  it('to the step that somebody looks at, whatever else is open', () => {
    expect(goes('mass', done('tip'), [], 'threeNine')).toBe('threeNine')
    expect(goes('twistWeight', done('tip'), [], 'final')).toBe('final')
    expect(goes('twistWeight', done('tip'))).toBeUndefined()
  })
  it('to the one that was just done, until this was read after it: its second number is not the next step’s first', () => {
    expect(goes('mass', done('tip'))).toBe('tip')
    expect(goes('balance', done('tip'), ['tip mass'])).toBe('tip')
    expect(goes('mass', done('tip'), ['tip mass'])).toBe('threeNine')
    // Done in another order than the list.
    expect(goes('mass', done('threeNine', 'tip'), ['threeNine mass'])).toBe('tip')
  })
  it('to the first that is open, and nowhere once all is read', () => {
    expect(goes('mass', {})).toBe('trial')
    expect(goes('mass', done('inspect'))).toBe('tip')
    const all = done('inspect', 'tip', 'threeNine', 'final')
    expect(goes('mass', all, ['final mass'])).toBeUndefined()
    expect(goes('mass', all)).toBe('final')
  })
  it('a step is read once all of it is: one that is not read never', () => {
    const at = (id: string) => steps.find((s) => s.id === id)!
    const read = (...has: string[]) => ({ readAt, isRead: (s: WorkStep, q: Quantity) => has.includes(`${s.id} ${q}`) })
    expect(isAllRead(read('tip mass'), at('tip'))).toBe(false)
    expect(isAllRead(read('tip mass', 'tip balance'), at('tip'))).toBe(true)
    expect(isAllRead(read('tip mass', 'tip balance'), at('threeNine'))).toBe(false)
    expect(isAllRead(read(), at('inspect'))).toBe(false)
  })
})
