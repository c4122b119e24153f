import { describe, expect, it } from 'vitest'
import { doubtOfReading, doubtOfState } from '#core/frame/plausible.ts'
import { aboutAxis, frameState } from '#core/frame/state.ts'
import { headOutline } from '#core/frame/outline.ts'
import { referenceState } from '#core/job/picture.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { profileOf } from '#core/sports/sports.ts'
import { tennis } from '#core/sports/tennis.ts'
import { frameSchema, materialSchema, playerSchema, referenceSchema, shopSchema } from '#contract/entities.ts'
import { FRAMES, MATERIALS, PLAYERS, REFERENCES, SHOP, STRUNG_WRAP } from './world.ts'

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

  it.each(REFERENCES.map((r) => [r.name, r] as const))(
    '%s is plausible as given, and about the usual axis',
    (_, reference) => {
      const given = frameState(reference.numbers, reference.axisCm)
      expect(doubtOfState(given, reference.geometry, tennis)).toBeNull()
      for (const quantity of QUANTITIES) {
        const number = reference.numbers[quantity]
        if (number && (quantity !== 'swingWeight' || reference.axisCm === tennis.axisCm)) {
          expect(doubtOfReading(quantity, number.value, reference.geometry.lengthCm, tennis)).toBeNull()
        }
      }
      if (given.massG && given.balanceCm && given.swingWeightKgCm2) {
        expect(doubtOfState(aboutAxis(given, tennis.axisCm), reference.geometry, tennis)).toBeNull()
      }
    },
  )

  it('has professionals and retail frames, unknown numbers, other conditions and another axis', () => {
    expect(REFERENCES).toHaveLength(25)
    expect(REFERENCES.filter((r) => r.kind === 'professional')).toHaveLength(10)
    expect(REFERENCES.some((r) => r.numbers.balance === null)).toBe(true)
    expect(REFERENCES.some((r) => r.numbers.swingWeight === null)).toBe(true)
    expect(new Set(REFERENCES.map((r) => JSON.stringify(r.condition))).size).toBeGreaterThanOrEqual(4)
    expect(new Set(REFERENCES.map((r) => r.grade)).size).toBe(4)
    expect(REFERENCES.some((r) => r.axisCm !== tennis.axisCm)).toBe(true)
  })

  it('keeps what nobody knows unknown when it is brought to another condition', () => {
    for (const reference of REFERENCES) {
      const state = referenceState(reference, { condition: STRUNG_WRAP, axisCm: tennis.axisCm }, tennis)
      if (!reference.numbers.mass) expect(state.massG).toBeNull()
      if (!reference.numbers.balance) expect(state.balanceCm).toBeNull()
      if (!reference.numbers.swingWeight) expect(state.swingWeightKgCm2).toBeNull()
      if (!reference.numbers.twistWeight) expect(state.twistWeightKgCm2).toBeNull()
    }
  })
})
