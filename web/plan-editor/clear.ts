import { hoopSpan, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { runLength } from '#core/cuts/drawing.ts'
import { isByLength, type Material } from '#core/cuts/material.ts'
import { sharedCm, stretchOf, type Stretch } from '#core/cuts/overlap.ts'
import { headOutline } from '#core/geometry/outline.ts'
import { amounted, cutRange, reachOf, stretchedTo } from './editCut.ts'

/** Edits of a cut on the bench that keep it off its neighbours: no two strips on one edge and layer. */

/** No strip is laid shorter to make room for it, cm. */
const LEAST_CM = 3

const stretchesOf = (others: readonly Cut[], work: Workpiece): Stretch[] =>
  others.flatMap((cut) => stretchOf(cut, work) ?? [])
function isClear(cut: Cut, stretches: readonly Stretch[], work: Workpiece): boolean {
  const mine = stretchOf(cut, work)
  return mine === null || stretches.every((theirs) => sharedCm(mine, theirs) === 0)
}

/**
 * A piece that was moved, where it lies on no other: there, else beside the one it would lie on, whichever end is nearer. One that lay on
 * another before moves as it likes, so that a hand can take them apart; where there is no room at all it stays where it was.
 */
export function movedClear(was: Cut, next: Cut, others: readonly Cut[], material: Material, work: Workpiece): Cut {
  const stretches = stretchesOf(others, work)
  if (next === was || isClear(next, stretches, work) || !isClear(was, stretches, work)) return next
  const beside = besideOthers(next, stretches, material, work)
  return beside === null || Math.abs(beside.atCm - was.atCm) < 1e-6 ? was : beside
}

/** The nearest place at which a piece ends where another begins; null where it lies on one wherever it is put. */
function besideOthers(cut: Cut, stretches: readonly Stretch[], material: Material, work: Workpiece): Cut | null {
  const length = reachOf(cut, material, work)
  const mine = stretchOf(cut, work)
  const there = stretches.filter((s) => s.surface === mine?.surface)
  const [low, high] = cut.place === 'hoop' ? hoopRange(length, work) : cutRange(cut, material, work)
  const places = there.flatMap((s) =>
    cut.place === 'hoop' ? [s.fromCm - length / 2, s.toCm + length / 2] : [s.fromCm - length, s.toCm],
  )
  const free = places
    .filter((at) => at >= low - 1e-9 && at <= high + 1e-9)
    .map((atCm): Cut => ({ ...cut, atCm, ...(cut.place === 'hoop' ? { across: null } : {}) }))
    .filter((laid) => isClear(laid, stretches, work))
  const off = (laid: Cut) => Math.abs(laid.atCm - cut.atCm)
  return free.reduce<Cut | null>((best, laid) => (best === null || off(laid) < off(best) ? laid : best), null)
}
const hoopRange = (length: number, { geometry }: Workpiece): [number, number] => [
  length / 2,
  headOutline(geometry).halfLengthCm - length / 2,
]

/** The first of some edits, from the one that was wanted towards the piece as it was, that lies on no other. */
function firstClear(was: Cut, edits: Iterable<Cut>, others: readonly Cut[], work: Workpiece): Cut {
  const stretches = stretchesOf(others, work)
  const free = isClear(was, stretches, work)
  for (const next of edits) if (!free || isClear(next, stretches, work)) return next
  return was
}

/** A piece given another amount, no longer than its neighbours leave room for. */
export function amountedClear(
  was: Cut,
  amount: number,
  others: readonly Cut[],
  material: Material,
  work: Workpiece,
): Cut {
  function* shorter(): Iterable<Cut> {
    for (let wanted = amount; ; wanted -= material.step) {
      yield amounted(was, wanted, material, work)
      if (wanted <= was.amount) return
    }
  }
  return firstClear(was, shorter(), others, work)
}

/** A piece pulled at one end, no further than to its neighbour. */
export function stretchedClear(
  was: Cut,
  end: 0 | 1,
  toCm: number,
  others: readonly Cut[],
  material: Material,
  work: Workpiece,
): Cut {
  const at = was.place === 'hoop' ? hoopSpan(was, runLength(was, material, work), work.geometry)[end] : toCm
  function* nearer(): Iterable<Cut> {
    const pulls = Math.ceil(Math.abs(toCm - at) / material.step)
    for (let i = 0; i <= pulls; i++)
      yield stretchedTo(was, end, pulls === 0 ? toCm : toCm + ((at - toCm) * i) / pulls, material, work)
  }
  return firstClear(was, nearer(), others, work)
}

/** A new piece that lies on no other: shorter where that makes room, else beside; as it came where there is no room at all. */
export function laidClear(cut: Cut, others: readonly Cut[], material: Material, work: Workpiece): Cut {
  const stretches = stretchesOf(others, work)
  if (isClear(cut, stretches, work)) return cut
  if (isByLength(material.kind))
    for (let amount = cut.amount - material.step; amount >= LEAST_CM - 1e-9; amount -= material.step) {
      const shorter = amounted(cut, amount, material, work)
      if (isClear(shorter, stretches, work)) return shorter
    }
  return besideOthers(cut, stretches, material, work) ?? cut
}
