import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { defaultCondition } from '../frame/condition.ts'
import { frameState } from '../frame/state.ts'
import { unknownPlayer, type PlayerFacts } from '../player/facts.ts'
import { PROFILES, SPORTS } from '../sports/sports.ts'
import { cautionsOnFrame, cautionsOnNext, warningsOnTarget } from './warnings.ts'
import { bareState, type FrameNow } from './frameNow.ts'
import { proposals } from './strategies.ts'
import { ageClassOf } from './rules/ageClasses.ts'
import { MINOR_SWING_STEP_KGCM2, withinClass } from './minors.ts'
import { fromBand, fromComplaints, fromMgri } from './methods.ts'
import type { TargetLine, TargetLines } from './target.ts'

const e = (value: number) => ({ value, u: 0.1 })
const { tennis } = PROFILES
const player = (change: Partial<PlayerFacts>): PlayerFacts => ({ ...unknownPlayer('P'), complaints: [], ...change })
/** A tennis frame by its bare numbers. */
function bare(massG: number, swingKgCm2: number, lengthCm = 68.58): FrameNow {
  const condition = { ...defaultCondition(tennis), stringsG: null, overgrips: 0 }
  return {
    state: frameState({ mass: e(massG), balance: e(0.47 * lengthCm), swingWeight: e(swingKgCm2) }, tennis.axisCm),
    condition,
    geometry: { ...tennis.geometry, lengthCm },
    profile: tennis,
  }
}
const typed = (value: number): TargetLine => ({
  value,
  tolerance: 1,
  from: 'hand',
  referenceId: null,
  reason: '',
  chain: [],
})
const ids = (found: { id: string }[]) => found.map((c) => c.id)

describe('a child on a heavy frame', () => {
  it('of ten years on 294 g bare is warned of without any target', () => {
    expect(ids(cautionsOnFrame(bare(294, 260), player({ age: 10 })))).toEqual(['frame.class.under12'])
    expect(cautionsOnFrame(bare(294, 260), player({ age: 10 }))[0].message).toContain('294')
    expect(cautionsOnFrame(bare(294, 260), player({ age: 30 }))).toEqual([])
    expect(cautionsOnFrame(bare(250, 260), player({ age: 10 }))).toEqual([])
  })
  it('is warned of by swing weight too', () => {
    expect(ids(cautionsOnFrame(bare(255, 290), player({ age: 10 })))).toEqual(['frame.classSwing.under12'])
  })
  it('is asked about with a target for swing weight only', () => {
    const warnings = warningsOnTarget(bare(294, 260), player({ age: 10 }), { swingWeight: typed(262) }, null)
    expect(warnings.find((g) => g.rule.id === 'guard.class.under12')?.confirm).toBe(true)
    const heavier = warningsOnTarget(bare(250, 260), player({ age: 10 }), { swingWeight: typed(285) }, null)
    expect(heavier.map((g) => g.rule.id)).toContain('guard.classSwing.under12')
  })
  it.each([
    ['padel', 360, 11],
    ['badminton', 95, 10],
    ['pickleball', 245, 9],
  ] as const)('is warned of in %s as well, as practice and wide', (sport, massG, age) => {
    const profile = PROFILES[sport]
    const frame = {
      state: frameState({ mass: e(massG) }, profile.axisCm),
      condition: { ...defaultCondition(profile), stringsG: null, overgrips: 0 },
      geometry: profile.geometry,
      profile,
    }
    const [caution] = cautionsOnFrame(frame, player({ age }))
    expect(caution.message).toContain('Common practice, wide')
  })
})

describe('another frame', () => {
  it('over the class of the age is said before anybody copies it', () => {
    expect(ids(cautionsOnNext(bare(255, 260), bare(294, 262), player({ age: 10 })))).toEqual([
      'frame.class.under12',
      'guard.oneClass',
    ])
  })
  it('more than one class away is said of adults too, either way and by swing weight', () => {
    const adult = player({ age: 30 })
    expect(ids(cautionsOnNext(bare(300, 290), bare(319, 300), adult))).toEqual([])
    expect(ids(cautionsOnNext(bare(300, 290), bare(325, 300), adult))).toEqual(['guard.oneClass'])
    expect(ids(cautionsOnNext(bare(300, 290), bare(310, 315), adult))).toEqual(['guard.oneClassSwing'])
    expect(ids(cautionsOnNext(bare(320, 318), bare(291, 285), adult))).toEqual(['guard.oneClassDown'])
    expect(ids(cautionsOnNext(null, bare(291, 285), adult))).toEqual([])
  })
})

describe('advice for a minor', () => {
  it('of eight years on a 27 in frame of 260 g and 250 does not go up in weight', () => {
    const lines = fromBand(bare(260, 250), player({ age: 8, level: 'club' }))
    expect(lines.mass!.value).toBeLessThanOrEqual(260 + 1e-9)
    expect(lines.swingWeight!.value).toBeLessThanOrEqual(250 + MINOR_SWING_STEP_KGCM2)
  })
  it('has no M·g·R/I', () => {
    expect(() => fromMgri(bare(260, 250), player({ age: 12 }))).toThrow('target.mgriMinor')
    expect(proposals(bare(260, 250), player({ age: 12 })).map((p) => p.school.id)).not.toContain('mgri')
    expect(proposals(bare(300, 290), player({ age: 30 })).map((p) => p.school.id)).toContain('mgri')
  })
  it('never goes over the class of the age, nor up by more than half a class of swing weight: every age, frame, level, sport', () => {
    const child = fc.record({
      sport: fc.constantFrom(...SPORTS),
      age: fc.integer({ min: 6, max: 17 }),
      level: fc.constantFrom('beginner', 'club', 'strong', 'competition', null),
      build: fc.constantFrom('slight', 'average', 'strong', null),
      complaints: fc.subarray(['twists', 'unsteady', 'weak', 'late', 'heavy'] as const),
      share: fc.double({ min: 0.7, max: 1.15, noNaN: true }),
      swingShare: fc.double({ min: 0.7, max: 1.2, noNaN: true }),
      short: fc.boolean(),
    })
    fc.assert(
      fc.property(child, ({ sport, share, swingShare, short, ...facts }) => {
        const profile = PROFILES[sport]
        const usual = { tennis: [300, 280], padel: [365, 140], pickleball: [230, 115], badminton: [88, 88] }[sport]
        const geometry = short && sport === 'tennis' ? { ...profile.geometry, lengthCm: 66.04 } : profile.geometry
        const now = { mass: usual[0] * share, swingWeight: usual[1] * share * swingShare }
        const frame: FrameNow = {
          state: frameState(
            {
              mass: e(now.mass),
              balance: e(0.48 * geometry.lengthCm),
              swingWeight: e(now.swingWeight),
              twistWeight: e(12),
            },
            profile.axisCm,
          ),
          condition: defaultCondition(profile),
          geometry,
          profile,
        }
        const child = player(facts)
        const group = ageClassOf(sport, child.age)
        const bareNow = bareState(frame)
        const mostMass = group ? Math.max(now.mass, group.mostMassG + now.mass - bareNow.massG!) : Infinity
        const check = (lines: TargetLines) => {
          if (lines.mass) expect(lines.mass.value).toBeLessThanOrEqual(mostMass + 1e-6)
          if (lines.swingWeight)
            expect(lines.swingWeight.value).toBeLessThanOrEqual(now.swingWeight + MINOR_SWING_STEP_KGCM2 + 1e-6)
          if (lines.swingWeight && group?.mostSwingKgCm2 != null) {
            const most = group.mostSwingKgCm2 + now.swingWeight - bareNow.swingWeightKgCm2!
            expect(lines.swingWeight.value).toBeLessThanOrEqual(Math.max(now.swingWeight, most) + 1e-6)
          }
        }
        check(fromBand(frame, child))
        check(fromComplaints(frame, child))
        for (const proposal of proposals(frame, child)) check(proposal.lines)
        const gathered = {
          mass: { ...typed(400), from: 'cluster' as const },
          swingWeight: { ...typed(400), from: 'match' as const },
        }
        check(withinClass(gathered, frame, child))
      }),
      { numRuns: 400 },
    )
  })
})
