/** The numbers behind a chart. */
export interface ChartTable {
  head: string[]
  rows: (string | number | null)[][]
}
