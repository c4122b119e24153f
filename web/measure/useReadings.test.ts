// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest'
import type { ReadQuantity } from '#core/quantities/units.ts'
import type { TrayReading } from '#contract/devices.ts'
import type { StoredReadingRow } from '#contract/entities.ts'
import { JobServer, openedJob } from '../stores/fixtures/jobServer.ts'
import { useReadings } from './useReadings.ts'

const originOf = (raw: number) => ({ raw, calibrationId: null, standing: null, warming: false, work: null })
// What an instrument shows is put right by its calibration elsewhere: here it reads a tenth too much.
vi.mock('../instruments/fromDevice.ts', () => ({
  fromDevice: (_q: ReadQuantity, raw: number, deviceId: string) =>
    deviceId === 'gone' ? null : { value: raw - 0.1, methodId: 'scale', deviceId, basis: null, origin: originOf(raw) },
}))

let server: JobServer
/** Readings of the job that is open, as a page has them. */
async function opened(purpose: 'measure' | 'check') {
  const { job } = await openedJob()
  return { job, readings: useReadings(purpose) }
}
const mass = (r: ReturnType<typeof useReadings>): StoredReadingRow[] => r.rowsOf('mass')
const SENT: TrayReading = { id: 'sent-1' } as TrayReading

beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory())
  server = new JobServer()
  vi.stubGlobal('fetch', server.answer)
})
// What a signature asks for may come after its test: it is answered all the same.
afterAll(() => vi.unstubAllGlobals())

describe('readings of a frame', () => {
  it('are added one by one, each with what it was typed as, by whom and how; a swing weight with its axis', async () => {
    const { job, readings } = await opened('measure')
    readings.add('mass', 320.4, '320.4', 'scale')
    readings.add('mass', 320.2, '320.2 g', 'scale')
    readings.add('swingWeight', 318, '318', 'machine')
    readings.add('swingWeight', 340, '340', 'machine', {}, undefined, 0)
    expect(mass(readings).map((r) => [r.value, r.typed, r.by, r.axisCm])).toEqual([
      [320.4, '320.4', 'EK', null],
      [320.2, '320.2 g', 'EK', null],
    ])
    expect(readings.rowsOf('swingWeight').map((r) => r.axisCm)).toEqual([readings.axisCm.value, 0])
    expect(readings.summary.value.state.massG).toBeCloseTo(320.3, 9)
    await job.flush()
    expect(server.view().readings).toHaveLength(4)
  })

  it('are corrected by another reading in the same place: what was before stays on record', async () => {
    const { job, readings } = await opened('measure')
    readings.add('mass', 302.4, '302.4', 'scale', { deviceId: 'd1', origin: originOf(302.5) })
    readings.add('mass', 320.2, '320.2', 'scale')
    const [wrong] = mass(readings)
    readings.correct(wrong, { value: 320.4, typed: '320.4' })
    expect(mass(readings).map((r) => r.value)).toEqual([320.4, 320.2])
    expect(mass(readings)[0]).toMatchObject({ supersedes: wrong.id, takenAt: wrong.takenAt, deviceId: 'd1' })
    // A typed figure is not what the instrument showed; a note alone changes nothing of that.
    expect(mass(readings)[0].origin ?? null).toBeNull()
    const [noted] = [mass(readings)[1]]
    readings.correct(noted, { note: 'cold frame', typed: noted.typed })
    expect(mass(readings)[1]).toMatchObject({ value: 320.2, note: 'cold frame', supersedes: noted.id })
    await job.flush()
    expect(server.view().readings).toHaveLength(4)
  })

  it('are withdrawn and not deleted', async () => {
    const { job, readings } = await opened('measure')
    readings.add('mass', 320, '320', 'scale')
    readings.withdraw(mass(readings)[0])
    expect(mass(readings)).toEqual([])
    await job.flush()
    expect(server.view().readings).toHaveLength(1)
  })

  it('come from an instrument once, however often it is heard, and never from one that is gone', async () => {
    const { readings } = await opened('measure')
    expect(readings.addFromDevice('mass', 320.5, '320.5', 'd1', SENT)).toBe(true)
    expect(readings.addFromDevice('mass', 320.5, '320.5', 'd1', SENT)).toBe(true)
    expect(mass(readings).map((r) => [r.id, r.value])).toEqual([['sent-1', 320.4]])
    expect(readings.addFromDevice('mass', 320.5, '320.5', 'gone')).toBe(false)
    expect(mass(readings)).toHaveLength(1)
  })

  it('taken with something else on the frame after all: each once more with it, and what was confirmed stays so', async () => {
    const { readings } = await opened('measure')
    const first = readings.add('mass', 320, '320', 'scale')
    readings.add('balance', 31.9, '31.9', 'board')
    readings.confirm([first, first])
    const before = readings.held.value
    readings.takenWith({ ...before[0].condition!, overgrips: 2 })
    const after = readings.held.value
    expect(after.map((r) => [r.quantity, r.value, r.condition?.overgrips, r.supersedes])).toEqual(
      before.map((r) => [r.quantity, r.value, 2, r.id]),
    )
    expect(readings.body.value.confirmedIds).toEqual([after[0].id])
  })

  it('of a table come all at once, as one revision', async () => {
    const { job, readings } = await opened('measure')
    readings.takeTable([
      {
        quantity: 'mass',
        value: 320,
        typed: '320',
        methodId: 'scale',
        axisCm: null,
        takenAt: '2031-01-02T10:00:00.000Z',
      },
      { quantity: 'balance', value: 31.9, typed: '31.9', methodId: 'board', axisCm: null },
    ] as never)
    expect(readings.held.value.map((r) => r.quantity)).toEqual(['mass', 'balance'])
    expect(mass(readings)[0].takenAt).toBe('2031-01-02T10:00:00.000Z')
    await job.flush()
    expect(server.calls.filter((c) => c.startsWith('PUT'))).toEqual(['PUT stages/measure'])
  })

  it('after the work take a signature back, and leave those before it alone', async () => {
    const { job, readings } = await opened('check')
    const before = useReadings('measure')
    before.add('mass', 320, '320', 'scale')
    job.save('check', { readingIds: [], confirmedIds: [], signed: { by: 'EK', at: '' } as never })
    readings.add('mass', 330, '330', 'scale')
    expect(job.documents.check?.signed).toBeNull()
    expect([mass(before).map((r) => r.value), mass(readings).map((r) => r.value)]).toEqual([[320], [330]])
    expect(mass(readings)[0].purpose).toBe('check')
  })
})
