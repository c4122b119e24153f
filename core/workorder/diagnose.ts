import { lowerTriangle } from '../numerics/gaussian.ts'
import type { Quantity } from '../quantities/units.ts'
import { residualOf, type Residual } from './belief.ts'
import { USUAL_CAUSES, type Cause } from './causes.ts'
import { squaredLength, whitened, type Suspicion } from './follow.ts'
import { guessesFor, type Guess } from './guesses.ts'

/**
 * The likely causes of readings outside of their band, likeliest first: each cause's best size by the readings' own covariance
 * and its usual size, its likelihood with that size averaged over (Laplace), weighed by how often it happens.
 * @returns nothing where nothing was read that was known before
 */
export function diagnose(suspicion: Suspicion): Cause[] {
  const residual = residualOf(suspicion.belief, suspicion.reads)
  if (!residual) return []
  const guesses = guessesFor(suspicion, residual)
  const z = whitened(residual.off, residual.covariance)
  const found = guesses.flatMap((guess) => {
    const fitted = fit(guess, z, residual)
    return fitted ? [{ guess, ...fitted }] : []
  })
  const most = Math.max(...found.map((f) => f.log))
  const all = found.reduce((sum, f) => sum + Math.exp(f.log - most), 0)
  return found
    .map(({ guess, size, log }) => asCause(guess, size, Math.exp(log - most) / all))
    .sort((a, b) => b.likelihood - a.likelihood)
}

/** A guess of its best size, as it is told. */
export const asCause = (guess: Guess, size: number, likelihood: number): Cause => ({
  kind: guess.kind,
  stepId: guess.stepId,
  size: USUAL_CAUSES[guess.kind].usual === undefined ? null : size,
  likelihood,
  mend: guess.mend(size),
  ...(guess.materialId ? { materialId: guess.materialId } : {}),
  ...(guess.meant ? { meant: guess.meant } : {}),
})

function fit(guess: Guess, z: number[], residual: Residual): { size: number; log: number } | null {
  const { weight, usual } = USUAL_CAUSES[guess.kind]
  const white = (v: number[]) => whitened(v, residual.covariance)
  if (guess.kind === 'unknown') return { size: 0, log: Math.log(weight) + anything(residual) }
  if (usual === undefined) {
    const effect = guess.effect(1)
    if (!effect || effect.every((v) => v === 0)) return null
    const w = white(effect)
    return { size: 1, log: Math.log(weight) - squaredLength(z.map((v, i) => v - w[i])) / 2 }
  }
  let best: { size: number; log: number } | null = null
  for (const from of guess.oneWay ? [usual / 2] : [usual / 2, -usual / 2]) {
    let size = from
    for (let turn = 0; turn < 4; turn++) {
      const effect = guess.effect(size)
      if (!effect) break
      const w = white(effect).map((v) => v / size)
      const strength = squaredLength(w)
      const along = w.reduce((sum, v, i) => sum + v * z[i], 0)
      const next = along / (strength + 1 / usual ** 2)
      if (!Number.isFinite(next) || Math.abs(next) < 1e-6 * usual) break
      if (guess.oneWay && next < 0) break
      size = next
      const reached = guess.effect(size)
      if (!reached) break
      const left = white(reached).map((v, i) => z[i] - v)
      const log =
        Math.log(weight) -
        squaredLength(left) / 2 -
        size ** 2 / (2 * usual ** 2) -
        Math.log(1 + usual ** 2 * strength) / 2
      if (!best || log > best.log) best = { size, log }
    }
  }
  return best
}

/** How far anything could be off: what is left when no cause fits. */
const ANYTHING: Record<Quantity, number> = { mass: 6, balance: 0.6, swingWeight: 8, twistWeight: 0.8 }
export function anything({ quantities, off, covariance }: Residual): number {
  const wide = covariance.map((row, i) => row.map((v, j) => v + (i === j ? ANYTHING[quantities[i]] ** 2 : 0)))
  const volume = (c: number[][]) => lowerTriangle(c).reduce((sum, row, i) => sum + Math.log(Math.max(row[i], 1e-12)), 0)
  return -squaredLength(whitened(off, wide)) / 2 - volume(wide) + volume(covariance)
}
