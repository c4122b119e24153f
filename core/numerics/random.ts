/**
 * Evenly spread numbers in [0, 1) from a seed (mulberry32, public domain): the same seed gives the same numbers.
 * @example seeded(1)() // 0.62707…
 */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/**
 * Normally spread numbers, mean 0 and deviation 1 (Box and Muller).
 * @example normal(() => 0.5)() // -1.1774…
 */
export function normal(random: () => number): () => number {
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
}

let kept = { seed: Number.NaN, next: () => 0, numbers: new Float64Array() }
/**
 * The first normally spread numbers of a seed. Those of the seed that was asked for last are kept: chances are drawn with the same one
 * again and again, and to draw its numbers was most of their work.
 * @returns at least `count` numbers, not to be changed
 * @example normalsOf(1, 2)[0] // 1.4043…
 */
export function normalsOf(seed: number, count: number): Float64Array {
  if (kept.seed !== seed) kept = { seed, next: normal(seeded(seed)), numbers: new Float64Array() }
  const { next, numbers: before } = kept
  if (before.length < count) {
    const numbers = new Float64Array(count)
    numbers.set(before)
    for (let i = before.length; i < count; i++) numbers[i] = next()
    kept.numbers = numbers
  }
  return kept.numbers
}
