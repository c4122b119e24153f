import { randomUUID } from 'node:crypto'
import type { Device, DeviceNews, LineState } from '#contract/devices.ts'
import type { Database } from '../db/database.ts'
import { listDevices, keepReading } from '../queries/devices.ts'
import type { Instrument } from './instrument.ts'
import { LineInstrument, USUAL_TIMING, type LineTiming } from './lineInstrument.ts'
import { tcpChannel } from './tcpChannel.ts'

/** Keeps a line open to every instrument that has one, keeps what they send, and tells whoever listens. Never blocks a request. */
export class DeviceGateway {
  private readonly lines = new Map<string, { device: Device; instrument: Instrument; state: LineState }>()
  private readonly listeners = new Set<(news: DeviceNews) => void>()
  private readonly db: Database
  private readonly timing: LineTiming

  constructor(db: Database, timing: LineTiming = USUAL_TIMING) {
    this.db = db
    this.timing = timing
  }

  /** Opens lines to new devices and closes those of devices that are gone or have moved. */
  async refresh(): Promise<void> {
    const devices = (await listDevices(this.db)).filter((device) => device.link)
    for (const [id, held] of this.lines) {
      const now = devices.find((device) => device.id === id)
      if (now && JSON.stringify(now.link) === JSON.stringify(held.device.link)) continue
      held.instrument.close()
      this.lines.delete(id)
    }
    for (const device of devices) if (!this.lines.has(device.id)) this.start(device)
  }

  private start(device: Device): void {
    const { port, instrument: name } = device.link!
    const state: LineState = { deviceId: device.id, line: 'connecting', state: 'unknown', said: '', warmLeftS: null }
    const held = { device, state, instrument: null as unknown as Instrument }
    this.lines.set(device.id, held)
    held.instrument = new LineInstrument(
      name,
      tcpChannel(port),
      {
        keep: async ({ value, ...sent }) => {
          const kept = await keepReading(this.db, { id: randomUUID(), deviceId: device.id, raw: value, ...sent })
          if (kept) this.tell({ kind: 'reading', reading: kept })
        },
        changed: (change) => {
          held.state = { ...held.state, ...change }
          this.tell({ kind: 'line', line: held.state })
        },
      },
      this.timing,
    )
  }

  states(): LineState[] {
    return [...this.lines.values()].map((held) => held.state)
  }

  /** Asks a device for a reading. @returns false when it has no line */
  measure(deviceId: string): boolean {
    const held = this.lines.get(deviceId)
    held?.instrument.measure()
    return held !== undefined
  }

  /** Tells the listener all news until the returned function is called. */
  listen(listener: (news: DeviceNews) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  private tell(news: DeviceNews): void {
    for (const listener of this.listeners) listener(news)
  }

  close(): void {
    for (const { instrument } of this.lines.values()) instrument.close()
    this.lines.clear()
  }
}
