import type { ReadQuantity } from '#core/quantities/units.ts'

/** A reading as an instrument sent it, core units, with the place in its own count that makes it one of a kind. */
export interface SentReading {
  session: string
  seq: number
  quantity: ReadQuantity
  value: number
  axisCm: number | null
  warming: boolean
}

export interface InstrumentState {
  line: 'connected' | 'connecting' | 'no answer'
  state: 'ready' | 'warming' | 'settling' | 'unknown'
  warmLeftS: number | null
  /** What a person should know of the line, in words; empty when all is well. */
  said: string
}

/**
 * An instrument that sends readings, whatever its line. A reading counts as delivered once `keep` has resolved; until then the
 * instrument is asked for it again. `keep` may see one reading twice and must keep it once.
 */
export interface Instrument {
  /** Asks for a reading; the answer comes through `keep`. What the line did not bring is asked for when it is back. */
  measure(): void
  close(): void
}

export interface InstrumentEvents {
  keep(reading: SentReading): Promise<void>
  changed(state: InstrumentState): void
}

/** A line of text to and from an instrument: a TCP connection, a serial port. */
export interface LineChannel {
  send(line: string): void
  /** Holds the other side up while there is more than can be worked off. */
  pause(): void
  resume(): void
  close(): void
}

export interface ChannelEvents {
  opened(): void
  line(text: string): void
  closed(): void
}

/** Opens the line once; `closed` is called exactly once, also when it never opened. */
export type OpenChannel = (events: ChannelEvents) => LineChannel
