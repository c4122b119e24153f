import { feltBetween } from '#core/compare/change.ts'
import type { Material } from '#core/cuts/material.ts'
import { estimateOf, type FrameState } from '#core/frame/state.ts'
import type { OwnTurned } from '#core/planning/offers/ownRecipes.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import { QUANTITIES, type UnitChoice } from '#core/quantities/units.ts'
import { fixed, writeDifference, writeValue } from '#core/quantities/write.ts'
import { RECIPE_NAMES } from '#contract/messages/plan.ts'
import type { AllTurned } from '#planner/protocol.ts'

/** One recipe at the amount that is turned to, as its card shows it. */
export interface RecipeCard {
  id: string
  name: string
  description: string
  plan: Plan
  /** What is to be known before it is put on. */
  notes: string[]
  /** Of the shop's own. */
  own: boolean
}

const NEAR = 'Comes this near; there is no room or tape for more.'

/** The shop's own recipes first, then those that practice knows by name. */
export function recipeCards(turned: AllTurned, materials: readonly Pick<Material, 'id' | 'name'>[]): RecipeCard[] {
  return [
    ...turned.own.map(({ own, plan, without, instead }): RecipeCard => ({
      id: own.id,
      name: own.name,
      description: partsText(own.parts),
      plan,
      notes: [
        ...missing(without),
        ...instead.map(({ part, materialId }) => {
          const name = (id: string) => materials.find((m) => m.id === id)?.name ?? 'what it was made with'
          return `${part.place}: ${name(materialId)} instead of ${name(part.materialId)}.`
        }),
        ...(plan.reached ? [] : [NEAR]),
      ],
      own: true,
    })),
    ...turned.known.map(({ recipe, plan }): RecipeCard => {
      const { name, description } = RECIPE_NAMES[recipe.id] ?? { name: recipe.id, description: '' }
      const notes = plan.reached ? [] : [recipe.heavierGrip ? 'Weighs what it weighs.' : NEAR]
      return { id: recipe.id, name, description, plan, notes, own: false }
    }),
  ]
}

/** `4.2 g at Sides, 6.0 g at Inside the butt`: what a recipe was made of. */
export const partsText = (parts: OwnTurned['own']['parts']): string =>
  parts.map((p) => `${p.place} ${fixed(p.massG, 1)} g`).join(', ')

const missing = (without: OwnTurned['without']): string[] =>
  without.length === 0
    ? []
    : [`Without ${partsText(without)}: no such place is open here, or nothing in the drawer goes there.`]

/** A frame's numbers after a plan, each with its change. */
export function numbersAfter(was: FrameState, is: FrameState, units: UnitChoice, lengthCm: number) {
  return [...QUANTITIES, 'recoilWeight' as const].flatMap((quantity) => {
    const [from, to] = [estimateOf(was, quantity), estimateOf(is, quantity)]
    return from && to
      ? [
          {
            quantity,
            is: writeValue(to.value, quantity, units, lengthCm),
            by: writeDifference(to.value - from.value, quantity, units),
          },
        ]
      : []
  })
}

/** What a player is likely to notice, as a sentence; empty where nothing is. */
export const feelText = (was: FrameState, is: FrameState): string => {
  const felt = feltBetween(was, is)
  return felt.length > 0 ? `Likely noticed: ${felt.join('; ')}.` : 'Hardly to be noticed.'
}
