import { describe, expect, it } from 'vitest'
import { doubtOfReading, doubtOfState } from '#core/frame/plausible.ts'
import { aboutAxis, frameState } from '#core/frame/state.ts'
import { headOutline } from '#core/geometry/outline.ts'
import { estimateOfFigure, referenceState } from '#core/compare/setup.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { profileOf } from '#core/sports/sports.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { frameSchema, materialSchema, playerSchema, referenceSchema } from '#contract/entities.ts'
import { shopSchema } from '#contract/shop.ts'
import { REFERENCES } from './library.ts'
import { FRAMES, MATERIALS, PLAYERS, SHOP } from './world.ts'

describe('the made-up world', () => {
  it('is what the contract takes, every id once', () => {
    shopSchema.parse({ ...SHOP, revision: 1 })
    for (const player of PLAYERS) playerSchema.parse({ ...player, revision: 1 })
    for (const frame of FRAMES) frameSchema.parse({ ...frame, revision: 1 })
    for (const reference of REFERENCES) referenceSchema.parse(reference)
    for (const material of MATERIALS) materialSchema.parse(material)
    for (const list of [PLAYERS, FRAMES, REFERENCES, MATERIALS])
      expect(new Set(list.map((x) => x.id)).size).toBe(list.length)
  })

  it('has frames that belong to its players and lie within the rules of play', () => {
    for (const frame of FRAMES) {
      if (frame.playerId) expect(PLAYERS.map((p) => p.id)).toContain(frame.playerId)
      const { rules } = profileOf(frame.sport)
      expect(frame.geometry.lengthCm).toBeLessThanOrEqual(rules.maxLengthCm)
      expect(frame.geometry.headWidthCm).toBeLessThanOrEqual(rules.maxWidthCm)
      expect(headOutline(frame.geometry).halfLengthCm).toBeGreaterThan(frame.sport === 'tennis' ? 40 : 30)
    }
  })

  it.each(REFERENCES.filter((r) => r.kind !== 'band').map((r) => [r.name, r] as const))(
    '%s is plausible as told, and about the usual axis',
    (_, reference) => {
      const profile = profileOf(reference.sport)
      for (const report of reference.reports) {
        const numbers = Object.fromEntries(
          QUANTITIES.map((q) => {
            const figure = report.figures[q]
            return [q, figure && estimateOfFigure(figure, report.grade, q, profile)]
          }),
        )
        const given = frameState(numbers, report.axisCm)
        expect(doubtOfState(given, reference.geometry, profile)).toBeNull()
        for (const quantity of QUANTITIES) {
          const number = numbers[quantity]
          if (number && (quantity !== 'swingWeight' || report.axisCm === profile.axisCm))
            expect(doubtOfReading(quantity, number.value, reference.geometry.lengthCm, profile)).toBeNull()
        }
        if (given.massG && given.balanceCm && given.swingWeightKgCm2)
          expect(doubtOfState(aboutAxis(given, profile.axisCm), reference.geometry, profile)).toBeNull()
      }
    },
  )

  it('has all four sports and kinds, unknowns, ranges, other conditions, another axis, and reports that disagree', () => {
    const reports = REFERENCES.flatMap((r) => r.reports)
    expect(new Set(REFERENCES.map((r) => r.sport)).size).toBe(4)
    expect(new Set(REFERENCES.map((r) => r.kind)).size).toBe(4)
    expect(reports.some((r) => r.figures.balance === null)).toBe(true)
    expect(reports.some((r) => r.figures.mass !== null && r.figures.mass.low < r.figures.mass.high)).toBe(true)
    expect(new Set(reports.map((r) => JSON.stringify(r.condition))).size).toBeGreaterThanOrEqual(4)
    expect(new Set(reports.map((r) => r.grade)).size).toBe(4)
    expect(reports.some((r) => r.axisCm === 0)).toBe(true)
    expect(REFERENCES.some((r) => r.reports.length > 1)).toBe(true)
  })

  it('keeps what nobody knows unknown when it is brought to another condition', () => {
    for (const reference of REFERENCES) {
      const profile = profileOf(reference.sport)
      const to = { condition: defaultCondition(profile), axisCm: profile.axisCm }
      const state = referenceState(reference, to, profile)
      const told = (q: (typeof QUANTITIES)[number]) => reference.reports.some((r) => r.figures[q] !== null)
      if (!told('mass')) expect(state.massG).toBeNull()
      if (!told('balance')) expect(state.balanceCm).toBeNull()
      if (!told('swingWeight')) expect(state.swingWeightKgCm2).toBeNull()
      if (!told('twistWeight')) expect(state.twistWeightKgCm2).toBeNull()
    }
  })
})
