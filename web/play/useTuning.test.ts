// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import type { UnitChoice } from '#core/quantities/units.ts'
import { BUILT, EMPTY_PLAY, type PlaySession } from '#core/tuning/document.ts'
import type { Dose } from '#core/tuning/school.ts'
import { openJob, type FakeJob } from '../stores/fixtures/openJob.ts'
import { differs, useTuning } from './useTuning.ts'

let job: FakeJob
vi.mock('../stores/openJob.ts', () => ({ useOpenJob: () => job }))
const shop = reactive({
  overview: null as unknown,
  units: { mass: 'g', balance: 'cm', length: 'cm' } as UnitChoice,
  initials: 'JQ',
})
vi.mock('../stores/shop.ts', () => ({ useShop: () => shop }))

const FRESH: Partial<PlaySession> = { energy: 'fresh', lateInTen: 0, minutes: 90, pain: 'none' }
const TIRED: Partial<PlaySession> = { energy: 'tired', lateInTen: 3, minutes: 90, pain: 'none' }
const TIP: Dose = { kind: 'add', place: 'tip', massG: 2 }
/** A page on which somebody has played once with the frame as it is. */
function played(answers: Partial<PlaySession> = FRESH) {
  const page = useTuning()
  page.changeSession(page.addSession(), answers)
  return page
}
const setups = () => job.documents.play!.setups
const sessions = () => job.documents.play!.sessions

beforeEach(() => {
  vi.setSystemTime('2026-03-04T10:00:00Z')
  shop.overview = null
  job = openJob()
})

describe('what is on the frame', () => {
  it('begins as measured, and a session is of what lies on it on its day', () => {
    const page = useTuning()
    expect([page.now.value!.id, page.tuning.value!.from, page.next.value!.kind]).toEqual([BUILT, 'measured', 'play'])
    expect([page.builtOn.value, page.worn.value]).toEqual(['2026-01-02', null])
    page.addSession()
    expect(sessions()[0]).toMatchObject({ on: '2026-03-04', setupId: BUILT, againstId: null })
  })
  it('wears with the hours that are played on it', () => {
    const page = played()
    expect(page.worn.value!.hours).toBe(1.5)
    page.changeSession(sessions()[0].id, { minutes: 40 * 60 })
    expect(page.worn.value!.hours).toBe(40)
    expect(page.worn.value!.state.massG).not.toBe(page.now.value!.state.massG)
    page.removeSession(sessions()[0].id)
    expect([sessions(), page.worn.value]).toEqual([[], null])
  })
  it('no tuning without its numbers, and nothing thrown for it', () => {
    job = openJob({ measure: { ...openJob().documents.measure!, readingIds: ['mass'] } })
    const page = useTuning()
    expect([page.tuning.value, page.now.value, page.next.value, page.others.value, page.worn.value]).toEqual([
      null,
      null,
      null,
      [],
      null,
    ])
  })
})

describe('a step', () => {
  it('as the school says it lies on the frame, is named by what was done, and is played against what was there', () => {
    const page = played()
    const said = page.next.value!
    expect(said.kind).toBe('step')
    page.follow(page.school.value, said)
    expect(setups()).toHaveLength(1)
    expect(setups()[0]).toMatchObject({ fromId: BUILT, by: 'JQ', step: { school: page.school.value.id } })
    expect(setups()[0].name).not.toBe('')
    expect(page.now.value!.id).toBe(setups()[0].id)
    expect(page.next.value!.kind).toBe('play')
    page.addSession()
    expect(sessions()[1]).toMatchObject({ setupId: setups()[0].id, againstId: BUILT })
  })
  it('of one’s own comes to what was shown of it, and the school goes on from its own step', () => {
    const page = played()
    const before = page.now.value!.state.massG!
    const tried = page.tryDose(TIP)
    if ('problem' in tried) throw new Error(tried.problem)
    const shown = page.outcome(tried.cuts)
    expect(shown.after.massG! - before).toBeCloseTo(2, 0)
    expect(shown.numbers.find((n) => n.quantity === 'mass')!.by).toMatch(/^\+[12]\.\d$/)
    expect(shown.lines.length).toBeGreaterThan(0)
    const step = page.next.value!.kind === 'step' && page.next.value!.step.id
    expect(page.another(TIP)).toBe('')
    expect(page.now.value!.state.massG).toBeCloseTo(shown.after.massG!, 9)
    expect(setups()[0].step!.id).toBe(step)
  })
  it('with the material that is asked for', () => {
    const page = played()
    const ways = page.waysFor(TIP)
    expect(ways.length).toBeGreaterThan(1)
    const other = ways[1].materialId
    page.another(TIP, other)
    expect(setups()[0].cuts.map((c) => c.materialId)).toEqual([other])
  })
  it('that cannot be done says so in words, and nothing is put on', () => {
    const page = played()
    const text = page.another({ kind: 'takeOff', massG: 50 })
    expect(text).not.toBe('')
    expect(text).not.toMatch(/\w+\.\w+[A-Z]/)
    expect(job.documents.play!.setups).toEqual([])
  })
})

describe('back', () => {
  it('to the frame as it was built takes off all that came on since, exactly', () => {
    const page = played()
    const built = page.now.value!.state
    page.another(TIP)
    page.changeSession(page.addSession(), FRESH)
    page.another({ kind: 'add', place: 'handle', massG: 5 })
    page.goBack(BUILT)
    expect(setups().at(-1)).toMatchObject({ cuts: [], backToId: BUILT, name: 'Back to as measured' })
    expect(page.now.value!.state).toEqual(built)
    expect(page.nameOf(setups()[0].id)).toMatch(/^1 · /)
  })
  it('to an earlier setup has what lay there, but for what is in no drawer any more', () => {
    const page = played()
    page.another(TIP)
    const first = setups()[0]
    job.save('play', { ...job.documents.play!, setups: [{ ...first, cuts: [...first.cuts, { ...first.cuts[0], id: 'x', materialId: 'gone' }] }] }) // prettier-ignore
    page.another({ kind: 'add', place: 'handle', massG: 5 })
    page.goBack(first.id)
    expect(
      setups()
        .at(-1)!
        .cuts.map((c) => c.id),
    ).toEqual(first.cuts.map((c) => c.id))
  })
  it('is what a school says after a day too heavy, and following it goes there', () => {
    const page = played()
    page.follow(page.school.value, page.next.value!)
    page.changeSession(page.addSession(), TIRED)
    const said = page.next.value!
    expect(said).toMatchObject({ kind: 'back', toId: BUILT })
    page.follow(page.school.value, said)
    expect(setups().at(-1)!.backToId).toBe(BUILT)
  })
})

describe('schools', () => {
  it('the one that is chosen speaks first; those that would do something else are named beside it', () => {
    const page = played()
    const first = page.school.value.id
    for (const { school, next } of page.others.value) {
      expect(school.id).not.toBe(first)
      expect(differs(next, page.next.value!)).toBe(true)
    }
    const other = page.others.value[0].school
    page.choose(other.id)
    expect(page.school.value.id).toBe(other.id)
    expect(job.documents.play).toMatchObject({ school: other.id, sessions: [{ minutes: 90 }] })
  })
  it('one that is gone gives way to the first', () => {
    job = openJob({ play: { ...EMPTY_PLAY, school: 'own' } })
    const page = useTuning()
    expect(page.school.value.id).toBe(page.schools.value[0].id)
  })
})

describe('a ceiling', () => {
  it('is kept with the player, of the frame as it is usually played', () => {
    const facts = { age: 30 } as never
    job = openJob({ player: { playerId: 'p', facts } as never })
    const page = useTuning()
    const here = page.now.value!.state.swingWeightKgCm2!
    // Strung with one overgrip already: the same number.
    expect(page.asPlayed(here + 5)).toBeCloseTo(here + 5, 9)
    page.keepCeiling(page.asPlayed(320)!)
    expect(job.documents.player!.facts).toMatchObject({ age: 30, ceiling: { swingWeightKgCm2: 320, axisCm: 10.16 } })
  })
  it('of nobody is kept nowhere', () => {
    useTuning().keepCeiling(320)
    expect(job.saves).toEqual([])
  })
})
