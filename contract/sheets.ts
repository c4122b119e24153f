/** What can be printed of a job. */
export const SHEETS = [
  'work-order',
  'cut-list',
  'spec-card',
  'label',
  'certificate',
  'comparison',
  'take-home',
  'court-card',
] as const
export type SheetName = (typeof SHEETS)[number]
