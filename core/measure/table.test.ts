import { describe, expect, it } from 'vitest'
import { tennis } from '../sports/tennis.ts'
import { readTable, type TableOptions } from './table.ts'

const options: TableOptions = {
  units: { mass: 'g', balance: 'cm', length: 'cm' },
  lengthCm: 68.58,
  axisCm: 10.16,
  profile: tennis,
  held: [],
}
const read = (text: string, change: Partial<TableOptions> = {}) =>
  readTable(
    text.split('\n').map((line) => line.split('|')),
    { ...options, ...change },
  )
const good = (text: string) => read(text).entries.flatMap((e) => (e.reading ? [e.reading] : []))
const codes = (text: string, change: Partial<TableOptions> = {}) =>
  read(text, change).entries.map((e) => e.refusal?.code ?? 'taken')

describe('one frame a row', () => {
  it('takes quantities by name, units in brackets, figures as people write them', () => {
    const rows = good('Weight (oz)|Balance [points HL]|swing weight|Twist_weight\n11 1/4|6|321|13,8')
    expect(rows.map((r) => r.quantity)).toEqual(['mass', 'balance', 'swingWeight', 'twistWeight'])
    expect(rows[0].value).toBeCloseTo(318.932, 3)
    expect(rows[1].value).toBeCloseTo(34.29 - 6 * 0.3175, 9)
    expect(rows[2]).toMatchObject({ value: 321, axisCm: 10.16, methodId: 'swing-machine', takenAt: null })
    expect(rows[3].value).toBe(13.8)
  })
  it('leaves empty cells and rows, and says which columns it did not use', () => {
    const { entries, unused } = read('weight|colour|balance\n326||\n||\n|red|32')
    expect(entries.map((e) => [e.row, e.reading?.quantity])).toEqual([
      [2, 'mass'],
      [4, 'balance'],
    ])
    expect(unused).toEqual(['colour'])
  })
})

describe('one reading a row', () => {
  const head = 'quantity|value|unit|axis_cm|method|taken_at|by|note\n'
  it('takes everything that stands beside it', () => {
    const [r] = good(`${head}swing weight|410|kg·cm²|5|pendulum|2026-11-20 09:30|JQ|face-on`)
    expect(r).toMatchObject({ value: 410, axisCm: 5, methodId: 'pendulum', by: 'JQ', note: 'face-on' })
    expect(r.takenAt).toBe(new Date('2026-11-20T09:30').toISOString())
  })
  it.each([
    ['colour|3|g|||||', 'table.quantity'],
    ['mass|three|g|||||', 'number.unreadable'],
    ['mass||g|||||', 'number.empty'],
    ['mass|-3|g|||||', 'number.negative'],
    ['mass|3|stone|||||', 'unit.unknown'],
    ['mass|3|cm|||||', 'unit.wrongKind'],
    ['swing weight|300|kg·cm²|70||||', 'table.axis'],
    ['mass|326|g|||yesterday||', 'table.time'],
    ['mass|326|g||abacus|||', 'table.method'],
  ])('refuses %s with the reason, and only that row', (row, code) => {
    expect(codes(`${head}${row}\nmass|326.4|g|||||`)).toEqual([code, 'taken'])
  })
  it('refuses what is there already, in the table or in the job, but not a repeat without a time', () => {
    const row = 'mass|326.4|g|||2026-11-20T09:30:00Z||'
    expect(codes(`${head}${row}\n${row}`)).toEqual(['taken', 'table.already'])
    const held = [{ quantity: 'mass' as const, value: 326.4, takenAt: '2026-11-20T09:30:00.000Z' }]
    expect(codes(`${head}${row}`, { held })).toEqual(['table.already'])
    expect(codes(`${head}mass|326.4|g|||||\nmass|326.4|g|||||`)).toEqual(['taken', 'taken'])
  })
})

describe('what is no table', () => {
  it('says so', () => {
    expect(() => read('')).toThrow('table.empty')
    expect(() => read('326.4|32|321')).toThrow('table.noHeader')
  })
})
