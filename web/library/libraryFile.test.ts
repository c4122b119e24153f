import { describe, expect, it } from 'vitest'
import { readLibraryFile } from './libraryFile.ts'

describe('a library file', () => {
  it('puts rows of one name together however they are spaced or written, and every good row belongs to a setup', () => {
    const { rows, setups } = readLibraryFile(
      'name;weight (g);source\nTall  Oak-98;320,5;one\ntall oak 98;322;two\nOther;;three\n',
    )
    expect(setups.map((s) => [s.name, s.reports.length])).toEqual([['Tall  Oak-98', 2]])
    expect(rows.map((r) => [r.row, r.setup, r.refusal])).toEqual([
      [2, 0, ''],
      [3, 0, ''],
      [4, null, 'No number in this row.'],
    ])
    expect(setups[0].reports[0].figures.mass!.low).toBe(320.5)
  })
  it('of Kevro’s own says which entry is wrong and where; the others are read', () => {
    const good = readLibraryFile('name,weight\nA,320').setups[0]
    const file = { format: 'kevro-library', version: 1, setups: [good, { ...good, name: '' }, 7] }
    const { rows, setups } = readLibraryFile(JSON.stringify(file))
    expect(setups).toEqual([good])
    expect(rows.map((r) => r.setup)).toEqual([0, null, null])
    expect(rows[1].refusal).toContain('a name is needed')
  })
  it.each([
    ['{"format": "kevro-lib', 'neither a table nor a Kevro library file'],
    ['{"format": "kevro-job", "version": 1}', 'not a Kevro library file'],
    ['{"format": "kevro-library", "version": 9, "setups": []}', 'a newer Kevro (version 9)'],
    ['weight\n320', '“name” among them'],
  ])('%s is refused as a whole, with its cause', (text, words) => {
    expect(() => readLibraryFile(text)).toThrow(words)
  })
})
