import { computed } from 'vue'
import type { Doubt } from '#core/frame/plausible.ts'
import { type Condition } from '#core/frame/condition.ts'
import { nothingMeasured, type CheckDocument, type MeasureDocument } from '#core/job/documents.ts'
import type { ReadingBasis } from '#core/measure/readings.ts'
import type { TableReading } from '#core/measure/table.ts'
import type { ReadQuantity } from '#core/quantities/units.ts'
import type { NewReading, ReadingOrigin, StoredReadingRow } from '#contract/entities.ts'
import type { TrayReading } from '#contract/devices.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { fromDevice } from '../instruments/fromDevice.ts'

/** What stands behind a reading beside its figure. */
export interface ReadingMore {
  deviceId?: string | null
  basis?: ReadingBasis | null
  origin?: ReadingOrigin | null
  takenAt?: string
  note?: string
}

/** Readings of a frame before work or after it: adding, correcting, withdrawing, confirming. Each is a new revision; nothing is overwritten. */
export function useReadings(purpose: 'measure' | 'check') {
  const job = useOpenJob()
  const emptyCheck = (): CheckDocument => ({ readingIds: [], confirmedIds: [], signed: null })
  const emptyMeasure = (): MeasureDocument => nothingMeasured(job.picture.condition, job.profile.axisCm)

  const measure = computed(() => job.documents.measure ?? emptyMeasure())
  const check = computed(() => job.documents.check ?? emptyCheck())
  const body = computed(() => (purpose === 'measure' ? measure.value : check.value))
  const summary = computed(() => (purpose === 'measure' ? job.picture.measured : job.picture.checked))
  const axisCm = computed(() => job.picture.axisCm)

  function put(change: { readingIds?: string[]; confirmedIds?: string[] }, readings: readonly NewReading[] = []): void {
    if (purpose === 'measure') job.save('measure', { ...measure.value, ...change }, { readings })
    else job.save('check', { ...check.value, ...change, signed: null }, { readings })
  }

  const held = computed(() => body.value.readingIds.flatMap((id) => job.view.readings.filter((r) => r.id === id)))
  const rowsOf = (quantity: ReadQuantity): StoredReadingRow[] => held.value.filter((r) => r.quantity === quantity)

  function add(
    quantity: ReadQuantity,
    value: number,
    typed: string,
    methodId: string,
    more: ReadingMore = {},
    id?: string,
    axis?: number,
  ): string {
    const row = job.newReading(
      {
        quantity,
        value,
        typed,
        methodId,
        axisCm: quantity === 'swingWeight' ? (axis ?? axisCm.value) : null,
        condition: job.picture.condition,
        purpose,
        supersedes: null,
        ...more,
      },
      id,
    )
    put({ readingIds: [...body.value.readingIds, row.id] }, [row])
    return row.id
  }

  /** A figure read off a device of the shop: put right by its calibration in force. */
  function addFromDevice(
    quantity: ReadQuantity,
    raw: number,
    typed: string,
    deviceId: string,
    sent?: TrayReading,
  ): boolean {
    // A reading that landed here before, and was not yet saved when the page was left, is the same reading.
    if (sent && job.view.readings.some((r) => r.id === sent.id)) return true
    const kept = fromDevice(quantity, raw, deviceId, job.profile, sent)
    if (!kept) return false
    const { value, methodId, ...more } = kept
    add(quantity, value, typed, methodId, more, sent?.id, sent?.axisCm ?? undefined)
    return true
  }

  function correct(
    row: StoredReadingRow,
    change: { value?: number; axisCm?: number; note?: string; typed: string },
  ): void {
    // A typed correction is the figure itself; only a change of axis or note keeps what stood behind it.
    const kept = change.value === undefined ? { basis: row.basis, origin: row.origin } : {}
    const corrected = job.newReading({
      quantity: row.quantity,
      value: change.value ?? row.value,
      typed: change.typed,
      methodId: row.methodId,
      deviceId: row.deviceId,
      condition: row.condition,
      note: change.note ?? row.note,
      axisCm: row.quantity === 'swingWeight' ? (change.axisCm ?? row.axisCm) : null,
      purpose,
      supersedes: row.id,
      takenAt: row.takenAt,
      ...kept,
    })
    put({ readingIds: body.value.readingIds.map((id) => (id === row.id ? corrected.id : id)) }, [corrected])
  }

  function withdraw(row: StoredReadingRow): void {
    put({ readingIds: body.value.readingIds.filter((id) => id !== row.id) })
  }

  function confirm(ids: string[]): void {
    put({ confirmedIds: [...new Set([...body.value.confirmedIds, ...ids])] })
  }

  /** All readings were taken with these things on the frame after all: each is corrected so. */
  function takenWith(condition: Condition): void {
    const ids = new Map<string, string>()
    const rows: NewReading[] = []
    for (const row of held.value) {
      const { id: _id, by: _by, ...rest } = row
      const again = job.newReading({ ...rest, condition, supersedes: row.id })
      ids.set(row.id, again.id)
      rows.push(again)
    }
    const renamed = (old: readonly string[]) => old.map((id) => ids.get(id) ?? id)
    put({ readingIds: renamed(body.value.readingIds), confirmedIds: renamed(body.value.confirmedIds) }, rows)
  }

  /** Many readings at once, all or none. */
  function takeTable(table: readonly TableReading[]): void {
    const rows = table.map(({ takenAt, ...r }) =>
      job.newReading({
        ...r,
        ...(takenAt ? { takenAt } : {}),
        condition: job.picture.condition,
        purpose,
        supersedes: null,
      }),
    )
    put({ readingIds: [...body.value.readingIds, ...rows.map((r) => r.id)] }, rows)
  }

  /** Takes the likely meaning of a doubtful reading. */
  function takeMeant(row: StoredReadingRow, doubt: Doubt): void {
    correct(row, { value: doubt.data.meant!, typed: `${row.typed} (read as meant)` })
  }

  /** A swing weight that was read about another axis than was said. */
  function takeAxis(row: StoredReadingRow, doubt: Doubt): void {
    correct(row, { axisCm: doubt.data.axisCm!, typed: row.typed })
  }

  return {
    body,
    measure,
    summary,
    axisCm,
    held,
    rowsOf,
    add,
    addFromDevice,
    correct,
    withdraw,
    confirm,
    takenWith,
    takeTable,
    takeMeant,
    takeAxis,
    emptyMeasure,
  }
}
