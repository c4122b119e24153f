import { conditionText } from '#core/frame/condition.ts'
import { readTable, TABLE_COLUMNS, type ReadTable, type TableOptions } from '#core/measure/table.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { delimiterOf } from '../../browser/delimiter.ts'
import { readCsv, writeCsv } from '#contract/csv.ts'
import { KIND_OF } from '#core/quantities/units.ts'
import type { StoredReadingRow } from '#contract/entities.ts'

const UNIT = { mass: 'g', length: 'cm', balance: 'cm', inertia: 'kg·cm²' }

/** Readings as CSV, one a row, in core units; format in docs/readings-csv.md. @param deviceName of a device's id */
export function writeReadings(
  rows: readonly StoredReadingRow[],
  profile: SportProfile,
  deviceName: (id: string | null) => string,
): string {
  return writeCsv(
    TABLE_COLUMNS,
    rows.map((r) => [
      r.quantity,
      r.value,
      UNIT[KIND_OF[r.quantity] as keyof typeof UNIT],
      r.axisCm ?? '',
      r.methodId,
      r.takenAt,
      r.by,
      r.note,
      deviceName(r.deviceId),
      r.origin?.raw ?? '',
      r.condition ? conditionText(r.condition, profile) : '',
      r.basis?.uB != null ? Math.hypot(r.basis.uA ?? 0, r.basis.uB) : '',
    ]),
  )
}

/** What a CSV file or a stretch pasted from a spreadsheet says, cell by cell. The separator (comma, semicolon, tab) is found by itself. */
export function readReadings(text: string, options: TableOptions): ReadTable {
  const plain = text.replace(/^\ufeff/, '')
  const header = plain.split('\n').find((line) => line.trim() !== '') ?? ''
  return readTable(readCsv(plain, delimiterOf(header)), options)
}
