import { describe, expect, expectTypeOf, it } from 'vitest'
import type { z } from 'zod'
import type { Cut } from '#core/cuts/cut.ts'
import type { Material } from '#core/cuts/material.ts'
import type { Condition, OwnLayer } from '#core/frame/condition.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import type { StageDocuments } from '#core/job/documents.ts'
import { STAGES, type Stage } from '#core/job/stages.ts'
import { EMPTY_PLAY } from '#core/tuning/document.ts'
import type { Reading } from '#core/measure/readings.ts'
import type { PlanLimits } from '#core/planning/problem/request.ts'
import * as facts from '#core/player/facts.ts'
import type { Zone } from '#core/sports/profile.ts'
import type { ReferenceSetup } from '#core/compare/setup.ts'
import type { Reason, TargetLine } from '#core/targets/target.ts'
import {
  type conditionSchema,
  documentSchemas,
  type geometrySchema,
  type limitsSchema,
  playerFactsSchema,
  type targetReasonSchema,
  type zoneSchema,
} from './documents.ts'
import { type cutSchema } from './cuts.ts'
import { savedStageSchema, type frameSchema, type materialSchema, type readingSchema } from './entities.ts'
import type { referenceSchema } from './library.ts'

/** What comes off the wire is the core's type and the other way round: a value that only one of the two knows does not compile. */
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false
const same = <A, B>(yes: Same<A, B>) => yes

describe('what the contract takes is what the core knows, both ways', () => {
  it('every stage’s document', () => {
    type Wire = { [S in Stage]: z.output<(typeof documentSchemas)[S]> }
    expectTypeOf<Wire>().toExtend<StageDocuments>()
    expectTypeOf<StageDocuments>().toExtend<Wire>()
    expect(Object.keys(documentSchemas)).toEqual([...STAGES])
  })
  it('what documents are made of', () => {
    expect([
      same<z.output<typeof playerFactsSchema>, facts.PlayerFacts>(true),
      same<z.output<typeof conditionSchema>, Condition>(true),
      same<z.output<typeof geometrySchema>, FrameGeometry>(true),
      same<z.output<typeof cutSchema>, Cut>(true),
      same<z.output<typeof zoneSchema>['place'], Zone['place']>(true),
      same<z.output<typeof limitsSchema>, PlanLimits>(true),
      same<z.output<typeof targetReasonSchema>, Reason>(true),
      same<NonNullable<z.output<(typeof documentSchemas)['target']>['lines']['mass']>, TargetLine>(true),
    ]).not.toContain(false)
    expectTypeOf<z.output<typeof zoneSchema>>().toExtend<Zone>()
  })
  it('what the core works from', () => {
    expectTypeOf<z.output<typeof readingSchema>>().toExtend<Reading>()
    expectTypeOf<z.output<typeof materialSchema>>().toExtend<Material>()
    expectTypeOf<Material['kind']>().toExtend<z.output<typeof materialSchema>['kind'] | 'off' | 'moved'>()
    expectTypeOf<Material['grip']>().toEqualTypeOf<z.output<typeof materialSchema>['grip']>()
    expectTypeOf<z.output<typeof frameSchema>['ownStrings']>().toEqualTypeOf<OwnLayer | null>()
    expectTypeOf<z.output<typeof referenceSchema>>().toExtend<ReferenceSetup>()
  })
  it('every choice that a player’s facts may hold goes over the wire', () => {
    const base = { ...facts.unknownPlayer('Mira'), lateInTen: 0 }
    for (const [field, values] of [
      ['build', facts.BUILDS],
      ['level', facts.LEVELS],
      ['hand', facts.HANDS],
      ['style', facts.STYLES],
      ['mishits', facts.MISHITS],
      ['tired', facts.TIRED],
      ['pain', facts.PAINS],
      ['cameFrom', facts.CAME_FROM],
    ] as const)
      for (const value of values) expect(playerFactsSchema.parse({ ...base, [field]: value })[field]).toBe(value)
    expect(playerFactsSchema.parse({ ...base, complaints: [...facts.COMPLAINTS] }).complaints).toHaveLength(
      facts.COMPLAINTS.length,
    )
  })
})

describe('a saved stage', () => {
  const saved = { revision: 1, used: {}, at: '', by: '', canUndo: false, canRedo: false }
  it('is read with the document of its own stage', () => {
    expect(savedStageSchema.parse({ ...saved, stage: 'play', body: { sessions: [] } }).body).toEqual(EMPTY_PLAY)
    expect(savedStageSchema.parse({ ...saved, stage: 'play', body: null }).body).toBeNull()
    expect(savedStageSchema.safeParse({ ...saved, stage: 'play', body: { readingIds: [] } }).success).toBe(false)
    expect(savedStageSchema.safeParse({ ...saved, stage: 'nap', body: null }).success).toBe(false)
  })
})
