import { describe, expect, it } from 'vitest'
import { withPieces } from '../../frame/pieces.ts'
import { estimateOf, frameState } from '../../frame/state.ts'
import { lowerTriangle } from '../../numerics/gaussian.ts'
import { AIM_QUANTITIES } from '../../quantities/units.ts'
import { tennis } from '../../sports/tennis.ts'
import { usualState } from '../../frame/fixtures.ts'
import { chanceOf } from './chance.ts'

/** Φ by the series of Abramowitz and Stegun 26.2.11 (from memory), good to the last digit for |z| under 6. */
function phi(z: number): number {
  let term = z
  let sum = z
  for (let n = 1; n < 200; n++) sum += term *= (z * z) / (2 * n + 1)
  return 0.5 + (sum * Math.exp((-z * z) / 2)) / Math.sqrt(2 * Math.PI)
}
/** P(|X − a| ≤ s and |Y − b| ≤ t) of two normals with deviations 1 and correlation r, by Simpson's rule over X. */
function box(a: number, s: number, b: number, t: number, r: number): number {
  const n = 4000
  const k = Math.sqrt(1 - r * r)
  let sum = 0
  for (let i = 0; i <= n; i++) {
    const x = a - s + (2 * s * i) / n
    const inner = phi((b + t - r * x) / k) - phi((b - t - r * x) / k)
    const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)
    sum += density * inner * (i === 0 || i === n ? 1 : i % 2 ? 4 : 2)
  }
  return (sum * 2 * s) / n / 3
}

describe('the chance to land', () => {
  it('the closed forms themselves: Φ(1.96), and independent is a product', () => {
    expect(phi(1.959963985)).toBeCloseTo(0.975, 9)
    expect(box(0.3, 1, -0.2, 0.7, 0)).toBeCloseTo((phi(1.3) - phi(-0.7)) * (phi(0.5) - phi(-0.9)), 9)
  })

  it.each([-0.9, -0.5, 0, 0.4, 0.8, 0.97])('agrees with the closed form of two correlated numbers, r = %f', (r) => {
    const state = frameState({ mass: { value: 300, u: 0.5 }, balance: { value: 32, u: 0.0 } }, 10.16)
    state.swingWeightKgCm2 = 310
    state.covariance[2][2] = 4
    state.covariance[0][2] = state.covariance[2][0] = r * 0.5 * 2
    const target = { mass: { value: 300.25, tolerance: 0.6 }, swingWeight: { value: 309, tolerance: 2.5 } }
    const chance = chanceOf(state, [], target, tennis.geometry, { draws: 40000, seed: 7 })
    expect(Math.abs(chance.all - box(0.5, 1.2, -0.5, 1.25, r))).toBeLessThan(0.01)
    expect(Math.abs(chance.each.mass! - (phi(1.7) - phi(-0.7)))).toBeLessThan(0.01)
    expect(Math.abs(chance.each.swingWeight! - (phi(0.75) - phi(-1.75)))).toBeLessThan(0.01)
  })

  it.each(AIM_QUANTITIES)('%s of a frame that is known to a hair lands where it is, and nowhere else', (quantity) => {
    const known = (value: number) => ({ value, u: 1e-9 })
    const state = frameState(
      { mass: known(300), balance: known(32), swingWeight: known(310), twistWeight: known(13.5) },
      10.16,
    )
    state.lateralCm = 0.2
    const { value } = estimateOf(state, quantity)!
    const at = (aim: number) =>
      chanceOf(state, [], { [quantity]: { value: aim, tolerance: 0.05 } }, tennis.geometry, { draws: 50 }).all
    expect([at(value - 0.06), at(value), at(value + 0.06)]).toEqual([0, 1, 0])
  })

  it('a piece adds its own errors: a point of 10 g ± 0.2 g, ± 0.3 cm', () => {
    const state = frameState(
      { mass: { value: 300, u: 0 }, balance: { value: 32, u: 0 }, swingWeight: { value: 310, u: 0 } },
      10.16,
    )
    const piece = { massG: 10, uMassG: 0.2, uPlaceCm: 0.3, shape: { kind: 'point', xCm: 60.16, yCm: 0 } as const }
    // S moves by 2.5 per gram of mass and 1 per cm of place, to first order: u² = (2.5·0.2)² + (1·0.3)².
    const u = Math.hypot(0.5, 0.3)
    const target = { mass: { value: 310, tolerance: 0.3 }, swingWeight: { value: 335, tolerance: 0.7 } }
    const chance = chanceOf(state, [piece], target, tennis.geometry, { draws: 40000, seed: 3 })
    expect(Math.abs(chance.each.mass! - (2 * phi(1.5) - 1))).toBeLessThan(0.01)
    expect(Math.abs(chance.each.swingWeight! - (2 * phi(0.7 / u) - 1))).toBeLessThan(0.01)
    expect(chance.all).toBeLessThan(Math.min(chance.each.mass!, chance.each.swingWeight!))
  })

  it('two strips of one roll share how well it was weighed, two of different rolls do not', () => {
    const state = frameState({ mass: { value: 300, u: 0 }, balance: { value: 32, u: 0 } }, 10.16)
    const strip = (id: string) => ({
      massG: 10,
      uMassG: 0,
      uPlaceCm: 0,
      shape: { kind: 'point', xCm: 32, yCm: 0 } as const,
      roll: { id, uRel: 0.05 },
    })
    // 0.5 g each: 1 g together when it is one error, √2·0.5 g when they are two.
    const target = { mass: { value: 320, tolerance: 1 } }
    for (const [ids, u] of [
      [['a', 'a'], 1],
      [['a', 'b'], Math.SQRT1_2],
    ] as const) {
      const pieces = ids.map(strip)
      expect(estimateOf(withPieces(state, pieces, tennis.geometry), 'mass')!.u).toBeCloseTo(u, 9)
      const { all } = chanceOf(state, pieces, target, tennis.geometry, { draws: 40000, seed: 5 })
      expect(Math.abs(all - (2 * phi(1 / u) - 1))).toBeLessThan(0.01)
    }
  })

  it('is 1 where nothing is uncertain and the target is met, 0 where it is missed, and the same for the same seed', () => {
    const state = frameState({ mass: { value: 300, u: 0 }, balance: { value: 32, u: 0 } }, 10.16)
    const at = (value: number) => chanceOf(state, [], { mass: { value, tolerance: 0.5 } }, tennis.geometry).all
    expect([at(300), at(300.5), at(300.6)]).toEqual([1, 1, 0])
    const target = { mass: { value: 305.5, tolerance: 0.2 } }
    expect(chanceOf(usualState(), [], target, tennis.geometry)).toEqual(
      chanceOf(usualState(), [], target, tennis.geometry),
    )
  })

  it('refuses what is no covariance, and takes unknowns as they are', () => {
    expect(() =>
      lowerTriangle([
        [1, 2],
        [2, 1],
      ]),
    ).toThrow('numbers.notACovariance')
    expect(
      lowerTriangle([
        [4, 0],
        [0, 0],
      ]),
    ).toEqual([
      [2, 0],
      [0, 0],
    ])
  })
})
