import { acrossOf, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { liesText } from '#contract/messages/names.ts'
import { heldMiddle } from './editCut.ts'

/** What strips side by side lie on: edges or a wall of the hoop's tube, bevels. */
export type Bed = Pick<Cut, 'edges' | 'edge' | 'wall' | 'bevels'>
const HOOP_BEDS: readonly Bed[] = [
  { edges: 2 },
  { edges: 1, edge: 'upper' },
  { edges: 1, edge: 'lower' },
  { edges: 1, wall: 'outside' },
  { edges: 2, wall: 'outside' },
  { edges: 1, wall: 'inside' },
  { edges: 2, wall: 'inside' },
]
const BEVEL_BEDS: readonly Bed[] = [{ bevels: 4 }, { bevels: 2 }]
/** All that strips of a cut can lie on; nothing where there is no choice. */
export const bedsOf = ({ place }: Cut): readonly Bed[] =>
  place === 'hoop' ? HOOP_BEDS : place === 'bevels' ? BEVEL_BEDS : []

/** The same strips on something else; an end that is anchored stays at its landmark. */
export function laidOn(cut: Cut, bed: Bed, work: Workpiece): Cut {
  const { edges: _edges, edge: _edge, wall: _wall, bevels: _bevels, ...bare } = cut
  const next: Cut = { ...bare, ...bed }
  if (cut.place !== 'hoop' || !cut.anchor || acrossOf(cut, work.geometry)) return next
  const length = Math.min(cut.amount, cut.layerCm)
  return { ...next, atCm: heldMiddle(cut, length, next, length, work) }
}

/** The one that a cut lies on; a cut of before that does not say which edge lies on none of them. */
export const bedOf = (cut: Cut): Bed | undefined =>
  bedsOf(cut).find((bed) =>
    cut.place === 'bevels'
      ? bed.bevels === (cut.bevels ?? 4)
      : bed.edges === (cut.edges ?? 1) && bed.edge === cut.edge && bed.wall === cut.wall,
  )

/** What a cut lies on, by name; of one that does not say which edge, that it is one. */
export const bedName = ({ edges, edge, wall, bevels }: Bed): string =>
  bevels ? `${bevels} bevels` : liesText({ edges, edge, wall }) || 'one edge'
export const bedNameOf = (cut: Cut): string =>
  bedName(bedOf(cut) ?? (cut.place === 'bevels' ? { bevels: cut.bevels ?? 4 } : { edges: cut.edges ?? 1 }))

/** What it lies on after the next touch: through all that it can lie on, and round again. */
export function nextBed(cut: Cut): Bed | null {
  const beds = bedsOf(cut)
  if (beds.length === 0) return null
  const now = bedOf(cut)
  return beds[((now ? beds.indexOf(now) : -1) + 1) % beds.length] ?? null
}
