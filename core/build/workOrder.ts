import { withPieces, type Piece } from '../frame/pieces.ts'
import type { FrameState } from '../frame/state.ts'
import { layersOf, massOf, piecesOf, runsOf, type Cut, type Workpiece } from '../plan/cut.ts'
import type { Material } from '../plan/material.ts'

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
 * @throws Problem `piece.unknownMaterial`
 */
export function buildSteps(
  measured: FrameState,
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
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
  let gripOff = false
  const predicted = () =>
    withPieces(
      measured,
      [
        ...done,
        ...(gripOff
          ? [
              sleeve(
                -baseGrip.massG - wraps,
                Math.hypot(baseGrip.uMassG, profile.layers.overgrip.uMassG * condition.overgrips),
              ),
            ]
          : []),
      ],
      geometry,
    )
  const all = ordered.flatMap((cut) => piecesOf(cut, byId.get(cut.materialId), work))
  const push = (step: Pick<BuildStep, 'id' | 'action' | 'cut' | 'strips' | 'massG'>, state: FrameState) =>
    steps.push({ ...step, gripOff, overgripsOn: gripOff ? 0 : condition.overgrips, predicted: state })

  push(
    { id: 'trial', action: 'trial', cut: null, strips: [], massG: all.reduce((sum, p) => sum + p.massG, 0) },
    withPieces(measured, all, geometry),
  )
  for (const cut of ordered) {
    const material = byId.get(cut.materialId)
    if (!gripOff && needsGripOff && onHandle(cut)) {
      gripOff = true
      push({ id: 'grip-off', action: 'gripOff', cut: null, strips: [], massG: -baseGrip.massG - wraps }, predicted())
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
    gripOff = false
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
