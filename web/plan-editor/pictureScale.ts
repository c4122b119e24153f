import { scaleLinear, type ScaleLinear } from 'd3-scale'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { CM_PER_IN, type LengthUnit } from '#core/quantities/units.ts'

/** One scale for everything on the bench: cm from the butt to px of the screen, the same across as along. */
export interface BenchScale {
  x: ScaleLinear<number, number>
  pxPerCm: number
  /** Height of the long axis in the picture. */
  axisY: number
  width: number
  rulerY: number
  /** Top and foot of the leverage curve. */
  curveTop: number
  curveFoot: number
  height: number
}

const LEFT = 28
const RIGHT = 32
const CURVE = 80
/** Above the swing axis stands its name. */
const LEAST_AXIS_Y = 88
/** A paddle is drawn no larger than this, or its curve would lie below the screen. */
const LARGEST_PX_PER_CM = 12.5
/** Before the page has told how much room there is. */
export const USUAL_WIDTH = 860

/** Laid out for the width that there is: type and what hands take hold of do not shrink with the frame. */
export function pictureScale(geometry: FrameGeometry, width = USUAL_WIDTH): BenchScale {
  const room = width - RIGHT - LEFT
  const pxPerCm = Math.min(room / geometry.lengthCm, LARGEST_PX_PER_CM)
  const start = LEFT + (room - geometry.lengthCm * pxPerCm) / 2
  const x = scaleLinear([0, geometry.lengthCm], [start, start + geometry.lengthCm * pxPerCm])
  const half = (geometry.headWidthCm / 2) * pxPerCm
  const axisY = Math.max(half + 26, LEAST_AXIS_Y)
  const rulerY = axisY + half + 28
  const curveTop = rulerY + 52
  return {
    x,
    pxPerCm,
    axisY,
    width,
    rulerY,
    curveTop,
    curveFoot: curveTop + CURVE,
    height: curveTop + CURVE + 8,
  }
}

/** A mark of the ruler under the frame. */
export interface RulerMark {
  cm: number
  /** 2 where a whole step of figures begins, 1 half-way, 0 between. */
  rank: 0 | 1 | 2
  figure: string
}

/** So far apart marks can be told from each other, and figures read, px. */
const TOLD_PX = 4
const FIGURE_PX = 34
/** What the unit takes beside the last mark, px. */
const UNIT_PX = 12

/** The ruler as the shop measures frames: in cm, or in inches and parts of them, as fine as can be told. */
export function rulerMarks(lengthCm: number, unit: LengthUnit, pxPerCm: number): RulerMark[] {
  const inches = unit === 'in'
  const oneCm = inches ? CM_PER_IN : 1
  const onePx = oneCm * pxPerCm
  const step = inches ? ([0.25, 0.5].find((s) => s * onePx >= TOLD_PX) ?? 1) : 1
  const figures = inches ? ([1, 2, 5].find((s) => s * onePx >= FIGURE_PX) ?? 10) : 10
  // Half-way between figures where a whole one is there, and no figure stands in its way.
  const half = figures % 2 === 0 ? figures / 2 : 0
  return Array.from({ length: Math.floor(lengthCm / oneCm / step + 1e-9) + 1 }, (_, i) => {
    const at = i * step
    const rank = at % figures === 0 ? 2 : half && at % half === 0 ? 1 : 0
    // A scale in mm has its figures in mm. Beside the last mark stands the unit.
    const figure =
      rank === 2 && (lengthCm - at * oneCm) * pxPerCm >= UNIT_PX ? String(unit === 'mm' ? 10 * at : at) : ''
    return { cm: at * oneCm, rank, figure }
  })
}

/** What a hand takes hold of in the picture, cm of the frame. */
export interface HandSizes {
  /** Across a strip. */
  stripCm: number
  /** About an end of a strip: where it can be taken, and what is drawn there. */
  endCm: number
  dotCm: number
  /** About a knob. */
  knobCm: number
  drawnKnobCm: number
}

/** Half of what a fingertip covers, px. */
const FINGER_PX = 22

/** However small the frame is drawn, a knob can be read, and on a screen that is touched a finger finds it. @param isCoarse fingers, not a mouse */
export function handSizes(pxPerCm: number, isCoarse: boolean): HandSizes {
  const atLeast = (cm: number, px: number) => Math.max(cm, px / pxPerCm)
  return {
    stripCm: atLeast(2.4, isCoarse ? 2 * FINGER_PX : 20),
    endCm: atLeast(1.3, isCoarse ? FINGER_PX : 10),
    dotCm: atLeast(0.55, 5),
    knobCm: atLeast(1.6, isCoarse ? FINGER_PX : 12),
    drawnKnobCm: atLeast(1.15, 11),
  }
}
