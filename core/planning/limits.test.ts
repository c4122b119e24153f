import { describe, expect, it } from 'vitest'
import { DRAWER, usualRequest } from './fixtures/fixtures.ts'
import { STRUNG } from '../frame/fixtures.ts'
import { tennis } from '../sports/tennis.ts'
import { choicesFor } from './problem/choices.ts'
import { momentsOfCut } from '../cuts/moments.ts'
import { finishFor, massOf, runsOf, type Cut } from '../cuts/cut.ts'
import { piecesOf } from '../cuts/pieces.ts'
import { NO_CONSTRAINT, planSpace, optimalPlan, type Plan, programmeFor } from './solve/plan.ts'
import { baseOf, deviationsOf, linearDeviation, toleranceExcess } from './problem/deviations.ts'
import { totalMoments } from './model/programme.ts'
import type { Quantity } from '../quantities/units.ts'
import { fullRange, lineOver } from './model/lines.ts'
import { relaxationOf } from './model/planModel.ts'
import { headOutline } from '../geometry/outline.ts'
import { meansOf } from '../geometry/shape.ts'
import { cutIn } from '../cuts/zones.ts'
import { limitsFor, OPEN_LIMITS, type PlanLimits } from './problem/request.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const planned = (limits: Partial<PlanLimits>, change: Parameters<typeof usualRequest>[0] = {}): Plan =>
  optimalPlan(planSpace(usualRequest({ ...change, limits: { ...OPEN_LIMITS, ...limits } })), NO_CONSTRAINT)

describe('lead', () => {
  it('stays off a minor’s frame by itself, until an adult has agreed to it in writing', () => {
    expect(limitsFor(OPEN_LIMITS, false).noLead).toBe(false)
    expect(limitsFor(OPEN_LIMITS, true).noLead).toBe(true)
    expect(limitsFor({ ...OPEN_LIMITS, leadAgreed: { by: 'JQ', words: 'parents asked for it' } }, true).noLead).toBe(
      false,
    )
    expect(limitsFor({ ...OPEN_LIMITS, noLead: true, leadAgreed: { by: 'JQ', words: 'x' } }, true).noLead).toBe(true)
  })
})

describe('the fitter’s limits are kept', () => {
  it('zones and materials', () => {
    const plan = planned({ zoneIds: ['tenTwo', 'butt'], materialIds: ['tungsten', 'putty'], mayChangeGrip: false })
    expect(plan.cuts.length).toBeGreaterThan(0)
    for (const cut of plan.cuts) {
      expect(['tenTwo', 'butt']).toContain(cut.zoneId)
      expect(['tungsten', 'putty']).toContain(cut.materialId)
    }
  })
  it('no lead, and nothing that shows', () => {
    expect(planned({ noLead: true }).cuts.some((cut) => cut.materialId.startsWith('lead'))).toBe(false)
    const hidden = planned({ hiddenOnly: true })
    expect(hidden.cuts.every((cut) => ['bevels', 'handle', 'grip'].includes(cut.place))).toBe(true)
    expect(hidden.reached).toBe(false)
  })
  it('a cap on added mass', () => {
    const plan = planned({ capG: 6 })
    expect(plan.score.addedG).toBeLessThanOrEqual(6 + 1e-9)
  })
  it('a number of places', () => {
    expect(planned({ maxPlaces: 2 }).cuts.length).toBeLessThanOrEqual(2)
  })
  it('stock', () => {
    const materials = DRAWER.map((m) => (m.kind === 'tape' ? { ...m, stock: 22 } : m))
    const plan = planned({}, { materials })
    const used = new Map<string, number>()
    for (const cut of plan.cuts) {
      const m = materials.find((x) => x.id === cut.materialId)!
      if (m.kind === 'tape') used.set(m.id, (used.get(m.id) ?? 0) + cut.amount * runsOf(cut, tennis.geometry))
    }
    for (const cm of used.values()) expect(cm).toBeLessThanOrEqual(22 + 1e-9)
  })
  it('at most one base grip, and room in every zone', () => {
    const plan = planned({}, { target: { mass: { value: 345, tolerance: 1 } } })
    expect(
      plan.cuts.filter((cut) => DRAWER.find((m) => m.id === cut.materialId)!.kind === 'grip').length,
    ).toBeLessThanOrEqual(1)
    for (const zone of tennis.zones.filter((z) => z.place !== 'handle')) {
      const cm = plan.cuts.filter((cut) => cut.zoneId === zone.id).reduce((sum, cut) => sum + cut.amount, 0)
      expect(cm, zone.id).toBeLessThanOrEqual(zone.capacityCm * zone.maxLayers + 1e-9)
    }
  })
})

describe('cuts', () => {
  const tape = DRAWER[0]
  const cut = (change: Partial<Cut>): Cut => ({
    id: 'c',
    materialId: tape.id,
    place: 'hoop',
    zoneId: null,
    atCm: 20,
    amount: 6,
    layerCm: 8,
    ...change,
  })
  it('weigh what their strips weigh: one across an end, two on the sides, four on the bevels', () => {
    const one = 6 * tape.unitMassG
    expect(massOf(cut({ atCm: 0 }), tape, work)).toBeCloseTo(one, 12)
    expect(massOf(cut({}), tape, work)).toBeCloseTo(2 * one, 12)
    expect(massOf(cut({ place: 'bevels', atCm: 2 }), tape, work)).toBeCloseTo(4 * one, 12)
    expect(piecesOf(cut({ amount: 20 }), tape, work).map((p) => p.massG / (2 * tape.unitMassG))).toEqual([
      8,
      8,
      expect.closeTo(4, 9),
    ])
  })
  it('across the bridge stay one strip when the head is measured anew, and rounded to what a file holds', () => {
    const bridge = tennis.zones.find((z) => z.clock === 6)!
    const across = cutIn(bridge, tape, 6, work, 'b', { edges: 1 })
    for (const by of [-0.2, -0.02, 0, 0.02, 0.2]) {
      const geometry = { ...work.geometry, headLengthCm: work.geometry.headLengthCm + by }
      const on = { ...work, geometry }
      const filed = { ...across, atCm: Number(across.atCm.toFixed(4)) }
      for (const one of [across, filed, { ...filed, across: undefined }]) {
        expect(massOf(one, tape, on), `${by}`).toBeCloseTo(6 * tape.unitMassG, 12)
        const [piece] = piecesOf(one, tape, on)
        expect(meansOf(piece.shape, geometry).y).toBeCloseTo(0, 9)
        const bridgeCm = geometry.lengthCm - geometry.headLengthCm
        expect(Math.abs(meansOf(piece.shape, geometry).x - bridgeCm)).toBeLessThan(1)
      }
    }
  })
  it('beside the bridge stay two, however near it', () => {
    const half = headOutline(work.geometry).halfLengthCm
    const two = cut({ atCm: half - 0.01, across: null })
    expect(massOf(two, tape, work)).toBeCloseTo(12 * tape.unitMassG, 12)
    expect(massOf(cut({ atCm: half - 3 }), tape, work)).toBeCloseTo(12 * tape.unitMassG, 12)
  })
  it('another base grip counts by what it weighs more or less than the one that is on', () => {
    const leather = DRAWER.find((m) => m.id === 'leather')!
    expect(massOf(cut({ place: 'grip', amount: 1, materialId: 'leather' }), leather, work)).toBe(25 - 17)
  })
})

describe('the straight lines that stand for effects', () => {
  it('bound every exact effect in their range, for every choice and quantity', () => {
    const usual = usualRequest({ target: { ...usualRequest().target, twistWeight: { value: 14, tolerance: 0.3 } } })
    const request = { ...usual, work: { ...usual.work, finish: finishFor(true) } }
    const programme = programmeFor(planSpace(request), NO_CONSTRAINT)
    for (const choice of programme.choices) {
      const range = fullRange(choice)
      for (const band of programme.acceptance) {
        const line = lineOver(choice, range, (sums) => linearDeviation(band, sums, baseOf(request)))
        for (let count = range.least; count <= range.most; count++) {
          const cut = choice.cutFor(count)
          const e = momentsOfCut(cut, choice.material, request.work, request.state)
          const miss = {
            mass: e.massG,
            balance: (e.moment - band.target * e.massG) / 322,
            swingWeight: e.swing,
            twistWeight: e.twist,
          }[band.quantity as Quantity]
          expect(miss).toBeGreaterThanOrEqual(line.slope * count + line.low - 1e-9)
          expect(miss).toBeLessThanOrEqual(line.slope * count + line.high + 1e-9)
        }
      }
    }
  })
  it('let the relaxation reach at least as far as any plan: random counts keep its rows with their own misses', () => {
    const usual = usualRequest({ limits: { ...OPEN_LIMITS, capTotalG: 330 } })
    const request = { ...usual, work: { ...usual.work, finish: finishFor(true) } }
    const programme = programmeFor(planSpace(request), NO_CONSTRAINT)
    const model = relaxationOf(programme)
    let seed = 7
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647
    for (let trial = 0; trial < 200; trial++) {
      const counts = programme.choices.map((c) =>
        random() < 0.7 ? 0 : c.least + Math.floor(random() * (c.upper - c.least + 1)),
      )
      const misses = deviationsOf(programme.acceptance, baseOf(request), totalMoments(programme.choices, counts))
      const outside = toleranceExcess(programme.acceptance, misses)
      const values = new Map([
        ...model.counts.map((column, j) => [column, counts[j]] as const),
        ...model.used.map((column, j) => [column, Number(counts[j] > 0)] as const),
      ])
      const slackest = programme.acceptance
        .flatMap((_, i) => [model.above[i], model.below[i]])
        .map((r) => {
          const activity = r.terms.reduce((sum, [column, w]) => sum + w * (values.get(column) ?? 0), 0)
          return Math.max(activity - r.upper, r.lower - activity, 0)
        })
      // The worst row, in tolerances beyond its acceptance band, is never more than the plan's own misses are beyond theirs.
      const tolerances = programme.acceptance.flatMap((g) => [g.tolerance, g.tolerance])
      const acceptance = programme.acceptance.flatMap((g) => [g.halfWidth, g.halfWidth])
      slackest.forEach((over, i) =>
        expect(Math.max(0, over + acceptance[i] - tolerances[i]) / tolerances[i]).toBeLessThanOrEqual(outside + 1e-6),
      )
    }
  })
})

describe('what may be chosen', () => {
  it('a bare handle takes no other base grip, and two overgrips are enough', () => {
    const none = choicesFor(usualRequest({ work: { ...work, condition: { ...STRUNG, grip: 'none', overgrips: 2 } } }))
    expect(none.choices.filter((c) => c.zoneId === 'grip')).toEqual([])
  })
})
