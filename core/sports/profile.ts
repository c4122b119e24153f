import type { GripKind } from '../frame/condition.ts'
import type { FrameGeometry } from '../frame/outline.ts'
import type { Quantity } from '../quantities/units.ts'

export interface Layer {
  massG: number
  /** Standard uncertainty, g. */
  uMassG: number
}

/** How a quantity is read, with what that does to its uncertainty. All in core units. */
export interface MeasuringMethod {
  id: string
  quantity: Quantity
  name: string
  /** Smallest step of the display. */
  resolution: number
  /** Standard uncertainty of the device itself once checked. */
  device: number
  /** Usual spread of one reading by a careful hand, a standard deviation. */
  spread: number
}

/** A place where mass may go. `capacityCm` is the length of one run in one layer. */
export interface Zone {
  id: string
  name: string
  /** Where a run lies: on the hoop about a clock place, on the shaft, on the handle's bevels, or inside the handle. */
  place: 'hoop' | 'shaft' | 'bevels' | 'handle'
  /** For the hoop: the landmark at the middle of a run. */
  clock?: 12 | 2 | 3 | 6
  capacityCm: number
  maxLayers: number
  /** Seen when the frame is in use. */
  visible: boolean
}

/** Everything that makes one sport different from another. Data only. */
export interface SportProfile {
  id: 'tennis'
  name: string
  /** Axis in which swing weight is usually quoted, cm from the butt. */
  axisCm: number
  /** Other axes in use: tried when a reading looks wrong. */
  otherAxesCm: number[]
  geometry: FrameGeometry
  /** Usual adult and junior frames; outside is doubtful, not impossible. Core units, swing weight about `axisCm`. */
  usual: Record<Quantity, [number, number]>
  /** Radius of gyration over length. */
  gyrationBand: [number, number]
  tolerance: Record<Quantity, number>
  /** Standard deviation over adult frames, for a number that a setup does not give. */
  populationSpread: Record<Quantity, number>
  layers: {
    strings: Layer
    grips: Record<GripKind, Layer>
    overgrip: Layer
    dampener: Layer & { fromBridgeCm: number }
  }
  methods: MeasuringMethod[]
  zones: Zone[]
  /** Mass of fill in one cm of handle, g/cm. */
  handleFillGPerCm: number
  handleFillFromCm: number
  rules: { name: string; source: string; maxLengthCm: number; maxWidthCm: number }
}
