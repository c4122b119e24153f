import { READ_QUANTITIES, toCore, type ReadQuantity, type Unit } from '#core/quantities/units.ts'
import { decodeLine, encodeLine, type DeviceLine } from '#contract/deviceLine.ts'
import type {
  Instrument,
  InstrumentEvents,
  InstrumentState,
  LineChannel,
  OpenChannel,
  SentReading,
} from './instrument.ts'

export interface LineTiming {
  /** How often a silent line is asked whether it lives. */
  pingMs: number
  /** Silence after which the line is dropped and opened again. */
  silenceMs: number
  /** First pause before opening again; doubles up to 16 times. */
  retryMs: number
}
export const USUAL_TIMING: LineTiming = { pingMs: 1000, silenceMs: 3500, retryMs: 250 }

const UNITS: Record<string, Unit> = { g: 'g', cm: 'cm', mm: 'mm', 'kg.cm2': 'kg·cm²' }

/**
 * An instrument that speaks the line protocol (contract/deviceLine.ts, docs/device-protocol.md). Every reading carries its number
 * in the instrument's count: one that comes again is not kept again, one that is missing or garbled is asked for again, and the
 * instrument holds each until it is acknowledged. So a bad line loses nothing and adds nothing.
 */
export class LineInstrument implements Instrument {
  private channel: LineChannel | null = null
  private closed = false
  private session = ''
  private expected = 1
  private heardAt = 0
  private retries = 0
  private work: Promise<void> = Promise.resolve()
  private timer: NodeJS.Timeout | undefined
  private pending: NodeJS.Timeout | undefined
  private state: InstrumentState = { line: 'connecting', state: 'unknown', warmLeftS: null, said: '' }
  private readonly name: string
  private readonly open: OpenChannel
  private readonly events: InstrumentEvents
  private readonly timing: LineTiming

  constructor(name: string, open: OpenChannel, events: InstrumentEvents, timing: LineTiming = USUAL_TIMING) {
    this.name = name
    this.open = open
    this.events = events
    this.timing = timing
    this.connect()
  }

  measure(): void {
    this.channel?.send(encodeLine('MEASURE'))
  }

  close(): void {
    this.closed = true
    clearInterval(this.timer)
    clearTimeout(this.pending)
    this.channel?.close()
  }

  private tell(change: Partial<InstrumentState>): void {
    const next = { ...this.state, ...change }
    if (JSON.stringify(next) === JSON.stringify(this.state)) return
    this.state = next
    this.events.changed(next)
  }

  private connect(): void {
    if (this.closed) return
    clearInterval(this.timer)
    let opened = false
    const channel = this.open({
      opened: () => {
        opened = true
        this.heardAt = Date.now()
        channel.send(encodeLine('ATTACH', { instrument: this.name }))
        this.timer = setInterval(() => this.pulse(channel), this.timing.pingMs)
      },
      line: (text) => {
        if (channel !== this.channel) return
        this.heardAt = Date.now()
        this.work = this.work.then(() => this.hear(text, channel)).catch(() => channel.close())
      },
      closed: () => {
        if (channel !== this.channel || this.closed) return
        clearInterval(this.timer)
        this.channel = null
        this.tell({
          line: 'no answer',
          state: 'unknown',
          warmLeftS: null,
          said: opened ? 'The line broke; opening it again.' : 'No answer; is it switched on?',
        })
        const pause = this.timing.retryMs * 2 ** Math.min(4, this.retries++)
        this.pending = setTimeout(() => this.connect(), pause)
      },
    })
    this.channel = channel
  }

  /** A line that has been silent too long is dropped: what was not acknowledged comes again on the next one. */
  private pulse(channel: LineChannel): void {
    const silent = Date.now() - this.heardAt
    if (silent > this.timing.silenceMs) {
      this.tell({ line: 'no answer', said: 'It fell silent; opening the line again.' })
      channel.close()
    } else channel.send(encodeLine('PING'))
  }

  private async hear(text: string, channel: LineChannel): Promise<void> {
    const line = decodeLine(text)
    if (!line) {
      this.tell({ said: 'A line came garbled and was asked for again.' })
      channel.send(encodeLine('AGAIN', { from: this.expected }))
      return
    }
    switch (line.verb) {
      case 'HELLO': {
        const next = Number(line.fields.next)
        this.expected = Number.isInteger(next) && next > 0 ? next : 1
        this.session = line.fields.session ?? ''
        this.retries = 0
        this.tell({ line: 'connected', said: '' })
        return
      }
      case 'STATE': {
        const warm = Number(line.fields.warm ?? 0)
        const state = (['ready', 'warming', 'settling'] as const).find((s) => s === line.fields.state) ?? 'unknown'
        this.tell({ line: 'connected', state, warmLeftS: warm > 0 ? warm : null })
        // The last thing it sent never came: nothing later may follow that would show the gap.
        if (Number(line.fields.last ?? 0) >= this.expected) channel.send(encodeLine('AGAIN', { from: this.expected }))
        return
      }
      case 'READ':
        return this.read(line, channel)
      case 'REFUSED':
        this.tell({ said: line.fields.why ?? 'It refused.' })
    }
  }

  private async read(line: DeviceLine, channel: LineChannel): Promise<void> {
    const seq = Number(line.fields.seq)
    if (!this.session || !Number.isInteger(seq)) return
    if (seq > this.expected) {
      this.tell({ said: 'A line was lost and was asked for again.' })
      channel.send(encodeLine('AGAIN', { from: this.expected }))
      return
    }
    if (seq === this.expected) {
      const reading = this.readingOf(line, seq)
      if (reading) await this.events.keep(reading)
      else this.tell({ said: 'It sent something that Kevro does not know; left out.' })
      this.expected = seq + 1
      if (reading) this.tell({ said: '' })
    }
    channel.send(encodeLine('ACK', { seq }))
  }

  private readingOf(line: DeviceLine, seq: number): SentReading | null {
    const { fields } = line
    const unit = UNITS[fields.unit ?? '']
    const quantity = READ_QUANTITIES.find((q) => q === fields.quantity)
    const value = fields.value === undefined || fields.value === '' ? NaN : Number(fields.value)
    if (!unit || !quantity || !Number.isFinite(value)) return null
    const axis = fields.axis === undefined ? null : Number(fields.axis)
    if ((quantity === 'swingWeight') !== (axis !== null && Number.isFinite(axis))) return null
    return {
      session: this.session,
      seq,
      quantity: quantity satisfies ReadQuantity,
      value: toCore(value, unit, 0),
      axisCm: axis,
      warming: fields.warming === '1',
    }
  }
}
