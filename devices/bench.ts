import { createServer, type Server, type Socket } from 'node:net'
import { decodeLine, encodeLine, LineCutter, type DeviceLine } from '#contract/deviceLine.ts'
import { KINDS, SimulatedInstrument } from './instruments.ts'
import { ITEMS, type BenchItem } from './items.ts'

export interface BenchOptions {
  seed: number
  /** The clock runs so many times as fast: settling and warming up take less. */
  speed: number
  /** Switched on long ago: no warming up. */
  warm: boolean
}

/** What can go wrong with a line; each acts on the next reading that is sent. */
const FAULTS = ['drop', 'repeat', 'garble', 'stall'] as const
type Fault = (typeof FAULTS)[number]

interface Sent {
  seq: number
  fields: Record<string, string | number>
}

/** One instrument with its line: it counts what it sends and holds each reading until it is acknowledged. */
class Station {
  readonly instrument: SimulatedInstrument
  private seq = 0
  private held: Sent[] = []
  private sockets = new Set<Socket>()
  private faults: Fault[] = []
  private stalledUntil = 0
  private settling = false
  private readonly bench: SimulatedBench

  constructor(instrument: SimulatedInstrument, bench: SimulatedBench) {
    this.instrument = instrument
    this.bench = bench
  }

  attach(socket: Socket): void {
    // A real serial instrument has one line: a new one takes over.
    for (const other of this.sockets) other.destroy()
    this.sockets.add(socket)
    socket.on('close', () => this.sockets.delete(socket))
    // A stall ends when the line is opened anew, as with a cable pulled and put back.
    this.stalledUntil = 0
    this.say('HELLO', {
      session: this.bench.session,
      instrument: this.instrument.kind.name,
      serial: this.instrument.kind.serial,
      next: this.held[0]?.seq ?? this.seq + 1,
    })
    this.state()
    for (const sent of this.held) this.say('READ', { seq: sent.seq, ...sent.fields })
  }

  inject(kind: Fault): void {
    this.faults.push(kind)
  }

  hear(line: DeviceLine): void {
    if (this.stalled) return
    switch (line.verb) {
      case 'PING':
        this.state()
        return
      case 'ACK':
        this.held = this.held.filter((sent) => sent.seq !== Number(line.fields.seq))
        return
      case 'AGAIN':
        for (const sent of this.held)
          if (sent.seq >= Number(line.fields.from)) this.say('READ', { seq: sent.seq, ...sent.fields })
        return
      case 'MEASURE':
        this.measure()
    }
  }

  measure(): void {
    if (this.settling) return
    const item = this.bench.on
    if (!item) {
      this.say('REFUSED', { why: 'Nothing lies on the bench.' })
      return
    }
    this.settling = true
    this.state()
    setTimeout(
      () => {
        this.settling = false
        const warming = this.instrument.warmLeft(this.bench.onForS) > 0
        for (const figure of this.instrument.read(item, this.bench.onForS)) {
          this.send({
            quantity: figure.quantity,
            value: figure.text,
            unit: figure.unit,
            ...(figure.axisCm === null ? {} : { axis: figure.axisCm }),
            warming: warming ? 1 : 0,
          })
        }
        this.state()
      },
      (1000 * this.instrument.kind.settleS) / this.bench.options.speed,
    )
  }

  private send(fields: Record<string, string | number>): void {
    const sent = { seq: ++this.seq, fields }
    this.held.push(sent)
    const fault = this.faults.shift()
    const text = encodeLine('READ', { seq: sent.seq, ...fields })
    if (fault === 'drop') return
    if (fault === 'stall') this.stalledUntil = Infinity
    // One figure of the value comes out wrong: only the checksum can tell.
    const garbled = text.replace(/value=(\d)/, (_, digit: string) => `value=${(Number(digit) + 3) % 10}`)
    this.write(fault === 'garble' ? garbled : text)
    if (fault === 'repeat') this.write(text)
  }

  state(): void {
    const warm = this.instrument.warmLeft(this.bench.onForS)
    this.say('STATE', {
      state: this.settling ? 'settling' : warm > 0 ? 'warming' : 'ready',
      warm: warm.toFixed(0),
      last: this.seq,
    })
  }

  private get stalled(): boolean {
    return Date.now() < this.stalledUntil
  }

  private say(verb: string, fields: Record<string, string | number>): void {
    this.write(encodeLine(verb, fields))
  }

  private write(text: string): void {
    if (this.stalled) return
    for (const socket of this.sockets) socket.write(`${text}\n`)
  }
}

/** The simulated bench: instruments that share one table, over a TCP port of this machine. */
export class SimulatedBench {
  readonly options: BenchOptions
  /** A new one each time it is switched on. */
  readonly session: string
  on: BenchItem | null = null
  private readonly stations: Map<string, Station>
  private readonly startedAt = Date.now()
  private readonly server: Server
  private readonly sockets = new Set<Socket>()

  constructor(options: Partial<BenchOptions> = {}) {
    this.options = { seed: 1, speed: 1, warm: false, ...options }
    this.session = `${this.startedAt.toString(36)}-${process.pid.toString(36)}-${Math.floor(performance.now()).toString(36)}`
    this.stations = new Map(
      KINDS.map((kind, i) => [
        kind.name,
        new Station(new SimulatedInstrument(kind, this.options.seed * 101 + i), this),
      ]),
    )
    this.server = createServer((socket) => this.serve(socket))
  }

  /** Seconds since it was switched on, by its own clock. */
  get onForS(): number {
    return this.options.warm ? 1e6 : ((Date.now() - this.startedAt) / 1000) * this.options.speed
  }

  listen(port: number): Promise<number> {
    return new Promise((resolve, reject) => {
      this.server.once('error', reject)
      this.server.listen(port, '127.0.0.1', () => {
        const address = this.server.address()
        resolve(typeof address === 'object' && address ? address.port : port)
      })
    })
  }

  close(): Promise<void> {
    for (const socket of this.sockets) socket.destroy()
    return new Promise((done) => this.server.close(() => done()))
  }

  private serve(socket: Socket): void {
    const cutter = new LineCutter()
    let station: Station | null = null
    socket.setEncoding('utf8')
    socket.setNoDelay(true)
    this.sockets.add(socket)
    socket.on('error', () => undefined)
    socket.on('close', () => this.sockets.delete(socket))
    socket.on('data', (chunk) => {
      for (const text of cutter.push(String(chunk))) {
        const line = decodeLine(text)
        if (!line) continue
        if (line.verb === 'ATTACH') {
          station = this.stations.get(line.fields.instrument ?? '') ?? null
          if (station) station.attach(socket)
          else socket.write(`${encodeLine('REFUSED', { why: 'There is no such instrument.' })}\n`)
        } else if (station) station.hear(line)
        else socket.write(`${this.control(line)}\n`)
      }
    })
  }

  /** Questions and orders to the bench itself: what lies on it, and faults to practise with. */
  private control({ verb, fields }: DeviceLine): string {
    const station = this.stations.get(fields.instrument ?? '')
    switch (verb) {
      case 'ITEMS':
        return encodeLine('ITEMS', {
          items: JSON.stringify(ITEMS.map(({ id, name }) => ({ id, name }))),
          on: this.on?.id ?? '',
        })
      case 'PLACE': {
        const item = ITEMS.find(({ id }) => id === fields.item)
        if (!item && fields.item !== '') return encodeLine('REFUSED', { why: 'There is no such thing to lay on it.' })
        this.on = item ?? null
        return encodeLine('DONE')
      }
      case 'FAULT': {
        const fault = FAULTS.find((kind) => kind === fields.kind)
        if (!station || !fault) return encodeLine('REFUSED', { why: 'There is no such instrument or fault.' })
        station.inject(fault)
        return encodeLine('DONE')
      }
      case 'MISSET':
        if (!station) return encodeLine('REFUSED', { why: 'There is no such instrument.' })
        station.instrument.misset = Number(fields.steps) || 0
        return encodeLine('DONE')
      case 'PRESS':
        if (!station) return encodeLine('REFUSED', { why: 'There is no such instrument.' })
        station.measure()
        return encodeLine('DONE')
      default:
        return encodeLine('REFUSED', { why: 'Not understood.' })
    }
  }
}
