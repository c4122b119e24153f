import { describe, expect, it } from 'vitest'
import { SPORTS, profileOf } from '../sports/sports.ts'
import {
  LIBRARY_COLUMNS,
  readFigure,
  readLibrary,
  sameReport,
  setupsOf,
  withReports,
  writeLibrary,
  type LibraryRow,
} from './libraryTable.ts'

const read = (...rows: string[][]) => readLibrary(rows, profileOf, SPORTS)
const taken = (...rows: string[][]) => read(...rows).entries.flatMap((e): LibraryRow[] => (e.taken ? [e.taken] : []))
const figure = (low: number, high = low) => ({ low, high, u: null })

describe('a figure or a range', () => {
  it.each([
    ['318', 318, 318],
    ['316-320', 316, 320],
    ['316 - 320', 316, 320],
    ['316–320', 316, 320],
    ['320 to 316', 316, 320],
    ['316,5 to 320,5', 316.5, 320.5],
  ])('%s', (text, low, high) => {
    const f = readFigure(text, 'swingWeight', 'kg·cm²', 68.58)!
    expect(f.low).toBeCloseTo(low, 9)
    expect(f.high).toBeCloseTo(high, 9)
  })
  it('ounces with a fraction are one figure, points count from the middle', () => {
    const oz = readFigure('11 1/4 oz', 'mass', 'g', 68.58)!
    expect(oz.low).toBeCloseTo(11.25 * 28.349523125, 9)
    expect(oz.high).toBe(oz.low)
    expect(readFigure('6 HL', 'balance', 'cm', 68.58)!.low).toBeCloseTo(32.385, 9)
  })
  it.each(['', '?', '–', 'n/a', 'unknown'])('“%s” is not known', (text) => {
    expect(readFigure(text, 'mass', 'g', 68.58)).toBeNull()
  })
})

describe('a library out of a table', () => {
  it('takes names, units, states and grades row by row, and says which columns it left', () => {
    const { entries, unused } = read(
      ['Name', 'weight (oz)', 'balance (mm)', 'swing weight', 'strings', 'overgrips', 'grade', 'colour'],
      ['A', '11.4', '320', '318', 'bare', '', 'hearsay', 'red'],
      ['B', '11.5', '', '', '16', '1', '', ''],
    )
    expect(unused).toEqual(['colour'])
    const [a, b] = entries.map((e) => e.taken!)
    expect(a.report.figures.mass!.low).toBeCloseTo(11.4 * 28.349523125, 9)
    expect(a.report.figures.balance).toEqual(figure(32))
    expect([a.report.condition.stringsG, a.report.grade, a.report.axisCm]).toEqual([null, 'hearsay', 10.16])
    expect(b.report.figures.swingWeight).toBeNull()
    expect([b.report.condition.stringsG, b.report.condition.overgrips, b.report.grade]).toEqual([16, 1, 'published'])
  })
  it.each([
    [['', '320', '320'], 'library.nameless'],
    [['A', '', ''], 'library.noNumbers'],
    [['A', 'heavy', ''], 'number.unreadable'],
    [['A', '11.5', ''], 'library.unusual'],
    [['A', '320', '3200'], 'library.unusual'],
  ])('refuses %j alone, with its reason', (cells, code) => {
    const { entries } = read(['name', 'weight', 'swing weight'], cells, ['Good', '320', '320'])
    expect(entries[0].refusal?.code).toBe(code)
    expect(entries[1].taken?.name).toBe('Good')
  })
  it.each([
    ['sport', 'polo', 'library.word'],
    ['grade', 'sure', 'library.word'],
    ['grip', 'velvet', 'library.word'],
    ['shape', 'Triangle', 'library.shape'],
    ['overgrips', 'two', 'library.overgrips'],
    ['axis (cm)', '80', 'table.axis'],
  ])('names the column at fault: %s %s', (column, text, code) => {
    expect(read(['name', 'weight', column], ['A', '320', text]).entries[0].refusal?.code).toBe(code)
  })
  it('needs a heading with a name, and something under it', () => {
    expect(() => read(['weight'], ['320'])).toThrow('library.noName')
    expect(() => read([''], [''])).toThrow('table.empty')
  })
  it('rows of one sport and name are reports of one setup', () => {
    const rows = taken(['name', 'source', 'weight'], ['A', 'one', '320'], ['a', 'two', '322'], ['B', '', '300'])
    expect(setupsOf(rows).map((s) => [s.name, s.reports.length])).toEqual([
      ['A', 2],
      ['B', 1],
    ])
  })
  it('what is written is read again, in every sport', () => {
    const rows = taken(
      [
        'sport',
        'name',
        'kind',
        'style',
        'painted as',
        'really',
        'shape',
        'weight',
        'balance',
        'swing weight',
        'source',
        'overgrips',
        'dampener',
        'axis (cm)',
      ],
      [
        'tennis',
        'A',
        'professional',
        'flat',
        'new',
        'old',
        'Adult, large',
        '345 to 349',
        '32.1',
        '358',
        'room',
        '1',
        'yes',
        '0',
      ],
      ['padel', 'B', 'retail', '', '', '', 'Diamond', '365', '26.4', '', '', '', '', ''],
      ['pickleball', 'C', '', '', '', '', 'Hybrid', '227', '', '115', '', '', '', ''],
      ['badminton', 'D', 'shop', '', '', '', 'Oval', '88', '29.5', '', '', '', '', '9'],
    )
    expect(rows).toHaveLength(4)
    const setups = setupsOf(rows).map((s) => ({ ...s, reports: s.reports.map((r, i) => ({ ...r, id: String(i) })) }))
    const again = taken([...LIBRARY_COLUMNS], ...writeLibrary(setups))
    expect(again).toEqual(rows)
  })
})

describe('adding reports', () => {
  const [a, b] = taken(['name', 'source', 'weight'], ['A', 'one', '320'], ['A', 'two', '322'])
  it('leaves out what says nothing new', () => {
    let n = 0
    const held = withReports([], [a.report, b.report, a.report], () => String(n++))
    expect(held.map((r) => r.source)).toEqual(['one', 'two'])
    expect(withReports(held, [a.report], () => 'x')).toHaveLength(2)
    expect(sameReport(a.report, { ...a.report, source: ' ONE ' })).toBe(true)
    expect(sameReport(a.report, { ...a.report, dated: '2024' })).toBe(false)
  })
})
