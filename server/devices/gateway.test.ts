import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { decodeLine, encodeLine, LineCutter } from '#contract/deviceLine.ts'
import type { DeviceNews, TrayReading } from '#contract/devices.ts'
import { SimulatedBench } from '#devices/bench.ts'
import { checkOutcome } from '#core/measure/calibration.ts'
import { METHODS } from '#core/sports/methods.ts'
import { BODIES, FRAMES } from '#devices/items.ts'
import type { Database } from '../db/database.ts'
import { openForTest } from '../db/testing.ts'
import { listUntaken, keepReading, putDevice, takeFromTray } from '../queries/devices.ts'
import { askBench } from './benchControl.ts'
import { DeviceGateway } from './gateway.ts'
import type { ChannelEvents, InstrumentState, SentReading } from './instrument.ts'
import { LineInstrument } from './lineInstrument.ts'
import { tcpChannel } from './tcpChannel.ts'

const TIMING = { pingMs: 60, silenceMs: 500, retryMs: 20 }
let db: Database
let bench: SimulatedBench
let port: number
let gateway: DeviceGateway
let news: DeviceNews[] = []

beforeAll(async () => {
  db = await openForTest()
  bench = new SimulatedBench({ seed: 3, speed: 200, warm: true })
  bench.on = FRAMES[0]
  port = await bench.listen(0)
  for (const kind of ['scale', 'diagnostic'] as const)
    await putDevice(db, {
      id: kind,
      name: kind,
      kind,
      serial: '',
      link: { port, instrument: kind },
      checkDays: 30,
      revision: 0,
    })
  gateway = new DeviceGateway(db, TIMING)
  gateway.listen((item) => news.push(item))
  await gateway.refresh()
  await until(() => gateway.states().every((s) => s.line === 'connected'))
})
afterEach(async () => {
  await takeFromTray(
    db,
    (await listUntaken(db)).map((r) => r.id),
    'test',
  )
  news = []
})
afterAll(async () => {
  gateway.close()
  await bench.close()
  await db.close()
})

async function until(done: () => boolean | Promise<boolean>, patience = 60000): Promise<void> {
  const end = Date.now() + patience
  while (!(await done())) {
    if (Date.now() > end) throw new Error('waited in vain')
    await new Promise((next) => setTimeout(next, 10))
  }
}
const told = () => news.flatMap((n) => (n.kind === 'reading' ? [n.reading] : []))
/** Asks for readings one after the other and waits until all that should come have come, and a little longer for any that should not. */
async function measured(device: string, times: number, perTime: number): Promise<TrayReading[]> {
  for (let i = 0; i < times; i++) {
    const before = told().length
    gateway.measure(device)
    await until(() => told().length >= before + perTime)
  }
  await new Promise((next) => setTimeout(next, 150))
  return listUntaken(db)
}

describe('a good line', () => {
  it('brings what the instrument shows, in core units, to the tray and the listeners', async () => {
    const rows = await measured('diagnostic', 1, 5)
    expect(rows.map((r) => r.quantity)).toEqual(['mass', 'leftMass', 'rightMass', 'balance', 'swingWeight'])
    const { totals } = FRAMES[0]
    const of = (quantity: string) => rows.find((r) => r.quantity === quantity)!
    expect(Math.abs(of('mass').raw - totals.massG)).toBeLessThan(1)
    expect(Math.abs(of('balance').raw - totals.balanceCm)).toBeLessThan(0.2)
    expect(of('swingWeight').axisCm).toBe(10.16)
    expect(of('mass').axisCm).toBeNull()
    expect(told().map((r) => r.id)).toEqual(rows.map((r) => r.id))
  })
})

describe('faults in the middle of readings, over TCP', () => {
  it.each(['drop', 'repeat', 'garble', 'stall'])('%s: every reading once, none false', async (kind) => {
    await askBench(port, 'FAULT', { instrument: 'scale', kind })
    const rows = await measured('scale', 3, 1)
    expect(rows).toHaveLength(3)
    expect(told()).toHaveLength(3)
    for (const row of rows) expect(Math.abs(row.raw - FRAMES[0].totals.massG)).toBeLessThan(1)
  })
  it('all of them at once, in a burst of five figures', async () => {
    for (const kind of ['garble', 'drop', 'repeat', 'stall', 'garble'])
      await askBench(port, 'FAULT', { instrument: 'diagnostic', kind })
    const rows = await measured('diagnostic', 2, 5)
    expect(rows).toHaveLength(10)
    for (const row of rows.filter((r) => r.quantity === 'mass'))
      expect(Math.abs(row.raw - FRAMES[0].totals.massG)).toBeLessThan(1)
    expect(rows.filter((r) => r.quantity === 'swingWeight')).toHaveLength(2)
  })
  it('the cable pulled while it settles: the reading comes when the line is back', async () => {
    const { id } = { id: 'scale' }
    gateway.measure(id)
    gateway.close()
    await gateway.refresh()
    await until(async () => (await listUntaken(db)).length === 1)
    await new Promise((next) => setTimeout(next, 150))
    expect(await listUntaken(db)).toHaveLength(1)
  })
  it('a reading asked for while the line is down comes when it is back, once', async () => {
    await askBench(port, 'FAULT', { instrument: 'scale', kind: 'stall' })
    let asked = false
    const leave = gateway.listen((item) => {
      if (asked || item.kind !== 'line' || item.line.deviceId !== 'scale' || item.line.line !== 'no answer') return
      asked = true
      gateway.measure('scale')
    })
    gateway.measure('scale')
    await until(() => told().length >= 2)
    leave()
    await new Promise((next) => setTimeout(next, 300))
    expect(asked).toBe(true)
    expect(told()).toHaveLength(2)
  })
  it('a reading asked for on a line that breaks at once comes on the next one, once', async () => {
    let isLost = true
    const events: { keep: SentReading[]; line: string[] } = { keep: [], line: [] }
    const instrument = new LineInstrument(
      'balance-board',
      (on) => {
        const channel = tcpChannel(port)(on)
        return {
          ...channel,
          send: (line) => {
            if (!isLost || !line.startsWith('MEASURE')) return channel.send(line)
            // The cable is out before it has heard a word.
            isLost = false
            channel.close()
          },
        }
      },
      { keep: async (reading) => void events.keep.push(reading), changed: ({ line }) => events.line.push(line) },
      TIMING,
    )
    await until(() => events.line.includes('connected'))
    instrument.measure()
    await until(() => events.keep.length > 0)
    await new Promise((next) => setTimeout(next, 300))
    expect(events.keep).toHaveLength(1)
    expect(events.line).toContain('no answer')
    instrument.close()
  })
  it('says what happened, and that the line is there again', async () => {
    await askBench(port, 'FAULT', { instrument: 'scale', kind: 'stall' })
    await measured('scale', 1, 1)
    const said = news.flatMap((n) => (n.kind === 'line' && n.line.deviceId === 'scale' ? [n.line] : []))
    expect(said.some((line) => line.line === 'no answer')).toBe(true)
    expect(said.at(-1)!.line).toBe('connected')
  })
})

describe('an instrument that is wrong, over TCP', () => {
  const body = (id: string) => BODIES.find((b) => b.id === id)!
  it('a zero set wrong: the figure is kept as shown, and the check on a known body finds it', async () => {
    const scale = METHODS.find((m) => m.id === 'scale')!
    const onBody = async () => {
      bench.on = body('body-mass-300')
      const rows = await measured('scale', 1, 1)
      bench.on = FRAMES[0]
      return checkOutcome([{ reference: 300, uReference: 0.02, reading: rows.at(-1)!.raw }], scale.tolerance)
    }
    expect((await onBody()).passes).toBe(true)
    await askBench(port, 'MISSET', { instrument: 'scale', steps: 12 })
    gateway.measure('scale')
    await until(() => told().length === 2)
    const shifted = told()[1].raw - FRAMES[0].totals.massG
    expect(shifted).toBeGreaterThan(0.7)
    expect(shifted).toBeLessThan(1.8)
    expect((await onBody()).passes).toBe(false)
    await askBench(port, 'MISSET', { instrument: 'scale', steps: 0 })
    expect((await onBody()).passes).toBe(true)
  })
  it('a cold one says so with every figure, until it is warm', async () => {
    const cold = new SimulatedBench({ seed: 4, speed: 60 })
    cold.on = FRAMES[0]
    const coldPort = await cold.listen(0)
    await putDevice(db, {
      id: 'cold',
      name: 'cold',
      kind: 'scale',
      serial: '',
      link: { port: coldPort, instrument: 'scale' },
      checkDays: 30,
      revision: 0,
    })
    await gateway.refresh()
    const line = () => gateway.states().find((s) => s.deviceId === 'cold')!
    await until(() => line().state === 'warming')
    expect(line().warmLeftS).toBeGreaterThan(0)
    const [first] = await measured('cold', 1, 1)
    expect(first.warming).toBe(true)
    await until(() => line().state === 'ready')
    expect((await measured('cold', 1, 1)).at(-1)!.warming).toBe(false)
    await cold.close()
  })
})

describe('what is no instrument', () => {
  it('a port where nothing answers is said so, and nothing waits for it', async () => {
    const lonely = new DeviceGateway(db, TIMING)
    await putDevice(db, {
      id: 'gone',
      name: 'gone',
      kind: 'scale',
      serial: '',
      link: { port: 1, instrument: 'scale' },
      checkDays: 1,
      revision: 0,
    })
    await lonely.refresh()
    await until(() => lonely.states().find((s) => s.deviceId === 'gone')!.line === 'no answer')
    expect(lonely.measure('gone')).toBe(true)
    expect(lonely.measure('never heard of')).toBe(false)
    lonely.close()
    expect(await askBench(1, 'ITEMS')).toBeNull()
  })
  it('an empty bench refuses with the reason', async () => {
    // The other gateway took the instruments’ one line; wait for it to come back.
    await until(() => gateway.states().some((s) => s.deviceId === 'scale' && s.line === 'connected'))
    bench.on = null
    // A line that goes down just then takes the question with it: a hand asks again.
    await until(async () => {
      gateway.measure('scale')
      await new Promise((next) => setTimeout(next, 100))
      return gateway.states().some((s) => s.said.includes('Nothing lies'))
    })
    bench.on = FRAMES[0]
    expect(await listUntaken(db)).toHaveLength(0)
  })
})

describe('a line that means harm, or is set wrong', () => {
  /** An instrument that says what it is told to, and hears what it is asked. */
  function mouth(silenceMs = 5000): {
    say(verb: string, fields?: Record<string, string | number>): void
    heard: string[]
    kept: SentReading[]
    held: () => boolean
    states: InstrumentState[]
    slow: { by: Promise<void> | null }
    instrument: LineInstrument
  } {
    let events!: ChannelEvents
    const heard: string[] = []
    const kept: SentReading[] = []
    const states: InstrumentState[] = []
    const slow: { by: Promise<void> | null } = { by: null }
    let paused = false
    const instrument = new LineInstrument(
      'scale',
      (on) => {
        events = on
        queueMicrotask(() => on.opened())
        return {
          send: (line) => heard.push(line),
          pause: () => (paused = true),
          resume: () => (paused = false),
          close: () => on.closed(),
        }
      },
      {
        keep: async (reading) => {
          await slow.by
          kept.push(reading)
        },
        changed: (state) => states.push(state),
      },
      { pingMs: 20, silenceMs, retryMs: 10000 },
    )
    return {
      say: (verb, fields = {}) => events.line(encodeLine(verb, fields)),
      heard,
      kept,
      held: () => paused,
      states,
      slow,
      instrument,
    }
  }
  const rest = () => new Promise((next) => setTimeout(next, 30))
  it.each([
    ['a unit by the name of what every object has', { unit: '__proto__' }],
    ['another such', { unit: 'constructor' }],
    ['a unit of another kind', { unit: 'cm' }],
    ['a figure in another way of counting', { value: '0x140' }],
    ['a figure with an exponent', { value: '1e308' }],
    ['what no frame weighs', { value: '99999' }],
    ['less than nothing', { value: '-5' }],
    ['no figure', { value: '' }],
    ['a quantity that is none', { quantity: 'toString' }],
  ])('%s is left out, acknowledged, and the next one is kept', async (_what, wrong) => {
    const m = mouth()
    await rest()
    m.say('HELLO', { session: 's', next: 1 })
    m.say('READ', { seq: 1, quantity: 'mass', value: '320.1', unit: 'g', warming: 0, ...wrong })
    m.say('READ', { seq: 2, quantity: 'mass', value: '321.5', unit: 'g', warming: 0 })
    await until(() => m.kept.length > 0)
    await rest()
    expect(m.kept.map((r) => [r.seq, r.value])).toEqual([[2, 321.5]])
    m.instrument.close()
  })
  it('is held up when it talks faster than can be kept, and goes on afterwards', async () => {
    const m = mouth()
    await rest()
    let free = () => {}
    m.slow.by = new Promise((go) => (free = go))
    m.say('HELLO', { session: 's', next: 1 })
    for (let seq = 1; seq <= 300; seq++) m.say('READ', { seq, quantity: 'mass', value: '320.1', unit: 'g' })
    await until(() => m.held())
    free()
    await until(() => m.kept.length === 300)
    expect(m.held()).toBe(false)
    m.instrument.close()
  })
  it('is not asked twice when a reading is asked for before a new line has told its state', async () => {
    const m = mouth()
    await rest()
    m.say('HELLO', { session: 's', next: 1 })
    await until(() => m.states.some((s) => s.line === 'connected'))
    m.instrument.measure()
    m.say('STATE', { state: 'ready', warm: 0, last: 0 })
    await rest()
    expect(m.heard.filter((line) => line.startsWith('MEASURE'))).toHaveLength(1)
    m.instrument.close()
  })
  it('fallen silent is seen, also when the clock on the wall is put back', async () => {
    const m = mouth(80)
    await rest()
    m.say('HELLO', { session: 's', next: 1 })
    await rest()
    vi.spyOn(Date, 'now').mockReturnValue(0)
    await until(() => m.states.some((s) => s.said.includes('fell silent')))
    vi.restoreAllMocks()
    m.instrument.close()
  })
  it('a session whose name comes again loses nothing: what differs is another reading, what is the same came twice', async () => {
    const r = (raw: number) => ({
      ...{
        id: `again-${raw}-${Math.random()}`,
        deviceId: 'scale',
        quantity: 'mass' as const,
        raw,
        axisCm: null,
        warming: false,
      },
      ...{ session: 'same', seq: 1 },
    })
    expect(await keepReading(db, r(300))).not.toBeNull()
    expect(await keepReading(db, r(300))).toBeNull()
    expect(await keepReading(db, r(301))).not.toBeNull()
    expect(await keepReading(db, r(302))).not.toBeNull()
    expect(await keepReading(db, r(301))).toBeNull()
    expect((await listUntaken(db)).map((t) => t.raw)).toEqual([300, 301, 302])
  })
  it('the tray shows the newest of very many', async () => {
    await db.query(
      `INSERT INTO device_reading (id, device_id, session, seq, quantity, raw, warming, at)
       SELECT 'many-' || n, 'scale', 'many', n, 'mass', 100 + n, false, now() + n * interval '1 ms' FROM generate_series(1, 250) n`,
    )
    const tray = await listUntaken(db)
    expect([tray.length, tray.at(-1)!.raw]).toEqual([200, 350])
    await db.query(`UPDATE device_reading SET taken_for = 'test' WHERE session = 'many'`)
  })
})

describe('the line itself', () => {
  it('round trip, with blanks and signs', () => {
    expect(decodeLine(encodeLine('READ', { a: 'x y=z*', b: -1.5 }))).toEqual({
      verb: 'READ',
      fields: { a: 'x y=z*', b: '-1.5' },
    })
  })
  it('any one changed character is caught', () => {
    const line = encodeLine('READ', { seq: 12, quantity: 'mass', value: '322.1', unit: 'g' })
    for (let i = 0; i < line.length; i++) {
      const changed = line.slice(0, i) + String.fromCharCode(line.charCodeAt(i) ^ 1) + line.slice(i + 1)
      expect(decodeLine(changed)).toBeNull()
    }
    expect(decodeLine('')).toBeNull()
    expect(decodeLine('READ seq=1')).toBeNull()
  })
  it('its check is CRC-32 as published: “123456789” gives cbf43926', () => {
    const { verb } = decodeLine('123456789*cbf43926')!
    expect(verb).toBe('123456789')
  })
  it('lines are cut wherever the chunks end; one that never ends is dropped', () => {
    const cutter = new LineCutter()
    expect(cutter.push('ab')).toEqual([])
    expect(cutter.push('c\r\nd\n\ne')).toEqual(['abc', 'd'])
    cutter.push('x'.repeat(5000))
    expect(cutter.push('y\n')).toEqual(['y'])
  })
})
