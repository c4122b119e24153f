import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aboutAxis, estimateOf, frameState } from '../frame/state.ts'
import { tennis } from '../sports/tennis.ts'
import { BARE, STRUNG } from '../frame/fixtures.ts'
import { grubbsCritical, outlierOf } from './outlier.ts'
import { repeats, type Reading } from './readings.ts'
import { differenceOf } from '../quantities/difference.ts'
import { instrumentsOf, sharedVariance } from './instruments.ts'
import { lateralPlace, summarise } from './summary.ts'

const scale = tennis.methods.find((m) => m.id === 'scale')!
const reading = (
  id: string,
  quantity: Reading['quantity'],
  value: number,
  axisCm: number | null = quantity === 'swingWeight' ? 10.16 : null,
  methodId = '',
): Reading => ({ id, quantity, value, axisCm, methodId })
const read = (readings: Reading[], confirmed: string[] = []) =>
  summarise(readings, {
    confirmed: new Set(confirmed),
    axisCm: 10.16,
    condition: STRUNG,
    geometry: tennis.geometry,
    profile: tennis,
  })

describe('repeats', () => {
  it('mean and deviation agree with the certified values of NIST’s NumAcc1 set (10000001, 10000003, 10000002: mean 10000002, deviation 1; from memory)', () => {
    const s = repeats([10000001, 10000003, 10000002], scale)
    expect(s.value).toBe(10000002)
    expect(s.deviation).toBe(1)
  })
  it('type A is s/√n (GUM 4.2.3): its clause H.2 voltages, 4.999 V ± 0.0032 V from five readings (from memory)', () => {
    const bare = { ...scale, resolution: 0, device: 0, spread: 0 }
    const s = repeats([5.007, 4.994, 5.005, 4.99, 4.999], bare)
    expect(s.value).toBeCloseTo(4.999, 12)
    expect(s.uRepeat).toBeCloseTo(0.0032, 4)
    expect(s.standard).toBe(s.uRepeat)
    // Four degrees of freedom: the 95 % factor is 2.776 (GUM table G.2).
    expect(2 * s.u).toBeCloseTo(2.776 * s.uRepeat, 5)
  })
  it('a single reading carries the method’s usual spread, its display step over √12 and its device, in quadrature', () => {
    expect(repeats([322], scale).standard).toBeCloseTo(Math.sqrt(0.05 ** 2 + 0.1 ** 2 / 12 + 0.1 ** 2), 12)
    expect(repeats([322], scale).deviation).toBeNull()
    expect(() => repeats([], scale)).toThrow('readings.none')
  })
  it('two equal readings do not claim to be without spread', () => {
    // Pooled with eight readings' worth of the usual spread (GUM 4.2.4).
    expect(repeats([322, 322], scale).uRepeat).toBeCloseTo(Math.sqrt((8 * (0.05 ** 2 + 0.1 ** 2 / 12)) / 9 / 2), 12)
  })
})

describe('a frame’s readings together', () => {
  const usual = [reading('m', 'mass', 330), reading('b', 'balance', 32.5), reading('s', 'swingWeight', 325)]
  it('brings a swing weight about another axis to the job’s: 410 about 5 cm is 325 about 10.16', () => {
    const about5 = aboutAxis(
      frameState(
        { mass: { value: 330, u: 0 }, balance: { value: 32.5, u: 0 }, swingWeight: { value: 325, u: 0 } },
        10.16,
      ),
      5,
    )
    const s = read([usual[0], usual[1], reading('s', 'swingWeight', about5.swingWeightKgCm2!, 5)])
    expect(s.state.swingWeightKgCm2).toBeCloseTo(325, 9)
    expect(s.quantities.swingWeight.doubtful).toEqual([])
    expect(estimateOf(read([reading('s', 'swingWeight', 410, 5)]).state, 'swingWeight')).toBeNull()
  })
  it('weights two methods by 1/u²', () => {
    const s = read([reading('a', 'mass', 330, null, 'scale'), reading('b', 'mass', 330.6, null, 'scale-1g')])
    const [fine, coarse] = s.quantities.mass.groups
    const expected =
      (330 / fine.standard ** 2 + 330.6 / coarse.standard ** 2) / (1 / fine.standard ** 2 + 1 / coarse.standard ** 2)
    expect(s.quantities.mass.combined!.value).toBeCloseTo(expected, 9)
    expect(s.quantities.mass.combined!.u).toBeLessThan(Math.min(fine.u, coarse.u))
  })
  it('keeps a doubtful reading out until it is confirmed', () => {
    const odd = [...usual, reading('oz', 'mass', 11.6)]
    expect(read(odd).state.massG).toBeCloseTo(330, 9)
    expect(read(odd).quantities.mass.doubtful[0].doubt.code).toBe('doubt.ounces')
    // Somebody says that it is right: then the other one cannot be, until somebody says so too.
    expect(read(odd, ['oz']).state.massG).toBeCloseTo(11.6, 6)
    expect(read(odd, ['oz', usual[0].id]).state.massG).toBeCloseTo(170.8, 6)
  })
  it('one slip among good swing weights leaves the good ones in use', () => {
    const mixed = read([...usual, reading('s2', 'swingWeight', 326), reading('s3', 'swingWeight', 509)])
    expect(mixed.state.swingWeightKgCm2).toBeCloseTo(325.5, 9)
    expect(mixed.quantities.swingWeight.doubtful.map((d) => [d.readingId, d.doubt.data.axisCm])).toEqual([['s3', 0]])
  })
  it('leaves a swing weight that does not fit out of the state, and takes it when confirmed', () => {
    const odd = [usual[0], usual[1], reading('s', 'swingWeight', 410)]
    expect(read(odd).quantities.swingWeight.doubtful[0].doubt.code).toBe('doubt.axis')
    expect(estimateOf(read(odd).state, 'swingWeight')).toBeNull()
    expect(estimateOf(read(odd).state, 'mass')!.value).toBe(330)
    expect(read(odd, ['s']).state.swingWeightKgCm2).toBe(410)
  })
})

describe('what stands out', () => {
  const bare = { ...scale, resolution: 0 }
  it('points out a reading by Grubbs’ test and keeps using it', () => {
    const values = [322.0, 322.1, 321.9, 322.0, 323.4]
    const s = read(values.map((v, i) => reading(String(i), 'mass', v)))
    expect(s.quantities.mass.outliers).toEqual(['4'])
    expect(s.state.massG).toBeCloseTo(322.28, 9)
    expect(s.quantities.mass.groups[0].wide).toBe(true)
  })
  it('does not call a figure one step of the display off an outlier', () => {
    expect(outlierOf([322, 322, 322, 322, 322, 322, 322.1], 0.1)).toBeNull()
    expect(outlierOf([322, 322, 322, 322, 322, 322, 322.3], 0.1)?.index).toBe(6)
    expect(outlierOf([322, 322, 322, 323], 1)).toBeNull()
    expect(outlierOf([322, 322, 322], 0)).toBeNull()
    expect(outlierOf([1, 2], 0.1)).toBeNull()
  })
  // Grubbs' table, two-sided 5 % (one-sided 2.5 %), from memory.
  it.each([
    [3, 1.155],
    [4, 1.481],
    [5, 1.715],
    [6, 1.887],
    [8, 2.126],
    [10, 2.29],
    [20, 2.709],
  ])('Grubbs’ critical value for %i readings is %f', (n, critical) =>
    expect(grubbsCritical(n)).toBeCloseTo(critical, 2),
  )
  it('a spread larger than the method’s usual one stands alone', () => {
    const s = repeats([322, 324], bare)
    expect(s.wide).toBe(true)
    expect(s.uRepeat).toBeCloseTo(1, 12)
    expect(s.dof).toBeGreaterThan(1)
    expect(repeats([322, 322.1], bare).wide).toBe(false)
  })
  it('the further two readings lie apart, the less sure it is, until they are not averaged at all', () => {
    const twice = (by: number, method = 'scale') =>
      read([reading('a', 'mass', 318, null, 'scale'), reading('b', 'mass', 318 - by, null, method)]).quantities.mass
    for (const method of ['scale', 'scale-1g']) {
      let before = 0
      for (let by = 0; by < 40; by += 0.25) {
        const { combined, doubtful, groups, disagree } = twice(by, method)
        if (combined === null) {
          expect(doubtful.map((d) => d.doubt.code)).toEqual(['doubt.apart', 'doubt.apart'])
          expect(by).toBeGreaterThan(4)
          continue
        }
        if (by > (method === 'scale' ? 1 : 4)) expect(disagree || groups[0].wide).toBe(true)
        expect(by).toBeLessThan(15)
        expect(combined.u).toBeGreaterThanOrEqual(before - 1e-9)
        before = combined.u
      }
    }
  })
  it('two that cannot both be this frame wait for somebody to say which; of three the odd one out waits', () => {
    const two = [reading('a', 'mass', 318), reading('b', 'mass', 350, null, 'scale-1g')]
    expect(read(two).state.massG).toBeNull()
    expect(read(two, ['b']).state.massG).toBeCloseTo(350, 9)
    expect(read(two, ['b']).quantities.mass.doubtful).toMatchObject([{ readingId: 'a', doubt: { data: { value: 318, other: 350 } } }]) // prettier-ignore
    const three = read([...two, reading('c', 'mass', 318.2)])
    expect(three.state.massG).toBeCloseTo(318.1, 9)
    expect(three.quantities.mass.doubtful.map((d) => d.readingId)).toEqual(['b'])
  })
  it('what is told does not hang on the order of the readings', () => {
    const value = fc.constantFrom(310, 310.2, 316, 318, 318.1, 350)
    const doubted = (rows: Reading[]) =>
      read(rows)
        .quantities.mass.doubtful.map((d) => rows.find((r) => r.id === d.readingId)!.value)
        .sort()
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 6 }), (values) => {
        const all = values.map((v, i) => reading(String(i), 'mass', v))
        expect(doubted(all)).toEqual(doubted(all.toReversed()))
      }),
    )
  })
  it('says when two methods do not agree', () => {
    const apart = read([reading('a', 'mass', 330, null, 'scale'), reading('b', 'mass', 333, null, 'scale-1g')])
    expect(apart.quantities.mass.disagree).toBe(true)
    // Two methods 3 g apart: the mean is no surer than that.
    expect(2 * apart.quantities.mass.combined!.u).toBeGreaterThan(1)
    const near = read([reading('a', 'mass', 330, null, 'scale'), reading('b', 'mass', 330.5, null, 'scale-1g')])
    expect(near.quantities.mass.disagree).toBe(false)
  })
})

describe('readings with other things on the frame', () => {
  const bareReadings = [
    { ...reading('m0', 'mass', 305.4), condition: BARE },
    { ...reading('b0', 'balance', 31.9), condition: BARE },
    { ...reading('s0', 'swingWeight', 292), condition: BARE },
  ]
  const strung = { ...BARE, stringsG: 16.5 }
  const inStrung = (readings: Reading[]) =>
    summarise(readings, {
      confirmed: new Set(),
      axisCm: 10.16,
      condition: strung,
      geometry: tennis.geometry,
      profile: tennis,
    })
  it('strung from bare by geometry: the trade’s +15 to 18 g, about +1 cm, +25 to 30 (common practice, no source)', () => {
    const s = inStrung(bareReadings)
    expect(s.state.massG! - 305.4).toBeGreaterThan(15)
    expect(s.state.massG! - 305.4).toBeLessThan(18)
    expect(s.state.balanceCm! - 31.9).toBeCloseTo(1, 1)
    expect(s.state.swingWeightKgCm2! - 292).toBeGreaterThan(25)
    expect(s.state.swingWeightKgCm2! - 292).toBeLessThan(30)
    const { converted } = s.quantities.mass
    expect(converted).toHaveLength(1)
    expect(converted[0].used).toBe(true)
    // The strings’ mass is known to 0.87 g, the scale to about 0.12: the conversion carries both.
    expect(converted[0].estimate.u).toBeCloseTo(Math.hypot(0.87, s.state.covariance[0][0] ** 0.5), 0)
  })
  it('what was read as asked is used as read; the conversion only stands beside it', () => {
    const s = inStrung([...bareReadings, { ...reading('m1', 'mass', 322.1), condition: strung }])
    expect(s.state.massG).toBe(322.1)
    expect(s.quantities.mass.converted[0].used).toBe(false)
    expect(s.state.balanceCm).not.toBeNull()
  })
  it('a frame read both ways keeps its own strings: 14.2 g where 16.5 is usual', () => {
    const both = [
      ...bareReadings,
      { ...reading('m1', 'mass', 319.6), condition: strung },
      { ...reading('b1', 'balance', 32.75), condition: strung },
      { ...reading('s1', 'swingWeight', 317), condition: strung },
    ]
    const own = inStrung(both).ownStrings!
    expect(own.massG).toBeCloseTo(14.2, 9)
    expect(own.xCm).toBeCloseTo((319.6 * 32.75 - 305.4 * 31.9) / 14.2, 9)
    // Another job, bare readings only: with the frame's own strings it comes to what was read strung.
    const later = summarise(bareReadings, {
      confirmed: new Set(),
      axisCm: 10.16,
      condition: strung,
      geometry: tennis.geometry,
      profile: tennis,
      ownStrings: own,
    })
    expect(later.state.massG).toBeCloseTo(319.6, 9)
    expect(later.state.balanceCm).toBeCloseTo(32.75, 9)
    expect(later.state.swingWeightKgCm2).toBeCloseTo(317, 9)
    expect(inStrung([...bareReadings, { ...reading('m1', 'mass', 305.5), condition: strung }]).ownStrings).toBeNull()
  })
  it('other layers move the numbers the way they lie', () => {
    const more = (change: Partial<typeof BARE>) =>
      summarise(bareReadings, {
        confirmed: new Set(),
        axisCm: 10.16,
        condition: { ...BARE, ...change },
        geometry: tennis.geometry,
        profile: tennis,
      }).state
    expect(more({ guardTapeG: 3 }).balanceCm).toBeGreaterThan(31.9)
    expect(more({ film: true }).balanceCm).toBeLessThan(31.9)
    // 4 g at the tip by hand: Σm(x−a)² = 4·(67 − 10.16)²/1000.
    const tip = more({ added: [{ id: 'a', name: 'tape', massG: 4, atCm: 67, offAxisCm: 0 }] })
    expect(tip.massG).toBeCloseTo(309.4, 9)
    expect(tip.swingWeightKgCm2! - 292).toBeCloseTo((4 * (67 - 10.16) ** 2) / 1000, 9)
  })
})

describe('left and right', () => {
  it('the centre of mass lies towards the heavier side: ȳ = (d/2)(R−L)/(R+L)', () => {
    const y = lateralPlace({ value: 160, u: 0.1 }, { value: 164, u: 0.1 }, 20)
    expect(y.value).toBeCloseTo(40 / 324, 12)
    // By central differences: ∂ȳ/∂R = d·L/(R+L)².
    expect(y.u).toBeCloseTo((20 * 0.1 * Math.hypot(160, 164)) / 324 ** 2, 12)
  })
})

describe('two frames read with one instrument', () => {
  const fine = (id: string, value: number, deviceId: string | null) => ({
    ...reading(id, 'mass', value, null, 'scale'),
    deviceId,
  })
  const mine = read([fine('a', 330, 's1'), fine('b', 330, 's1')])
  const other = (deviceId: string | null) => read([fine('c', 330.28, deviceId), fine('d', 330.28, deviceId)])
  const told = (theirs: ReturnType<typeof read>) =>
    differenceOf(
      estimateOf(mine.state, 'mass'),
      estimateOf(theirs.state, 'mass'),
      sharedVariance(instrumentsOf(mine), instrumentsOf(theirs), 'mass'),
    )
  it('share its calibration: what the difference leaves open is what each repeats and rounds by', () => {
    const [one, two] = [told(other('s1')), told(other('s2'))]
    expect(one.difference!.u).toBeLessThan(0.8 * two.difference!.u)
    expect(one.difference!.u).toBeCloseTo(
      Math.hypot(estimateOf(mine.state, 'mass')!.u, estimateOf(mine.state, 'mass')!.u) *
        Math.sqrt(1 - 0.1 ** 2 / estimateOf(mine.state, 'mass')!.u ** 2),
      3,
    )
    expect([one.verdict, two.verdict]).toEqual(['more', 'same'])
  })
})

describe('a cold instrument', () => {
  it('is kept, not used, until somebody says it is right', () => {
    const cold = { ...reading('c', 'mass', 327), origin: { warming: true } }
    expect(read([reading('m', 'mass', 326), cold]).state.massG).toBe(326)
    expect(read([cold]).quantities.mass.doubtful[0].doubt.code).toBe('doubt.warming')
    expect(read([cold], ['c']).state.massG).toBe(327)
  })
})

describe('what is worked out by hand shares its errors', () => {
  it('a pendulum’s swing weight moves with mass and balance in the covariance', () => {
    const s = read([
      reading('m', 'mass', 330),
      reading('b', 'balance', 32.5),
      {
        ...reading('s', 'swingWeight', 325, 10.16, 'pendulum'),
        basis: { uA: 0.3, uB: 0.5, perMassG: 0.9, perBalanceCm: 9 },
      },
    ])
    const [mass, balance, swing] = s.state.covariance
    expect(swing[0]).toBeCloseTo(0.9 * mass[0], 12)
    expect(swing[1]).toBeCloseTo(9 * balance[1], 12)
    const alone = s.quantities.swingWeight.groups[0].u ** 2
    expect(swing[2]).toBeCloseTo(alone + 0.9 ** 2 * mass[0] + 81 * balance[1], 9)
  })
})
