import { Problem } from '../problem.ts'
import { studentT } from './student.ts'

/** y(t) = c + d·t + e^(−γt)·(A·cos ωt + B·sin ωt), by least squares. */
export interface SinusoidFit {
  /** rad/s. */
  omega: number
  uOmega: number
  /** 1/s; negative when the swing grows. */
  damping: number
  /** √(A² + B²) at the first sample. */
  amplitude: number
  periodS: number
  uPeriodS: number
  /** Standard deviation of what the fit leaves. */
  residual: number
  /** Share of the drift-free variance that the swing explains, 0 to 1. */
  explained: number
  /** Whole swings in the recording. */
  swings: number
  at(t: number): number
}

export interface SpectralLine {
  hz: number
  /** Power over the mean power of all lines. */
  height: number
  /** Chance that noise alone would show a line so high anywhere. */
  chance: number
}

const HIGHEST_HZ = 5

/** Takes out mean and straight drift, and thins the samples to about five for each swing of the highest frequency sought. */
function prepared(t: readonly number[], y: readonly number[]): { t: number[]; y: number[] } {
  const n = t.length
  const span = t[n - 1] - t[0]
  const block = Math.max(1, Math.floor(n / Math.max(1, span * HIGHEST_HZ * 5)))
  const times: number[] = []
  const values: number[] = []
  for (let i = 0; i + block <= n; i += block) {
    let st = 0
    let sy = 0
    for (let j = i; j < i + block; j++) {
      st += t[j]
      sy += y[j]
    }
    times.push(st / block - t[0])
    values.push(sy / block)
  }
  const m = times.length
  const mt = times.reduce((s, v) => s + v, 0) / m
  const my = values.reduce((s, v) => s + v, 0) / m
  const tt = times.reduce((s, v) => s + (v - mt) ** 2, 0)
  const slope = times.reduce((s, v, i) => s + (v - mt) * (values[i] - my), 0) / tt
  return { t: times, y: values.map((v, i) => v - my - slope * (times[i] - mt)) }
}

/** |Σ y·e^(iωt)|² at `count` frequencies from `first` on, `step` rad apart for each unit of t. */
function powers(
  t: ArrayLike<number>,
  y: (i: number) => number,
  first: number,
  step: number,
  count: number,
): Float64Array {
  const re = new Float64Array(count)
  const im = new Float64Array(count)
  for (let i = 0; i < t.length; i++) {
    // Turns by the same angle from one frequency to the next: no sine in the inner loop.
    const [cs, sn] = [Math.cos(step * t[i]), Math.sin(step * t[i])]
    const value = y(i)
    let c = value * Math.cos(first * t[i])
    let s = value * Math.sin(first * t[i])
    for (let k = 0; k < count; k++) {
      re[k] += c
      im[k] += s
      const next = c * cs - s * sn
      s = c * sn + s * cs
      c = next
    }
  }
  return re.map((r, k) => r * r + im[k] * im[k])
}

/**
 * The power of every frequency from two swings in the recording to 5 Hz, in quarters of a line's width.
 * @param t seconds, increasing @param y any unit @param between only these frequencies
 */
export function spectrum(
  t: readonly number[],
  y: readonly number[],
  between?: { fromHz: number; toHz: number },
): { hz: number[]; power: number[]; samples: number } {
  const p = prepared(t, y)
  const span = p.t[p.t.length - 1]
  const step = 1 / (4 * span)
  const lowest = Math.max(2 / span, between?.fromHz ?? 0)
  const highest = Math.min(HIGHEST_HZ, p.t.length / (2.2 * span), between?.toHz ?? HIGHEST_HZ)
  const count = Math.max(1, Math.floor((highest - lowest) / step) + (between ? 1 : 0))
  const power = powers(p.t, (i) => p.y[i], 2 * Math.PI * lowest, 2 * Math.PI * step, count)
  const total = p.y.reduce((sum, v) => sum + v * v, 0) || 1
  // Normalised so that noise alone has mean 1 and a pure sine half the number of samples.
  return {
    hz: Array.from({ length: count }, (_, k) => lowest + k * step),
    power: Array.from(power, (v) => v / total),
    samples: p.t.length,
  }
}

/** The line nearest to a frequency, within one width of it, with the chance that noise shows it. */
export function lineNear(t: readonly number[], y: readonly number[], hz: number): SpectralLine & { share: number } {
  const width = 1 / (t[t.length - 1] - t[0])
  const { hz: all, power, samples } = spectrum(t, y, { fromHz: hz - width, toHz: hz + width })
  let best = 0
  all.forEach((f, k) => {
    if (Math.abs(f - hz) <= 1.01 * width && power[k] > best) best = power[k]
  })
  return { hz, height: best, chance: Math.min(1, Math.exp(-best)), share: Math.min(1, (2 * best) / samples) }
}

/** The highest line, and the next one that is neither its neighbour nor its double or triple. */
export function strongestLines(
  t: readonly number[],
  y: readonly number[],
): { first: SpectralLine; second: SpectralLine | null } {
  const { hz, power } = spectrum(t, y)
  const width = 1 / (t[t.length - 1] - t[0])
  const chance = (height: number) => Math.min(1, (power.length / 4) * Math.exp(-height))
  const pick = (allowed: (f: number) => boolean): SpectralLine | null => {
    let best = -1
    for (let k = 1; k < power.length - 1; k++) {
      const peak = power[k] >= power[k - 1] && power[k] >= power[k + 1]
      if (peak && allowed(hz[k]) && (best < 0 || power[k] > power[best])) best = k
    }
    return best < 0 ? null : { hz: hz[best], height: power[best], chance: chance(power[best]) }
  }
  const first = pick(() => true) ?? { hz: hz[0] ?? 0, height: power[0] ?? 0, chance: 1 }
  const second = pick((f) => [1, 2, 3].every((n) => Math.abs(f - n * first.hz) > 4 * width))
  return { first, second }
}

/**
 * A damped swing fitted to a recording by least squares (Levenberg and Marquardt's step on all six numbers), starting from the
 * highest line of its spectrum. Noise that is not independent from sample to sample is stronger near some frequencies than others: the
 * standard errors are those of what is left near the swing's own, and never smaller than independent noise would give.
 * @param t seconds, increasing, at least 20 @param y any unit
 * @throws Problem `swing.tooShort`, `swing.timesOutOfOrder`, `swing.flat`, `swing.noConvergence`
 */
export function fitSinusoid(t: readonly number[], y: readonly number[], startHz?: number): SinusoidFit {
  const n = t.length
  if (n < 20) throw new Problem('swing.tooShort', '', { samples: n })
  for (let i = 1; i < n; i++) if (!(t[i] > t[i - 1])) throw new Problem('swing.timesOutOfOrder', '', { row: i + 1 })
  const mean = y.reduce((s, v) => s + v, 0) / n
  const scale = Math.sqrt(y.reduce((s, v) => s + (v - mean) ** 2, 0) / n)
  if (!(scale > 0)) throw new Problem('swing.flat')
  const t0 = t[0]
  const span = t[n - 1] - t0
  const hz = startHz ?? strongestLines(t, y).first.hz
  const x = Float64Array.from(t, (v) => (v - t0) / span)
  const z = Float64Array.from(y, (v) => (v - mean) / scale)
  // Scaled parameters: c, d, A, B, ω·span, γ·span.
  let p = [0, 0, 0, 0, 2 * Math.PI * hz * span, 0]
  p = linearPart(x, z, p)
  let { cost, normal, gradient } = equations(x, z, p)
  let lambda = 1e-3
  let settled = false
  for (let i = 0; i < 60 && !settled; i++) {
    const step = solve6(
      normal.map((row, r) => row.map((v, c) => (r === c ? v * (1 + lambda) : v))),
      gradient,
    )
    const next = step && p.map((v, k) => v + step[k])
    const trial = next && equations(x, z, next)
    if (trial && trial.cost <= cost) {
      settled = cost - trial.cost <= 1e-13 * cost || step.every((s, k) => Math.abs(s) <= 1e-11 * (1 + Math.abs(p[k])))
      p = next
      ;({ cost, normal, gradient } = trial)
      lambda = Math.max(lambda / 8, 1e-12)
    } else {
      lambda *= 10
      if (lambda > 1e12) settled = true
    }
  }
  const inverse = inverse6(normal)
  if (!inverse || !settled || !p.every(Number.isFinite)) throw new Problem('swing.noConvergence')
  const variance = cost / (n - 6)
  const omega = Math.abs(p[4]) / span
  const coloured = noiseNear(x, z, p, cost)
  const uOmega = Math.sqrt(Math.max(0, inverse[4][4] * variance * coloured)) / span
  const damping = p[5] / span
  let drift = 0
  const flat = linearDrift(x, z)
  for (let i = 0; i < n; i++) drift += (z[i] - flat[0] - flat[1] * x[i]) ** 2
  const periodS = (2 * Math.PI) / omega
  return {
    omega,
    uOmega,
    damping,
    amplitude: scale * Math.hypot(p[2], p[3]),
    periodS,
    uPeriodS: (periodS * uOmega) / omega,
    residual: scale * Math.sqrt(variance),
    explained: Math.max(0, 1 - cost / drift),
    swings: Math.floor(span / periodS),
    at: (time) => mean + scale * model((time - t0) / span, p),
  }
}

function model(x: number, p: readonly number[]): number {
  return p[0] + p[1] * x + Math.exp(-p[5] * x) * (p[2] * Math.cos(p[4] * x) + p[3] * Math.sin(p[4] * x))
}

function equations(x: Float64Array, z: Float64Array, p: readonly number[]) {
  const sums = new Float64Array(21)
  const gradient = new Float64Array(6)
  const j = new Float64Array(6)
  let cost = 0
  for (let i = 0; i < x.length; i++) {
    const decay = Math.exp(-p[5] * x[i])
    const c = decay * Math.cos(p[4] * x[i])
    const s = decay * Math.sin(p[4] * x[i])
    const swing = p[2] * c + p[3] * s
    j[0] = 1
    j[1] = x[i]
    j[2] = c
    j[3] = s
    j[4] = x[i] * (p[3] * c - p[2] * s)
    j[5] = -x[i] * swing
    const r = z[i] - (p[0] + p[1] * x[i] + swing)
    cost += r * r
    for (let a = 0, k = 0; a < 6; a++) {
      gradient[a] += j[a] * r
      for (let b = a; b < 6; b++, k++) sums[k] += j[a] * j[b]
    }
  }
  const normal: number[][] = Array.from({ length: 6 }, () => new Array<number>(6).fill(0))
  for (let a = 0, k = 0; a < 6; a++) for (let b = a; b < 6; b++, k++) normal[a][b] = normal[b][a] = sums[k]
  return { cost, normal, gradient: [...gradient] }
}

/** Of the normal distribution. */
const NORMAL_95 = 1.959964
/** How many lines on each side of the swing's own its noise is judged by. */
const SIDE_LINES = 8

/**
 * Power of what the fit leaves near the swing's frequency over that of independent noise, 1 at least: the autocorrelation of the
 * residuals as it bears on the frequency, Σρ_k·cos ωk. The swing's own line and its next neighbours, which the fit has emptied, are left out.
 */
function noiseNear(x: Float64Array, z: Float64Array, p: readonly number[], cost: number): number {
  if (!(cost > 0)) return 1
  const width = 2 * Math.PI
  const first = Math.abs(p[4]) - (SIDE_LINES + 1) * width
  const count = 2 * SIDE_LINES + 3
  const power = powers(x, (i) => z[i] - model(x[i], p), first, width, count)
  let sum = 0
  let lines = 0
  for (let k = 0; k < count; k++) {
    if (Math.abs(k - SIDE_LINES - 1) < 2 || first + k * width < 2 * width) continue
    sum += power[k] / cost
    lines++
  }
  // A line has two degrees of freedom: so few of them tell the power no better than Student's factor says.
  const few = lines === 0 ? 1 : studentT(0.95, 2 * lines) / NORMAL_95
  return lines === 0 ? 1 : Math.max(1, (few * few * sum) / lines)
}

/** For a given frequency and damping the other four follow at once. */
function linearPart(x: Float64Array, z: Float64Array, p: number[]): number[] {
  const { normal, gradient } = equations(x, z, [0, 0, 0, 0, p[4], p[5]])
  const four = solve6(
    normal.map((row, r) => row.map((v, c) => (r > 3 || c > 3 ? Number(r === c) : v))),
    gradient.map((g, i) => (i > 3 ? 0 : g)),
  )
  return four ? [four[0], four[1], four[2], four[3], p[4], p[5]] : p
}

function linearDrift(x: Float64Array, z: Float64Array): [number, number] {
  const n = x.length
  const mx = x.reduce((s, v) => s + v, 0) / n
  const mz = z.reduce((s, v) => s + v, 0) / n
  let xx = 0
  let xz = 0
  x.forEach((v, i) => {
    xx += (v - mx) ** 2
    xz += (v - mx) * (z[i] - mz)
  })
  return [mz - (xz / xx) * mx, xz / xx]
}

/** Gauss with pivoting; null when the matrix is singular. */
function solve6(matrix: number[][], right: readonly number[]): number[] | null {
  const m = matrix.map((row, i) => [...row, right[i]])
  const n = m.length
  for (let c = 0; c < n; c++) {
    let pivot = c
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r][c]) > Math.abs(m[pivot][c])) pivot = r
    if (!(Math.abs(m[pivot][c]) > 1e-300)) return null
    ;[m[c], m[pivot]] = [m[pivot], m[c]]
    for (let r = 0; r < n; r++) {
      if (r === c) continue
      const f = m[r][c] / m[c][c]
      for (let k = c; k <= n; k++) m[r][k] -= f * m[c][k]
    }
  }
  return m.map((row, i) => row[n] / row[i])
}

function inverse6(matrix: number[][]): number[][] | null {
  const columns = matrix.map((_, c) =>
    solve6(
      matrix,
      matrix.map((_, r) => Number(r === c)),
    ),
  )
  return columns.every((c) => c !== null) ? columns[0].map((_, r) => columns.map((c) => c[r])) : null
}
