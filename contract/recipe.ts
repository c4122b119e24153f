import { z } from 'zod'
import type { OwnRecipe } from '#core/planning/offers/ownRecipes.ts'
import { STOCKED_KINDS } from '#core/sports/kinds.ts'
import { SPORTS } from '#core/sports/sports.ts'
import { bounded, idSchema, nameSchema } from './fields.ts'

/** So many recipes a shop keeps. */
export const MOST_RECIPES = 40

/** A build that a shop keeps as a recipe. */
export const ownRecipeSchema = z.object({
  id: idSchema,
  name: nameSchema(60),
  sport: z.enum(SPORTS),
  parts: z
    .array(
      z.object({
        zoneId: idSchema,
        place: nameSchema(80),
        materialId: idSchema,
        kind: z.enum(STOCKED_KINDS),
        massG: bounded(0.001, 200),
        edges: z.union([z.literal(1), z.literal(2)]).optional(),
        bevels: z.union([z.literal(2), z.literal(4)]).optional(),
        layers: z.int().min(2).max(20).optional(),
      }),
    )
    .min(1)
    .max(60),
}) satisfies z.ZodType<OwnRecipe>
