import { withPieces, type Piece } from '../frame/pieces.ts'
import { observed, type FrameState } from '../frame/state.ts'
import { type Estimate } from '../quantities/estimate.ts'
import { layersOf, massOf, piecesOf, runsOf, type Cut, type Workpiece } from '../cuts/cut.ts'
import type { Material } from '../cuts/material.ts'
import type { Quantity } from '../quantities/units.ts'

/** One thing to do at the bench, with what the frame should read after it. */
export interface BuildStep {
  id: string
  action: 'trial' | 'gripOff' | 'place' | 'gripOn'
  cut: Cut | null
  /** Lines of the cut list: so many strips of so many cm. */
  strips: { count: number; lengthCm: number; layer: number }[]
  massG: number
  /** What is off the frame at this checkpoint: readings compare like with like. */
  gripOff: boolean
  overgripsOn: number
  predicted: FrameState
}

/** The checkpoint at which the grip is off. */
export const GRIP_OFF = 'grip-off'

/** Off first, then strings, then from the tip down; what lies under the grip with the grip off. */
const ORDER: Record<Cut['place'], number> = {
  off: 0,
  bed: 1,
  hoop: 2,
  spot: 3,
  shaft: 4,
  handle: 5,
  bevels: 6,
  sleeve: 7,
  grip: 8,
}

/**
 * The ordered steps of a build: trial first, then the hoop from the tip down, the shaft, then inside and under the grip with
 * the grip off, the grip on last. Each step predicts the frame as it then is, grip off where it is off.
 * @param atGripOff what was read once the grip was off: what the grip weighs is known from then on, and the steps under it are
 * predicted from that reading
 * @throws Problem `piece.unknownMaterial`
 */
export function buildSteps(
  measured: FrameState,
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  atGripOff: Partial<Record<Quantity, Estimate>> = {},
): BuildStep[] {
  const byId = new Map(materials.map((m) => [m.id, m]))
  const ordered = [...cuts]
    .filter((c) => c.amount !== 0)
    .sort((a, b) => ORDER[a.place] - ORDER[b.place] || (a.place === 'hoop' ? a.atCm - b.atCm : b.atCm - a.atCm))
  const steps: BuildStep[] = []
  if (ordered.length === 0) return steps
  const { geometry, condition, profile } = work
  const onHandle = (cut: Cut) =>
    cut.place === 'bevels' ||
    cut.place === 'handle' ||
    cut.place === 'sleeve' ||
    (cut.place === 'grip' && byId.get(cut.materialId)?.kind === 'grip')
  const needsGripOff = condition.grip !== 'none' && ordered.some(onHandle)
  const baseGrip = profile.layers.grips[condition.grip]
  const wraps = condition.overgrips * profile.layers.overgrip.massG
  const sleeve = (massG: number, uMassG: number): Piece => ({
    massG,
    uMassG,
    uPlaceCm: 0,
    shape: { kind: 'sleeve', fromCm: 0, toCm: geometry.gripLengthCm, radiusCm: geometry.handleHalfWidthCm },
  })
  let done: Piece[] = []
  /** The frame when the grip came off, and what was done before. */
  let bared: { state: FrameState; before: number } | null = null
  const predicted = () =>
    bared ? withPieces(bared.state, done.slice(bared.before), geometry) : withPieces(measured, done, geometry)
  const all = ordered.flatMap((cut) => piecesOf(cut, byId.get(cut.materialId), work))
  const push = (step: Pick<BuildStep, 'id' | 'action' | 'cut' | 'strips' | 'massG'>, state: FrameState) =>
    steps.push({ ...step, gripOff: bared !== null, overgripsOn: bared ? 0 : condition.overgrips, predicted: state })

  push(
    { id: 'trial', action: 'trial', cut: null, strips: [], massG: all.reduce((sum, p) => sum + p.massG, 0) },
    withPieces(measured, all, geometry),
  )
  for (const cut of ordered) {
    const material = byId.get(cut.materialId)
    if (!bared && needsGripOff && onHandle(cut)) {
      const uGrip = Math.hypot(baseGrip.uMassG, profile.layers.overgrip.uMassG * condition.overgrips)
      const off = withPieces(measured, [...done, sleeve(-baseGrip.massG - wraps, uGrip)], geometry)
      bared = { state: off, before: done.length }
      push({ id: GRIP_OFF, action: 'gripOff', cut: null, strips: [], massG: -baseGrip.massG - wraps }, off)
      for (const [quantity, read] of Object.entries(atGripOff) as [Quantity, Estimate][])
        bared.state = observed(bared.state, quantity, read)
    }
    if (cut.place === 'grip') continue
    done = [...done, ...piecesOf(cut, material, work)]
    const runs = runsOf(cut, geometry)
    const strips =
      material!.kind === 'tape' || material!.kind === 'sleeve'
        ? layersOf(cut).map((lengthCm, i) => ({ count: runs, lengthCm, layer: i + 1 }))
        : []
    push({ id: cut.id, action: 'place', cut, strips, massG: massOf(cut, material!, work) }, predicted())
  }
  const grips = ordered.filter((cut) => cut.place === 'grip')
  if (needsGripOff || grips.length > 0) {
    bared = null
    done = [...done, ...grips.flatMap((cut) => piecesOf(cut, byId.get(cut.materialId), work))]
    const extra = grips.reduce((sum, cut) => sum + massOf(cut, byId.get(cut.materialId)!, work), 0)
    push(
      {
        id: 'grip-on',
        action: 'gripOn',
        cut: grips[0] ?? null,
        strips: [],
        massG: needsGripOff ? baseGrip.massG + wraps + extra : extra,
      },
      predicted(),
    )
  }
  return steps
}
