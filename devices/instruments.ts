import type { BenchItem } from './items.ts'
import { Seeded } from './seeded.ts'

export type DisplayQuantity = 'mass' | 'leftMass' | 'rightMass' | 'balance' | 'swingWeight' | 'twistWeight'

/** How one quantity of an instrument goes wrong; standard deviations where a seed decides. */
interface Channel {
  quantity: DisplayQuantity
  unit: 'g' | 'cm' | 'mm' | 'kg.cm2'
  /** Smallest step of the display, in core units (g, cm, kg·cm²). */
  step: number
  noise: number
  gainOff: number
  zeroOff: number
  /** How far it wanders between one checking and the next. */
  wander: number
  /** What a cold start adds, fading. */
  cold: number
}

export interface InstrumentKind {
  name: string
  title: string
  serial: string
  axisCm: number | null
  sideEdgesCm: number
  /** Time constant of warming up and how long it says it is warming, s. */
  warmTauS: number
  warmS: number
  /** From the button to the figure, s. */
  settleS: number
  channels: Channel[]
}

const AXIS = 10.16

/** The simulated bench's instruments. Their faults are of the size that the trade sees (common practice, no source). */
export const KINDS: InstrumentKind[] = [
  {
    name: 'scale',
    title: 'Counter scale',
    serial: 'SC-2207',
    axisCm: null,
    sideEdgesCm: 20,
    warmTauS: 20,
    warmS: 60,
    settleS: 0.5,
    channels: [
      { quantity: 'mass', unit: 'g', step: 0.1, noise: 0.05, gainOff: 0.0006, zeroOff: 0.1, wander: 0.05, cold: 0.6 },
    ],
  },
  {
    name: 'balance-board',
    title: 'Balance board',
    serial: 'BB-118',
    axisCm: null,
    sideEdgesCm: 20,
    warmTauS: 1,
    warmS: 0,
    settleS: 0.6,
    channels: [
      {
        quantity: 'balance',
        unit: 'mm',
        step: 0.1,
        noise: 0.05,
        gainOff: 0.0002,
        zeroOff: 0.02,
        wander: 0.01,
        cold: 0,
      },
    ],
  },
  {
    name: 'swing-machine',
    title: 'Swing-weight machine',
    serial: 'SW-0431',
    axisCm: AXIS,
    sideEdgesCm: 20,
    warmTauS: 40,
    warmS: 120,
    settleS: 1.2,
    channels: [
      {
        quantity: 'swingWeight',
        unit: 'kg.cm2',
        step: 1,
        noise: 0.4,
        gainOff: 0.006,
        zeroOff: 0.8,
        wander: 0.15,
        cold: 4,
      },
    ],
  },
  {
    name: 'twist-station',
    title: 'Twist station',
    serial: 'TW-090',
    axisCm: null,
    sideEdgesCm: 20,
    warmTauS: 20,
    warmS: 60,
    settleS: 1,
    channels: [
      {
        quantity: 'twistWeight',
        unit: 'kg.cm2',
        step: 0.1,
        noise: 0.05,
        gainOff: 0.005,
        zeroOff: 0.05,
        wander: 0.02,
        cold: 0.3,
      },
    ],
  },
  {
    name: 'diagnostic',
    title: 'Diagnostic station',
    serial: 'DX-77',
    axisCm: AXIS,
    sideEdgesCm: 20,
    warmTauS: 30,
    warmS: 90,
    settleS: 2,
    channels: [
      { quantity: 'mass', unit: 'g', step: 0.1, noise: 0.08, gainOff: 0.0004, zeroOff: 0.1, wander: 0.05, cold: 0.5 },
      {
        quantity: 'leftMass',
        unit: 'g',
        step: 0.1,
        noise: 0.08,
        gainOff: 0.0004,
        zeroOff: 0.05,
        wander: 0.04,
        cold: 0.25,
      },
      {
        quantity: 'rightMass',
        unit: 'g',
        step: 0.1,
        noise: 0.08,
        gainOff: 0.0004,
        zeroOff: 0.05,
        wander: 0.04,
        cold: 0.25,
      },
      {
        quantity: 'balance',
        unit: 'mm',
        step: 0.01,
        noise: 0.02,
        gainOff: 0.0005,
        zeroOff: 0.03,
        wander: 0.01,
        cold: 0,
      },
      {
        quantity: 'swingWeight',
        unit: 'kg.cm2',
        step: 0.1,
        noise: 0.2,
        gainOff: 0.004,
        zeroOff: 0.6,
        wander: 0.15,
        cold: 3,
      },
    ],
  },
]

export interface DisplayFigure {
  quantity: DisplayQuantity
  unit: Channel['unit']
  /** As the display shows it, in `unit`. */
  text: string
  axisCm: number | null
}

/** One instrument with its own, seeded faults. Time is passed in, s since it was switched on. */
export class SimulatedInstrument {
  readonly kind: InstrumentKind
  private readonly seeded: Seeded
  private readonly faults: { gain: number; zero: number; wander: number }[]
  /** Somebody pressed zero with something on it, or knocked it: added to every figure, in steps of the display. */
  misset = 0

  constructor(kind: InstrumentKind, seed: number) {
    this.kind = kind
    this.seeded = new Seeded(seed)
    this.faults = kind.channels.map((c) => ({
      gain: 1 + this.seeded.normal(c.gainOff),
      zero: this.seeded.normal(c.zeroOff),
      wander: 0,
    }))
  }

  /** Days pass: every channel wanders a little from where it stood when it was last checked. */
  wander(): void {
    for (const [i, fault] of this.faults.entries()) fault.wander = this.seeded.normal(this.kind.channels[i]!.wander)
  }

  warmLeft(onForS: number): number {
    return Math.max(0, this.kind.warmS - onForS)
  }

  /** What the display shows of an item. */
  read(item: BenchItem, onForS: number): DisplayFigure[] {
    return this.kind.channels.map((c, i) => {
      const { gain, zero, wander } = this.faults[i]!
      const cold = c.cold * Math.exp(-onForS / this.kind.warmTauS)
      const shown =
        gain * this.truth(item, c.quantity) + zero + wander + cold + this.misset * c.step + this.seeded.normal(c.noise)
      const stepped = Math.round(shown / c.step) * c.step
      const inUnit = c.unit === 'mm' ? stepped * 10 : stepped
      const decimals = Math.max(0, Math.round(-Math.log10(c.unit === 'mm' ? c.step * 10 : c.step)))
      return {
        quantity: c.quantity,
        unit: c.unit,
        text: inUnit.toFixed(decimals),
        axisCm: c.quantity === 'swingWeight' ? this.kind.axisCm : null,
      }
    })
  }

  private truth({ totals }: BenchItem, quantity: DisplayQuantity): number {
    switch (quantity) {
      case 'mass':
        return totals.massG
      case 'leftMass':
        return totals.sides(this.kind.sideEdgesCm).leftG
      case 'rightMass':
        return totals.sides(this.kind.sideEdgesCm).rightG
      case 'balance':
        return totals.balanceCm
      case 'swingWeight':
        return totals.swingWeightAbout(this.kind.axisCm!)
      case 'twistWeight':
        return totals.twistWeightKgCm2
    }
  }
}
