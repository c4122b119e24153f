import { describe, expect, it } from 'vitest'
import { COATS, finishFor } from '../cuts/cut.ts'
import { cutIn } from '../cuts/zones.ts'
import { STRUNG } from '../frame/fixtures.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { tennis } from '../sports/tennis.ts'
import { earliestReady } from './earliest.ts'
import { markNow } from './marks.ts'
import { COAT_DRIES_HOURS, orderOfWork, USUAL_ORDER } from './order.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const silicone = { ...DRAWER.find((m) => m.id === 'putty')!, id: 'silicone', cureHours: 24 }
const lead = DRAWER.find((m) => m.id === 'lead-quarter')!
const tungsten = DRAWER.find((m) => m.id === 'tungsten')!
const at = (zone: string, material: typeof lead, amount: number) =>
  cutIn(
    tennis.zones.find((z) => z.id === zone)!,
    material,
    amount,
    work,
    `${zone}-${material.id}`,
  )
const steps = (cuts: ReturnType<typeof at>[], minor = false) =>
  orderOfWork(cuts, [silicone, lead, tungsten], { ...work, finish: finishFor(minor) }, USUAL_ORDER)
const NOW = '2026-11-26T10:00:00.000Z'

describe('when a build can be ready', () => {
  it('silicone needs its night: not before tomorrow', () => {
    const fill = at('butt', silicone, 6)
    expect(earliestReady(steps([fill]), {}, NOW)).toEqual({
      at: '2026-11-27T10:00:00.000Z',
      hours: 24,
      waitsFor: 'cure',
    })
    // Pressed in two hours ago.
    const readyAt = '2026-11-27T08:00:00.000Z'
    const marks = { [fill.id]: { ...markNow('2026-11-26T08:00:00.000Z', 'AB'), readyAt } }
    expect(earliestReady(steps([fill]), marks, NOW)).toEqual({ at: readyAt, hours: 0, waitsFor: 'cure' })
    expect(earliestReady(steps([fill]), marks, '2026-11-27T09:00:00.000Z')).toBeNull()
    // Left out, and so not waited for.
    const skipped = { [fill.id]: { ...markNow(NOW, 'AB'), skipped: 'none left' } }
    expect(earliestReady(steps([fill]), skipped, NOW)).toBeNull()
  })
  it('coats dry one after the other, a child’s the oftener; beside a cure the longer counts', () => {
    const tape = at('tip', lead, 8)
    const hours = (minor: boolean) => earliestReady(steps([tape], minor), {}, NOW)!.hours
    expect(hours(false)).toBe(COATS.adult * COAT_DRIES_HOURS)
    expect(hours(true)).toBe(COATS.minor * COAT_DRIES_HOURS)
    const both = earliestReady(steps([tape, at('butt', silicone, 6)], true), {}, NOW)!
    expect(both.hours).toBe(Math.max(24, COATS.minor * COAT_DRIES_HOURS))
  })
  it('nothing that waits: any time', () => expect(earliestReady(steps([at('tip', tungsten, 8)]), {}, NOW)).toBeNull())
})
