import { describe, expect, it } from 'vitest'
import { aboutAxis, estimateOf, frameState } from '../frame/state.ts'
import { tennis } from '../sports/tennis.ts'
import { repeats, type Reading } from './readings.ts'
import { summarise } from './summary.ts'

const scale = tennis.methods.find((m) => m.id === 'scale')!
const reading = (
  id: string,
  quantity: Reading['quantity'],
  value: number,
  axisCm: number | null = quantity === 'swingWeight' ? 10.16 : null,
  methodId = '',
): Reading => ({ id, quantity, value, axisCm, methodId })
const read = (readings: Reading[], confirmed: string[] = []) =>
  summarise(readings, new Set(confirmed), 10.16, tennis.geometry, tennis)

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
    expect(s.u).toBe(s.uRepeat)
  })
  it('a single reading carries the method’s usual spread, its display step over √12 and its device, in quadrature', () => {
    expect(repeats([322], scale).u).toBeCloseTo(Math.sqrt(0.05 ** 2 + 0.1 ** 2 / 12 + 0.1 ** 2), 12)
    expect(repeats([322], scale).deviation).toBeNull()
    expect(() => repeats([], scale)).toThrow('readings.none')
  })
  it('two equal readings do not claim to be without spread', () => {
    expect(repeats([322, 322], scale).uRepeat).toBeCloseTo(0.05 / Math.SQRT2, 12)
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
    const s = read([reading('a', 'mass', 330, null, 'scale'), reading('b', 'mass', 332, null, 'scale-1g')])
    const [fine, coarse] = s.quantities.mass.groups
    const expected = (330 / fine.u ** 2 + 332 / coarse.u ** 2) / (1 / fine.u ** 2 + 1 / coarse.u ** 2)
    expect(s.quantities.mass.combined!.value).toBeCloseTo(expected, 9)
    expect(s.quantities.mass.combined!.u).toBeLessThan(Math.min(fine.u, coarse.u))
  })
  it('keeps a doubtful reading out until it is confirmed', () => {
    const odd = [...usual, reading('oz', 'mass', 11.6)]
    expect(read(odd).state.massG).toBeCloseTo(330, 9)
    expect(read(odd).quantities.mass.doubtful[0].doubt.code).toBe('doubt.ounces')
    expect(read(odd, ['oz']).state.massG).toBeCloseTo(170.8, 6)
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
