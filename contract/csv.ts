import Papa from 'papaparse'

const MARK = "'"
/** What a spreadsheet would take for a formula, and what looks as if it had its mark already. */
const FORMULA = /^'*[=+\-@\t\r]/

/** A table as CSV. Words that a spreadsheet would run as a formula get a mark before them; figures stay figures. */
export const writeCsv = (fields: readonly string[] | null, rows: readonly (readonly unknown[])[]): string =>
  Papa.unparse(
    { fields: [...(fields ?? [])], data: rows.map((row) => row.map((cell) => (isFigure(cell) ? cell : marked(cell)))) },
    { header: fields !== null },
  )
const isFigure = (cell: unknown) =>
  typeof cell === 'number' || (typeof cell === 'string' && /^[+-]?\d+([.,]\d+)?$/.test(cell))
const marked = (cell: unknown) => {
  const text = cell == null ? '' : String(cell)
  return FORMULA.test(text) ? MARK + text : text
}

/** The cells of a CSV text, without the marks that `writeCsv` set. @param delimiter as it was found */
export const readCsv = (text: string, delimiter: string, skipEmptyLines = false): string[][] =>
  Papa.parse<string[]>(text, { skipEmptyLines, delimiter }).data.map((row) => row.map(unmarked))
const unmarked = (cell: string) => (cell.startsWith(MARK) && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell)
