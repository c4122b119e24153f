import { arcPath } from '../geometry/drawing.ts'
import { fillGPerCm } from '../sports/landmarks.ts'
import { headCentreCm, headOutline } from '../geometry/outline.ts'
import { besideCm, hoopSpan, layerFrom, layersOf, type Cut, type Workpiece } from './cut.ts'
import { itemOf } from './items.ts'
import type { Material } from './material.ts'

/** How a cut is drawn on a frame lying on its side: stroked paths in cm, how wide, and a place for its number beside it. */
export interface CutDrawing {
  paths: string[]
  widthCm: number
  label: { xCm: number; yCm: number }
  /** Of what is moved: from where it sat to where it goes, thin lines with a ring at their beginning. */
  ways: string[]
}

/** Length of the longest layer of each run, cm. */
export function runLength(cut: Cut, material: Material, work: Workpiece): number {
  if (cut.place === 'spot' || material.kind === 'weight') return 0
  if (material.kind === 'fill') return (cut.amount * material.unitMassG) / fillGPerCm(work)
  return Math.min(cut.amount, cut.layerCm)
}

const sides = (cut: Cut) => (cut.side === 'right' ? [1] : cut.side === 'left' ? [-1] : [1, -1]) as (1 | -1)[]

/** A cut where it lies, at its true length; each layer of a stack a little inside the one before; where it came from, if it is moved. */
export const cutDrawing = (cut: Cut, material: Material, work: Workpiece): CutDrawing => ({
  ...laidDrawing(cut, material, work),
  ways: waysOf(cut, material, work),
})

/** So wide is the ring where something sat, cm. */
const RING_CM = 0.5
function waysOf(cut: Cut, { id, kind }: Material, { condition }: Workpiece): string[] {
  const item = kind === 'moved' ? itemOf(id, condition) : null
  if (!item || cut.amount === 0) return []
  return (item.offAxisCm > 0 ? [1, -1] : [1]).map((side) => {
    const [x, y, toX, toY] = [item.atCm, side * item.offAxisCm, cut.atCm, side * (cut.offCm ?? 0)]
    const far = Math.hypot(toX - x, toY - y)
    const share = far > RING_CM ? RING_CM / far : 1
    const ring = `M${x - RING_CM} ${y}a${RING_CM} ${RING_CM} 0 1 0 ${2 * RING_CM} 0a${RING_CM} ${RING_CM} 0 1 0 ${-2 * RING_CM} 0`
    return `${ring}M${x + share * (toX - x)} ${y + share * (toY - y)}L${toX} ${toY}`
  })
}

function laidDrawing(cut: Cut, material: Material, work: Workpiece): Omit<CutDrawing, 'ways'> {
  const { geometry } = work
  const length = runLength(cut, material, work)
  const middle = cut.atCm + length / 2
  switch (cut.place) {
    case 'hoop': {
      const outline = headOutline(geometry)
      const paths = layersOf(cut).flatMap((layer, i) => {
        const out = besideCm(cut, geometry)
        const inset = geometry.tubeCm / 2 - out - i * (out > 0 ? -0.34 : 0.34)
        const shrunk = headOutline(geometry, inset).halfLengthCm
        const [from, to] = hoopSpan(cut, layer, geometry)
        const ratio = shrunk / outline.halfLengthCm
        return sides(cut).map((side) => arcPath(geometry, from * ratio, Math.min(to * ratio, shrunk), side, inset))
      })
      const beside = headOutline(geometry, -1.9)
      const [from, to] = hoopSpan(cut, 0, geometry)
      const at = beside.pointAt(((from + to) / 2 / outline.halfLengthCm) * beside.halfLengthCm)
      const label = { xCm: at.xCm, yCm: cut.side === 'left' ? -at.yCm : at.yCm }
      const widthCm = Math.max(0.62, material.widthCm * 0.8) * (cut.edges === 2 ? 1.4 : 1)
      return { paths, widthCm, label }
    }
    case 'shaft':
    case 'bevels': {
      const offsets =
        cut.place === 'bevels'
          ? cut.bevels === 2
            ? [0.7, -0.7]
            : [1.02, 0.36, -0.36, -1.02]
          : [geometry.shaftHalfWidthCm * 0.85, -geometry.shaftHalfWidthCm * 0.85]
      const paths = layersOf(cut).flatMap((layer, i) => {
        const from = layerFrom(cut, layer)
        return offsets.map((y) => `M${from} ${y + i * 0.2 * Math.sign(y)}H${from + layer}`)
      })
      const widthCm = cut.place === 'bevels' ? 0.42 : Math.max(0.62, material.widthCm * 0.8)
      return { paths, widthCm, label: { xCm: middle, yCm: -3.4 } }
    }
    case 'handle':
      return { paths: [`M${cut.atCm} 0H${cut.atCm + length}`], widthCm: 1.7, label: { xCm: middle, yCm: -3.4 } }
    case 'spot': {
      const ys = cut.offCm ? [cut.offCm, -cut.offCm] : [0]
      const paths = ys.map((y) => `M${cut.atCm - 0.5} ${y}H${cut.atCm + 0.5}`)
      return { paths, widthCm: 1, label: { xCm: cut.atCm, yCm: (cut.offCm ?? 0) + 2 } }
    }
    case 'sleeve':
    case 'grip': {
      const [from, to] = cut.place === 'grip' ? [0.6, geometry.gripLengthCm] : [cut.atCm, cut.atCm + length]
      const y = geometry.handleHalfWidthCm + (cut.place === 'grip' ? 0.42 : 0.15)
      const paths = [`M${from} ${-y}H${to}`, `M${from} ${y}H${to}`]
      return { paths, widthCm: cut.place === 'grip' ? 0.5 : 0.35, label: { xCm: (from + to) / 2, yCm: 3.6 } }
    }
    case 'bed':
    case 'off':
      return { paths: [], widthCm: 0, label: { xCm: headCentreCm(geometry), yCm: 0 } }
  }
}
