import { scaleLinear, type ScaleLinear } from 'd3-scale'
import type { FrameGeometry } from '#core/frame/outline.ts'

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

export function benchScale(geometry: FrameGeometry): BenchScale {
  const x = scaleLinear([0, geometry.lengthCm], [LEFT, WIDTH - RIGHT])
  const pxPerCm = (WIDTH - RIGHT - LEFT) / geometry.lengthCm
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
