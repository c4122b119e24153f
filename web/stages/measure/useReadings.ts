import { computed } from 'vue'
import type { Doubt } from '#core/frame/plausible.ts'
import { defaultCondition } from '#core/job/picture.ts'
import type { CheckBody, MeasureBody } from '#core/job/bodies.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { StoredReadingRow } from '#contract/entities.ts'
import { useJob } from '../../stores/job.ts'

/** Readings of a frame before work or after it: adding, correcting, withdrawing, confirming. Each is a new revision; nothing is overwritten. */
export function useReadings(purpose: 'measure' | 'check') {
  const job = useJob()
  const emptyMeasure = (): MeasureBody => ({
    condition: defaultCondition(tennis),
    axisCm: tennis.axisCm,
    readingIds: [],
    confirmedIds: [],
    inspection: 'not yet',
    note: '',
  })
  const emptyCheck = (): CheckBody => ({ readingIds: [], confirmedIds: [], signed: null })

  const body = computed(() => job.bodies[purpose] ?? (purpose === 'measure' ? emptyMeasure() : emptyCheck()))
  const summary = computed(() => (purpose === 'measure' ? job.picture!.measured : job.picture!.checked))
  const axisCm = computed(() => job.picture!.axisCm)

  function put(change: { readingIds?: string[]; confirmedIds?: string[] }): void {
    if (purpose === 'measure') job.save('measure', { ...(body.value as MeasureBody), ...change })
    else job.save('check', { ...(body.value as CheckBody), ...change, signed: null })
  }

  const rowsOf = (quantity: Quantity): StoredReadingRow[] =>
    body.value.readingIds.flatMap((id) => job.view!.readings.filter((r) => r.id === id && r.quantity === quantity))

  function add(quantity: Quantity, value: number, typed: string, methodId: string): void {
    const id = job.addReading({
      quantity,
      value,
      typed,
      methodId,
      axisCm: quantity === 'swingWeight' ? axisCm.value : null,
      purpose,
      supersedes: null,
    })
    put({ readingIds: [...body.value.readingIds, id] })
  }

  function correct(row: StoredReadingRow, change: { value?: number; axisCm?: number; typed: string }): void {
    const id = job.addReading({
      quantity: row.quantity,
      value: change.value ?? row.value,
      typed: change.typed,
      methodId: row.methodId,
      axisCm: row.quantity === 'swingWeight' ? (change.axisCm ?? row.axisCm) : null,
      purpose,
      supersedes: row.id,
    })
    put({ readingIds: body.value.readingIds.map((held) => (held === row.id ? id : held)) })
  }

  function withdraw(row: StoredReadingRow): void {
    put({ readingIds: body.value.readingIds.filter((id) => id !== row.id) })
  }

  function confirm(ids: string[]): void {
    put({ confirmedIds: [...new Set([...body.value.confirmedIds, ...ids])] })
  }

  /** Takes the likely meaning of a doubtful reading. */
  function takeMeant(row: StoredReadingRow, doubt: Doubt): void {
    correct(row, { value: doubt.data.meant!, typed: `${row.typed} (read as meant)` })
  }

  /** A swing weight that was read about another axis than was said. */
  function takeAxis(row: StoredReadingRow, doubt: Doubt): void {
    correct(row, { axisCm: doubt.data.axisCm!, typed: row.typed })
  }

  return { body, summary, axisCm, rowsOf, add, correct, withdraw, confirm, takeMeant, takeAxis, emptyMeasure }
}
