import { residualOf } from './belief.ts'
import { USUAL_CAUSES, type Cause } from './causes.ts'
import { anything, asCause } from './diagnose.ts'
import { squaredLength, whitened, type Suspicion } from './follow.ts'
import { guessesFor, type Guess } from './guesses.ts'
import type { StepMark, WorkOrder } from './marks.ts'

/** Two things that went wrong together. */
export interface TwoCauses {
  causes: [Cause, Cause]
  /** Of all twos considered and of anything else, 0 to 1. */
  likelihood: number
}

/** Of ten builds with a mistake between two readings, one has a second (common practice, no source; wide). */
const SECOND = 0.1
const ALL_WEIGHTS = Object.values(USUAL_CAUSES).reduce((sum, { weight }) => sum + weight, 0)
/** So many of the likeliest by straight lines are fitted as they really bend. */
const LOOKED_AT = 30
const TURNS = 4
/** With fewer numbers than this two causes explain anything. */
const FEWEST_READ = 3

/**
 * What two causes together may be behind readings that no single one explains, likeliest first: an instrument and a piece, or two
 * pieces. Their sizes are fitted together (linear in each about the last, ridge by what is usual), their likelihood with both
 * averaged over.
 * @returns nothing where too little was read, or where anything at all is likelier
 */
export function diagnoseTwo(suspicion: Suspicion): TwoCauses[] {
  const residual = residualOf(suspicion.belief, suspicion.reads)
  if (!residual || residual.quantities.length < FEWEST_READ) return []
  const z = whitened(residual.off, residual.covariance)
  const white = (guess: Guess, size: number): number[] | null => {
    const effect = guess.effect(size)
    return effect && whitened(effect, residual.covariance)
  }
  const guesses = guessesFor(suspicion, residual).flatMap((guess): Sized[] => {
    const usual = guess.kind === 'unknown' ? null : (USUAL_CAUSES[guess.kind].usual ?? null)
    const from = usual === null ? 1 : usual / 2
    const first = guess.kind === 'unknown' ? null : white(guess, from)
    return first ? [{ guess, usual, from, first, white: (size) => white(guess, size) }] : []
  })
  const pairs = guesses.flatMap((a, i) =>
    guesses.slice(i + 1).flatMap((b) => {
      const rough = canMeet(a.guess, b.guess) ? fitTwo(a, b, z, 1, true) : null
      return rough ? [{ a, b, rough }] : []
    }),
  )
  const found = pairs
    .sort((x, y) => y.rough.log - x.rough.log)
    .slice(0, LOOKED_AT)
    .flatMap(({ a, b }) => {
      const fitted = fitTwo(a, b, z, TURNS)
      return fitted ? [{ a: a.guess, b: b.guess, ...fitted }] : []
    })
  const other = Math.log(USUAL_CAUSES.unknown.weight) + anything(residual)
  const most = found.reduce((best, f) => Math.max(best, f.log), other)
  const all = found.reduce((sum, f) => sum + Math.exp(f.log - most), Math.exp(other - most))
  return found
    .map(({ a, b, sizes, log }): TwoCauses => {
      const likelihood = Math.exp(log - most) / all
      return { causes: [asCause(a, sizes[0], likelihood), asCause(b, sizes[1], likelihood)], likelihood }
    })
    .filter((two) => two.likelihood > Math.exp(other - most) / all)
    .sort((x, y) => y.likelihood - x.likelihood)
}

/**
 * A work order with causes taken as they are said: what lies otherwise lies so, what an instrument showed wrongly is no longer used.
 * @param atStep where the readings were taken
 * @param quantityOf what a reading is of, by its id
 */
export function withCauses(
  order: WorkOrder,
  atStep: string,
  causes: readonly Cause[],
  foundOf: (cause: Cause) => StepMark['found'],
  quantityOf: (readingId: string) => string | undefined,
): WorkOrder {
  const marks = { ...order.marks }
  for (const cause of causes) {
    const { mend } = cause
    const id = mend.kind === 'laid' ? mend.stepId : atStep
    const mark = marks[id]
    if (!mark || mend.kind === 'asRead') continue
    const found = foundOf(cause)
    marks[id] =
      mend.kind === 'laid'
        ? { ...mark, laid: mend.cut, found }
        : {
            ...mark,
            found,
            readingIds: mark.readingIds.filter((r) => !mend.quantities.some((q) => q === quantityOf(r))),
          }
  }
  return { ...order, marks }
}

/** A guess with what it does to the readings, in units of their scatter. */
interface Sized {
  guess: Guess
  /** Null: it has one size only. */
  usual: number | null
  from: number
  /** At the size it is looked at from. */
  first: number[]
  white(size: number): number[] | null
}

/** Not twice at one piece, nor twice at one instrument: that is one cause of another size. */
function canMeet(a: Guess, b: Guess): boolean {
  if (a.stepId !== null && b.stepId !== null) return a.stepId !== b.stepId
  return a.stepId !== null || b.stepId !== null || a.kind !== b.kind
}

/** @param straight by the effects at the first size alone, without working any out anew */
function fitTwo(
  a: Sized,
  b: Sized,
  z: readonly number[],
  turns: number,
  straight = false,
): { sizes: [number, number]; log: number } | null {
  const both = [a, b]
  const sized = [0, 1].filter((i) => both[i].usual !== null)
  if (sized.length >= z.length) return null
  const sizes: [number, number] = [a.from, b.from]
  const per = (i: number): number[] | null => {
    const { first, from, white } = both[i]
    const now = straight || sizes[i] === from ? first : white(sizes[i])
    return now && now.map((v) => v / (straight ? from : sizes[i]))
  }
  let now = [per(0), per(1)]
  for (let turn = 0; turn < turns; turn++) {
    const [pa, pb] = now
    if (!pa || !pb) return null
    const open = z.map((v, k) => v - (a.usual === null ? pa[k] : 0) - (b.usual === null ? pb[k] : 0))
    const effects = sized.map((i) => now[i]!)
    const next = solved(effects, sized.map((i) => both[i].usual!), open) // prettier-ignore
    if (!next) return null
    sized.forEach((i, k) => (sizes[i] = next[k]))
    if (sized.some((i) => Math.abs(sizes[i]) < 1e-6 * both[i].usual! || (both[i].guess.oneWay && sizes[i] < 0)))
      return null
    now = [per(0), per(1)]
  }
  const [pa, pb] = now
  if (!pa || !pb) return null
  const left = z.map((v, k) => v - pa[k] * sizes[0] - pb[k] * sizes[1])
  const usualEffects = sized.map((i) => now[i]!.map((v) => v * both[i].usual!))
  const prior = (SECOND * USUAL_CAUSES[a.guess.kind].weight * USUAL_CAUSES[b.guess.kind].weight) / ALL_WEIGHTS
  const spread = sized.reduce((sum, i) => sum + (sizes[i] / both[i].usual!) ** 2, 0)
  return { sizes, log: Math.log(prior) - squaredLength(left) / 2 - spread / 2 - Math.log(volume(usualEffects)) / 2 }
}

const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * b[i], 0)

/** Sizes that fit best, each held near what is usual; one or two of them. */
function solved(per: readonly number[][], usual: readonly number[], z: readonly number[]): number[] | null {
  if (per.length === 0) return []
  const [a, b] = per
  const aa = dot(a, a) + 1 / usual[0] ** 2
  if (!b) return [dot(a, z) / aa]
  const [ab, bb] = [dot(a, b), dot(b, b) + 1 / usual[1] ** 2]
  const det = aa * bb - ab * ab
  if (!(det > 1e-12 * aa * bb)) return null
  return [(bb * dot(a, z) - ab * dot(b, z)) / det, (aa * dot(b, z) - ab * dot(a, z)) / det]
}

/** |I + WᵀW| of effects of usual size: how much of what could be is ruled out by what was read. */
function volume(per: readonly number[][]): number {
  const [a, b] = per
  if (!a) return 1
  const aa = 1 + dot(a, a)
  return b ? aa * (1 + dot(b, b)) - dot(a, b) ** 2 : aa
}
