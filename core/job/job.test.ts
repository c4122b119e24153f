import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EMPTY_ORDER } from '../workorder/marks.ts'
import { singleReport, type ReferenceSetup } from '../compare/setup.ts'
import { type Cut } from '../cuts/cut.ts'
import { tennis } from '../sports/tennis.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { BARE, STRUNG } from '../frame/fixtures.ts'
import { estimateOf } from '../frame/state.ts'
import { QUANTITIES } from '../quantities/units.ts'
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
  it('another edge, side, wall, end or place of a piece makes the build stale; so does a roll that was weighed again; no name does', () => {
    const { documents, after } = job('hand')
    const build = (cuts: Cut[], materials: JobInput['materials'] = DRAWER) =>
      after({ documents: { ...documents, plan: { ...documents.plan!, cuts } }, materials })
    const changes: Partial<Cut>[] = [{ edges: 2 }, { edge: 'inner' as never }, { side: 'left' }, { wall: 'outer' as never }, { across: 'tip' }, { atCm: CUT.atCm + 0.05 }, { amount: CUT.amount + 0.05 }] // prettier-ignore
    for (const change of changes) expect(build([{ ...CUT, ...change }]).build.status, JSON.stringify(change)).toBe('stale') // prettier-ignore
    expect(build([{ ...CUT, side: 'left' }]).build.changed).not.toEqual(
      build([{ ...CUT, side: 'right' }]).build.changed,
    )
    // Two at one place are two.
    expect(build([CUT, { ...CUT, id: 'twin' }]).build.status).toBe('stale')
    const of = (change: object) => DRAWER.map((m) => (m.id === CUT.materialId ? { ...m, ...change } : m))
    const { unitMassG } = DRAWER.find((m) => m.id === CUT.materialId)!
    const weighed = build([CUT], of({ unitMassG: unitMassG * 1.02 }))
    expect([weighed.plan.status, weighed.build.status]).toEqual(['stale', 'stale'])
    for (const change of [{ name: 'Called otherwise' }, { stock: 1 }, { cost: 3 }, { cureHours: 4 }])
      expect(Object.values(statuses(build([CUT], of(change)))), JSON.stringify(change)).not.toContain('stale')
  })
  it('whatever changes a number by more than a tenth of its tolerance makes the check, the build or the plan stale', () => {
    const { documents, after } = job('hand')
    const base = deriveJob({ profile: tennis, geometry: tennis.geometry, ownStrings: null, documents, used: {}, readings, references: [REFERENCE], materials: DRAWER, taken: {} }) // prettier-ignore
    const TENTH = { mass: 0.1, balance: 0.03, swingWeight: 0.2, twistWeight: 0.03 } as const
    const roll = DRAWER.find((m) => m.id === CUT.materialId)!
    fc.assert(
      fc.property(
        fc.record({ at: fc.double({ min: -5, max: 5, noNaN: true }), amount: fc.double({ min: 1, max: 30, noNaN: true }), edges: fc.constantFrom(1 as const, 2 as const), times: fc.double({ min: 0.9, max: 1.1, noNaN: true }), head: fc.double({ min: -1, max: 1, noNaN: true }) }), // prettier-ignore
        ({ at, amount, edges, times, head }) => {
          const cut = { ...CUT, atCm: Math.max(0, CUT.atCm + at), amount, edges }
          const materials = DRAWER.map((m) => (m === roll ? { ...m, unitMassG: m.unitMassG * times } : m))
          const geometry = { ...tennis.geometry, headWidthCm: tennis.geometry.headWidthCm + head }
          const change = { documents: { ...documents, plan: { ...documents.plan!, cuts: [cut] } }, materials, geometry }
          const next = deriveJob({ profile: tennis, ownStrings: null, used: {}, readings, references: [REFERENCE], taken: {}, ...change }) // prettier-ignore
          const moved = QUANTITIES.some((q) => {
            const [a, b] = [base.planned && estimateOf(base.planned, q), next.planned && estimateOf(next.planned, q)]
            return a && b && Math.abs(a.value - b.value) > TENTH[q]
          })
          if (moved) expect(after(change).build.status).toBe('stale')
        },
      ),
    )
  })
  it('an order of an earlier version, whose pieces were told in words, is not called stale for it', () => {
    const { documents, after } = job('hand')
    const { name } = DRAWER.find((m) => m.id === CUT.materialId)!
    const told = { [`${name} at ${CUT.zoneId ?? CUT.place} ${CUT.atCm.toFixed(1)} cm`]: Number(CUT.amount.toFixed(2)) }
    const input = { profile: tennis, geometry: tennis.geometry, ownStrings: null, documents, readings, references: [REFERENCE], materials: DRAWER, taken: {} } // prettier-ignore
    const { dependencies } = deriveJob({ ...input, used: {} })
    const used = { ...dependencies, build: told }
    expect(deriveJob({ ...input, used }).freshness.build.status).toBe('done')
    const cuts = [{ ...CUT, amount: CUT.amount + 1 }]
    const changed = { ...documents, plan: { ...documents.plan!, cuts } }
    expect(deriveJob({ ...input, documents: changed, used }).freshness.build.status).toBe('stale')
    expect(after({ documents }).build.status).toBe('done')
  })
})
