import type { GripKind, StockedKind, ImpactAssumptions } from './kinds.ts'
import type { Edge, FrameGeometry, Wall } from '../geometry/outline.ts'
import type { Estimate } from '../quantities/estimate.ts'
import type { Quantity, ReadQuantity, UnitChoice } from '../quantities/units.ts'

export interface Layer {
  massG: number
  /** Standard uncertainty, g. */
  uMassG: number
}

/** What instruments there are, whatever their make. */
export const DEVICE_KINDS = ['scale', 'balance-board', 'swing-machine', 'twist-station', 'diagnostic'] as const
export type DeviceKind = (typeof DEVICE_KINDS)[number]

/** How a quantity is read, with what that does to its uncertainty. All in core units. */
export interface MeasuringMethod {
  id: string
  quantity: ReadQuantity
  name: string
  /** Smallest step of the display. */
  resolution: number
  /** Standard uncertainty of the device itself while it has no calibration. */
  device: number
  /** Usual spread of one reading by a careful hand, a standard deviation. */
  spread: number
  /** Standard uncertainty of how far a calibrated device moves until its next check. */
  stands: number
  /** A check on a reference body passes within this. */
  tolerance: number
  /** Worked out from other readings, with its own error budget. */
  byHand: boolean
  /** The kind of instrument that can send it; null when it is typed. */
  deviceKind: DeviceKind | null
}

/** Where a run lies: on the hoop, on the shaft, on the handle's bevels, inside the handle, round the handle, or at one spot. */
export const ZONE_PLACES = ['hoop', 'shaft', 'bevels', 'handle', 'sleeve', 'spot'] as const
/** What a spot is measured from. */
export const SPOT_LANDMARKS = ['butt', 'gripTop', 'bridge', 'tip'] as const

/** What a run begins at: the bumper's end, the start of the throat, a place of one's own along the hoop (`alongCm`), the top of the grip, the butt cap. */
export const RUN_LANDMARKS = ['bumper', 'throat', 'along', 'gripTop', 'butt'] as const
export type RunLandmark = (typeof RUN_LANDMARKS)[number]

/** A place where mass may go. */
export interface Zone {
  id: string
  name: string
  place: (typeof ZONE_PLACES)[number]
  /** For the hoop: the landmark at the middle of a run, or how far from the tip a tape laid along the hoop finds it, cm. */
  clock?: 12 | 1 | 2 | 3 | 4 | 5 | 6
  alongCm?: number
  /** For a spot: a landmark on the long axis, how far from it towards the tip, and how far to both sides, cm. */
  spot?: { from: (typeof SPOT_LANDMARKS)[number]; cm: number; offCm: number }
  /** Runs begin at this landmark and go towards the butt or the tip; without, they lie about a middle. */
  anchor?: { at: RunLandmark; towards: 'tip' | 'butt' }
  /** Hoop: strips lie side by side on this many edges of the tube; two where nothing is said. */
  edges?: 1 | 2
  /** On one edge: which. */
  edge?: Edge
  /** Hoop: strips lie on this wall of the tube instead of its edges. */
  wall?: Wall
  /** A spot: holes that modules are made for. What sits in them goes into other such holes of the frame. */
  holes?: boolean
  /** What may go there, where it is not what usually goes to such a place. */
  takes?: StockedKind[]
  /** Length of one run in one layer, cm. A spot: how many pieces on each side, or g of fill. */
  capacityCm: number
  maxLayers: number
  /** Seen when the frame is in use. */
  visible: boolean
}

/** A kind of string with what a whole bed of it usually weighs. */
export interface StringKind {
  name: string
  massG: number
}

/** An outline by its name, as what is otherwise than on the sport's usual frame. */
export interface OutlineChange {
  name: string
  change: Partial<FrameGeometry>
}

/** A shape with its usual numbers. */
export interface FrameShapeFacts {
  name: string
  lengthCm: number
  widthCm: number
  /** Usual swing weight about the sport's axis; null where none is told. */
  swingWeightKgCm2: number | null
  description: string
}

/**
 * The shape nearest in length and width; null where a sport speaks of none.
 * @example nearestShape(pickleball.shapes, { lengthCm: 41.7, headWidthCm: 19.1 }).name // 'Elongated'
 */
export function nearestShape(
  shapes: readonly FrameShapeFacts[],
  { lengthCm, headWidthCm }: Pick<FrameGeometry, 'lengthCm' | 'headWidthCm'>,
): FrameShapeFacts | null {
  const off = (shape: FrameShapeFacts) => Math.hypot(shape.lengthCm - lengthCm, shape.widthCm - headWidthCm)
  return [...shapes].sort((a, b) => off(a) - off(b))[0] ?? null
}

/** What is usual for an age: the heaviest bare frame, and the highest bare swing weight where the trade names one. */
export interface AgeClass {
  id: string
  /** Ages from this one… */
  from: number
  /** …to below this one. */
  to: number
  /** g, bare with a base grip. */
  mostMassG: number
  /** kg·cm² about the sport's axis, bare; null where practice names none. */
  mostSwingKgCm2: number | null
  /** Over it asks for a reason in writing. */
  confirm: boolean
}

/** Everything that makes one sport different from another. Data only. */
export interface SportProfile {
  /** As it is stored; the registry's key. */
  id: string
  name: string
  /** Axis in which swing weight is usually quoted, cm from the butt. */
  axisCm: number
  /** Other axes in use: tried when a reading looks wrong. */
  otherAxesCm: number[]
  /** Units that this sport's people write, where they differ from the shop's. */
  units: Partial<UnitChoice>
  geometry: FrameGeometry
  /** Outlines that frames of this sport come in, to start from. */
  outlines: readonly [OutlineChange, ...OutlineChange[]]
  /** Usual adult and junior frames; outside is doubtful, not impossible. Core units, swing weight about `axisCm`. */
  usual: Record<Quantity, [number, number]>
  /** Radius of gyration over length. */
  gyrationBand: [number, number]
  tolerance: Record<Quantity, number>
  /** Standard deviation over adult frames, for a number that a setup does not give. */
  populationSpread: Record<Quantity, number>
  layers: {
    /** Null for a solid face. */
    strings: Layer | null
    stringKinds: StringKind[]
    grips: Record<GripKind, Layer>
    overgrip: Layer
    dampener: (Layer & { fromBridgeCm: number }) | null
    guardTape: Layer & { lengthCm: number }
    film: Layer
  }
  methods: MeasuringMethod[]
  /** 2∫z²dm/1000 of usual frames: what their thickness adds (common practice, no source). */
  thicknessKgCm2: Estimate
  /** Distance of the two edges on which a frame lies to be weighed left and right, cm. */
  sideEdgesCm: number
  /** Classes by age, youngest first (common practice, no source). */
  ageClasses: AgeClass[]
  /**
   * Lengths of frame for growing players, the shortest first, each usual until a height; empty where length does not go by height
   * (common practice, from memory, no source).
   */
  lengthsByHeight: { lengthCm: number; toHeightCm: number }[]
  /** Names of weight classes, heaviest last; empty where the sport has none. */
  classes: { name: string; fromG: number; toG: number }[]
  zones: Zone[]
  /** Places that are there but seldom used: offered, not planned on unless somebody adds them. */
  moreZones: Zone[]
  /** Mass of fill in one cm of handle, g/cm. */
  handleFillGPerCm: number
  handleFillFromCm: number
  /** What is assumed of ball and stroke when nobody says otherwise, each with the range that may be set. */
  impact: Record<keyof ImpactAssumptions, { usual: number; low: number; high: number }>
  /** Shapes by which the sport's people speak of a frame; empty where shape is no subject. */
  shapes: FrameShapeFacts[]
  /** Labels of a number, lowest first: the last has no upper edge. */
  labels: { quantity: Quantity; steps: { below: number; label: string }[] }[]
  rules: {
    name: string
    source: string
    maxLengthCm: number
    maxWidthCm: number
    maxThicknessCm?: number
    maxSumCm?: number
  }
}

/** The name of the weight class of a frame, where the sport has such classes. @example classOf(83, badminton) // '4U' */
export function classOf(massG: number, profile: SportProfile): string | null {
  return profile.classes.find((c) => massG >= c.fromG && massG < c.toG)?.name ?? null
}

/** The sport's label for a number, where it has one. @example labelFor('swingWeight', 117, pickleball) // 'medium' */
export function labelFor(quantity: Quantity, value: number, profile: SportProfile): string | null {
  const steps = profile.labels.find((w) => w.quantity === quantity)?.steps
  return steps?.find((s) => value < s.below)?.label ?? null
}
