import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { READ_QUANTITIES } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import { usualMethod } from '#core/measure/readings.ts'
import { readingSchema, type StoredReadingRow } from '#contract/entities.ts'
import { readReadings, writeReadings } from './readingsCsv.ts'

const options = {
  units: { mass: 'oz', balance: 'points', length: 'in' } as const,
  lengthCm: 68.58,
  axisCm: 10.16,
  profile: tennis,
  held: [],
}
const row = fc
  .record({
    quantity: fc.constantFrom(...READ_QUANTITIES),
    value: fc.double({ min: 0.001, max: 900, noNaN: true, noDefaultInfinity: true }),
    axis: fc.double({ min: 0, max: 30, noNaN: true }),
    note: fc.string({ maxLength: 40 }).map((s) => s.trim()),
    by: fc.string({ maxLength: 6 }).map((s) => s.trim()),
    minute: fc.nat(500000),
  })
  .map(({ quantity, value, axis, note, by, minute }): StoredReadingRow =>
    readingSchema.parse({
      id: `r${minute}`,
      quantity,
      value,
      axisCm: quantity === 'swingWeight' ? axis : null,
      methodId: usualMethod(quantity, tennis).id,
      typed: '',
      purpose: 'measure',
      takenAt: new Date(1.7e12 + 60000 * minute).toISOString(),
      by,
      note,
      supersedes: null,
    }),
  )

describe('readings as CSV', () => {
  it('come back as they went, whatever the notes hold and the shop’s units are', () => {
    fc.assert(
      fc.property(fc.uniqueArray(row, { minLength: 1, maxLength: 12, selector: (r) => r.takenAt }), (rows) => {
        const { entries, unused } = readReadings(
          writeReadings(rows, tennis, () => ''),
          options,
        )
        expect(unused).toEqual([])
        expect(entries.map((e) => e.refusal?.code ?? null)).toEqual(rows.map(() => null))
        entries.forEach((e, i) => {
          const { quantity, axisCm, methodId, takenAt, by, note } = rows[i]
          expect(e.reading).toMatchObject({ quantity, axisCm, methodId, takenAt, by, note })
          expect(e.reading!.value).toBeCloseTo(rows[i].value, 9)
        })
      }),
      { numRuns: 60 },
    )
  })
  it('a stretch of a spreadsheet with decimal commas, tabs or semicolons reads the same', () => {
    const of = (text: string) => readReadings(text, options).entries.map((e) => e.reading?.value)
    const tabs = 'weight (g)\tbalance (mm)\n326,4\t319,5\n326,5\t320'
    of(tabs).forEach((v, i) => expect(v).toBeCloseTo([326.4, 31.95, 326.5, 32][i], 9))
    expect(of(tabs.replaceAll('\t', ';'))).toEqual(of(tabs))
    expect(of(`\ufeff${tabs}`)).toEqual(of(tabs))
    expect(of('weight (g)\n326.4\n\n326.5')).toEqual([326.4, 326.5])
  })
})
