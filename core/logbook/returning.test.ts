import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { massOf, type Cut } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import { itemOf, materialsOn, movable } from '../cuts/items.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { cutIn } from '../cuts/zones.ts'
import { defaultCondition, type Condition } from '../frame/condition.ts'
import { withPieces } from '../frame/pieces.ts'
import { estimateOf, frameState, type FrameState } from '../frame/state.ts'
import { pieceMaterial, type ProofBody } from '../job/proof.ts'
import { zeros } from '../numerics/covariance.ts'
import { cutsFrom, type Pick } from '../planning/fixtures/cutsFrom.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { QUANTITIES } from '../quantities/units.ts'
import { PROFILES, SPORTS, type SportId } from '../sports/sports.ts'
import { conditionAfter } from './onFrame.ts'
import { earlierSetups, isThere, wayBackTo, type NumberedProof } from './returning.ts'

const MODULE: Material = { ...PLAIN_MATERIAL, id: 'module', name: 'Module', kind: 'weight', unitMassG: 2, stock: 40, reusable: true, zoneIds: ['holesTip', 'holesSides', 'holesHeart'] } // prettier-ignore
const SHOP = [...DRAWER, MODULE]
/** A frame in the hands of a shop: its true numbers, what lies on it, and the proofs of its jobs. */
class Bench {
  readonly profile
  state: FrameState
  condition: Condition
  readonly proofs: NumberedProof[] = []
  readonly states: FrameState[] = []
  constructor(sport: SportId) {
    this.profile = PROFILES[sport]
    this.condition = defaultCondition(this.profile)
    const usual = Object.fromEntries(QUANTITIES.map((q) => [q, { value: (this.profile.usual[q][0] + this.profile.usual[q][1]) / 2, u: 0 }])) // prettier-ignore
    this.state = frameState(usual, this.profile.axisCm)
  }
  get work() {
    return { geometry: this.profile.geometry, condition: this.condition, profile: this.profile }
  }
  get materials(): Material[] {
    return [...SHOP, ...materialsOn(this.condition, this.profile)]
  }
  /** A job: what is laid changes the numbers, and is signed. */
  build(cuts: Cut[]): void {
    const number = this.proofs.length + 1
    this.state = withPieces(this.state, piecesOfAll(cuts, this.materials, this.work), this.profile.geometry)
    const body: ProofBody = {
      condition: this.condition,
      axisCm: this.profile.axisCm,
      geometry: this.profile.geometry,
      rule: 'guarded',
      lines: QUANTITIES.map((quantity) => ({ quantity, read: estimateOf(this.state, quantity)!.value, u: 0.1, target: null, tolerance: null, predicted: null, conformity: null })), // prettier-ignore
      covariance: zeros(5),
      pieces: cuts.map((cut) => {
        const material = this.materials.find((m) => m.id === cut.materialId)!
        return { cut, material: pieceMaterial(material), massG: massOf(cut, material, this.work) }
      }),
      photoIds: [],
    }
    this.proofs.push({ jobId: `j${number}`, number, at: `2026-01-${String(number).padStart(2, '0')}T10:00:00Z`, body })
    this.condition = conditionAfter(body, number, this.profile)
    this.states.push(this.state)
  }
  backTo(number: number): ReturnType<typeof wayBackTo> {
    const setup = earlierSetups(this.proofs, this.profile).find((s) => s.number === number)!
    // As it comes over the wire.
    return wayBackTo(JSON.parse(JSON.stringify(setup)) as typeof setup, this.condition, SHOP)
  }
}
const cutsOf = (bench: Bench, picks: Pick[]): Cut[] =>
  cutsFrom(picks, DRAWER, bench.work, (zoneId, material) => `${zoneId}-${material}`)
const pick = fc.tuple(fc.nat(50), fc.nat(50), fc.double({ min: 0.2, max: 1, noNaN: true }))
const picks = fc.array(pick, { minLength: 0, maxLength: 4 })

describe('the way back to an earlier setup', () => {
  it('gives the numbers that were proven then, after any jobs and returns, in four sports; what lies on the frame is the sum of its pieces', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SPORTS),
        fc.array(fc.oneof(picks, fc.nat(20)), { minLength: 2, maxLength: 6 }),
        (sport, steps) => {
          const bench = new Bench(sport)
          const bare = estimateOf(bench.state, 'mass')!.value
          for (const step of steps) {
            if (typeof step !== 'number') {
              bench.build(cutsOf(bench, step))
            } else if (bench.proofs.length > 0) {
              const number = (step % bench.proofs.length) + 1
              bench.build(bench.backTo(number).cuts)
              for (const quantity of QUANTITIES)
                expect(
                  Math.abs(
                    estimateOf(bench.state, quantity)!.value - estimateOf(bench.states[number - 1], quantity)!.value,
                  ),
                ).toBeLessThan(0.05)
            }
            const added = bench.condition.added.reduce((sum, item) => sum + item.massG, 0)
            expect(estimateOf(bench.state, 'mass')!.value - bare).toBeCloseTo(added, 6)
            expect(new Set(bench.condition.added.map((a) => a.id)).size).toBe(bench.condition.added.length)
          }
        },
      ),
      { numRuns: 150 },
    )
  })
  const at = (bench: Bench, zone: string, material: string, amount: number, change: Partial<Material> = {}): Cut =>
    cutIn(bench.profile.zones.find((z) => z.id === zone)!, { ...DRAWER.find((m) => m.id === material)!, ...change }, amount, bench.work, `${zone}-${material}`) // prettier-ignore
  it('leaves what lay there then where it lies, and takes off only what came later', () => {
    const bench = new Bench('tennis')
    bench.build([at(bench, 'tip', 'tungsten', 10)])
    bench.build([at(bench, 'threeNine', 'tungsten', 6)])
    const way = bench.backTo(1)
    expect(way.cuts.map((c) => c.materialId)).toEqual(['off:job2-threeNine-tungsten'])
    bench.build(way.cuts)
    expect(isThere(bench.backTo(1))).toBe(true)
    // And forward again: the strip of the second job, as it was.
    expect(bench.backTo(2).cuts).toMatchObject([{ materialId: 'tungsten', zoneId: 'threeNine', amount: 6 }])
  })
  it('modules: where they sat then, after any moves, and after they were taken out', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(1000), { minLength: 3, maxLength: 8 }), (steps) => {
        const bench = new Bench('padel')
        const holes = bench.profile.zones.filter((zone) => zone.holes)
        const into = (n: number, material: Material, id: string) =>
          cutIn(holes[n % holes.length], material, 1, bench.work, id)
        bench.build([into(steps[0], MODULE, 'a'), into(steps[1], MODULE, 'b')])
        for (const step of steps.slice(2)) {
          const items = movable(bench.condition, bench.profile)
          const item = items[step % Math.max(1, items.length)]
          if (step % 4 === 0) bench.build(bench.backTo((step % bench.proofs.length) + 1).cuts)
          else if (item && step % 4 === 1)
            bench.build([{ ...into(0, MODULE, 'off'), materialId: item.id.replace('moved:', 'off:'), place: 'off', zoneId: null }]) // prettier-ignore
          else if (item) {
            const to = holes.filter((hole) => hole.id !== itemOf(item.id, bench.condition)!.zoneId)
            bench.build([cutIn(to[step % to.length], item, 1, bench.work, 'move')])
          } else bench.build([])
        }
        for (const { number } of [...bench.proofs]) {
          bench.build(bench.backTo(number).cuts)
          for (const quantity of QUANTITIES)
            expect(estimateOf(bench.state, quantity)!.value).toBeCloseTo(estimateOf(bench.states[number - 1], quantity)!.value, 6) // prettier-ignore
          const places = ({ added }: Condition) => added.map((item) => `${item.zoneId} ${item.massG}`).sort()
          expect(places(bench.condition)).toEqual(
            places(earlierSetups(bench.proofs, bench.profile).find((s) => s.number === number)!.condition),
          )
          expect(isThere(bench.backTo(number))).toBe(true)
        }
      }),
      { numRuns: 200 },
    )
  })
  it('says what cannot be undone or laid again: cured, out of the drawer, older than the book, another grip', () => {
    const bench = new Bench('tennis')
    bench.condition = { ...bench.condition, added: [{ id: 'old', name: 'Coin', massG: 3, atCm: 1, offAxisCm: 0 }] }
    bench.build([at(bench, 'tip', 'tungsten', 10)])
    const setup = earlierSetups(bench.proofs, bench.profile)[0]
    const now: Condition = {
      ...bench.condition,
      grip: 'leather',
      overgrips: 2,
      added: [{ id: 'job2-fill', name: 'Silicone', massG: 8, atCm: 4, offAxisCm: 0, stays: true }],
    }
    const way = wayBackTo(setup, now, [])
    expect(way.cuts).toEqual([])
    expect(way.stays.map((s) => s.id)).toEqual(['job2-fill'])
    expect(way.gone.map((g) => [g.item.id, g.why])).toEqual([
      ['old', 'noStrip'],
      ['job1-tip-tungsten', 'noMaterial'],
    ])
    expect(way.layers).toEqual(['grip', 'overgrips'])
    expect(setup.read.map((r) => r.quantity)).toEqual([...QUANTITIES])
  })
})
