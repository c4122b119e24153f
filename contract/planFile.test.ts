import { describe, expect, it } from 'vitest'
import { headOutline } from '#core/geometry/outline.ts'
import { withPieces } from '#core/frame/pieces.ts'
import { finishFor, type Cut } from '#core/cuts/cut.ts'
import { piecesOfAll } from '#core/cuts/pieces.ts'
import { PROFILES } from '#core/sports/sports.ts'
import { tennis } from '#core/sports/tennis.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { STRUNG, usualState } from '#core/frame/fixtures.ts'
import { planFromFile } from './planFileIn.ts'
import { planFileOf, planFileSchema, planLine, planRows, type PlanParts } from './planFile.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const three = headOutline(tennis.geometry).atClock(3)
const cuts: Cut[] = [
  { id: 'a', materialId: 'lead-half', place: 'hoop', zoneId: 'tip', atCm: 0, amount: 12, layerCm: 10 },
  {
    id: 'b',
    materialId: 'tungsten',
    place: 'hoop',
    zoneId: 'threeNine',
    atCm: three,
    amount: 5,
    layerCm: 8,
    side: 'left',
  },
  { id: 'c', materialId: 'putty', place: 'handle', zoneId: 'butt', atCm: 2, amount: 4, layerCm: 5 },
  { id: 'd', materialId: 'gone', place: 'handle', zoneId: 'butt', atCm: 2, amount: 4, layerCm: 5 },
]
const known = cuts.slice(0, 3)
const predicted = withPieces(usualState(), piecesOfAll(known, DRAWER, work), tennis.geometry)
const parts: PlanParts = {
  frame: { label: 'Corvane Arc 98', sport: 'tennis', geometry: tennis.geometry },
  work,
  materials: DRAWER,
  cuts,
  measured: usualState(),
  predicted,
  target: { mass: { value: 313, tolerance: 1 } },
}

describe('a plan to hand on', () => {
  const file = planFileOf(parts, '2026-11-24T10:00:00Z')

  it('keeps its own schema, through JSON and back', () => {
    expect(planFileSchema.parse(JSON.parse(JSON.stringify(file)))).toEqual(file)
    expect(() => planFileSchema.parse({ ...file, version: 1 })).toThrow()
  })

  it('holds every piece that has a material, in strips as they are cut, and their sum is what is added', () => {
    expect(file.pieces.map((p) => p.zone)).toEqual(['Tip', '3 and 9', 'Inside the butt'])
    expect(file.pieces[0].strips).toEqual([
      { count: 1, lengthCm: 10, layer: 1 },
      { count: 1, lengthCm: 2, layer: 2 },
    ])
    expect(file.pieces[1]).toMatchObject({ side: 'left', strips: [{ count: 1, lengthCm: 5, layer: 1 }] })
    expect(file.pieces[2].strips).toEqual([])
    // 12 cm of 0.5 g per inch, 5 cm of 0.21 g/cm, 4 g.
    expect(file.addedG).toBeCloseTo(12 * (0.5 / 2.54) + 5 * 0.21 + 4, 3)
    expect(file.predicted.mass!.value - file.measured.mass!.value).toBeCloseTo(file.addedG, 3)
  })

  it('says what coats and a plug weigh that are in what it predicts; files of before did not count them', () => {
    const sealed = { ...work, finish: finishFor(false) }
    const pieces = piecesOfAll(known, DRAWER, sealed)
    const whole = planFileOf({ ...parts, work: sealed, predicted: withPieces(usualState(), pieces, tennis.geometry) }, '2026-11-24T10:00:00Z') // prettier-ignore
    expect(whole.addedG).toBe(file.addedG)
    expect(whole.besideG).toBeGreaterThan(0.4)
    expect(whole.predicted.mass!.value - whole.measured.mass!.value).toBeCloseTo(whole.addedG + whole.besideG, 3)
    const { besideG: _unsaid, ...before } = file
    expect(planFileSchema.parse(before).besideG).toBe(0)
  })

  it('as a table: a row for each layer, the mass once', () => {
    const rows = planRows(file)
    expect(rows.map((r) => [r.piece, r.layer, r['length (cm)']])).toEqual([
      [1, 1, 10],
      [1, 2, 2],
      [2, 1, 5],
      [3, '', ''],
    ])
    const total = rows.reduce((sum, r) => sum + Number(r['mass of the piece (g)'] || 0), 0)
    expect(total).toBeCloseTo(file.addedG, 3)
  })

  it('as one line, in the shop’s units, with state and axis', () => {
    const line = planLine(parts, { mass: 'oz', balance: 'points', length: 'in' })
    expect(line).not.toContain('\n')
    expect(line).toMatch(/^Corvane Arc 98, \+7\.4 g\. Tip: /)
    expect(line).toContain('Inside the butt: ')
    expect(line).toMatch(/static weight 11\.03 oz, balance \d+\.\d HL/)
    expect(line).toContain('swing weight about 4.00 in)')
  })
})

describe('a plan taken in', () => {
  const text = JSON.stringify(planFileOf(parts, '2026-11-24T10:00:00Z'))
  const here = { work, materials: DRAWER }
  const idOf = (n: number) => known[n].id
  const reasons = (taken: ReturnType<typeof planFromFile>) => ('reasons' in taken ? taken.reasons : [])

  it('comes back to the last digit', () => {
    expect(planFromFile(text, here, idOf)).toEqual({ cuts: known, notes: [] })
  })
  it('on a drawer whose tape weighs otherwise it lies the same, and the difference is said', () => {
    const materials = DRAWER.map((m) => (m.id === 'tungsten' ? { ...m, unitMassG: 0.22 } : m))
    const taken = planFromFile(text, { work, materials }, idOf)
    expect(taken).toMatchObject({ cuts: known, notes: ['“tungsten” weighs 0.2200 here and 0.2100 there.'] })
  })
  it('is refused with every reason: another outline, another sport, materials that are not here', () => {
    const other = { ...work, geometry: { ...work.geometry, headLengthCm: 33 } }
    expect(reasons(planFromFile(text, { work: other, materials: DRAWER.slice(0, 2) }, idOf))).toEqual([
      'Another outline: head length 34.40 there, 33.00 here.',
      '“tungsten” is not in this drawer.',
      '“putty” is not in this drawer.',
    ])
    const padel = { ...work, geometry: PROFILES.padel.geometry, profile: PROFILES.padel }
    expect(reasons(planFromFile(text, { work: padel, materials: DRAWER }, idOf))[0]).toBe(
      'It is for tennis, this frame is for padel.',
    )
  })
  it.each([
    ['nonsense', 'cannot be read as JSON'],
    ['{"format":"kevro-job"}', 'no plan file of Kevro'],
    ['{"format":"kevro-plan","version":1}', 'earlier Kevro'],
    [JSON.stringify({ ...JSON.parse(text), axisCm: 'ten' }), 'damaged at axisCm'],
  ])('says what is wrong with %s', (bad, words) => {
    expect(reasons(planFromFile(bad, here, idOf))[0]).toContain(words)
  })
})
