/** What can be printed of a job. */
export const SHEETS = [
  'work-order',
  'cut-list',
  'trial-list',
  'spec-card',
  'label',
  'certificate',
  'comparison',
  'before-after',
  'take-home',
  'court-card',
] as const
export type SheetName = (typeof SHEETS)[number]

/** Common sheets of labels, as they are sold by rows and columns; a label of 62 × 40 mm is put in the middle of its place. */
export const LABEL_SHEETS = {
  '2x5': { columns: 2, rows: 5, name: '2 × 5 on a page' },
  '2x6': { columns: 2, rows: 6, name: '2 × 6 on a page' },
  '3x7': { columns: 3, rows: 7, name: '3 × 7 on a page' },
} as const
export type LabelSheet = keyof typeof LABEL_SHEETS
