import type { StoredReading, DerivedJob } from './derive.ts'
import type { StageDocuments } from './documents.ts'
import { methodFor, repeats } from '../measure/readings.ts'
import { QUANTITIES } from '../quantities/units.ts'
import { isMinor } from '../targets/minors.ts'
import type { ReadHere, SharedError } from '../workorder/belief.ts'
import type { Build } from '../workorder/follow.ts'
import { EMPTY_ORDER, type WorkOrder } from '../workorder/marks.ts'
import { orderOfWork } from '../workorder/order.ts'

const instrumentOf = (methodId: string, deviceId: string | null | undefined) => `${methodId} ${deviceId ?? ''}`

/**
 * A job's build: its steps, their marks, and what was read after each; null while the frame has not been weighed.
 * Cuts of materials that are gone from the drawer are left out.
 * @param order the work order, or what it would be
 */
export function buildOf(
  picture: DerivedJob,
  documents: Partial<StageDocuments>,
  readings: readonly StoredReading[],
  order: WorkOrder = documents.build ?? EMPTY_ORDER,
): Build | null {
  const { measured, materials, work } = picture
  if (measured.state.massG === null) return null
  const known = new Set(materials.map((m) => m.id))
  const cuts = order.cuts.filter((cut) => known.has(cut.materialId))
  const shared = QUANTITIES.flatMap((quantity): SharedError[] =>
    measured.quantities[quantity].groups.map(({ methodId, deviceId, uShared, share }) => ({
      quantity,
      instrument: instrumentOf(methodId, deviceId),
      uShared,
      share,
    })),
  )
  const byId = new Map(readings.map((r) => [r.id, r]))
  const reads = Object.fromEntries(
    Object.entries(order.marks).map(([id, mark]) => [
      id,
      mark.readingIds.flatMap((readingId): ReadHere[] => {
        const row = byId.get(readingId)
        const quantity = QUANTITIES.find((q) => q === row?.quantity)
        if (!row || !quantity) return []
        const { u, uShared } = repeats([row.value], methodFor(row.methodId, quantity, work.profile), row.basis ?? {})
        return [
          {
            quantity,
            value: row.value,
            uOwn: Math.sqrt(Math.max(0, u * u - uShared * uShared)),
            uShared,
            instrument: instrumentOf(row.methodId, row.deviceId),
            axisCm: row.axisCm,
          },
        ]
      }),
    ]),
  )
  return {
    measured: measured.state,
    shared,
    steps: orderOfWork(cuts, materials, work, {
      school: order.school,
      minor: isMinor(documents.player?.facts ?? null),
      reserveG: cuts.length > 0 ? (documents.plan?.limits.reserveG ?? 0) : 0,
      peeled: order.peeled,
    }),
    marks: order.marks,
    weighed: order.weighed,
    reads,
    materials,
    work,
  }
}
