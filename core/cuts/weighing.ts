import { within } from '../numerics/within.ts'
import { Problem } from '../problem.ts'

/** Strips laid on the scale together: so many cm in all, and what it shows. */
export interface Weighing {
  lengthCm: number
  massG: number
}

/**
 * Mass per cm of a tape from weighed strips: the line through the origin that fits best, grams against cm. Its uncertainty is
 * the larger of what the scale's step and the ruler leave open and what the strips themselves scatter (GUM 4.2 and 4.3).
 * @param stepG step of the scale, g
 * @param rulerCm standard uncertainty of one length, cm
 * @returns g per cm, and its standard uncertainty over it
 * @throws Problem `weighing.none` without a strip, `weighing.strip` (path: its row) for a length or mass that is not above nothing
 * @example massPerCm([{ lengthCm: 20, massG: 2 }], 0.01, 0.05).gPerCm // 0.1
 */
export function massPerCm(
  strips: readonly Weighing[],
  stepG: number,
  rulerCm = 0.05,
): { gPerCm: number; uRel: number } {
  within('scale', stepG, 0, 100)
  within('ruler', rulerCm, 0, 100)
  if (strips.length === 0) throw new Problem('weighing.none')
  strips.forEach(({ lengthCm, massG }, i) => {
    if (!(lengthCm > 1e-6 && lengthCm < 1e6) || !(massG > 1e-9 && massG < 1e6))
      throw new Problem('weighing.strip', String(i))
  })
  const sum = (f: (s: Weighing) => number) => strips.reduce((total, s) => total + f(s), 0)
  const squares = sum((s) => s.lengthCm ** 2)
  const gPerCm = sum((s) => s.lengthCm * s.massG) / squares
  // Scale and ruler: every strip with its own rounding and its own reading of the ruler.
  const stepU = stepG / Math.sqrt(12)
  const uB = Math.sqrt((stepU ** 2 + (gPerCm * rulerCm) ** 2) / squares)
  const rest = sum((s) => (s.massG - gPerCm * s.lengthCm) ** 2)
  const uA = strips.length > 1 ? Math.sqrt(rest / (strips.length - 1) / squares) : 0
  return { gPerCm, uRel: Math.max(uA, uB) / gPerCm }
}
