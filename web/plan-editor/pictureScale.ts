import { scaleLinear, type ScaleLinear } from 'd3-scale'
import type { FrameGeometry } from '#core/geometry/outline.ts'

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
