import { scaleLinear, type ScaleLinear } from 'd3-scale'
import type { FrameGeometry } from '#core/geometry/outline.ts'

/** One scale for everything on the bench: cm from the butt to picture units, the same across as along. */
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

const WIDTH = 1000
const LEFT = 30
const RIGHT = 34
const CURVE = 92
/** A paddle is drawn no larger than this, or its curve would lie below the screen. */
const LARGEST_PX_PER_CM = 14.5

export function pictureScale(geometry: FrameGeometry): BenchScale {
  const room = WIDTH - RIGHT - LEFT
  const pxPerCm = Math.min(room / geometry.lengthCm, LARGEST_PX_PER_CM)
  const start = LEFT + (room - geometry.lengthCm * pxPerCm) / 2
  const x = scaleLinear([0, geometry.lengthCm], [start, start + geometry.lengthCm * pxPerCm])
  const half = (geometry.headWidthCm / 2) * pxPerCm
  const axisY = half + 26
  const rulerY = axisY + half + 28
  const curveTop = rulerY + 52
  return {
    x,
    pxPerCm,
    axisY,
    width: WIDTH,
    rulerY,
    curveTop,
    curveFoot: curveTop + CURVE,
    height: curveTop + CURVE + 8,
  }
}
