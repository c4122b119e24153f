import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EMPTY_ORDER } from '../workorder/marks.ts'
import { singleReport, type ReferenceSetup } from '../compare/setup.ts'
import { type Cut } from '../cuts/cut.ts'
import { tennis } from '../sports/tennis.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { BARE, STRUNG } from '../frame/fixtures.ts'
import { OPEN_LIMITS } from '../planning/problem/request.ts'
import type { StageDocuments } from './documents.ts'
import { deriveJob, type JobInput, type StoredReading } from './derive.ts'
import { editMark, redoMark, undoMark, type RevisionMark } from './revisions.ts'
import type { Dependencies, Stage } from './stages.ts'

describe('undo and redo append', () => {
  /** Plays actions on a plain text editor and on the marks side by side. */
  const play = (actions: ('edit' | 'undo' | 'redo')[], toNothing: boolean) => {
    const marks: RevisionMark[] = []
    const content = new Map<number, number>()
    const past: number[] = []
    const EMPTY = -1
    content.set(0, EMPTY)
    let now: number | null = toNothing ? EMPTY : null
    let future: number[] = []
    actions.forEach((action, i) => {
      const mark =
        action === 'edit' ? editMark(marks) : action === 'undo' ? undoMark(marks, toNothing) : redoMark(marks)
      if (action === 'edit') {
        if (now !== null) past.push(now)
        now = i
        future = []
      } else if (action === 'undo') {
        expect(mark === null, `undo possible at ${i} of ${actions}`).toBe(past.length === 0)
        if (mark) {
          future.push(now!)
          now = past.pop()!
        }
      } else {
        expect(mark === null, `redo possible at ${i} of ${actions}`).toBe(future.length === 0)
        if (mark) {
          past.push(now!)
          now = future.pop()!
        }
      }
      if (mark) {
        content.set(mark.revision, action === 'edit' ? i : content.get(mark.contentOf)!)
        marks.push(mark)
        expect(content.get(mark.revision)).toBe(now)
        expect(mark.revision).toBe(marks.length)
      }
    })
  }
  it('like an editor, for edits then undos then redos', () => {
    play(['edit', 'edit', 'edit', 'undo', 'undo', 'redo', 'redo', 'redo'], false)
    play(['edit', 'undo', 'redo', 'undo', 'edit', 'undo', 'undo', 'redo'], true)
  })
  it('like an editor with any mixture of edits, undos and redos', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('edit' as const, 'undo' as const, 'redo' as const), { maxLength: 25 }),
        fc.boolean(),
        (actions, toNothing) => play(actions, toNothing),
      ),
    )
  })
})

const REFERENCE: ReferenceSetup = {
  id: 'r',
  name: 'A reference',
  geometry: tennis.geometry,
  reports: [
    singleReport(
      { condition: STRUNG, axisCm: 10.16 },
      { mass: { value: 340, u: 0.5 }, balance: { value: 32, u: 0.1 }, swingWeight: { value: 340, u: 1 } },
    ),
  ],
}
const readings: StoredReading[] = (
  [
    ['m', 'mass', 326],
    ['b', 'balance', 32],
    ['s', 'swingWeight', 321],
    ['t', 'twistWeight', 13.8],
  ] as const
).map(([id, quantity, value]) => ({
  id,
  quantity,
  value,
  axisCm: quantity === 'swingWeight' ? 10.16 : null,
  methodId: '',
  takenAt: '2026-01-01T00:00:00Z',
}))
const CUT: Cut = { id: 'tip', materialId: 'lead-half', place: 'hoop', zoneId: 'tip', atCm: 0, amount: 10, layerCm: 16 }

function job(way: 'copy' | 'halfway' | 'hand') {
  const documents: Partial<StageDocuments> = {
    measure: {
      condition: STRUNG,
      axisCm: 10.16,
      readingIds: ['m', 'b', 's', 't'],
      confirmedIds: [],
      inspection: 'sound',
      findings: [],
      photoIds: [],
      claimId: null,
      note: '',
    },
    compare: { referenceIds: ['r'], condition: null, axisCm: null },
    target: {
      way,
      school: null,
      confirmed: [],
      also: {},
      referenceId: way === 'hand' ? null : 'r',
      lines: {
        swingWeight: {
          value: 330,
          tolerance: 2,
          from: way === 'hand' ? 'hand' : way === 'copy' ? 'reference' : 'halfway',
          referenceId: way === 'hand' ? null : 'r',
          reason: '',
          chain: [],
        },
      },
    },
    plan: { limits: OPEN_LIMITS, taken: 'best', byHand: false, cuts: [CUT], locked: [] },
    build: { ...EMPTY_ORDER, cuts: [CUT] },
    check: { readingIds: [], confirmedIds: [], signed: null },
  }
  const input = (change: Partial<JobInput> = {}): JobInput => ({
    profile: tennis,
    geometry: tennis.geometry,
    ownStrings: null,
    documents,
    used: {},
    readings,
    references: [REFERENCE],
    materials: DRAWER,
    taken: {},
    ...change,
  })
  const used: Partial<Record<Stage, Dependencies>> = deriveJob(input()).dependencies
  const after = (change: Partial<JobInput>) => deriveJob(input({ used, ...change })).freshness
  return { documents, after }
}
const statuses = (freshness: ReturnType<ReturnType<typeof job>['after']>) =>
  Object.fromEntries(Object.entries(freshness).map(([stage, s]) => [stage, s.status]))
const heavier = readings.map((r) => (r.id === 's' ? { ...r, value: 325 } : r))

describe('what a changed reading makes stale', () => {
  it('nothing, when nothing has changed', () => {
    expect(Object.values(statuses(job('halfway').after({}))).filter((s) => s === 'stale' || s === 'waits')).toEqual([])
  })
  it('a half-way target and the plan, with old and new; what follows waits', () => {
    const freshness = job('halfway').after({ readings: heavier })
    expect(statuses(freshness)).toMatchObject({
      measure: 'done',
      compare: 'stale',
      target: 'stale',
      plan: 'stale',
      build: 'waits',
      check: 'stale',
      play: 'empty',
    })
    expect(freshness.target.changed).toEqual([{ name: 'measured swingWeight', old: 321, now: 325 }])
    expect(freshness.check.changed.map((c) => c.name)).toEqual(['predicted swingWeight'])
  })
  it('a target by hand stands; so does one copied from a reference', () => {
    expect(statuses(job('hand').after({ readings: heavier })).target).toBe('done')
    expect(job('copy').after({ readings: heavier }).target.changed).toEqual([])
  })
  it('another condition touches the copy as well, for the reference must be brought to it', () => {
    const { documents, after } = job('copy')
    const freshness = after({ documents: { ...documents, measure: { ...documents.measure!, condition: BARE } } })
    expect(freshness.target.changed.map((c) => c.name)).toEqual(['as measured', 'swingWeight of the reference'])
  })
  it('a size of the frame that was corrected touches the plan and the build', () => {
    const { documents, after } = job('hand')
    const geometry = { ...tennis.geometry, headLengthCm: tennis.geometry.headLengthCm + 0.2 }
    const freshness = after({ geometry })
    expect(freshness.plan.changed.map((c) => c.name)).toEqual(['head length'])
    expect(freshness.build.changed.map((c) => c.name)).toEqual(['head length'])
    expect(statuses(after({ documents })).plan).toBe('done')
  })
  it('a stage of an earlier version, which did not write the sizes down, is not called stale for it', () => {
    const { documents, after } = job('hand')
    expect(after({ documents }).plan.status).toBe('done')
    const input = { profile: tennis, geometry: tennis.geometry, ownStrings: null, documents, readings, references: [REFERENCE], materials: DRAWER, taken: {} } // prettier-ignore
    const { dependencies } = deriveJob({ ...input, used: {} })
    const early = Object.fromEntries(
      Object.entries(dependencies.plan).filter(([name]) => !/frame|head|grip|tube|handle|shaft/.test(name)),
    )
    expect(deriveJob({ ...input, used: { ...dependencies, plan: early } }).freshness.plan.status).toBe('done')
  })
  it('a moved piece touches the build and the final check only', () => {
    const { documents, after } = job('hand')
    expect(
      statuses(after({ documents: { ...documents, plan: { ...documents.plan!, cuts: [{ ...CUT, amount: 12 }] } } })),
    ).toMatchObject({ compare: 'done', target: 'done', plan: 'done', build: 'stale', check: 'stale' })
  })
})
