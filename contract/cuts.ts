import { z } from 'zod'
import { ACROSS, ANCHORS, PLACES, SIDES } from '#core/cuts/cut.ts'
import { EDGES, WALLS } from '#core/geometry/outline.ts'
import { idSchema, text } from './fields.ts'

const finite = z.number()
const maybeId = text(120).nullable()

/** One line of a cut list. */
export const cutSchema = z.object({
  id: idSchema,
  materialId: idSchema,
  place: z.enum(PLACES),
  zoneId: maybeId,
  atCm: finite.min(0).max(80),
  amount: finite.min(-10).max(400),
  layerCm: finite.min(0.5).max(60),
  side: z.enum(SIDES).optional(),
  across: z.enum(ACROSS).nullable().optional(),
  offCm: finite.min(0).max(20).optional(),
  edges: z.union([z.literal(1), z.literal(2)]).optional(),
  edge: z.enum(EDGES).optional(),
  wall: z.enum(WALLS).optional(),
  bevels: z.union([z.literal(2), z.literal(4)]).optional(),
  anchor: z.enum(ANCHORS).optional(),
})
