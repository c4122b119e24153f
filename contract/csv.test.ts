import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readCsv, writeCsv } from './csv.ts'

describe('tables out and in', () => {
  it('words that a spreadsheet would run are marked; figures are not', () => {
    expect(
      writeCsv(
        ['a', 'b'],
        [
          ['=1+1', -5],
          ['@x', '-5'],
          ['+A1', '−2'],
          ['-dash', 12.5],
        ],
      ),
    ).toBe("a,b\r\n'=1+1,-5\r\n'@x,-5\r\n'+A1,−2\r\n'-dash,12.5")
  })
  it('whatever is written comes back as it was', () => {
    // Also what looks as if it were marked already.
    const cell = fc.oneof(fc.string(), fc.constantFrom("'=", "''=1+1", "'-5", "'", '='))
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 2 }), { minLength: 1, maxLength: 5 }), (rows) => {
        expect(readCsv(writeCsv(['a', 'b'], rows), ',').slice(1)).toEqual(rows)
      }),
    )
  })
})
