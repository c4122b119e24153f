// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { tennis } from '#core/sports/tennis.ts'
import type { Device, DeviceOverview, TrayReading } from '#contract/devices.ts'
import { methodOfDevice, useDevices, type Receiver } from './devices.ts'

const device = (kind: Device['kind']): Device => ({
  id: kind,
  name: kind,
  kind,
  serial: '',
  link: { port: 1, instrument: kind },
  checkDays: 30,
  revision: 1,
})
const check = (deviceId: string, quantity: 'mass' | 'swingWeight', off: number, applied: boolean) => ({
  id: `${deviceId}-${off}`,
  deviceId,
  quantity,
  points: [100, 200, 300].map((reference) => ({
    bodyId: null,
    reference,
    uReference: 0.01,
    reading: reference + off,
  })),
  applied,
  by: 'JQ',
  note: '',
  at: '2026-11-20T08:00:00.000Z',
})
const OVERVIEW: DeviceOverview = {
  devices: [device('scale'), device('swing-machine'), device('diagnostic')],
  bodies: [],
  checks: [check('scale', 'mass', 0.4, true), check('swing-machine', 'swingWeight', 0, false)],
  lines: [{ deviceId: 'scale', line: 'connected', state: 'ready', said: '', warmLeftS: null }],
  tray: [],
  bench: null,
}
const sent = (quantity: TrayReading['quantity'], raw = 326.4, id = `${quantity}-${raw}`): TrayReading => ({
  id,
  deviceId: quantity === 'swingWeight' ? 'swing-machine' : 'scale',
  quantity,
  raw,
  axisCm: quantity === 'swingWeight' ? 10.16 : null,
  at: '2026-11-21T08:00:00.000Z',
  warming: false,
  takenFor: null,
})

/** The server's stream, as the page sees it. */
class Stream {
  static last: Stream
  onopen: (() => void) | null = null
  onmessage: ((event: { data: string }) => void) | null = null
  closed = false
  constructor() {
    Stream.last = this
  }
  close(): void {
    this.closed = true
  }
  tell(news: unknown): void {
    this.onmessage?.({ data: JSON.stringify(news) })
  }
}
let overview: DeviceOverview
let asked: string[]
beforeEach(() => {
  setActivePinia(createPinia())
  overview = structuredClone(OVERVIEW)
  asked = []
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('fetch', async (url: string, init?: { method?: string; body?: string }) => {
    asked.push(`${init?.method ?? 'GET'} ${url}`)
    return new Response(JSON.stringify(url.endsWith('/devices') ? overview : { taken: [] }), {
      headers: { 'content-type': 'application/json' },
    })
  })
})
async function listening() {
  const devices = useDevices()
  await devices.load()
  devices.listen()
  return devices
}
const receiver = (quantity: Receiver['quantity'], takes = true) => {
  const got: TrayReading[] = []
  return { quantity, got, take: (r: TrayReading) => (takes ? void got.push(r) : false) }
}

describe('where an instrument’s reading lands', () => {
  it('in the row of its quantity when nothing has the focus', async () => {
    const devices = await listening()
    const [mass, swing] = [receiver('mass'), receiver('swingWeight')]
    devices.receive(mass)
    devices.receive(swing)
    Stream.last.tell({ kind: 'reading', reading: sent('mass') })
    Stream.last.tell({ kind: 'reading', reading: sent('swingWeight', 321) })
    expect([mass.got.length, swing.got.length]).toEqual([1, 1])
    expect(devices.tray).toEqual([])
  })
  it('in the field with the focus when it is of the same kind; a swing weight never among others', async () => {
    const devices = await listening()
    const [mass, left, twist] = [receiver('mass'), receiver('leftMass'), receiver('twistWeight')]
    for (const r of [mass, left, twist]) devices.receive(r)
    devices.focused = left
    Stream.last.tell({ kind: 'reading', reading: sent('mass') })
    expect([mass.got.length, left.got.length]).toEqual([0, 1])
    devices.focused = twist
    Stream.last.tell({ kind: 'reading', reading: sent('swingWeight', 321) })
    expect(twist.got).toEqual([])
    expect(devices.tray.map((r) => r.quantity)).toEqual(['swingWeight'])
  })
  it('once, however often it is told, and stays in the tray when nobody takes it', async () => {
    const devices = await listening()
    const picky = receiver('mass', false)
    devices.receive(picky)
    for (let i = 0; i < 3; i++) Stream.last.tell({ kind: 'reading', reading: sent('mass') })
    expect(devices.tray).toHaveLength(1)
    const leave = devices.receive(receiver('balance'))
    leave()
    const willing = receiver('mass')
    devices.receive(willing)
    // The picky one still stands first.
    devices.land(devices.tray[0])
    expect(willing.got).toEqual([])
    devices.focused = willing
    devices.land(devices.tray[0])
    expect(willing.got).toHaveLength(1)
    expect(devices.tray).toEqual([])
  })
  it('what was sent while the stream was down is fetched when it is back', async () => {
    const devices = await listening()
    Stream.last.onopen?.()
    expect(asked).toHaveLength(1)
    overview.tray = [sent('mass')]
    Stream.last.onopen?.()
    await vi.waitFor(() => expect(devices.tray).toHaveLength(1), { timeout: 60000 })
    devices.stopListening()
    expect(Stream.last.closed).toBe(true)
  })
  it('what is taken for something else is told to the server', async () => {
    const devices = await listening()
    Stream.last.tell({ kind: 'reading', reading: sent('mass') })
    await devices.take([devices.tray[0].id], 'a check')
    expect(devices.tray).toEqual([])
    expect(asked.at(-1)).toBe('POST /api/tray/take')
  })
})

describe('what a figure becomes', () => {
  it('is put right by the calibration in force, with its uncertainty', async () => {
    const devices = await listening()
    const scale = devices.deviceOf('scale')!
    const right = devices.corrected(326.4, 'mass', scale, 'mass', '2026-11-21T08:00:00.000Z', tennis)
    expect(right.value).toBeCloseTo(326, 6)
    expect(right.methodId).toBe('scale')
    expect(right.standing).toBe('in order')
    expect(right.basis!.uB).toBeGreaterThan(0.04)
    expect(right.basis!.uB).toBeLessThan(0.15)
  })
  it('is taken as shown before the calibration, or when none was put in force', async () => {
    const devices = await listening()
    const early = devices.corrected(
      326.4,
      'mass',
      devices.deviceOf('scale')!,
      'mass',
      '2026-11-19T08:00:00.000Z',
      tennis,
    )
    expect([early.value, early.standing, early.basis]).toEqual([326.4, 'never checked', null])
    const swing = devices.deviceOf('swing-machine')!
    const shown = devices.corrected(321, 'swingWeight', swing, 'swingWeight', '2026-11-21T08:00:00.000Z', tennis)
    expect([shown.value, shown.standing]).toEqual([321, 'in order'])
    expect(devices.inForce(swing, 'swingWeight', '2027-01-21T08:00:00.000Z')!.standing).toBe('out of date')
  })
  it('each kind of instrument reads what it can and nothing else', () => {
    expect(methodOfDevice(device('diagnostic'), 'leftMass')).toBe('diagnostic')
    expect(methodOfDevice(device('scale'), 'swingWeight')).toBeNull()
    expect(methodOfDevice(device('twist-station'), 'twistWeight')).toBe('twist-machine')
  })
})

describe('how a line stands', () => {
  it('follows the news', async () => {
    const devices = await listening()
    expect(devices.lines.scale.state).toBe('ready')
    Stream.last.tell({
      kind: 'line',
      line: { deviceId: 'scale', line: 'no answer', state: 'unknown', said: 'It fell silent.', warmLeftS: null },
    })
    expect(devices.lines.scale.line).toBe('no answer')
  })
})
