import type { StoredReading, DerivedJob } from './derive.ts'
import { sameCondition, type Condition } from '../frame/condition.ts'
import type { StageDocuments } from './documents.ts'
import { methodFor, repeats } from '../measure/readings.ts'
import { QUANTITIES } from '../quantities/units.ts'
import type { ReadHere, SharedError } from '../workorder/belief.ts'
import type { Build } from '../workorder/follow.ts'
import { EMPTY_ORDER, FINAL, INSPECT, isWork, markNow, type WorkOrder } from '../workorder/marks.ts'
import { orderOfWork } from '../workorder/order.ts'

const instrumentOf = (methodId: string, deviceId: string | null | undefined) => `${methodId} ${deviceId ?? ''}`

/**
 * The job's work order with what its other stages have on record: a frame that was looked over and found sound needs no second
 * look, and what the finished frame read stands with the check. Null where none is drawn up.
 */
export function standingOrder(
  documents: Partial<StageDocuments>,
  readings: readonly StoredReading[],
  condition: Condition,
): WorkOrder | null {
  const { build, check, measure } = documents
  if (!build) return null
  const marks = { ...build.marks }
  if (measure?.inspection === 'sound') marks[INSPECT] ??= markNow('', '')
  const early = readBeforeWork(documents, readings)
  const read = readings.filter(
    (r) =>
      check?.readingIds.includes(r.id) &&
      !early.includes(r.id) &&
      (!r.condition || sameCondition(r.condition, condition)),
  )
  const last = read.map((r) => r.takenAt).sort().at(-1) // prettier-ignore
  if (last !== undefined) {
    const held = marks[FINAL] ?? markNow(last, '')
    marks[FINAL] = { ...held, doneAt: last, skipped: null, readingIds: read.map((r) => r.id) }
  }
  return { ...build, marks }
}

/** Clocks of the page and of an instrument may differ by so much. */
const CLOCKS_MS = 300000

/** Readings of the final check that were taken before the last piece of work: they are not of the finished frame. What was signed stands. */
export function readBeforeWork(
  { build, check }: Partial<StageDocuments>,
  readings: readonly StoredReading[],
): string[] {
  if (!build || !check || check.signed) return []
  const done = Object.entries(build.marks).flatMap(([id, mark]) =>
    isWork(id) && mark.skipped === null ? [Date.parse(mark.doneAt)] : [],
  )
  const last = Math.max(-Infinity, ...done)
  return readings
    .filter((r) => check.readingIds.includes(r.id) && Date.parse(r.takenAt) < last - CLOCKS_MS)
    .map((r) => r.id)
}

/**
 * The parts of a standing order: what is the work order's own, and the readings of the finished frame.
 * @param before the standing order that it was made from
 * @param checked readings that the final check holds; those that the order does not speak of stay
 * @param early of these, what was read before the last work: it goes once the frame is read anew
 */
export function partsOfOrder(
  order: WorkOrder,
  before: WorkOrder | null,
  checked: readonly string[],
  early: readonly string[] = [],
): { own: WorkOrder; checked: string[] } {
  const { [INSPECT]: inspected, [FINAL]: read, ...others } = order.marks
  const marks: WorkOrder['marks'] = others
  if (inspected && inspected.doneAt !== '') marks[INSPECT] = inspected
  if (read && (read.readingIds.length === 0 || read.found)) marks[FINAL] = { ...read, readingIds: [] }
  const was = before?.marks[FINAL]?.readingIds ?? []
  const is = read?.readingIds ?? was
  const fresh = is.filter((id) => !checked.includes(id))
  const gone = fresh.length > 0 ? [...was, ...early] : was
  const kept = checked.filter((id) => is.includes(id) || !gone.includes(id))
  return { own: { ...order, marks }, checked: [...kept, ...fresh] }
}

/**
 * A job's build: its steps, their marks, and what was read after each; null while the frame has not been weighed.
 * Cuts of materials that are gone from the drawer are left out.
 * @param order the work order, or what it would be
 */
export function buildOf(
  picture: DerivedJob,
  documents: Partial<StageDocuments>,
  readings: readonly StoredReading[],
  order: WorkOrder = standingOrder(documents, readings, picture.condition) ?? EMPTY_ORDER,
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
