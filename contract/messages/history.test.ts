import { describe, expect, it } from 'vitest'
import type { Cut } from '#core/cuts/cut.ts'
import { NOTHING_ON, type Condition } from '#core/frame/condition.ts'
import { EMPTY_PLAN, nothingMeasured, type StageDocuments } from '#core/job/documents.ts'
import { STAGES, type Stage } from '#core/job/stages.ts'
import { unknownPlayer } from '#core/player/facts.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { TargetLine } from '#core/targets/target.ts'
import { EMPTY_PLAY, emptySession } from '#core/tuning/document.ts'
import { EMPTY_ORDER, markNow } from '#core/workorder/marks.ts'
import { changesIn, revisionText } from './history.ts'

const METRIC = { units: { mass: 'g', balance: 'cm', length: 'cm' }, lengthCm: 68.58, profile: tennis } as const
const INCHES = { ...METRIC, units: { mass: 'oz', balance: 'points', length: 'in' } } as const

const STRUNG: Condition = { ...NOTHING_ON, stringsG: 16.5, grip: 'base', overgrips: 1 }
const line = (value: number, tolerance: number): TargetLine => ({
  ...{ value, tolerance, from: 'hand', referenceId: null, reason: '', chain: [{ code: 'hand' }] },
})
const target: StageDocuments['target'] = {
  ...{ way: 'hand', referenceId: null, school: null, also: {}, confirmed: [] },
  lines: { mass: line(336, 1), balance: line(32.385, 0.2) },
}
const piece = { materialId: 'tape', zoneId: null, atCm: 23, layerCm: 24, edges: 2, across: null } as const
const cuts: Cut[] = [
  { ...piece, id: 'sides', place: 'hoop', amount: 13 },
  { ...piece, id: 'tip', place: 'hoop', atCm: 0, across: 'tip', amount: 8 },
]
const plan: StageDocuments['plan'] = { ...EMPTY_PLAN, cuts }
const build: StageDocuments['build'] = { ...EMPTY_ORDER, cuts, marks: { trial: markNow('2026-11-14T10:10:00Z', 'JQ') } }
const measure = { ...nothingMeasured(STRUNG, 10.16), readingIds: ['a', 'b'] }
const player: StageDocuments['player'] = {
  ...{ playerId: null, facts: { ...unknownPlayer('Bartol Quillfeather'), age: 27 } },
}

describe('what changed in a stage', () => {
  it('in a player: what was told, and what is no longer said', () => {
    const facts = { ...player.facts, age: null, level: 'strong' as const }
    expect(changesIn('player', player, { ...player, facts }, METRIC).sort()).toEqual([
      'age: no longer said',
      'level: strong',
    ])
    const asked = { ...player.facts, ceiling: { swingWeightKgCm2: 345, axisCm: 10.16 }, complaints: ['late' as const] }
    expect(changesIn('player', { ...player, facts: asked }, player, METRIC).sort()).toEqual([
      'ceiling: no longer said',
      'complaints: no longer said',
    ])
    expect(changesIn('player', null, player, METRIC).sort()).toEqual(['age: 27', 'name: Bartol Quillfeather'])
  })
  it('in the measuring: readings, what is on the frame, the axis in the shop’s unit', () => {
    const after = { ...measure, axisCm: 0, readingIds: ['b', 'c', 'd'], condition: { ...STRUNG, overgrips: 0 } }
    expect(changesIn('measure', measure, after, INCHES)).toEqual([
      'on the frame: strung, base grip, no overgrip',
      'swing axis 4.00 in → the butt end',
      '2 readings taken',
      '1 reading taken back',
    ])
    const cracks = { item: 'cracks', verdict: 'stop', note: '' } as const
    expect(changesIn('measure', measure, { ...measure, findings: [cracks], inspection: 'cracked' }, METRIC)).toEqual([
      'cracks: stop',
    ])
    expect(changesIn('measure', { ...measure, findings: [cracks], inspection: 'cracked' }, measure, METRIC)).toEqual([
      'cracks: not looked at yet',
    ])
  })
  it('in a target: from one number to the next, in the shop’s units', () => {
    const after = { ...target, lines: { mass: line(338.6, 1), balance: line(32.385, 0.4), swingWeight: line(341, 2) } }
    expect(changesIn('target', target, after, METRIC)).toEqual([
      'static weight 336.0 g → 338.6 g',
      'balance ± 0.20 → ± 0.40',
      'swing weight 341.0 kg·cm² ± 2.0',
    ])
    expect(changesIn('target', target, after, INCHES)[0]).toBe('static weight 11.85 oz → 11.94 oz')
    expect(changesIn('target', target, { ...target, school: 'keepBalance' }, METRIC)).toEqual(['another school'])
    expect(changesIn('target', after, target, METRIC).at(-1)).toBe('swing weight open')
  })
  it('in a plan: pieces by what became of them, limits by their words', () => {
    const [first, ...rest] = cuts
    const longer = { ...first, amount: first.amount + 1 }
    const after = {
      ...plan,
      taken: 'best' as const,
      cuts: [longer, ...rest.slice(1), { ...first, id: 'new' }],
      limits: { ...plan.limits, noLead: true, capG: 9, minutes: { ...plan.limits.minutes, strip: 1 } },
    }
    expect(changesIn('plan', plan, after, METRIC)).toEqual([
      'taken: First choice',
      '1 piece put on',
      '1 piece taken off',
      '1 piece changed',
      'no lead',
      'at most 9.0 g added',
      'minutes of work',
    ])
    const begun = { ...EMPTY_PLAN, limits: { ...EMPTY_PLAN.limits, noLead: true } }
    expect(changesIn('plan', null, begun, METRIC)).toEqual(['no lead'])
    expect(changesIn('plan', plan, { ...plan, cuts: [...cuts].reverse() }, METRIC)).toEqual([])
  })
  it('in a build, a check and the play: steps, the signature, sessions', () => {
    const ticked = { ...build, marks: { ...build.marks, final: markNow('2026-11-14T10:21:00Z', 'JQ') } }
    expect(changesIn('build', build, ticked, METRIC)).toEqual(['1 step ticked'])
    expect(changesIn('build', ticked, { ...ticked, marks: {} }, METRIC)).toEqual(['2 steps open again'])
    const trial = { ...markNow('2026-11-14T10:12:00Z', 'JQ'), readingIds: ['a'] }
    expect(changesIn('build', build, { ...build, school: 'handleFirst', marks: { trial } }, METRIC)).toEqual([
      '1 step changed',
      'handle first',
    ])
    const check = { readingIds: ['a'], confirmedIds: [], signed: null }
    const signed = { ...check, signed: { by: 'JQ', at: '2026-11-14T10:32:00Z', lines: [] } }
    expect(changesIn('check', check, signed, METRIC)).toEqual(['signed off by JQ'])
    expect(changesIn('check', signed, check, METRIC)).toEqual(['no longer signed off'])
    const session = emptySession('s', '2026-11-20', 'built', null)
    const played = { ...EMPTY_PLAY, sessions: [session] }
    expect(changesIn('play', EMPTY_PLAY, played, METRIC)).toEqual(['1 session written down'])
    expect(changesIn('play', played, { ...played, sessions: [{ ...session, minutes: 90 }] }, METRIC)).toEqual([
      '1 session changed',
    ])
  })
})

describe('a revision in one line', () => {
  const documents: StageDocuments = {
    ...{ player, measure, target, plan, build, play: EMPTY_PLAY },
    compare: { referenceIds: ['ref-p1'], condition: STRUNG, axisCm: 0 },
    check: { readingIds: ['a'], confirmedIds: [], signed: { by: 'JQ', at: '2026-11-14T10:32:00Z', lines: [] } },
  }
  const emptied: StageDocuments = {
    ...{ player: { playerId: null, facts: unknownPlayer('B') }, measure: nothingMeasured(STRUNG, 10) },
    compare: { referenceIds: [], condition: null, axisCm: null },
    ...{ target: { ...target, lines: {} }, plan: EMPTY_PLAN, build: EMPTY_ORDER },
    ...{ check: { readingIds: [], confirmedIds: [], signed: null }, play: { ...EMPTY_PLAY, overgripOn: '2026-11-20' } },
  }
  it.each(STAGES)('of %s is words, whichever way it changed, and nothing where nothing did', (stage: Stage) => {
    const both = [documents[stage], emptied[stage]]
    for (const [before, after] of [both, [...both].reverse()]) {
      const told = revisionText(stage, before, after, INCHES)
      expect(told).not.toBe('')
      expect(told).not.toMatch(/object|undefined|null|NaN|\bIds?\b/)
      expect(revisionText(stage, after, structuredClone(after), INCHES)).toBe('')
    }
  })
  it('tells three things, and how many more there were', () => {
    const limits = { ...EMPTY_PLAN.limits, noLead: true, hiddenOnly: true, capG: 9, maxPlaces: 2, fewPlaces: true }
    expect(revisionText('plan', EMPTY_PLAN, { ...EMPTY_PLAN, limits }, METRIC)).toBe(
      'no lead; nothing that shows; at most 9.0 g added; 2 more',
    )
  })
  it('says nothing of what it cannot read', () => {
    expect(revisionText('plan', EMPTY_PLAN, { cuts: 'three' }, METRIC)).toBe('')
    expect(revisionText('plan', { cuts: 'three' }, EMPTY_PLAN, METRIC)).toBe('')
  })
})
