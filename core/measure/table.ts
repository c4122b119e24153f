import { Problem } from '../problem.ts'
import { columnOf, plainName, quantityNamed, unitNamed } from '../quantities/columns.ts'
import { readNumber } from '../quantities/read.ts'
import { KIND_OF, unitFor, type ReadQuantity, type Unit, type UnitChoice } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import { usualMethod } from './readings.ts'

/** A reading out of a table, before anybody has taken it. */
export interface TableReading {
  quantity: ReadQuantity
  value: number
  axisCm: number | null
  methodId: string
  /** ISO time, or null for now. */
  takenAt: string | null
  by: string
  note: string
  typed: string
}

/** One cell of the table: taken or refused, with the row it stands in (counted from 1, the header included). */
export type TableEntry =
  | { row: number; cell: string; reading: TableReading; refusal: null }
  | { row: number; cell: string; reading: null; refusal: Problem }

export interface ReadTable {
  entries: TableEntry[]
  /** Columns that nothing was taken from. */
  unused: string[]
}

export interface TableOptions {
  units: UnitChoice
  lengthCm: number
  /** Axis for swing weights that name none. */
  axisCm: number
  profile: SportProfile
  /** Readings that are there already: the same quantity, value and time again is refused. */
  held: readonly { quantity: ReadQuantity; value: number; takenAt: string }[]
}

/**
 * Readings out of a table of texts: either one reading a row (columns quantity and value, and as they come unit, axis_cm, method,
 * taken_at, by, note), or one frame a row (columns named after quantities, with the unit in brackets: `balance (mm)`).
 * Every cell is judged for itself; see docs/readings-csv.md.
 * @throws Problem `table.empty`, `table.noHeader`
 */
export function readTable(rows: readonly (readonly string[])[], options: TableOptions): ReadTable {
  const head = rows.findIndex((row) => row.some((cell) => cell.trim() !== ''))
  if (head < 0) throw new Problem('table.empty')
  const names = rows[head].map(plainName)
  const at = (...wanted: string[]) => names.findIndex((name) => wanted.includes(name))
  const common = {
    taken: at('taken at', 'time', 'date', 'when'),
    by: at('by', 'initials'),
    note: at('note', 'notes', 'remark'),
    axis: at('axis cm', 'axis'),
    method: at('method', 'read with'),
  }
  const quantityAt = at('quantity')
  const valueAt = at('value', 'reading')
  const wide = rows[head].flatMap((cell, i) => {
    const { name, unit } = columnOf(cell)
    const quantity = quantityNamed(name)
    return quantity ? [{ i, quantity, unit: unit ? unitNamed(unit) : undefined, written: unit }] : []
  })
  const long = quantityAt >= 0 && valueAt >= 0
  if (!long && wide.length === 0) throw new Problem('table.noHeader', '', { header: rows[head].join(', ') })
  const seen = new Set(options.held.map((r) => keyOf(r.quantity, r.value, r.takenAt)))
  const entries: TableEntry[] = []
  for (let n = head + 1; n < rows.length; n++) {
    const cells = rows[n]
    if (cells.every((cell) => cell.trim() === '')) continue
    const cell = (i: number) => (i < 0 ? '' : (cells[i] ?? '').trim())
    const judge = (
      text: string,
      quantity: ReadQuantity | null,
      name: string,
      unit: Unit | undefined,
      unitText = '',
    ) => {
      try {
        const reading = oneReading(text, quantity, name, unit, unitText, cell, common, options)
        if (reading.takenAt) {
          const key = keyOf(reading.quantity, reading.value, reading.takenAt)
          if (seen.has(key)) throw new Problem('table.already')
          seen.add(key)
        }
        entries.push({ row: n + 1, cell: text, reading, refusal: null })
      } catch (problem) {
        if (!(problem instanceof Problem)) throw problem
        entries.push({ row: n + 1, cell: text, reading: null, refusal: problem })
      }
    }
    if (long) {
      const unitText = cell(at('unit', 'units'))
      judge(cell(valueAt), quantityNamed(cell(quantityAt)), cell(quantityAt), unitNamed(unitText), unitText)
    } else {
      for (const column of wide)
        if (cell(column.i) !== '') judge(cell(column.i), column.quantity, column.quantity, column.unit, column.written)
    }
  }
  const used = [quantityAt, valueAt, at('unit', 'units'), ...Object.values(common), ...wide.map((w) => w.i)]
  const unused = rows[head].filter(
    (name, i) => name.trim() !== '' && !used.includes(i) && !WRITTEN_ONLY.includes(plainName(name)),
  )
  return { entries, unused }
}

/** Columns of Kevro's own tables that are for reading, not for taking in again. */
const WRITTEN_ONLY = ['device', 'shown', 'on the frame', 'standard uncertainty']

const keyOf = (quantity: string, value: number, takenAt: string) =>
  `${quantity}|${value.toFixed(6)}|${Date.parse(takenAt)}`

function oneReading(
  text: string,
  quantity: ReadQuantity | null,
  name: string,
  unit: Unit | undefined,
  unitText: string,
  cell: (i: number) => string,
  at: { taken: number; by: number; note: number; axis: number; method: number },
  { units, lengthCm, axisCm, profile }: TableOptions,
): TableReading {
  if (!quantity) throw new Problem('table.quantity', 'quantity', { name })
  const kind = KIND_OF[quantity]
  if (unitText && !unit) throw new Problem('unit.unknown', 'unit', { unit: unitText })
  const { value } = readNumber(text, { kind, unit: unit ?? unitFor(quantity, units), lengthCm })
  let about: number | null = null
  if (quantity === 'swingWeight') {
    const given = cell(at.axis).replace(',', '.')
    about = given === '' ? axisCm : Number(given)
    if (!Number.isFinite(about) || about < 0 || about > 30) throw new Problem('table.axis', 'axis_cm', { text: given })
  }
  const time = cell(at.taken)
  // A time without a zone is this machine's; one that is none is refused rather than taken for now.
  const moment = time === '' ? null : Date.parse(time.replace(/^(\d{4}-\d\d-\d\d) (\d)/, '$1T$2'))
  if (moment !== null && !Number.isFinite(moment)) throw new Problem('table.time', 'taken_at', { text: time })
  const wanted = cell(at.method).toLowerCase()
  const method = profile.methods.find(
    (m) => m.quantity === quantity && (m.id === wanted || m.name.toLowerCase() === wanted),
  )
  if (wanted && !method) throw new Problem('table.method', 'method', { text: cell(at.method) })
  return {
    quantity,
    value,
    axisCm: about,
    methodId: (method ?? usualMethod(quantity, profile)).id,
    takenAt: moment === null ? null : new Date(moment).toISOString(),
    by: cell(at.by).slice(0, 20),
    note: cell(at.note).slice(0, 400),
    typed: text.slice(0, 60),
  }
}

/** The columns of a table of readings, as it is written; the first two rows of docs/readings-csv.md. */
export const TABLE_COLUMNS = [
  'quantity',
  'value',
  'unit',
  'axis_cm',
  'method',
  'taken_at',
  'by',
  'note',
  'device',
  'shown',
  'on_the_frame',
  'standard_uncertainty',
] as const
