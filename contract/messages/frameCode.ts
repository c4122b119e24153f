/** A word for each letter that a frame's code is made of, for reading it out. */
const SPELT: Record<string, string> = {
  A: 'apple',
  C: 'candle',
  E: 'engine',
  F: 'feather',
  H: 'harbour',
  J: 'jacket',
  K: 'kettle',
  L: 'ladder',
  M: 'mountain',
  P: 'pepper',
  R: 'river',
  T: 'table',
  U: 'umbrella',
  W: 'window',
  X: 'x-ray',
  Y: 'yellow',
}

/** A code letter by letter: `KEMA` is kettle, engine, mountain, apple. */
export const spelt = (code: string): string => [...code].map((letter) => SPELT[letter] ?? letter).join(', ')

/** What a printed code says of a frame. */
export const codedText = (code: string): string => `Kevro frame code ${code}`
/** The frame's code in what was scanned, of a frame's label or a job's; null where it holds none. */
export const codeIn = (scanned: string): string | null =>
  scanned.match(new RegExp(`\\bcode ([${Object.keys(SPELT).join('')}]{4})\\b`))?.[1] ?? null

/** Why a frame is put away. */
export const RETIRE_REASONS = ['Cracked', 'Sold', 'Stolen', 'Lent out', 'Worn out'] as const
