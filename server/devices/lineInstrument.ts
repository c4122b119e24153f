import { KIND_OF, READ_QUANTITIES, toCore, UNITS_OF, type ReadQuantity, type Unit } from '#core/quantities/units.ts'
import { inReadRange } from '#contract/fields.ts'
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

const UNITS = new Map<string, Unit>([
  ['g', 'g'],
  ['cm', 'cm'],
  ['mm', 'mm'],
  ['kg.cm2', 'kg·cm²'],
])
/** Who asked longer ago has gone on to something else. */
const OWED_MS = 10000
/** Lines that may wait to be worked off before the instrument is held up. */
const MOST_WAITING = 100
const LONGEST = 80
const MOST_AXIS_CM = 60
const MOST_SEQ = 2 ** 31 - 1

/** A figure as instruments write it: plain decimals and nothing else. */
const decimal = (text: string | undefined): number => (/^-?\d{1,9}(\.\d{1,9})?$/.test(text ?? '') ? Number(text) : NaN)
const whole = (text: string | undefined): number => (/^\d{1,10}$/.test(text ?? '') ? Number(text) : NaN)
/** Goes on at one pace, however the clock on the wall is set. */
const now = () => performance.now()

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
  /** The last reading that the instrument is known to have taken. */
  private taken = 0
  /** A reading that was asked for, when, and beyond which of those taken then: until the instrument is known to have heard it. */
  private owed: { at: number; beyond: number } | null = null
  /** On this line nothing was asked for yet. */
  private isNewLine = false
  /** Lines that were heard and not yet worked off. */
  private waiting = 0
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

  /** Asks for a reading; what a line that is down, or breaks at once, did not bring to the instrument is asked for on the next. */
  measure(): void {
    const isUp = this.state.line === 'connected'
    // While the line is down nothing that it takes can be the answer.
    this.owed = { at: now(), beyond: isUp ? this.taken : Infinity }
    if (!isUp) return
    this.isNewLine = false
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
        this.heardAt = now()
        channel.send(encodeLine('ATTACH', { instrument: this.name }))
        this.timer = setInterval(() => this.pulse(channel), this.timing.pingMs)
      },
      line: (text) => {
        if (channel !== this.channel) return
        this.heardAt = now()
        if (++this.waiting === MOST_WAITING) channel.pause()
        this.work = this.work
          .then(() => this.hear(text, channel))
          .catch(() => channel.close())
          .finally(() => {
            if (--this.waiting === MOST_WAITING / 2) channel.resume()
          })
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
    const silent = now() - this.heardAt
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
        const next = whole(line.fields.next)
        this.expected = next > 0 && next <= MOST_SEQ ? next : 1
        const session = (line.fields.session ?? '').slice(0, LONGEST)
        if (session !== this.session) {
          this.session = session
          this.taken = 0
          if (this.owed && this.owed.beyond < Infinity) this.owed.beyond = 0
        }
        this.retries = 0
        this.isNewLine = true
        this.tell({ line: 'connected', said: '' })
        return
      }
      case 'STATE': {
        const warm = decimal(line.fields.warm)
        const state = (['ready', 'warming', 'settling'] as const).find((s) => s === line.fields.state) ?? 'unknown'
        const last = whole(line.fields.last)
        this.tell({ line: 'connected', state, warmLeftS: warm > 0 ? warm : null })
        this.askAgain(state === 'settling', last, channel)
        // The last thing it sent never came: nothing later may follow that would show the gap.
        if (last >= this.expected) channel.send(encodeLine('AGAIN', { from: this.expected }))
        return
      }
      case 'READ':
        return this.read(line, channel)
      case 'REFUSED':
        this.owed = null
        this.tell({ said: (line.fields.why ?? 'It refused.').slice(0, 2 * LONGEST) })
    }
  }

  /** What is owed and was not heard is asked for once on each line. @param last the last reading that it has taken */
  private askAgain(isSettling: boolean, last: number, channel: LineChannel): void {
    if (last <= MOST_SEQ) this.taken = Math.max(this.taken, last)
    const { owed, isNewLine } = this
    this.isNewLine = false
    if (!owed) return
    const isHeard = isSettling || this.taken > owed.beyond
    if (isHeard || now() - owed.at >= OWED_MS) this.owed = null
    else if (isNewLine) {
      owed.beyond = this.taken
      channel.send(encodeLine('MEASURE'))
    }
  }

  private async read(line: DeviceLine, channel: LineChannel): Promise<void> {
    const seq = whole(line.fields.seq)
    if (!this.session || !(seq <= MOST_SEQ)) return
    this.taken = Math.max(this.taken, seq)
    if (this.owed && seq > this.owed.beyond) this.owed = null
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
    const unit = UNITS.get(fields.unit ?? '')
    const quantity = READ_QUANTITIES.find((q) => q === fields.quantity)
    const shown = decimal(fields.value)
    if (!unit || !quantity || Number.isNaN(shown)) return null
    // A unit of another kind, and a figure that no frame and no body can have, are slips of the line or of its settings.
    if (!UNITS_OF[KIND_OF[quantity]].includes(unit)) return null
    const value = toCore(shown, unit, 0)
    if (!inReadRange(quantity, value)) return null
    const axis = fields.axis === undefined ? null : decimal(fields.axis)
    if ((quantity === 'swingWeight') !== (axis !== null && axis >= 0 && axis <= MOST_AXIS_CM)) return null
    return {
      session: this.session,
      seq,
      quantity: quantity satisfies ReadQuantity,
      value,
      axisCm: axis,
      warming: fields.warming === '1',
    }
  }
}
