import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { massOf, type Cut } from '../cuts/cut.ts'
import { overlapsOf } from '../cuts/overlap.ts'
import { cutIn } from '../cuts/zones.ts'
import { estimateOf } from '../frame/state.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { defaultCondition } from '../frame/condition.ts'
import { padel } from '../sports/padel.ts'
import { tennis } from '../sports/tennis.ts'
import { cutsAfter, drawerUse, gramsAt, stateOf, waysOf, withGrams } from './doses.ts'
import { benchWith, MATERIALS } from './fixtures/syntheticPlayer.ts'
import type { Dose } from './school.ts'
import { SCHOOLS } from './schools.ts'

const bench = benchWith({ target: { mass: 330, swingWeight: 322 } })
const start = [...bench.baseCuts]
const swing = (cuts: readonly Cut[]) => stateOf(bench, cuts).swingWeightKgCm2!
const mass = (cuts: readonly Cut[]) => stateOf(bench, cuts).massG!

describe('doses on a frame', () => {
  it('2 g at the tip lengthen the strip that lies there; by hand 2·x̄² of swing weight', () => {
    const after = cutsAfter({ kind: 'add', place: 'tip', massG: 2 }, start, bench)
    expect(after).toHaveLength(start.length)
    expect(gramsAt('tip', after, bench) - gramsAt('tip', start, bench)).toBeCloseTo(2, 9)
    expect(mass(after) - mass(start)).toBeCloseTo(2, 9)
    // Six to fifteen cm of strip across the tip, about 58 cm from the axis: 2 g · 57.6² / 1000.
    expect(swing(after) - swing(start)).toBeCloseTo((2 * 57.4 ** 2) / 1000, 0)
  })
  it('4 g from tip to 3 and 9: mass as it was, swing weight less, twist weight more by what lies out there', () => {
    const up = withGrams([{ place: 'tip', massG: 2 }], start, bench)
    const after = cutsAfter({ kind: 'move', from: 'tip', to: 'threeNine', massG: 4 }, up, bench)
    expect(mass(after)).toBeCloseTo(mass(up), 9)
    expect(swing(after)).toBeLessThan(swing(up))
    const twist = (cuts: readonly Cut[]) => stateOf(bench, cuts).twistWeightKgCm2!
    // On: half the head's width less half a tube. Off: 15 cm of strip across the tip become 5 cm, even over each.
    const on = 4 * 12.55 ** 2
    const off = 6 * (15 ** 2 / 12) - 2 * (5 ** 2 / 12)
    expect(Math.abs(twist(after) - twist(up) - (on - off) / 1000)).toBeLessThan(0.02)
  })
  it('equal moments leave the balance where it is', () => {
    const after = cutsAfter({ kind: 'pair', front: 'tenTwo', back: 'handle', massG: 2 }, start, bench)
    const balance = (cuts: readonly Cut[]) => estimateOf(stateOf(bench, cuts), 'balance')!.value
    expect(mass(after)).toBeGreaterThan(mass(start) + 3)
    // To what steps of a strip, and where bevel strips really lie, leave of it.
    expect(Math.abs(balance(after) - balance(start))).toBeLessThan(0.06)
  })
  it('less everywhere takes from each in proportion: 3, 6 and 9 g less 30 % is −1, −2, −3 (common practice, no source)', () => {
    const fine = MATERIALS[0]
    const at = (zone: string, grams: number) => {
      const unit = cutIn(
        tennis.zones.find((z) => z.id === zone)!,
        fine,
        1,
        bench.work,
        zone,
      )
      const perCm = massOf(unit, fine, bench.work)
      return cutIn(
        tennis.zones.find((z) => z.id === zone)!,
        fine,
        grams / perCm,
        bench.work,
        zone,
      )
    }
    const on = [at('tip', 3), at('threeNine', 6), at('bevels', 9)]
    const own = benchWith({ baseCuts: on })
    const after = cutsAfter({ kind: 'scale', share: 0.3 }, on, own)
    const gave = (['tip', 'threeNine', 'handle'] as const).map((p) => gramsAt(p, on, own) - gramsAt(p, after, own))
    gave.forEach((g, i) => expect(g).toBeCloseTo([0.9, 1.8, 2.7][i], 0))
    expect(gave.reduce((a, b) => a + b)).toBeCloseTo(5.4, 0)
    const takenOff = cutsAfter({ kind: 'takeOff', massG: 4 }, on, own)
    expect(stateOf(own, on).massG! - stateOf(own, takenOff).massG!).toBeCloseTo(4, 0)
  })
  it('half-way to the target goes half of what is left, in mass and in swing weight', () => {
    const after = cutsAfter({ kind: 'towards', share: 0.5 }, start, bench)
    expect(mass(after) - mass(start)).toBeCloseTo((330 - mass(start)) / 2, 0)
    expect(Math.abs(swing(after) - swing(start) - (322 - swing(start)) / 2)).toBeLessThan(1.5)
    expect(() => cutsAfter({ kind: 'towards', share: 0.5 }, start, benchWith())).toThrow('tuning.noTarget')
  })
  it('a preset lies on the frame as built, whatever is on it now', () => {
    const up = withGrams([{ place: 'threeNine', massG: 4 }], start, bench)
    const dose: Dose = { kind: 'preset', points: [{ place: 'handle', massG: 4 }] }
    expect(cutsAfter(dose, up, bench)).toEqual(cutsAfter(dose, start, bench))
  })
  it('says what stands against it: no room, nothing there, nothing on, no material', () => {
    expect(() => cutsAfter({ kind: 'add', place: 'tip', massG: 90 }, start, bench)).toThrow('tuning.noRoom')
    expect(() => cutsAfter({ kind: 'move', from: 'threeNine', to: 'tip', massG: 2 }, start, bench)).toThrow(
      'tuning.notThere',
    )
    expect(() => cutsAfter({ kind: 'scale', share: 0.3 }, [], benchWith({ baseCuts: [] }))).toThrow('tuning.nothingOn')
    expect(() =>
      cutsAfter({ kind: 'add', place: 'tip', massG: 2 }, [], benchWith({ baseCuts: [], materials: [] })),
    ).toThrow('tuning.noMaterial')
  })
  it('for a minor nothing of lead is chosen', () => {
    const lead = { ...MATERIALS[0], id: 'lead', lead: true }
    const only = benchWith({ baseCuts: [], materials: [lead] })
    expect(cutsAfter({ kind: 'add', place: 'tip', massG: 2 }, [], only)).toHaveLength(1)
    expect(() => cutsAfter({ kind: 'add', place: 'tip', massG: 2 }, [], { ...only, minor: true })).toThrow(
      'tuning.noMaterial',
    )
  })
  it('other materials do the same dose: each with its own grams, a base grip of leather among them, lead last but never for a minor', () => {
    const bare = benchWith({ baseCuts: [], materials: [...MATERIALS, { ...MATERIALS[0], id: 'lead', lead: true }] })
    const dose: Dose = { kind: 'add', place: 'handle', massG: 5 }
    const ways = waysOf(dose, [], bare)
    expect(ways[0].materialId).toBe('fine')
    expect(ways.map((w) => w.materialId)).toEqual(expect.arrayContaining(['fine', 'putty', 'leather', 'lead']))
    const adds = (cuts: readonly Cut[]) => stateOf(bare, cuts).massG! - bare.base.massG!
    const leather = ways.find((w) => w.materialId === 'leather')!
    // What the roll weighs less the base grip that comes off.
    expect(adds(leather.cuts)).toBeCloseTo(25 - tennis.layers.grips[bare.work.condition.grip].massG, 9)
    for (const way of ways) expect(Math.abs(adds(way.cuts) - 5)).toBeLessThan(way.materialId === 'leather' ? 8 : 1)
    expect(waysOf(dose, [], { ...bare, minor: true }).map((w) => w.materialId)).not.toContain('lead')
    expect(waysOf({ kind: 'scale', share: 0.3 }, start, bench)).toEqual([])
  })
  it('a padel frame on match day takes modules into its holes, two of a kind, and gives them back whole', () => {
    const work = { geometry: padel.geometry, condition: defaultCondition(padel), profile: padel }
    const module = { ...PLAIN_MATERIAL, id: 'module', name: 'module', kind: 'weight' as const, unitMassG: 1.5, stock: 4, reusable: true, zoneIds: ['holesTip', 'holesSides'] } // prettier-ignore
    const own = benchWith({ work, baseCuts: [], materials: [...MATERIALS.slice(1), module] })
    const slow = SCHOOLS.find((s) => s.id === 'matchDay')!.steps.find((s) => s.id === 'slow')!.dose
    const after = cutsAfter(slow, [], own)
    expect(after).toMatchObject([{ materialId: 'module', zoneId: 'holesTip', amount: 1 }])
    expect(gramsAt('tip', after, own)).toBeCloseTo(3, 9)
    expect(cutsAfter({ kind: 'scale', share: 1 }, after, own)).toEqual([])
  })
  it('no more is put on than the drawer holds: the next material is taken, and where there is none it is said', () => {
    const few = MATERIALS.map((m) => ({ ...m, stock: m.id === 'fine' ? 5 : m.stock }))
    const dose: Dose = { kind: 'add', place: 'threeNine', massG: 4 }
    expect(cutsAfter(dose, [], benchWith({ baseCuts: [] }))[0].materialId).toBe('fine')
    expect(cutsAfter(dose, [], benchWith({ baseCuts: [], materials: few }))[0].materialId).toBe('tungsten')
    expect(() => cutsAfter(dose, [], benchWith({ baseCuts: [], materials: [few[0]] }))).toThrow('tuning.tooLittle')
  })
  it('the drawer is without what went on; what can be used again comes back, what was cut does not', () => {
    const [fine] = MATERIALS
    const waste = { ...fine, id: 'waste', reusable: false }
    const strip = (m: Material, amount: number): Cut => ({ ...cutIn(tennis.zones[0], m, amount, bench.work, m.id) })
    const use = (...lists: Cut[][]) => Object.fromEntries(drawerUse(lists, [fine, waste], bench.work))
    // Across the tip, on both edges: two strips.
    expect(use([], [strip(fine, 6)])).toEqual({ fine: 12 })
    expect(use([], [strip(fine, 6)], [strip(fine, 9)], [])).toEqual({ fine: 0 })
    expect(use([], [strip(waste, 6)], [strip(waste, 9)], [strip(waste, 6)], [])).toEqual({ waste: 18 })
    expect(use([strip(fine, 6)], [])).toEqual({ fine: -12 })
  })
  it('any row of doses: no strips lie on each other, the numbers are the built ones plus what lies there, and going back is exact', () => {
    const doses = SCHOOLS.flatMap((s) => s.steps.map((step) => step.dose))
    fc.assert(
      fc.property(fc.array(fc.nat(doses.length - 1), { minLength: 1, maxLength: 8 }), (picks) => {
        let cuts = start
        const seen = [start]
        for (const pick of picks) {
          try {
            cuts = cutsAfter(doses[pick], cuts, bench)
          } catch {
            continue
          }
          seen.push(cuts)
          const all = (list: readonly Cut[]) =>
            list.reduce(
              (sum, c) =>
                sum +
                massOf(
                  c,
                  MATERIALS.find((m) => m.id === c.materialId)!,
                  bench.work,
                ),
              0,
            )
          expect(mass(cuts)).toBeCloseTo(bench.base.massG! + all(cuts) - all(start), 6)
          expect(new Set(cuts.map((c) => c.id)).size).toBe(cuts.length)
          expect(overlapsOf(cuts, bench.work)).toEqual([])
        }
        for (const held of seen) expect(stateOf(bench, held)).toEqual(stateOf(bench, structuredClone(held)))
        expect(stateOf(bench, start)).toEqual(bench.base)
      }),
      { numRuns: 60 },
    )
  })
})
