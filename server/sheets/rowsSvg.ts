import { scaleLinear } from 'd3-scale'
import type { Estimate } from '#core/quantities/estimate.ts'

/** One number of a frame as it is printed: a straight scale with its marks. */
export interface PrintedRow {
  name: string
  measured: Estimate | null
  target: { value: number; tolerance: number } | null
  setups: { value: number; letter: string }[]
  /** The scale spans this much at least, core units. */
  least: number
  write: (value: number) => string
}

const WIDTH = 520
const HIGH = 44
const LEFT = 120
const text = (x: number, y: number, words: string, more = '') =>
  `<text x="${x.toFixed(1)}" y="${y}" font-family="Sheet" font-size="8.5" ${more}>${words.replace(/&/g, '&amp;').replace(/</g, '&lt;')}</text>`

/** The four rows in black and white, with the same marks as on the screen. */
export function rowsSvg(rows: readonly PrintedRow[]): string {
  const parts = rows.map((row, i) => `<g transform="translate(0 ${i * HIGH})">${oneRow(row)}</g>`)
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${rows.length * HIGH}">${parts.join('')}</svg>`
}

function oneRow(row: PrintedRow): string {
  const values = [
    ...(row.measured ? [row.measured.value - 2 * row.measured.u, row.measured.value + 2 * row.measured.u] : []),
    ...(row.target ? [row.target.value - row.target.tolerance, row.target.value + row.target.tolerance] : []),
    ...row.setups.map((s) => s.value),
  ]
  const label = text(0, 22, row.name, 'font-weight="bold"')
  if (values.length === 0) return `${label}${text(LEFT, 22, 'not measured')}`
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const grow = Math.max(0.08 * (high - low), (row.least - (high - low)) / 2)
  const x = scaleLinear([low - grow, high + grow], [LEFT + 8, WIDTH - 8])
  const parts = [label, `<line x1="${LEFT}" y1="24" x2="${WIDTH}" y2="24" stroke="#000" stroke-width="0.6"/>`]
  for (const tick of x.ticks(6))
    parts.push(
      `<line x1="${x(tick)}" y1="24" x2="${x(tick)}" y2="27" stroke="#000" stroke-width="0.5"/>`,
      text(x(tick), 36, row.write(tick), 'text-anchor="middle" fill="#555"'),
    )
  if (row.target) {
    const [a, b] = [x(row.target.value - row.target.tolerance), x(row.target.value + row.target.tolerance)]
    parts.push(
      `<rect x="${a}" y="6" width="${Math.max(2, b - a)}" height="18" fill="#ddd"/>`,
      `<path d="M${a + 3} 5H${a}V24H${a + 3}M${b - 3} 5H${b}V24H${b - 3}" fill="none" stroke="#000" stroke-width="1"/>`,
    )
  }
  for (const s of row.setups)
    parts.push(
      `<path d="M${x(s.value) - 4} 12H${x(s.value) + 4}L${x(s.value)} 20Z" fill="#fff" stroke="#000" stroke-width="0.9"/>`,
      text(x(s.value), 9, s.letter, 'text-anchor="middle"'),
    )
  if (row.measured) {
    const { value, u } = row.measured
    parts.push(
      `<line x1="${x(value - 2 * u)}" y1="16" x2="${x(value + 2 * u)}" y2="16" stroke="#000" stroke-width="1.6"/>`,
      `<circle cx="${x(value)}" cy="16" r="3.6" fill="#000"/>`,
    )
  }
  return parts.join('')
}
