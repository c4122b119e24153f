/** What a printed page says, without how it looks: one model for every sheet, one renderer for all. */
export interface Sheet {
  title: string
  /** Shop, date, initials: small print at the head. */
  heading: string
  blocks: SheetBlock[]
  /** Card size leaves the rest of the page white and marks where to cut; a label is a page of its own, 62 mm wide. */
  size: 'page' | 'card' | 'label'
}

/** So many photographs stand side by side. */
export const PHOTOS_IN_ROW = 4

/** A strip drawn at its true size, with what lies at its landmarks. */
export interface TrueStrip {
  title: string
  note?: string
  lengthMm: number
  widthMm: number
  marks: { atMm: number; text: string }[]
}

export type SheetBlock =
  | { kind: 'facts'; rows: [label: string, value: string][] }
  | { kind: 'heading'; text: string }
  | { kind: 'table'; head: string[]; rows: string[][]; widths: (number | '*' | 'auto')[]; tickBoxes: boolean }
  | { kind: 'drawing'; svg: string; widthShare: number }
  | { kind: 'text'; text: string }
  | { kind: 'newPage' }
  | { kind: 'caution'; lines: string[] }
  | { kind: 'lines'; labels: string[] }
  | { kind: 'trueStrips'; strips: TrueStrip[] }
  /** Photographs side by side, each with its words below. */
  | { kind: 'photos'; photos: { image: string; words: string }[] }
  /** Rows beside a QR code of the text. */
  | { kind: 'coded'; text: string; rows: [label: string, value: string][] }
