import { z } from 'zod'
import { EDGES, THROATS, FACES, WALLS, type FrameLandmarks } from '#core/geometry/outline.ts'
import { ALTERNATIVE_IDS } from '#core/planning/offers/alternatives.ts'
import { STRATEGY_IDS } from '#core/targets/rules/rule.ts'
import { TARGET_PLACES } from '#core/frame/places.ts'
import { ANCHORS } from '#core/cuts/cut.ts'
import { cutSchema } from './cuts.ts'
import { playSchema } from './play.ts'
import { initials, reason, workOrderSchema } from './workOrder.ts'
import { bounded, figure, idSchema, momentSchema, nameSchema, text } from './fields.ts'
import { INSPECTION_ITEMS, type StageDocuments, INSPECTIONS, FINDING_VERDICTS } from '#core/job/documents.ts'
import { COMPLAINTS, BUILDS, LEVELS, HANDS, STYLES, MISHITS, TIRED, PAINS, CAME_FROM } from '#core/player/facts.ts'
import { wrongWithBirth } from '#core/player/age.ts'
import { GRIP_ENDS, GRIP_TURNS } from '#core/player/grip.ts'
import { LINE_METHODS, TARGET_METHODS, HELD_AT } from '#core/targets/target.ts'
import { STAGES, type Stage } from '#core/job/stages.ts'
import { STOCKED_KINDS, GRIP_KINDS } from '#core/sports/kinds.ts'
import { USUAL_MINUTES } from '#core/planning/problem/work.ts'
import { WEIGHT_IDS } from '#core/planning/problem/request.ts'
import { AIM_QUANTITIES, QUANTITIES, READ_QUANTITIES } from '#core/quantities/units.ts'
import { ZONE_PLACES, RUN_LANDMARKS, SPOT_LANDMARKS } from '#core/sports/profile.ts'
import { SPORTS } from '#core/sports/sports.ts'

export const sportSchema = z.enum(SPORTS)
export const stageSchema = z.enum(STAGES)
export const quantitySchema = z.enum(QUANTITIES)
export const readQuantitySchema = z.enum(READ_QUANTITIES)
const finite = z.number()
const shortText = text(4000)
const maybeId = text(120).nullable()

/** Mass that was put on earlier. */
export const addedMassSchema = z.object({
  id: idSchema,
  name: z.string().max(120),
  massG: finite.min(1e-4, 'a mass is more than nothing').max(100),
  atCm: finite.min(0).max(80),
  offAxisCm: finite.min(0).max(20),
  lengthCm: finite.min(0).max(80).optional(),
  stays: z.boolean().optional(),
  zoneId: idSchema.optional(),
})

export const conditionSchema = z.object({
  stringsG: finite.min(0).max(60).nullable(),
  grip: z.enum(GRIP_KINDS),
  overgrips: z.int().min(0).max(6),
  dampener: z.boolean(),
  guardTapeG: finite.min(0).max(30).default(0),
  film: z.boolean().default(false),
  added: z.array(addedMassSchema).max(40).default([]),
})

export const landmarksSchema = z.object({
  bumperCm: finite.min(1).max(60).optional(),
  throatCm: finite.min(5).max(70).optional(),
  grommetNo: z.int().min(1).max(40).optional(),
  grommetCm: finite.min(1).max(70).optional(),
  hollowToCm: finite.min(2).max(40).optional(),
  hollowGPerCm: finite.min(0.2).max(10).optional(),
}) satisfies z.ZodType<FrameLandmarks>

export const geometrySchema = z
  .object({
    lengthCm: finite.min(35).max(80),
    headLengthCm: finite.min(15).max(45),
    headWidthCm: finite.min(12).max(35),
    exponent: finite.min(1.5).max(8),
    tubeCm: finite.min(0.3).max(3),
    beamCm: finite.min(0.5).max(4),
    gripLengthCm: finite.min(5).max(30),
    handleHalfWidthCm: finite.min(0.8).max(3),
    shaftToCm: finite.min(10).max(50),
    shaftHalfWidthCm: finite.min(0.2).max(3),
    throat: z.enum(THROATS).default('open'),
    face: z.enum(FACES).default('strings'),
    mains: z.int().min(0).max(40).default(16),
    crosses: z.int().min(0).max(40).default(19),
    landmarks: landmarksSchema.optional(),
  })
  .refine((g) => (g.landmarks?.bumperCm ?? 0) < (g.landmarks?.throatCm ?? Infinity), {
    path: ['landmarks', 'throatCm'],
    message: 'the throat begins below the bumper’s end',
  })
  .refine((g) => (g.landmarks?.hollowToCm ?? 0) <= g.gripLengthCm + 10, {
    path: ['landmarks', 'hollowToCm'],
    message: 'a hollow is no longer than the handle',
  })
  .refine((g) => g.headLengthCm < g.lengthCm - 10, {
    path: ['headLengthCm'],
    message: 'the head is too long for the frame',
  })

/** Words that stood where the count of late balls stands now. */
const LATE_WORDS: Record<string, number> = { never: 0, sometimes: 1, often: 2 }
/** Facts as earlier versions kept them, in today's shape. */
function factsOfToday(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('late' in value)) return value
  const { late, ...rest } = value
  return { ...rest, lateInTen: LATE_WORDS[String(late)] ?? null }
}

/** How a player likes a grip wound. */
export const gripRoutineSchema = z.object({
  size: z.string().max(20),
  overgrips: z.int().min(0).max(6).nullable(),
  first: z.enum(GRIP_ENDS).nullable(),
  turns: z.enum(GRIP_TURNS).nullable(),
  upToCm: finite.min(5).max(40).nullable(),
})

export const playerNameSchema = nameSchema(120)

const playerFactsToday = z.object({
  name: playerNameSchema,
  age: z.int().min(0).max(110).nullable(),
  born: z
    .string()
    .refine((born) => wrongWithBirth(born, '9999-12-31') !== 'unread', 'a year, or a day as 2012-05-03')
    .nullable()
    .default(null),
  height: z
    .object({ cm: finite.min(60).max(230), on: z.iso.date() })
    .nullable()
    .default(null),
  build: z.enum(BUILDS).nullable().default(null),
  level: z.enum(LEVELS).nullable(),
  hand: z.enum(HANDS).nullable(),
  hoursPerWeek: finite.min(0).max(60).nullable(),
  style: z.enum(STYLES).nullable(),
  mishits: z.enum(MISHITS).nullable(),
  lateInTen: finite.min(0).max(10).nullable(),
  tired: z.enum(TIRED).nullable(),
  pain: z.enum(PAINS).nullable(),
  painWhere: shortText,
  complaints: z.array(z.enum(COMPLAINTS)).max(20).nullable().default(null),
  cameFrom: z.enum(CAME_FROM).nullable().default(null),
  ceiling: z
    .object({ swingWeightKgCm2: finite.min(1e-3).max(600), axisCm: finite.min(0).max(30) })
    .nullable()
    .default(null),
  grip: gripRoutineSchema.nullable().default(null),
  consentOn: z.iso.date().nullable().default(null),
  wants: shortText,
})
export const playerFactsSchema = z.preprocess(factsOfToday, playerFactsToday)

const minute = finite.min(0).max(600)
/** Minutes that a hand takes for each part of a build. */
export const minutesSchema = z.object({
  strip: minute,
  length: minute,
  place: minute,
  material: minute,
  stacked: minute,
  short: minute,
  fill: minute,
  gripOff: minute,
  overgrip: minute,
  strings: minute,
  cure: minute,
  gram: minute.default(USUAL_MINUTES.gram),
})

/** Where a spot is, from a landmark on the long axis. */
export const spotSchema = z.object({
  from: z.enum(SPOT_LANDMARKS),
  cm: finite.min(-70).max(70),
  offCm: finite.min(0).max(20),
})

export const zoneSchema = z.object({
  id: idSchema,
  name: nameSchema(60),
  place: z.enum(ZONE_PLACES),
  alongCm: finite.min(0).max(80).optional(),
  spot: spotSchema.optional(),
  anchor: z.object({ at: z.enum(RUN_LANDMARKS), towards: z.enum(ANCHORS) }).optional(),
  edges: z.union([z.literal(1), z.literal(2)]).optional(),
  edge: z.enum(EDGES).optional(),
  wall: z.enum(WALLS).optional(),
  takes: z.array(z.enum(STOCKED_KINDS)).max(8).optional(),
  capacityCm: finite.min(1e-3).max(60),
  maxLayers: z.int().min(1).max(6),
  visible: z.boolean(),
})
const weights = z.partialRecord(z.enum(AIM_QUANTITIES), z.enum(WEIGHT_IDS))

export const limitsSchema = z.object({
  materialIds: z.array(idSchema).nullable(),
  zoneIds: z.array(idSchema).nullable(),
  noLead: z.boolean(),
  leadAgreed: z.object({ by: initials, words: reason }).nullable().default(null),
  hiddenOnly: z.boolean(),
  mayChangeGrip: z.boolean(),
  mayChangeStrings: z.boolean().default(false),
  mayTakeOff: z.boolean().default(false),
  mayMove: z.boolean().default(true),
  evenSides: z.boolean().default(false),
  capTotalG: finite.min(0).max(1000).nullable().default(null),
  fewPlaces: z.boolean().default(false),
  minutes: minutesSchema.default(USUAL_MINUTES),
  keep: z.array(quantitySchema).max(4).default([]),
  matters: weights.default({}),
  reserveG: finite.min(0).max(30).default(0),
  reserveAt: z.enum(TARGET_PLACES).default('tip'),
  ownZones: z.array(zoneSchema).max(12).default([]),
  capG: finite.min(0).max(200).nullable(),
  maxPlaces: z.int().min(1).max(20).nullable(),
})

const words = text(600)
export const targetReasonSchema = z.discriminatedUnion('code', [
  z.object({ code: z.literal('now'), value: figure, u: figure }),
  z.object({ code: z.literal('setup'), name: words, grade: words, value: figure, u: figure }),
  z.object({ code: z.literal('halfway'), from: figure, to: figure }),
  z.object({ code: z.literal('rule'), id: words, words: words, source: words }),
  z.object({ code: z.literal('band'), low: figure, high: figure.nullable(), inside: z.boolean() }),
  z.object({ code: z.literal('oneClass'), to: figure, still: figure }),
  z.object({
    code: z.literal('grams'),
    massG: figure,
    place: z.enum(TARGET_PLACES),
  }),
  z.object({ code: z.literal('scaled'), share: figure }),
  z.object({ code: z.literal('ceiling'), value: figure }),
  z.object({ code: z.literal('held'), at: z.enum(HELD_AT).default('ceiling'), from: figure, to: figure }),
  z.object({ code: z.literal('mgri'), from: figure, to: figure }),
  z.object({ code: z.literal('hand') }),
])

/** Numbers that follow from the others and may be aimed at. */
export const alsoAimed = z.object({
  recoilWeight: z.object({ value: finite.min(1e-3).max(1000), tolerance: finite.min(1e-3).max(100) }),
  mgri: z.object({ value: finite.min(1e-3).max(100), tolerance: finite.min(1e-3).max(20) }),
})

/** Of a number that was measured, core units. */
export const toleranceSchema = finite.min(1e-3, 'a tolerance is more than nothing').max(100)
const targetLine = z.object({
  value: finite.min(0).max(1000),
  tolerance: toleranceSchema,
  from: z.enum(LINE_METHODS),
  referenceId: maybeId.default(null),
  reason: shortText,
  chain: z.array(targetReasonSchema).max(40).default([]),
})

const ids = z.array(idSchema).max(20000)

/** A number as it was signed. */
export const signedLineSchema = z.object({
  quantity: z.enum(AIM_QUANTITIES),
  read: figure,
  u: figure,
  target: figure.nullable(),
  tolerance: figure.nullable(),
  predicted: figure.nullable(),
})

/** One schema per stage; the server takes nothing else. */
export const documentSchemas = {
  player: z.object({ playerId: maybeId, facts: playerFactsSchema }),
  measure: z.object({
    condition: conditionSchema,
    axisCm: finite.min(0).max(30),
    readingIds: ids,
    confirmedIds: ids,
    inspection: z.enum(INSPECTIONS),
    findings: z
      .array(z.object({ item: z.enum(INSPECTION_ITEMS), verdict: z.enum(FINDING_VERDICTS), note: shortText }))
      .max(20)
      .default([]),
    photoIds: ids.default([]),
    claimId: maybeId.default(null),
    note: shortText,
  }),
  compare: z.object({
    referenceIds: ids,
    condition: conditionSchema.nullable(),
    axisCm: finite.min(0).max(30).nullable().default(null),
  }),
  target: z.object({
    way: z.enum(TARGET_METHODS),
    referenceId: maybeId,
    school: z.enum(STRATEGY_IDS).nullable().default(null),
    confirmed: z
      .array(
        z.object({
          key: z.string().max(120),
          words: z.string().trim().min(1, 'a reason is needed').max(600),
          by: z.string().max(20),
          at: z.string().max(40),
        }),
      )
      .max(60)
      .default([]),
    lines: z
      .object({
        mass: targetLine,
        balance: targetLine,
        swingWeight: targetLine,
        twistWeight: targetLine,
      })
      .partial(),
    also: alsoAimed.partial().default({}),
  }),
  plan: z.object({
    limits: limitsSchema,
    taken: z.enum(ALTERNATIVE_IDS).nullable(),
    byHand: z.boolean(),
    cuts: z.array(cutSchema).max(60),
    locked: ids.default([]),
  }),
  build: workOrderSchema,
  check: z.object({
    readingIds: ids,
    confirmedIds: ids,
    signed: z
      .object({
        by: initials,
        at: momentSchema,
        lines: z.array(signedLineSchema),
      })
      .nullable(),
  }),
  play: playSchema,
} satisfies { [S in Stage]: z.ZodType<StageDocuments[S]> }

export const factsSchema = z.record(text(400), z.union([text(4000), bounded(-1e12, 1e12), z.null()]))
