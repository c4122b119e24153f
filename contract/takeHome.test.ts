import { describe, expect, it } from 'vitest'
import { cutIn } from '#core/cuts/zones.ts'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import { deriveJob, type JobInput } from '#core/job/derive.ts'
import { EMPTY_PLAN, nothingMeasured, type StageDocuments } from '#core/job/documents.ts'
import { changeBetween } from '#core/compare/change.ts'
import { slowerBy, tuningOf } from '#core/job/tuning.ts'
import { withGrams } from '#core/tuning/doses.ts'
import { BUILT, EMPTY_PLAY, emptySession } from '#core/tuning/document.ts'
import { setupFrom } from '#core/tuning/engine.ts'
import { tennis } from '#core/sports/tennis.ts'
import { EMPTY_ORDER } from '#core/workorder/marks.ts'
import { unknownPlayer } from '#core/player/facts.ts'
import { linesOf } from './linesOf.ts'
import { USUAL_INTERVALS } from '#core/tuning/intervals.ts'
import { sectionsOf, takeHomeOf, takeHomeSvg } from './takeHome.ts'

const tape = {
  ...PLAIN_MATERIAL,
  id: 'tape',
  name: 'Tape <wide>',
  kind: 'tape' as const,
  unitMassG: 0.2,
  step: 0.5,
  stock: 500,
  widthCm: 0.6,
}
const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tip = cutIn(
  tennis.zones.find((z) => z.id === 'tip')!,
  tape,
  10,
  work,
  'tip',
)
const READ = { mass: 320, balance: 32, swingWeight: 318, twistWeight: 14 } as const
const readings = Object.entries(READ).map(([quantity, value]) => ({
  id: quantity,
  quantity: quantity as keyof typeof READ,
  value,
  axisCm: quantity === 'swingWeight' ? 10.16 : null,
  methodId: tennis.methods.find((m) => m.quantity === quantity)!.id,
  takenAt: '2026-03-01T10:00:00Z',
}))
function jobWith(documents: Partial<StageDocuments>) {
  const all = { measure: { ...nothingMeasured(STRUNG, 10.16), readingIds: readings.map((r) => r.id) }, ...documents }
  const input: JobInput = {
    profile: tennis,
    geometry: tennis.geometry,
    ownStrings: null,
    documents: all,
    used: {},
    readings,
    references: [],
    materials: [tape],
    taken: {},
  }
  return { documents: all, picture: deriveJob(input) }
}
const built = { plan: { ...EMPTY_PLAN, cuts: [tip] }, build: { ...EMPTY_ORDER, cuts: [tip] } }

describe('a job’s tuning', () => {
  it('begins with the frame as measured, as planned, as it was read at the end: what is known best', () => {
    const measured = jobWith({})
    expect(tuningOf(measured.picture, measured.documents)).toMatchObject({ from: 'measured', bench: { baseCuts: [] } })
    const planned = jobWith(built)
    expect(tuningOf(planned.picture, planned.documents)).toMatchObject({
      from: 'planned',
      bench: { baseCuts: [{ id: 'tip' }] },
    })
    const check = { readingIds: ['mass', 'balance', 'swingWeight'], confirmedIds: [], signed: null }
    const checked = jobWith({ ...built, check })
    const tuning = tuningOf(checked.picture, checked.documents)!
    expect(tuning.from).toBe('checked')
    // Twist weight was not read again: it follows from the plan.
    expect(tuning.bench.base.twistWeightKgCm2).toBeCloseTo(checked.picture.planned!.twistWeightKgCm2!, 9)
    const unread = jobWith({ measure: nothingMeasured(STRUNG, 10.16) })
    expect(tuningOf(unread.picture, unread.documents)).toBeNull()
  })
  it('a change on one frame is known better than either frame: only what was put on scatters', () => {
    const { picture, documents } = jobWith(built)
    const tuning = tuningOf(picture, documents)!
    const change = changeBetween(picture.measured.state, tuning.bench.base, 'mass')!
    // 10 cm on both edges of 0.2 g/cm, each of the two strips cut to 2 %.
    expect(change.by).toBeCloseTo(4, 9)
    expect(change.u).toBeCloseTo(0.04 * Math.SQRT2, 6)
    expect(slowerBy(tuning.bench.base, tuning.bench.base, work)).toBe(0)
    expect(slowerBy({ ...tuning.bench.base, twistWeightKgCm2: null }, tuning.bench.base, work)).toBeNull()
  })
  it('a session that cannot be true does not count', () => {
    const { picture, documents } = jobWith(built)
    const setups = [setupFrom({ id: 'a', name: 'a', at: '2026-03-02T10:00:00Z', by: '', cuts: [tip], fromId: BUILT })]
    const on = (id: string, day: string, setupId: string) => emptySession(id, day, setupId, null)
    const sessions = [on('early', '2026-02-20', 'a'), on('true', '2026-03-04', 'a'), on('apart', '2026-03-04', BUILT), on('to come', '2026-05-01', 'a')] // prettier-ignore
    const counted = (today?: string) =>
      tuningOf(picture, documents, { ...EMPTY_PLAY, setups, sessions }, today)!.tried.map((t) =>
        t.sessions.map((s) => s.id),
      )
    expect(counted('2026-04-01')).toEqual([[], ['true']])
    expect(counted()).toEqual([[], ['true', 'to come']])
  })
  it('heavier at the tip sends a centred ball off faster at equal effort, lighter slower', () => {
    const { picture, documents } = jobWith(built)
    const { bench, facts } = tuningOf(picture, documents)!
    const up = tuningOf(picture, documents, {
      ...EMPTY_PLAY,
      setups: [setupFrom({ id: 'a', name: 'a', at: '2026-03-02T10:00:00Z', by: '', cuts: withGrams([{ place: 'tip', massG: 4 }], bench.baseCuts, bench), fromId: BUILT })],
    })! // prettier-ignore
    expect(facts.slowerBy(up.tried[1].state)!).toBeLessThan(0)
    expect(facts.slowerBy(picture.measured.state)!).toBeGreaterThan(0)
  })
})

describe('what a player takes home', () => {
  const { picture, documents } = jobWith({
    ...built,
    player: { playerId: null, facts: { ...unknownPlayer('P'), age: 12 } },
  })
  const home = takeHomeOf({
    label: 'Frame & Co',
    documents,
    picture,
    units: { mass: 'g', balance: 'cm', length: 'cm' },
    intervals: USUAL_INTERVALS,
  })!
  it('says what is on the frame, its numbers and by how much they changed', () => {
    expect(home.changed).toEqual(['Tip: Tape <wide>, 2 × 10.0 cm'])
    expect(home.numbers.map((n) => n.name)).toEqual([
      'Static weight, g',
      'Balance',
      'Swing weight, kg·cm²',
      'Twist weight, kg·cm²',
      'Recoil weight, kg·cm²',
    ])
    expect(home.numbers[0]).toMatchObject({ value: '324.0', change: '+4.0' })
    expect(home.feel.join(' ')).toMatch(/slower to bring round/)
  })
  it('names pain and lateness, and a child’s frame comes back at every restring', () => {
    expect(home.watch.join(' ')).toMatch(/Late on one ball in ten.*Pain in wrist/s)
    expect(home.comeBack.join(' ')).toMatch(/every restring/)
    expect(sectionsOf({ ...home, changed: [] })[0]).toEqual(['On the frame', ['Nothing was added.']])
  })
  it('is one whole picture, in which no name breaks the drawing', () => {
    const svg = takeHomeSvg(home, 'Shop', picture)
    expect(svg).toContain('Frame &amp; Co')
    expect(svg).toContain('Tape &lt;wide>')
    expect((svg.match(/<svg /g) ?? []).length).toBe(2)
    expect((svg.match(/<\/svg>/g) ?? []).length).toBe(2)
  })
  it('breaks words into lines and loses none', () => {
    const words = 'Late on one ball in ten, or tired two sessions in a row: tell us, we go a step back.'
    const lines = linesOf(words, 30)
    expect(lines.join(' ')).toBe(words)
    expect(Math.max(...lines.map((l) => l.length))).toBeLessThanOrEqual(30)
  })
})
