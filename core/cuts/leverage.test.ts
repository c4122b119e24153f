import { describe, expect, it } from 'vitest'
import { STRUNG } from '../frame/fixtures.ts'
import { withPieces } from '../frame/pieces.ts'
import { estimateOf, frameState } from '../frame/state.ts'
import { headOutline } from '../geometry/outline.ts'
import { tennis } from '../sports/tennis.ts'
import type { Cut, Workpiece } from './cut.ts'
import { gramAt, leverageOfCut, type LeverageQuantity } from './leverage.ts'
import { PLAIN_MATERIAL, type Material } from './material.ts'

const work: Workpiece = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const exact = (value: number) => ({ value, u: 0 })
const state = frameState(
  { mass: exact(310), balance: exact(32), swingWeight: exact(300), twistWeight: exact(13) },
  tennis.axisCm,
)
const EACH: LeverageQuantity[] = ['balance', 'swingWeight', 'twistWeight', 'recoilWeight']
const tape: Material = { ...PLAIN_MATERIAL, id: 'tape', name: 'Tape', kind: 'tape', unitMassG: 0.2, widthCm: 1 }
const sides: Cut = { id: 'sides', materialId: 'tape', place: 'hoop', zoneId: null, atCm: 22, amount: 24, layerCm: 24, across: null, edges: 2 } // prettier-ignore

describe('what a gram does', () => {
  it('is what a milligram there does, by the exact sums, at every place', () => {
    for (const [xCm, yCm] of [
      [2, 0],
      [32, 1],
      [55, 13],
      [68, 0],
    ] as const)
      // prettier-ignore
      for (const quantity of EACH) {
        const massG = 1e-3
        const piece = { massG, shape: { kind: 'point', xCm, yCm } as const, uMassG: 0, uPlaceCm: 0 }
        const after = withPieces(state, [piece], work.geometry)
        const change = estimateOf(after, quantity)!.value - estimateOf(state, quantity)!.value
        expect(gramAt(quantity, { xCm, yCm }, state), `${quantity} at ${xCm}`).toBeCloseTo(change / massG, 4)
      }
  })
  it('is nothing where what it leans on is not known', () => {
    const unread = { massG: null, balanceCm: null, axisCm: 10.16 }
    expect(EACH.map((q) => gramAt(q, { xCm: 50, yCm: 3 }, unread) > 0)).toEqual([false, true, true, false])
  })
})

describe('what a cut alone does', () => {
  it('is summed along its strips, not told by their middle: 4 strips of 24 cm, cut into 24,000 points', () => {
    const { grams, xCm, changeOf } = leverageOfCut(sides, tape, work, state)!
    expect(grams).toBeCloseTo(4 * 24 * 0.2, 9)
    // Apart from any sum that the outline keeps: point by point along both sides.
    const outline = headOutline(work.geometry)
    const n = 24000
    let [x, swing, twist] = [0, 0, 0]
    for (let i = 0; i < n; i++) {
      const p = outline.pointAt(10 + (24 * (i + 0.5)) / n)
      x += p.xCm / n
      swing += (p.xCm - tennis.axisCm) ** 2 / 1000 / n
      twist += p.yCm ** 2 / 1000 / n
    }
    expect(xCm).toBeCloseTo(x, 6)
    expect(changeOf('swingWeight')).toBeCloseTo(grams * swing, 5)
    expect(changeOf('twistWeight')).toBeCloseTo(grams * twist, 5)
    expect(changeOf('mass')).toBeCloseTo(grams, 9)
    // (M·b + m·x)/(M + m) − b
    expect(changeOf('balance')).toBeCloseTo((grams * (x - 32)) / (310 + grams), 6)
    // What its middle alone would say is more than half a point off, and the balance by a twentieth.
    expect(changeOf('swingWeight')! - (grams * (xCm - tennis.axisCm) ** 2) / 1000).toBeGreaterThan(0.5)
    expect((grams * gramAt('balance', { xCm, yCm: 0 }, state)) / changeOf('balance')!).toBeGreaterThan(1.05)
  })
  it('is not known of a number that was not read; of nothing there is none', () => {
    const { changeOf } = leverageOfCut(sides, tape, work, { ...state, twistWeightKgCm2: null })!
    expect(changeOf('twistWeight')).toBeNull()
    expect(leverageOfCut({ ...sides, amount: 0 }, tape, work, state)).toBeNull()
  })
})
