import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { idsIn, nextOrder, orderOf, UNIT_SORTS, writeOrder, type SortedUnit } from './unitOrder.ts'

const unit = (id: string, mass: number | null, rank: number | null = null): SortedUnit => ({
  id,
  name: id,
  numbers: mass === null ? {} : { mass },
  rank,
})

describe('the order of a batch’s units', () => {
  it('names as people count, numbers either way, what is not known at the end', () => {
    const units = [unit('10', 300), unit('2', null), unit('1', 305)]
    expect(idsIn(null, units)).toEqual(['10', '2', '1'])
    expect(idsIn({ by: 'name', down: false }, units)).toEqual(['1', '2', '10'])
    expect(idsIn({ by: 'mass', down: false }, units)).toEqual(['10', '1', '2'])
    expect(idsIn({ by: 'mass', down: true }, units)).toEqual(['1', '10', '2'])
    expect(idsIn({ by: 'pick', down: false }, [unit('a', 1, 1), unit('b', 2, 0), unit('c', 3)])).toEqual([
      'b',
      'a',
      'c',
    ])
  })
  it('is written into an address and read again; what nobody knows is none', () => {
    for (const by of UNIT_SORTS)
      for (const down of [true, false]) expect(orderOf(writeOrder({ by, down }))).toEqual({ by, down })
    for (const none of ['', 'colour', '-', undefined, ['mass']]) expect(orderOf(none)).toBeNull()
  })
  it('chosen again it turns, and the third time it is let go', () => {
    const once = nextOrder(null, 'mass')
    const twice = nextOrder(once, 'mass')
    expect([once, twice, nextOrder(twice, 'mass')]).toEqual([{ by: 'mass', down: false }, { by: 'mass', down: true }, null]) // prettier-ignore
    expect(nextOrder(once, 'name')).toEqual({ by: 'name', down: false })
  })
  it('loses no unit and takes none twice', () => {
    const one = fc.record({ mass: fc.option(fc.integer()), rank: fc.option(fc.nat()) })
    fc.assert(
      fc.property(fc.array(one), fc.constantFrom(...UNIT_SORTS), fc.boolean(), (all, by, down) => {
        const units = all.map(({ mass, rank }, i) => unit(String(i), mass, rank))
        expect(idsIn({ by, down }, units).sort()).toEqual(units.map((u) => u.id).sort())
      }),
    )
  })
})
