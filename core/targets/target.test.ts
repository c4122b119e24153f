import { describe, expect, it } from 'vitest'
import { singleReport, referenceState } from '../compare/setup.ts'
import { derivedNumbers, frameState } from '../frame/state.ts'
import { unknownPlayer, type PlayerFacts } from '../player/facts.ts'
import { badminton } from '../sports/badminton.ts'
import { padel } from '../sports/padel.ts'
import { tennis } from '../sports/tennis.ts'
import { BARE, STRUNG, usualState } from '../frame/fixtures.ts'
import { warningsOnTarget, unconfirmed } from './warnings.ts'
import { withPointMasses } from '../frame/places.ts'
import { bareState, ceilingHere, playedState, type FrameNow } from './frameNow.ts'
import { BAND_RULES } from './rules/playerRules.ts'
import { disagreements, proposals, STRATEGIES } from './strategies.ts'
import {
  fromBand,
  fromCeiling,
  fromComplaints,
  fromMgri,
  fromSetup,
  gramsForMgri,
  heldAt,
  scaledBack,
} from './methods.ts'
import type { TargetLine } from './target.ts'

const e = (value: number, u = 0.1) => ({ value, u })
const frame = (change: Partial<FrameNow> = {}): FrameNow => ({
  state: usualState(),
  condition: STRUNG,
  geometry: tennis.geometry,
  profile: tennis,
  ...change,
})
/** A bare adult frame of so many grams and so much swing weight. */
const bareFrame = (massG: number, swingKgCm2: number) =>
  frame({
    state: frameState({ mass: e(massG), balance: e(32.5), swingWeight: e(swingKgCm2) }, tennis.axisCm),
    condition: BARE,
  })
const player = (change: Partial<PlayerFacts> = {}): PlayerFacts => ({
  ...unknownPlayer('P'),
  complaints: [],
  ...change,
})
const line = (value: number, tolerance = 1): TargetLine => ({
  value,
  tolerance,
  from: 'hand',
  referenceId: null,
  reason: '',
  chain: [],
})
const brought = (state: ReturnType<typeof usualState>) => ({ id: 'r', name: 'R', grade: 'published', state })

describe('from a setup', () => {
  it('half-way of 270 g/270 to 290 g/290 is 280/280 (common practice, no source)', () => {
    const now = frameState({ mass: e(270, 0), balance: e(33, 0), swingWeight: e(270, 0) }, 10.16)
    const later = frameState({ mass: e(290, 0), balance: e(32, 0), swingWeight: e(290, 0) }, 10.16)
    const lines = fromSetup('halfway', now, brought(later), ['mass', 'swingWeight'], tennis)
    expect([lines.mass!.value, lines.swingWeight!.value]).toEqual([280, 280])
    expect(lines.mass!.chain.map((r) => r.code)).toEqual(['now', 'setup', 'halfway'])
  })
  it('never guesses what it does not know, and needs a reading to go half-way', () => {
    const told = singleReport({ condition: STRUNG, axisCm: 10.16 }, { mass: e(340), swingWeight: e(340) })
    const state = referenceState(
      { geometry: tennis.geometry, reports: [told] },
      { condition: STRUNG, axisCm: 10.16 },
      tennis,
    )
    const lines = fromSetup('reference', usualState(), brought(state), ['mass', 'twistWeight'], tennis)
    expect(Object.keys(lines)).toEqual(['mass'])
    expect(lines.mass!.referenceId).toBe('r')
    expect(() => fromSetup('halfway', frameState({}, 10.16), brought(state), ['mass'], tennis)).toThrow(
      'state.needs at mass',
    )
  })
})

describe('the band', () => {
  it('leaves a number that is inside, and goes to the near edge of the others', () => {
    // 305.4 g strung with an overgrip is 283.9 g bare; its swing weight is about 271 bare.
    const bare = bareState(frame())
    expect(bare.massG).toBeCloseTo(305.4 - 16.5 - 5, 9)
    const lines = fromBand(frame(), player({ age: 30, level: 'strong', build: 'average' }))
    expect(lines.mass!.value).toBeCloseTo(305.4, 9)
    expect(lines.swingWeight!.value).toBeCloseTo(300 + (285 - bare.swingWeightKgCm2!), 9)
    const club = fromBand(frame(), player({ age: 30, level: 'club', build: 'average' }))
    expect(club.mass!.value).toBeCloseTo(305.4, 9)
    expect(club.mass!.chain.at(-1)).toMatchObject({ code: 'band', inside: true })
  })
  it('open above, pulls nobody down', () => {
    const heavy = bareFrame(345, 330)
    for (const [level, build] of [
      ['strong', 'average'],
      ['competition', 'average'],
      ['competition', 'strong'],
    ] as const)
      expect(fromBand(heavy, player({ age: 30, level, build })).mass!.value).toBeCloseTo(345, 6)
    expect(fromBand(heavy, player({ age: 30, level: 'competition' })).swingWeight!.value).toBeCloseTo(330, 6)
    expect(fromBand(bareFrame(320, 310), player({ age: 30, level: 'competition' })).mass!.value).toBeCloseTo(320, 6)
  })
  it('goes one class at a time, and says what is still to go', () => {
    const club = fromBand(bareFrame(320, 318), player({ age: 30, level: 'club', build: 'average' }))
    expect(club.mass!.value).toBeCloseTo(300, 6)
    expect(club.swingWeight!.value).toBeCloseTo(300, 6)
    const last = club.mass!.chain.at(-1)!
    expect(last).toMatchObject({ code: 'oneClass' })
    expect(last.code === 'oneClass' && last.still).toBeCloseTo(-9, 6)
  })
  it('meets its neighbour: no gap between the bands of levels, and no jump as the frame changes by a little', () => {
    const order = ['band.junior26', 'band.firstAdult', 'band.average', 'band.strong', 'band.high', 'band.veryStrong']
    const bands = order.map((id) => BAND_RULES.find((b) => b.id === id)!.effect)
    for (const [i, band] of bands.entries()) {
      if (i === 0 || band.kind !== 'band') continue
      const below = bands[i - 1]
      if (below.kind !== 'band') continue
      for (const quantity of ['mass', 'swingWeight'] as const) {
        expect(band[quantity][0]).toBeLessThanOrEqual(below[quantity][1] ?? Infinity)
        expect(band[quantity][0]).toBeGreaterThanOrEqual(below[quantity][0])
        expect(band[quantity][1] ?? Infinity).toBeGreaterThanOrEqual(below[quantity][1] ?? Infinity)
      }
    }
    for (const level of ['beginner', 'club', 'strong', 'competition'] as const)
      for (const build of ['slight', 'average', 'strong'] as const) {
        const advised = (mass: number) => fromBand(bareFrame(mass, 300), player({ age: 30, level, build }))
        for (let mass = 240; mass < 360; mass += 0.25) {
          const step = advised(mass + 0.25).mass!.value - advised(mass).mass!.value
          expect(step, `${level} ${build} at ${mass}`).toBeGreaterThanOrEqual(-1e-9)
          expect(step, `${level} ${build} at ${mass}`).toBeLessThanOrEqual(0.25 + 1e-9)
        }
      }
  })
  it('is silent where age or level are not known', () => {
    expect(fromBand(frame(), player())).toEqual({})
    expect(fromBand(frame(), null)).toEqual({})
  })
})

describe('the ceiling', () => {
  const known = player({ ceiling: { swingWeightKgCm2: 312, axisCm: 10.16 } })
  it('is as played; on a bare frame it stands lower by what strings and overgrip add', () => {
    expect(ceilingHere(frame(), known)).toBeCloseTo(312, 9)
    const bare = frame({ condition: BARE })
    const adds = playedState(bare).swingWeightKgCm2! - 300
    expect(adds).toBeGreaterThan(25)
    expect(ceilingHere(bare, known)).toBeCloseTo(312 - adds, 9)
    expect(ceilingHere(frame(), player())).toBeNull()
    expect(fromCeiling(frame(), player())).toEqual({})
    expect(fromCeiling(frame(), known).swingWeight!.value).toBeCloseTo(312, 9)
  })
  it('about another axis it moves with this frame’s own mass and balance', () => {
    const about0 = player({ ceiling: { swingWeightKgCm2: 520, axisCm: 0 } })
    const shift = (305.4 * (32.6 ** 2 - (32.6 - 10.16) ** 2)) / 1000
    expect(ceilingHere(frame(), about0)).toBeCloseTo(520 - shift, 6)
  })
  it('holds what is copied, says so, and leaves what was typed', () => {
    const lines = fromSetup('reference', usualState(), brought(usualState()), ['swingWeight'], tennis)
    const high = { swingWeight: { ...lines.swingWeight!, value: 330 } }
    expect(heldAt(high, 312).swingWeight).toMatchObject({ value: 312 })
    expect(heldAt(high, 312).swingWeight!.chain.at(-1)).toEqual({ code: 'held', at: 'ceiling', from: 330, to: 312 })
    expect(heldAt(high, 330).swingWeight!.value).toBe(330)
    expect(heldAt({ swingWeight: line(330) }, 312).swingWeight!.value).toBe(330)
  })
})

describe('complaints', () => {
  const lines = (change: Partial<PlayerFacts>, f = frame()) => fromComplaints(f, player(change))
  it('twists: twist weight up by 4 g at the widest place, 4·y²/1000', () => {
    const half = tennis.geometry.headWidthCm / 2 - tennis.geometry.tubeCm / 2
    const up = lines({ complaints: ['twists'] }).twistWeight!.value - 13.2
    expect(up).toBeGreaterThan(0.9 * ((4 * half ** 2) / 1000))
    expect(up).toBeLessThan((4 * half ** 2) / 1000)
  })
  it('unsteady: recoil weight up, swing weight nearly left alone', () => {
    const found = lines({ complaints: ['unsteady'] })
    const after = frameState(
      { mass: e(found.mass!.value), balance: e(found.balance!.value), swingWeight: e(found.swingWeight!.value) },
      10.16,
    )
    expect(derivedNumbers(after).recoilWeightKgCm2).toBeGreaterThan(
      derivedNumbers(usualState()).recoilWeightKgCm2 + 1.5,
    )
    expect(found.swingWeight!.value - 300).toBeLessThan(0.5)
  })
  it('late: down one step', () => {
    expect(lines({ complaints: ['late'] }).swingWeight!.value).toBeLessThan(294)
    expect(lines({ lateInTen: 1 }).swingWeight!.value).toBeLessThan(294)
    expect(lines({ lateInTen: 0 })).toEqual({})
  })
  const put = (name: string, massG: number, atCm: number, offAxisCm = 0) => ({ id: name, name, massG, atCm, offAxisCm })
  const loaded = frame({
    condition: { ...STRUNG, added: [put('tip', 3, 68), put('sides', 6, 51, 12.5), put('handle', 9, 5)] },
  })
  it('too heavy: what was put on gives in proportion, by its own places; two reasons to go down are one', () => {
    const tired = lines({ complaints: ['tired'] }, loaded)
    expect(tired.mass!.value).toBeCloseTo(0.98 * 305.4, 9)
    // Each gives 6.108/18 of itself.
    const part = (0.02 * 305.4) / 18
    const swing = 3 * (68 - 10.16) ** 2 + 6 * (51 - 10.16) ** 2 + 9 * (5 - 10.16) ** 2
    expect(300 - tired.swingWeight!.value).toBeCloseTo((part * swing) / 1000, 9)
    expect(13.2 - tired.twistWeight!.value).toBeCloseTo((part * 6 * 12.5 ** 2) / 1000, 9)
    expect(lines({ complaints: ['tired', 'heavy'] }, loaded).mass!.value).toBeCloseTo(0.97 * 305.4, 9)
  })
  it('a frame gives no more than was put on it, and one with nothing on it gives nothing', () => {
    const some = frame({ condition: { ...STRUNG, added: [put('tip', 2, 68)] } })
    expect(lines({ complaints: ['heavy'] }, some).mass!.value).toBeCloseTo(303.4, 9)
    expect(lines({ complaints: ['heavy'] })).toEqual({})
    expect(scaledBack(frame(), -0.02)).toBeNull()
  })
  it('a padel player with an elbow is told of another frame: no removal makes one 20 to 25 g lighter', () => {
    const state = frameState({ mass: e(370), balance: e(26), swingWeight: e(150), twistWeight: e(17) }, 10.16)
    const bat = frame({ state, profile: padel, geometry: padel.geometry, condition: { ...BARE, overgrips: 1 } })
    expect(lines({ pain: 'past' }, bat)).toEqual({})
  })
  it('none is silent', () => {
    expect(lines({})).toEqual({})
    expect(fromComplaints(frame(), null)).toEqual({})
  })
})

describe('M·g·R/I', () => {
  it('the grams that it asks for bring it there exactly', () => {
    for (const [k, place] of [
      [20.7, 'handle'],
      [20.2, 'tip'],
    ] as const) {
      const grams = gramsForMgri(frame(), k, place)!
      const after = withPointMasses(usualState(), [{ place, massG: grams }], tennis.geometry)
      expect(derivedNumbers(after).mgri).toBeCloseTo(k, 9)
    }
  })
  it('inside its band nothing changes; out of reach it says so', () => {
    const k = derivedNumbers(usualState()).mgri
    expect(k).toBeGreaterThan(20)
    expect(fromMgri(frame(), null).mass!.value).toBeCloseTo(305.4, 9)
    const far = frame({ state: frameState({ mass: e(305), balance: e(28), swingWeight: e(340) }, 10.16) })
    expect(() => fromMgri(far, null)).toThrow('target.mgri')
    expect(() => fromMgri(frame({ state: frameState({ mass: e(305) }, 10.16) }), null)).toThrow(
      'state.needs at balance',
    )
  })
})

describe('schools side by side', () => {
  const known = player({ ceiling: { swingWeightKgCm2: 308, axisCm: 10.16 } })
  const found = proposals(frame(), known)
  const by = (id: string) => found.find((p) => p.school.id === id)!
  it('are all there, and those that raise the swing weight go just to the ceiling', () => {
    expect(found.map((p) => p.school.id)).toEqual(STRATEGIES.map((s) => s.id))
    for (const id of ['ceilingFirst', 'keepBalance', 'ends', 'sides'])
      expect(by(id).lines.swingWeight!.value).toBeCloseTo(308, 6)
    expect(by('handleFirst').lines.swingWeight!.value - 300).toBeLessThan(1)
  })
  it('hold what they say: equal moments keep the balance, the ends give most recoil for their grams, the sides most twist', () => {
    expect(by('keepBalance').lines.balance!.value).toBeCloseTo(32.6, 9)
    expect(by('ends').lines.balance!.value).toBeCloseTo(32.6, 9)
    const recoil = derivedNumbers(usualState()).recoilWeightKgCm2
    const perGram = (id: string) => (by(id).recoilKgCm2! - recoil) / by(id).massG
    for (const id of ['handleFirst', 'keepBalance', 'sides']) expect(perGram('ends')).toBeGreaterThan(perGram(id))
    const twist = (id: string) => by(id).lines.twistWeight!.value
    for (const id of ['handleFirst', 'ceilingFirst', 'keepBalance', 'ends'])
      expect(twist('sides')).toBeGreaterThan(twist(id))
  })
  it('where they part is named with both sides; at the ceiling nobody adds swing weight', () => {
    const apart = disagreements(found, frame())
    expect(apart.map((a) => a.quantity)).toContain('twistWeight')
    expect(apart.find((a) => a.quantity === 'twistWeight')!.high.school.id).toBe('sides')
    const full = proposals(frame(), player({ ceiling: { swingWeightKgCm2: 299, axisCm: 10.16 } }))
    for (const p of full.filter((x) => x.school.id !== 'handleFirst')) expect(p.pointMasses).toEqual([])
  })
  it('need three numbers; M·g·R/I is tennis alone', () => {
    expect(() => proposals(frame({ state: frameState({ mass: e(300) }, 10.16) }), null)).toThrow('state.needs')
    const state = frameState({ mass: e(88), balance: e(29.5), swingWeight: e(92), twistWeight: e(2.2) }, 7.62)
    const condition = { ...BARE, stringsG: 2.6 }
    const other = proposals(frame({ state, profile: badminton, geometry: badminton.geometry, condition }), null)
    expect(other.map((p) => p.school.id)).not.toContain('mgri')
  })
})

describe('warnings on a target', () => {
  const ids = (
    lines: Parameters<typeof warningsOnTarget>[2],
    who: PlayerFacts | null = null,
    kind: string | null = null,
    f = frame(),
  ) => warningsOnTarget(f, who, lines, kind).map((g) => g.rule.id)
  it('fire with the numbers of frame and target', () => {
    expect(ids({ mass: line(300) })).toEqual(['guard.lighter'])
    expect(ids({ mass: line(304.4) })).toEqual([])
    expect(ids({ mass: line(326) })).toEqual(['guard.oneClass'])
    expect(ids({ swingWeight: line(301.2, 1) })).toEqual(['guard.withinUncertainty', 'guard.toleranceTight'])
    // 312 g here is 290.5 g bare.
    expect(ids({ mass: line(312) }, player({ age: 13 }))).toEqual(['guard.class.under15'])
    expect(ids({ mass: line(311.4) }, player({ age: 13 }))).toEqual([])
    expect(ids({ mass: line(312) }, player({ pain: 'past' }))).toEqual(['guard.pain.known'])
    expect(ids({ mass: line(312) }, player({ pain: 'now' }))).toEqual(['guard.pain.now'])
  })
  it('hold the player’s ceiling and a professional’s spec against the swing weight', () => {
    const who = player({ level: 'club', ceiling: { swingWeightKgCm2: 310, axisCm: 10.16 } })
    expect(ids({ swingWeight: line(318, 2) }, who, 'professional')).toEqual(['guard.ceiling', 'guard.professional'])
    expect(ids({ swingWeight: line(310, 2) }, who, 'retail')).toEqual([])
  })
  it('hold the rules of play against the frame: 73.7 cm is legal, more is not (rules of tennis, from memory)', () => {
    const long = (lengthCm: number) => frame({ geometry: { ...tennis.geometry, lengthCm } })
    expect(ids({}, null, null, long(73.7))).toEqual([])
    expect(ids({}, null, null, long(73.8))).toEqual(['guard.length'])
  })
  it('ask in writing once per number: another number asks again', () => {
    const who = player({ ceiling: { swingWeightKgCm2: 310, axisCm: 10.16 } })
    const warnings = warningsOnTarget(frame(), who, { swingWeight: line(318, 2) }, null)
    expect(unconfirmed(warnings, [])).toHaveLength(1)
    const confirmed = [{ key: warnings[0].key, words: 'for one week', by: 'X', at: '' }]
    expect(unconfirmed(warnings, confirmed)).toHaveLength(0)
    expect(unconfirmed(warningsOnTarget(frame(), who, { swingWeight: line(320, 2) }, null), confirmed)).toHaveLength(1)
  })
})
