import { describe, expect, it } from 'vitest'
import { METHODS } from '../sports/methods.ts'
import { calibrated, checkOutcome, fitCalibration, inForceAt, type CheckPoint, type SavedCheck } from './calibration.ts'

const machine = METHODS.find((m) => m.id === 'swing-machine')!
const point = (reference: number, reading: number, uReference = 0.1): CheckPoint => ({ reference, reading, uReference })
const check = (at: string, applied: boolean, ...points: CheckPoint[]): SavedCheck => ({ id: at, at, applied, points })

describe('calibration', () => {
  it('finds gain and offset, and undoes them', () => {
    const fit = fitCalibration(
      [100, 200, 300].map((x) => point(x, 2 + 1.01 * x)),
      machine,
    )
    expect(fit.gain).toBeCloseTo(1.01, 12)
    expect(fit.offset).toBeCloseTo(2, 9)
    expect(fit.straight).toBeCloseTo(1, 9)
    expect(calibrated(2 + 1.01 * 325, fit, 0).value).toBeCloseTo(325, 9)
  })
  it('its uncertainty is least amid the bodies and grows outside them; what wanders later is added', () => {
    const fit = fitCalibration(
      [100, 200, 300].map((x) => point(x, x)),
      machine,
    )
    const u = (value: number) => calibrated(value, fit, 0).u
    const sigma = Math.hypot(machine.spread, 1 / Math.sqrt(12), 0.1)
    expect(u(200)).toBeCloseTo(sigma / Math.sqrt(3), 9)
    expect(u(340)).toBeGreaterThan(u(300))
    expect(calibrated(200, fit, 0.5).u).toBeCloseTo(Math.hypot(u(200), 0.5), 12)
  })
  it('one body tells the offset alone; none tells nothing', () => {
    expect(fitCalibration([point(200, 201), point(200, 202)], machine)).toMatchObject({
      gain: 1,
      offset: 1.5,
      straight: null,
    })
    expect(() => fitCalibration([], machine)).toThrow('calibration.none')
  })
  it('says when the readings lie on no straight line', () => {
    expect(fitCalibration([point(100, 100), point(200, 206), point(300, 300)], machine).straight).toBeLessThan(0.01)
  })
  it('99.5 on the 100 passes ±1, 101.2 does not (common practice, no source)', () => {
    expect(checkOutcome([point(100, 99.5)], 1).passes).toBe(true)
    const outcome = checkOutcome([point(100, 101.2), point(200, 200), point(200, 201)], 1)
    expect(outcome.bodies.map((b) => b.passes)).toEqual([false, true])
    expect(outcome.bodies[1].difference).toBe(0.5)
  })
})

describe('what is in force', () => {
  const good = [100, 200, 300].map((x) => point(x, x + 0.2))
  const high = [100, 200, 300].map((x) => point(x, x + 3))
  const at = (checks: SavedCheck[], when: string) => inForceAt(checks, when, machine, 1, 7)
  it('nothing before the first check; as shown while none was put in force', () => {
    expect(at([], '2026-05-01T00:00:00Z')).toMatchObject({ standing: 'never checked', fit: null })
    const one = [check('2026-05-01T08:00:00Z', false, ...good)]
    expect(at(one, '2026-04-30T00:00:00Z').standing).toBe('never checked')
    expect(at(one, '2026-05-02T00:00:00Z')).toMatchObject({ standing: 'in order', calibrationId: null })
    expect(at(one, '2026-05-20T00:00:00Z').standing).toBe('out of date')
  })
  it('a failed check makes it out of tolerance until one is put in force', () => {
    const failed = check('2026-05-01T08:00:00Z', false, ...high)
    expect(at([failed], '2026-05-01T09:00:00Z').standing).toBe('out of tolerance')
    const mended = check('2026-05-01T10:00:00Z', true, ...high)
    const now = at([failed, mended], '2026-05-01T11:00:00Z')
    expect(now.standing).toBe('in order')
    expect(now.fit!.offset).toBeCloseTo(3, 9)
    // A reading between the two keeps what was in force then.
    expect(at([failed, mended], '2026-05-01T09:30:00Z').fit).toBeNull()
  })
  it('a later check is judged through the calibration in force', () => {
    const mended = check('2026-05-01T10:00:00Z', true, ...high)
    const later = check('2026-05-03T10:00:00Z', false, ...high)
    expect(at([mended, later], '2026-05-04T00:00:00Z').standing).toBe('in order')
    const drifted = check('2026-05-03T10:00:00Z', false, ...good)
    expect(at([mended, drifted], '2026-05-04T00:00:00Z').standing).toBe('out of tolerance')
  })
})
