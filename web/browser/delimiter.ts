const MARKS = ['\t', ';', ',', '|']

/** What separates the columns of a table: the mark that its header is cut into most pieces by; the comma when there is none. */
export function delimiterOf(header: string): string {
  const count = (mark: string) => header.split(mark).length
  return MARKS.reduce((best, mark) => (count(mark) > count(best) ? mark : best), ',')
}
