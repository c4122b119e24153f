import { Problem } from '../problem.ts'
import { describe, expect, it } from 'vitest'
import { estimateOf } from '../frame/state.ts'
import type { FrameState } from '../frame/state.ts'
import type { Cut } from '../cuts/cut.ts'
import { emptySession, type PlaySession, type TunedSetup } from './document.ts'
import { isHeavy, isTired, inOrder, nextOf, setupFrom, triedOf, type Next, type Tried } from './engine.ts'
import { cutsAfter, stateOf } from './doses.ts'
import { AIMS, benchWith, factsOf, naive, SyntheticPlayer, walk } from './fixtures/syntheticPlayer.ts'
import { faultsOf, type School } from './school.ts'
import { SCHOOLS } from './schools.ts'

const bench = benchWith({ target: { mass: 330, swingWeight: 320 } })
const ceilingFirst = SCHOOLS.find((s) => s.id === 'ceilingFirst')!
/** The swing weight of 2 g at the tip. */
const STEP_KGCM2 = 6.7

describe('a school’s data', () => {
  it.each(SCHOOLS.map((s) => [s.id, s] as const))(
    '%s: every answer leads somewhere, and there is an end',
    (_, school) => {
      expect(faultsOf(school)).toEqual([])
    },
  )
  const broken = (change: (school: School) => void): string[] => {
    const school = structuredClone(ceilingFirst)
    change(school)
    return faultsOf(school)
  }
  it('dead ends, answers nobody comes to, steps nobody comes to, rings without end: each is found', () => {
    expect(broken((s) => (s.steps[1].leads[0].to = 'nowhere'))[0]).toMatch(/leads to “nowhere”/)
    expect(broken((s) => s.steps[1].leads.pop())[0]).toMatch(/leads nowhere/)
    expect(broken((s) => s.steps[1].leads.reverse()).join()).toMatch(/after “otherwise”/)
    expect(broken((s) => (s.steps[4].most = Infinity)).join()).toMatch(/no end/)
    expect(broken((s) => (s.steps[0].leads = [{ when: 'otherwise', to: 'end', because: '' }])).join()).toMatch(
      /Nothing leads to “raise”/,
    )
    expect(broken((s) => (s.steps[0].leads[1].to = 'settled')).join()).toMatch(/changes nothing/)
    expect(broken((s) => (s.start = 'x'))).toContain('There is no step “x”.')
    const ring = broken((s) => {
      for (const step of s.steps) for (const lead of step.leads) if (lead.to === 'end') lead.to = 'sides'
    })
    expect(ring.join()).toMatch(/no way to the end/)
  })
})

describe('schools walked by players with a hidden ceiling and noisy days', () => {
  it('ceiling first ends within one step of the ceiling more often than the search that everybody would do, and its band keeps its promise', () => {
    const count = { near: 0, over: 0, naive: 0, likely: 0, covered: 0, closed: 0, sessions: 0, naiveSessions: 0 }
    const PLAYERS = 400
    for (let seed = 1; seed <= PLAYERS; seed++) {
      const player = new SyntheticPlayer(seed, bench.base)
      const { tried, end, sessions } = walk(ceilingFirst, player, bench)
      const stood = tried.filter((t) => !t.setup || t.setup.step?.id === 'settled').at(-1)!
      const off = stood.state.swingWeightKgCm2! - player.ceiling
      if (Math.abs(off) <= STEP_KGCM2) count.near++
      if (off > STEP_KGCM2) count.over++
      count.sessions += sessions
      if (end.kind === 'end' && end.ceiling.likely !== null) {
        count.closed++
        if (Math.abs(end.ceiling.likely - player.ceiling) <= STEP_KGCM2) count.likely++
        if (player.ceiling >= end.ceiling.low! && player.ceiling <= end.ceiling.high!) count.covered++
      }
      const simple = naive(new SyntheticPlayer(seed, bench.base), bench)
      if (Math.abs(simple.swingKgCm2 - player.ceiling) <= STEP_KGCM2) count.naive++
      count.naiveSessions += simple.sessions
    }
    // 83 of 100 over a thousand players; 400 of them scatter by 1.9 %.
    expect(count.near / PLAYERS).toBeGreaterThan(0.77)
    expect(count.near).toBeGreaterThan(count.naive)
    expect(count.over / PLAYERS).toBeLessThan(0.01)
    expect(count.likely / count.closed).toBeGreaterThan(0.9)
    // Promised nine in ten; 400 players scatter by 1.5 %.
    expect(count.covered / count.closed).toBeGreaterThan(0.855)
    expect(count.covered / count.closed).toBeLessThan(0.945)
    expect(count.sessions / PLAYERS).toBeLessThan(13)
  })

  it.each(SCHOOLS.map((s) => [s.id, s] as const))(
    '%s ends for all of 300 players, and no stop is ever gone over',
    (_, school) => {
      const class310 = (state: FrameState) => (state.swingWeightKgCm2! > 318 ? 'over the class of the age' : null)
      for (let seed = 1; seed <= 300; seed++) {
        const minor = seed % 3 === 0
        const player = new SyntheticPlayer(1000 + seed, bench.base, seed % 2 ? 0.08 : 0)
        const { answers, end } = walk(school, player, bench, minor ? class310 : () => null)
        for (const { next, tried } of answers) obeys(next, tried, minor ? class310 : () => null)
        const last = answers.at(-1)!.tried.at(-1)!.sessions.at(-1)!
        if (last.pain === 'yes') expect(end).toMatchObject({ kind: 'stop', stop: 'pain' })
      }
    },
  )

  it.each(Object.entries(AIMS))(
    '%s: more of 300 players end with a frame that suits them than where it is all done at once',
    (id, aim) => {
      const school = SCHOOLS.find((s) => s.id === id)!
      const count = { within: 0, atOnce: 0, sessions: 0 }
      for (let seed = 1; seed <= 300; seed++) {
        const player = new SyntheticPlayer(3000 + seed, bench.base)
        const { tried, sessions } = walk(school, player, bench)
        count.sessions += sessions
        if (aim.within(player, tried.at(-1)!.state)) count.within++
        const cuts = aim.atOnce.reduce((on, dose) => cutsAfter(dose, on, bench), [...bench.baseCuts])
        if (aim.within(player, stateOf(bench, cuts))) count.atOnce++
      }
      expect(count.within).toBeGreaterThanOrEqual(count.atOnce)
      expect(count.within / 300).toBeGreaterThan(0.8)
      expect(count.sessions / 300).toBeLessThan(10)
    },
  )

  /** What no school may go over. */
  function obeys(next: Next, tried: readonly Tried[], over: (state: FrameState) => string | null): void {
    const now = tried.at(-1)!
    const last = now.sessions.at(-1)
    if (!last) return expect(next.kind).toBe('play')
    if (last.pain === 'yes') expect(next.kind).toBe('stop')
    const [a, b] = inOrder(tried).slice(-2)
    const twice = Boolean(a && b && isTired(a) && isTired(b))
    if (next.kind === 'step') {
      const after = factsOf(bench, () => [...tried]).after(next.step.dose)
      if (after instanceof Problem) throw after
      const up = after.swingWeightKgCm2! > now.state.swingWeightKgCm2! + 0.05
      if (isHeavy(last) || twice) expect(up).toBe(false)
      if (up) expect(over(after)).toBeNull()
    }
    // A step up on which it came to be too much is gone back from.
    const from = tried.find((t) => t.id === now.setup?.fromId)
    const steppedUp = from && !now.setup!.backToId && now.state.swingWeightKgCm2! > from.state.swingWeightKgCm2! + 0.05
    if (steppedUp && (twice || (last.lateInTen ?? 0) >= 1) && last.pain !== 'yes') expect(next.kind).toBe('back')
  }

  it('weighing up: one more session with the frame as it is, and the way back goes past it to before the change', () => {
    const easy = { energy: 'fresh', lateInTen: 0, pain: 'none' } as const
    const setups: TunedSetup[] = []
    const sessions: PlaySession[] = []
    const tried = () => triedOf(setups, sessions, (s) => (s ? stateOf(bench, s.cuts) : bench.base))
    const facts = factsOf(bench, tried)
    const played = (setupId: string, said: Partial<PlaySession>) =>
      sessions.push({
        ...emptySession(`s${sessions.length}`, `2026-02-0${sessions.length + 1}`, setupId, null),
        ...easy,
        ...said,
      })
    const done = (id: string, step: string, cuts: Cut[]) =>
      setups.push(setupFrom({ id, name: id, at: '2026-02-01T00:00:00.000Z', by: '', fromId: tried().at(-1)!.id, cuts, step: { school: 'ceilingFirst', id: step } })) // prettier-ignore
    const built = [...bench.baseCuts]
    done('sides', 'sides', cutsAfter({ kind: 'add', place: 'threeNine', massG: 2 }, built, bench))
    played('sides', { ratings: { manoeuvrability: -1, stability: 1 } })
    const next = nextOf(ceilingFirst, tried(), facts)
    expect(next).toMatchObject({ kind: 'step', step: { id: 'weigh', dose: { kind: 'none' } } })
    done('weighed', 'weigh', setups[0].cuts)
    played('weighed', { ratings: { manoeuvrability: -1, stability: 0 } })
    expect(nextOf(ceilingFirst, tried(), facts)).toMatchObject({ kind: 'back', toId: 'built' })
    sessions.at(-1)!.ratings = { manoeuvrability: -1, stability: 1 }
    expect(nextOf(ceilingFirst, tried(), facts)).toMatchObject({ kind: 'end' })
  })

  it('two schools part where they hold to different things, by the same session', () => {
    const player = new SyntheticPlayer(5, bench.base)
    const session = {
      ...player.play('built', null, bench.base, 0),
      energy: 'fresh' as const,
      lateInTen: 0,
      pain: 'none' as const,
    }
    const tried: Tried[] = [{ id: 'built', setup: null, state: bench.base, sessions: [session] }]
    const said = SCHOOLS.slice(0, 3).map((s) =>
      nextOf(
        s,
        tried,
        factsOf(bench, () => tried),
      ),
    )
    expect(said.map((n) => n.kind === 'step' && n.step.id)).toEqual(['raise', 'handle', 'pair'])
  })

  it('a growing player waits its weeks, and never goes a class too far', () => {
    const growing = SCHOOLS.find((s) => s.id === 'growing')!
    const session = { ...new SyntheticPlayer(5, bench.base).play('built', null, bench.base, 0), energy: 'fresh' as const, lateInTen: 0, pain: 'none' as const } // prettier-ignore
    const tried: Tried[] = [{ id: 'built', setup: null, state: bench.base, sessions: [session] }]
    const facts = factsOf(bench, () => tried)
    expect(nextOf(growing, tried, facts)).toMatchObject({ kind: 'step', notBefore: '2026-01-29' })
    const over = { ...facts, overClass: () => 'At 11 a bare frame is usually 260 g at most.' }
    expect(nextOf(growing, tried, over)).toMatchObject({
      kind: 'end',
      because: 'At 11 a bare frame is usually 260 g at most.',
    })
  })

  it('a step that this drawer cannot do is named with what stands against it: never that nothing is left to try', () => {
    const session = { ...new SyntheticPlayer(5, bench.base).play('built', null, bench.base, 0), energy: 'fresh' as const, lateInTen: 0, pain: 'none' as const } // prettier-ignore
    const tried: Tried[] = [{ id: 'built', setup: null, state: bench.base, sessions: [session] }]
    const empty = { ...bench, materials: bench.materials.map((m) => ({ ...m, stock: 0 })) }
    const said = nextOf(
      ceilingFirst,
      tried,
      factsOf(empty, () => tried),
    )
    expect(said).toMatchObject({
      kind: 'end',
      because: '',
      cannot: { dose: { kind: 'add', place: 'tip', massG: 2 }, problem: { code: 'tuning.tooLittle', path: 'tip' } },
    })
  })

  it('keeping it ends, and the player’s own word goes back, whatever the school would do', () => {
    const player = new SyntheticPlayer(9, bench.base)
    const { answers } = walk(ceilingFirst, player, bench)
    const raised = answers.find((a) => a.tried.at(-1)!.setup?.step?.id === 'raise' && a.next.kind !== 'play')!
    const told = (decision: 'keep' | 'step back'): Tried[] =>
      raised.tried.map((t, i) =>
        i < raised.tried.length - 1
          ? t
          : {
              ...t,
              sessions: [{ ...t.sessions[0], energy: 'fresh', lateInTen: 0, pain: 'none', decision, reason: 'so' }],
            },
      )
    expect(
      nextOf(
        ceilingFirst,
        told('keep'),
        factsOf(bench, () => told('keep')),
      ),
    ).toMatchObject({ kind: 'end', because: 'so' })
    expect(
      nextOf(
        ceilingFirst,
        told('step back'),
        factsOf(bench, () => told('step back')),
      ),
    ).toMatchObject({ kind: 'back', stop: 'player' })
  })

  it('the numbers of a tuning are those of its cuts: a twin of the built frame is the built frame', () => {
    const { tried } = walk(ceilingFirst, new SyntheticPlayer(3, bench.base), bench)
    for (const t of tried) {
      const back = t.setup?.backToId
      if (!back) continue
      const to = tried.find((o) => o.id === back)!
      expect(t.state).toEqual(to.state)
      expect(estimateOf(t.state, 'swingWeight')).toEqual(estimateOf(to.state, 'swingWeight'))
    }
  })
})
