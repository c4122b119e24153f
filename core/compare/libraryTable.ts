import { type Condition, NOTHING_ON } from '../frame/condition.ts'
import { GRIP_KINDS } from '../sports/kinds.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { Problem } from '../problem.ts'
import { columnOf, plainName, quantityNamed, unitNamed } from '../quantities/columns.ts'
import { readNumber } from '../quantities/read.ts'
import { fromCore, KIND_OF, QUANTITIES, type Quantity, type Unit } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import type { SportId } from '../sports/sports.ts'
import { GRADES, type Figure, type Report } from './setup.ts'

export const SETUP_KINDS = ['professional', 'retail', 'band', 'shop'] as const
export type SetupKind = (typeof SETUP_KINDS)[number]

/** What a library entry says beside its reports. */
export interface SetupHead {
  sport: SportId
  name: string
  kind: SetupKind
  style: string
  /** The frame as painted, and as it is. */
  painted: string
  really: string
  /** Name of the outline, one of the sport's. */
  shape: string
  /** Strings, gauge, tension: no part of the mass model beyond their mass. */
  strings: string
  geometry: FrameGeometry
  note: string
}
export interface LibraryRow extends SetupHead {
  report: Omit<Report, 'id'>
}
export type LibraryEntry =
  | { row: number; name: string; taken: LibraryRow; refusal: null }
  | { row: number; name: string; taken: null; refusal: Problem }

/** The columns, as they are written and read; see docs/library-file.md. */
export const LIBRARY_COLUMNS = [
  'sport',
  'name',
  'kind',
  'style',
  'painted as',
  'really',
  'shape',
  'length (cm)',
  'head length (cm)',
  'head width (cm)',
  'string set-up',
  'note',
  'source',
  'date',
  'grade',
  'strings (g)',
  'grip',
  'overgrips',
  'dampener',
  'axis (cm)',
  'weight (g)',
  'balance (cm)',
  'swing weight',
  'twist weight',
  'report note',
] as const

/** Texts that stand for the same, however they are written; setups are told apart by it. */
const plain = (text: string) => text.trim().toLowerCase().replace(/[_-]+/g, ' ').replace(/\s+/g, ' ')
const DEFAULT_UNIT: Record<Quantity, Unit> = {
  mass: 'g',
  balance: 'cm',
  swingWeight: 'kg·cm²',
  twistWeight: 'kg·cm²',
}

/** `318`, `316-320`, `316 to 320`, `316…320`: a figure or a range, in core units. Empty or `?` is not known. */
export function readFigure(text: string, quantity: Quantity, unit: Unit, lengthCm: number): Figure | null {
  const clean = text.trim()
  if (clean === '' || /^(\?|-|–|n\/?a|unknown|not known)$/i.test(clean)) return null
  const read = (part: string) => readNumber(part, { kind: KIND_OF[quantity], unit, lengthCm }).value
  const range = /^(.*\d[^\d]*?)\s*(?:–|…|\.\.\.?|\bto\b|(?<=[\d"a-z])\s*-)\s*(\d.*)$/i.exec(clean)
  if (!range || /^\d+-\d+\/\d+/.test(clean)) {
    const value = read(clean)
    return { low: value, high: value, u: null }
  }
  const [a, b] = [read(range[1]), read(range[2])]
  return { low: Math.min(a, b), high: Math.max(a, b), u: null }
}

/** The headings of a library's table, and which of them were asked for. */
class Columns {
  readonly #columns: ReturnType<typeof columnOf>[]
  readonly #used = new Set<number>()
  readonly header: readonly string[]

  constructor(header: readonly string[]) {
    this.header = header
    this.#columns = header.map(columnOf)
  }

  /** Place of the first column with one of these names; −1 where there is none. */
  at(...names: string[]): number {
    return this.#columns.findIndex((c) => names.includes(c.name))
  }
  ofQuantity(quantity: Quantity): number {
    return this.#columns.findIndex((c) => quantityNamed(c.name) === quantity)
  }
  unit(i: number): Unit | undefined {
    const text = this.#columns[i]?.unit
    return text === undefined ? undefined : unitNamed(text)
  }
  /** What a row says in the column at a place. */
  read(cells: readonly string[], i: number): string {
    if (i < 0) return ''
    this.#used.add(i)
    return (cells[i] ?? '').trim()
  }
  unused(): string[] {
    return this.header.filter((cell, i) => cell.trim() !== '' && !this.#used.has(i))
  }
}
/** What a row says under one of these names; empty where there is no such column. */
type Cell = (...names: string[]) => string

/** @param profileOf the profile of a sport by its id @throws Problem `table.empty`, `library.noName` */
export function readLibrary(
  rows: readonly (readonly string[])[],
  profileOf: (sport: SportId) => SportProfile,
  sports: readonly SportId[],
): { entries: LibraryEntry[]; unused: string[] } {
  const head = rows.findIndex((row) => row.some((cell) => cell.trim() !== ''))
  if (head < 0) throw new Problem('table.empty')
  const columns = new Columns(rows[head])
  const nameAt = columns.at('name', 'setup', 'player', 'model')
  if (nameAt < 0) throw new Problem('library.noName', '', { header: rows[head].join(', ') })
  const entries: LibraryEntry[] = []
  for (let n = head + 1; n < rows.length; n++) {
    const cells = rows[n]
    if (cells.every((cell) => cell.trim() === '')) continue
    const name = columns.read(cells, nameAt)
    try {
      entries.push({ row: n + 1, name, taken: oneRow(name, cells, columns, profileOf, sports), refusal: null })
    } catch (problem) {
      if (!(problem instanceof Problem)) throw problem
      entries.push({ row: n + 1, name, taken: null, refusal: problem })
    }
  }
  for (const quantity of QUANTITIES) columns.read([], columns.ofQuantity(quantity))
  return { entries, unused: columns.unused() }
}

function oneRow(
  name: string,
  cells: readonly string[],
  columns: Columns,
  profileOf: (sport: SportId) => SportProfile,
  sports: readonly SportId[],
): LibraryRow {
  const cell: Cell = (...names) => columns.read(cells, columns.at(...names))
  if (name === '') throw new Problem('library.nameless')
  const sport = oneOf(cell('sport'), sports, 'sport', 'tennis')
  const profile = profileOf(sport)
  const { shape, geometry } = shapeOf(cell, columns, profile)
  const figures = {} as Report['figures']
  for (const quantity of QUANTITIES) {
    const i = columns.ofQuantity(quantity)
    const unit = columns.unit(i) ?? DEFAULT_UNIT[quantity]
    figures[quantity] = i < 0 ? null : readFigure(columns.read(cells, i), quantity, unit, geometry.lengthCm)
    usual(figures[quantity], quantity, profile)
  }
  if (QUANTITIES.every((q) => figures[q] === null)) throw new Problem('library.noNumbers')
  const axisText = cell('axis')
  const axisCm =
    axisText === '' ? profile.axisCm : readNumber(axisText, { kind: 'length', unit: 'cm', lengthCm: 0 }).value
  if (!(axisCm >= 0 && axisCm <= 30)) throw new Problem('table.axis', 'axis', { text: axisText })
  return {
    sport,
    name,
    kind: oneOf(cell('kind'), SETUP_KINDS, 'kind', 'retail'),
    style: cell('style'),
    painted: cell('painted as', 'painted'),
    really: cell('really', 'frame'),
    shape,
    strings: cell('string set up', 'string setup'),
    geometry,
    note: cell('note', 'notes'),
    report: {
      source: cell('source'),
      dated: cell('date', 'dated'),
      grade: oneOf(cell('grade'), GRADES, 'grade', 'published'),
      condition: conditionOf(cell, profile),
      axisCm,
      figures,
      note: cell('report note'),
    },
  }
}

/** The outline that a row names, with the lengths that it gives. */
function shapeOf(cell: Cell, columns: Columns, profile: SportProfile): { shape: string; geometry: FrameGeometry } {
  const text = cell('shape', 'outline')
  const outline = text
    ? profile.outlines.find((o) => plainName(o.name).startsWith(plainName(text)))
    : profile.outlines[0]
  if (!outline) throw new Problem('library.shape', 'shape', { text, known: profile.outlines.map((o) => o.name) })
  const base: FrameGeometry = { ...profile.geometry, ...outline.change }
  const size = (fallback: number, name: string) => {
    const length = cell(name)
    if (length === '') return fallback
    const unit = columns.unit(columns.at(name)) ?? 'cm'
    return readNumber(length, { kind: 'length', unit, lengthCm: base.lengthCm }).value
  }
  return {
    shape: outline.name,
    geometry: {
      ...base,
      lengthCm: size(base.lengthCm, 'length'),
      headLengthCm: size(base.headLengthCm, 'head length'),
      headWidthCm: size(base.headWidthCm, 'head width'),
    },
  }
}

function conditionOf(cell: Cell, profile: SportProfile): Condition {
  const strings = plainName(cell('strings', 'strung'))
  const bed = profile.layers.strings
  const stringsG =
    !bed || strings === 'bare' || strings === 'no' || strings === 'unstrung'
      ? null
      : strings === '' || strings === 'yes' || strings === 'strung'
        ? bed.massG
        : readNumber(strings, { kind: 'mass', unit: 'g', lengthCm: 0 }).value
  const wraps = cell('overgrips', 'overgrip')
  const overgrips = wraps === '' ? 0 : Number(wraps)
  if (!Number.isInteger(overgrips) || overgrips < 0 || overgrips > 6)
    throw new Problem('library.overgrips', 'overgrips', { text: wraps })
  return {
    ...NOTHING_ON,
    stringsG,
    grip: oneOf(cell('grip'), GRIP_KINDS, 'grip', 'base'),
    overgrips,
    dampener: /^(yes|y|1|true|on)$/i.test(cell('dampener')),
  }
}

/** Far outside what frames of this sport come to: a slip of unit or column. */
function usual(figure: Figure | null, quantity: Quantity, profile: SportProfile): void {
  if (!figure) return
  const [low, high] = profile.usual[quantity]
  // Swing weight about the butt end may be twice what it is about the usual axis.
  const most = quantity === 'swingWeight' ? 2.2 * high : 1.3 * high
  if (figure.low < 0.6 * low || figure.high > most)
    throw new Problem('library.unusual', quantity, { value: (figure.low + figure.high) / 2, low, high })
}

function oneOf<T extends string>(text: string, known: readonly T[], column: string, fallback: T): T {
  if (text === '') return fallback
  const found = known.find((k) => plain(k) === plain(text))
  if (!found) throw new Problem('library.word', column, { text, known: [...known], column })
  return found
}

/** Setups as rows of texts under `LIBRARY_COLUMNS`, one report a row, in core units. */
export function writeLibrary(setups: readonly (SetupHead & { reports: readonly Report[] })[]): string[][] {
  return setups.flatMap((s) =>
    s.reports.map((r) => [
      s.sport,
      s.name,
      s.kind,
      s.style,
      s.painted,
      s.really,
      s.shape,
      String(s.geometry.lengthCm),
      String(s.geometry.headLengthCm),
      String(s.geometry.headWidthCm),
      s.strings,
      s.note,
      r.source,
      r.dated,
      r.grade,
      r.condition.stringsG === null ? 'bare' : String(r.condition.stringsG),
      r.condition.grip,
      String(r.condition.overgrips),
      r.condition.dampener ? 'yes' : 'no',
      String(r.axisCm),
      ...QUANTITIES.map((q) => writeFigure(r.figures[q], DEFAULT_UNIT[q], s.geometry.lengthCm)),
      r.note,
    ]),
  )
}

function writeFigure(figure: Figure | null, unit: Unit, lengthCm: number): string {
  if (!figure) return ''
  const text = (v: number) => String(Number(fromCore(v, unit, lengthCm).toFixed(4)))
  return figure.low === figure.high ? text(figure.low) : `${text(figure.low)} to ${text(figure.high)}`
}

export interface SetupDraft extends SetupHead {
  reports: Omit<Report, 'id'>[]
}

/** Rows of one sport and name are reports of one setup; its head is that of the first row. */
export function setupsOf(rows: readonly LibraryRow[]): SetupDraft[] {
  const found = new Map<string, SetupDraft>()
  for (const { report, ...head } of rows) {
    const key = setupKey(head)
    const held = found.get(key)
    if (held) held.reports.push(report)
    else found.set(key, { ...head, reports: [report] })
  }
  return [...found.values()]
}

/** What makes two entries the same frame: sport and name, whatever the case. */
export const setupKey = (head: Pick<SetupHead, 'sport' | 'name'>): string => `${head.sport}|${plain(head.name)}`

/** Two reports that say the same from the same source. */
export function sameReport(a: Omit<Report, 'id'>, b: Omit<Report, 'id'>): boolean {
  return (
    plain(a.source) === plain(b.source) &&
    a.dated === b.dated &&
    QUANTITIES.every((q) => {
      const [x, y] = [a.figures[q], b.figures[q]]
      return x === null || y === null ? x === y : Math.abs(x.low - y.low) < 1e-6 && Math.abs(x.high - y.high) < 1e-6
    })
  )
}

/** A setup with another's reports added, those that say nothing new left out. */
export function withReports(
  held: readonly Report[],
  more: readonly Omit<Report, 'id'>[],
  newId: () => string,
): Report[] {
  const out = [...held]
  for (const report of more) if (!out.some((r) => sameReport(r, report))) out.push({ ...report, id: newId() })
  return out
}
