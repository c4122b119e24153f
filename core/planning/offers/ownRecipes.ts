import { massOf, type Cut, type Workpiece } from '../../cuts/cut.ts'
import { isInDrawer, type Material } from '../../cuts/material.ts'
import { overlapsOf } from '../../cuts/overlap.ts'
import { estimateOf } from '../../frame/state.ts'
import type { StockedKind } from '../../sports/kinds.ts'
import type { Choice } from '../problem/choice.ts'
import { predicted } from '../problem/choices.ts'
import type { PlanRequest } from '../problem/request.ts'
import { NO_CONSTRAINT, planOf, planSpace, programmeFor, type Plan, type PlanSpace } from '../solve/plan.ts'
import type { SportId } from '../../sports/sports.ts'
import { turnedTo, type Knob } from './recipes.ts'

/** What a recipe of the shop's own puts at one place, in proportion to its other parts. */
export interface RecipePart {
  zoneId: string
  /** The place by the name that it had: a place of one job's own is known in no other. */
  place: string
  materialId: string
  kind: StockedKind
  massG: number
  /** How its strips lie: on so many edges or bevels, in so many layers. */
  edges?: 1 | 2
  bevels?: 2 | 4
  layers?: number
}

/** A recipe of the shop's own: the places, materials and proportions of a build that it keeps. */
export interface OwnRecipe {
  id: string
  name: string
  sport: SportId
  parts: RecipePart[]
}

/** How the strips of a cut lie. */
const formOf = ({ place, edges, bevels, amount, layerCm }: Cut): Pick<RecipePart, 'edges' | 'bevels' | 'layers'> => ({
  ...(place === 'hoop' ? { edges: edges ?? 1 } : {}),
  ...(place === 'bevels' ? { bevels: bevels ?? 4 } : {}),
  ...(place !== 'handle' && place !== 'spot' && amount > layerCm + 1e-9
    ? { layers: Math.ceil(amount / layerCm - 1e-9) }
    : {}),
})

/** The parts of a build, for the shop to keep, and how many of its pieces lie at no place that has a name. */
export function partsOfBuild(
  cuts: readonly Cut[],
  materials: readonly Material[],
  { profile, geometry, condition }: Workpiece,
): { parts: RecipePart[]; nowhere: number } {
  const zones = [...profile.zones, ...profile.moreZones]
  const parts = new Map<string, RecipePart>()
  let nowhere = 0
  for (const cut of cuts) {
    const material = materials.find((m) => m.id === cut.materialId)
    const zone = zones.find((z) => z.id === cut.zoneId)
    const massG = material ? massOf(cut, material, { profile, geometry, condition }) : 0
    if (!material || !zone || !isInDrawer(material) || massG <= 0) {
      nowhere++
      continue
    }
    const form = formOf(cut)
    const key = [zone.id, material.id, form.edges, form.bevels, form.layers].join(' ')
    const before = parts.get(key)?.massG ?? 0
    parts.set(key, {
      zoneId: zone.id,
      place: zone.name,
      materialId: material.id,
      kind: material.kind,
      massG: before + massG,
      ...form,
    })
  }
  return { parts: [...parts.values()], nowhere }
}

/** A recipe of the shop's own turned so far. */
export interface OwnTurned {
  own: OwnRecipe
  plan: Plan
  /** Parts for which no place is open or nothing is in the drawer now. */
  without: RecipePart[]
  /** Parts that another material of the same kind stands in for. */
  instead: { part: RecipePart; materialId: string }[]
}

/**
 * Recipes of the shop's own turned to an amount: every part grows alike, in whole steps of its material, until the knob's number comes as
 * near as it can; no further than stock, room and the next strip let it.
 * @param by how much the knob's number rises, core units
 * @throws Problem `state.needs` where the number of the knob was not measured
 */
export function turnedOwn(request: PlanRequest, knob: Knob, by: number, recipes: readonly OwnRecipe[]): OwnTurned[] {
  const mine = recipes.filter((own) => own.sport === request.work.profile.id)
  if (mine.length === 0) return []
  const space = planSpace(turnedTo(request, knob, by, []))
  const programme = programmeFor(space, NO_CONSTRAINT)
  return mine.map((own) => {
    const found = own.parts.map((part) => ({ part, choice: choiceFor(part, space) }))
    const laid = found.flatMap(({ part, choice }) => (choice === null ? [] : [{ part, choice }]))
    return {
      own,
      plan: planOf(programme, alike(laid, space, knob), false),
      without: found.filter((f) => f.choice === null).map((f) => f.part),
      instead: laid.flatMap(({ part, choice }) => {
        const { id } = space.choices[choice].material
        return id === part.materialId ? [] : [{ part, materialId: id }]
      }),
    }
  })
}

interface LaidPart {
  part: RecipePart
  /** Index of the choice that lays it. */
  choice: number
}

/** The choice that lays a part: of its own material, else of another of its kind; lying as it lay where that can be, both sides alike. */
function choiceFor(part: RecipePart, { choices }: PlanSpace): number | null {
  const asLaid = (c: Choice) => {
    const { edges, bevels, layers } = formOf(c.cutFor(1))
    return edges === part.edges && bevels === part.bevels && layers === part.layers
  }
  const here = choices.flatMap((c, j) => {
    const { id, kind, stock } = c.material
    if (c.zoneId !== part.zoneId || kind !== part.kind || c.side !== null || c.upper < c.least || stock <= 0) return []
    return [{ j, rank: (id === part.materialId ? 0 : 2) + (asLaid(c) ? 0 : 1) }]
  })
  return here.sort((a, b) => a.rank - b.rank)[0]?.j ?? null
}

/** Counts at which parts keep their proportions and the knob's number comes nearest to its target. */
function alike(parts: readonly LaidPart[], { choices, request }: PlanSpace, knob: Knob): number[] {
  const goal = request.target[knob]!.value
  const { fixedCuts, work } = request
  const at = (share: number) => {
    const counts = choices.map(() => 0)
    const stock = new Map(request.materials.map((m) => [m.id, m.stock]))
    for (const { part, choice } of parts) {
      const { least, upper, material, stockPerStep, addedG } = choices[choice]
      const left = stock.get(material.id)!
      const most = Math.min(upper, stockPerStep > 0 ? Math.floor(left / stockPerStep + 1e-9) : Infinity)
      const wanted = Math.round((share * part.massG) / addedG(1))
      // What is too little to cut is the least that is, from half of it on.
      const count = Math.min(most, wanted >= least / 2 ? Math.max(least, wanted) : 0)
      if (count < least || counts[choice] > 0) continue
      counts[choice] = count
      stock.set(material.id, left - count * stockPerStep)
    }
    return counts
  }
  const meets = (counts: readonly number[]) => {
    const cuts = choices.flatMap((c, j) => (counts[j] > 0 ? [c.cutFor(counts[j])] : []))
    return overlapsOf([...fixedCuts, ...cuts], work).length > overlapsOf(fixedCuts, work).length
  }
  // Every share at which some part takes one step more; between two of them nothing changes.
  const turns = parts.flatMap(({ part, choice }) => {
    const { addedG, upper } = choices[choice]
    return Array.from({ length: upper }, (_, n) => ((n + 0.5) * addedG(1)) / part.massG)
  })
  const shares = [0, ...[...new Set(turns)].sort((a, b) => a - b)].map((share) => share + 1e-9)
  const off = (share: number) => (estimateOf(predicted(request, choices, at(share)), knob)?.value ?? 0) - goal
  // The number only grows with the share, and strips that met go on meeting: the last share below the goal is near, or the one after it.
  let [low, high] = [0, shares.length]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (off(shares[middle]) <= 0 && !meets(at(shares[middle]))) low = middle
    else high = middle
  }
  const after = high < shares.length && !meets(at(shares[high])) ? high : low
  return at(shares[Math.abs(off(shares[after])) < Math.abs(off(shares[low])) ? after : low])
}
