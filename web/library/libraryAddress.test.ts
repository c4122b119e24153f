import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SETUP_KINDS } from '#core/compare/libraryTable.ts'
import { GRADES } from '#core/compare/setup.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { LIBRARY_SORTS } from '#contract/library.ts'
import { filterOf, queryOfFilter } from './libraryAddress.ts'

const word = fc.string({ minLength: 1, maxLength: 8 }).filter((w) => w.trim() === w && w !== '')
const bound = fc.record({ low: fc.constantFrom('', '310', '12,5'), high: fc.constantFrom('', '330') })
const filter = fc.record({
  text: fc.oneof(fc.constant(''), word),
  kinds: fc.uniqueArray(fc.constantFrom(...SETUP_KINDS)),
  grades: fc.uniqueArray(fc.constantFrom(...GRADES)),
  styles: fc.uniqueArray(word, { maxLength: 3 }),
  shapes: fc.uniqueArray(word, { maxLength: 3 }),
  retired: fc.boolean(),
  sort: fc.constantFrom(...LIBRARY_SORTS),
  down: fc.boolean(),
  bounds: fc.record({ mass: bound, balance: bound, swingWeight: bound, twistWeight: bound }),
})

describe('the library’s address', () => {
  it('holds whatever was looked for, and nothing where it is as usual', () => {
    fc.assert(
      fc.property(filter, (asked) => {
        const query = queryOfFilter(asked)
        expect(filterOf(query)).toEqual(asked)
      }),
    )
    expect(Object.values(queryOfFilter(filterOf({}))).filter((v) => v !== undefined)).toEqual([])
  })
  it('takes what nobody knows for nothing', () => {
    const read = filterOf({
      kind: ['retail', 'spoon'],
      sort: '-colour',
      page: '3',
      find: null,
      'mass-from': ['310', '320'],
    })
    expect(read).toMatchObject({ kinds: ['retail'], sort: 'name', down: true, text: '' })
    expect(read.bounds.mass.low).toBe('310')
    expect(QUANTITIES.every((q) => read.bounds[q].high === '')).toBe(true)
  })
})
