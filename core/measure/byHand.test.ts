import { Box, Circle, RevoluteJoint, Vec2, World } from 'planck'
import { describe, expect, it } from 'vitest'
import {
  agm,
  amplitudeFactor,
  gravityAt,
  gravityFor,
  pendulumInertia,
  periodFromStopwatch,
  periodFromTaps,
} from './swing.ts'
import {
  balanceBySupport,
  balanceOnEdge,
  splitBudget,
  swingWeightByPendulum,
  twistWeightByThreads,
  twistWeightByTwoSwings,
} from './byHand.ts'
import { normal, seeded } from '../numerics/random.ts'

const G = 980.665
const exact = (value: number) => ({ value, u: 0 })

describe('amplitude and gravity', () => {
  it.each([
    [5, 1.000476],
    [10, 1.001907],
    [30, 1.017409],
    [90, 1.180341],
  ])('a swing of %i° takes %f times as long as a small one (exact elliptic integral)', (degrees, factor) =>
    expect(amplitudeFactor((degrees * Math.PI) / 180)).toBeCloseTo(factor, 6),
  )
  it('nothing below 0 or at 180°', () => {
    expect(amplitudeFactor(0)).toBe(1)
    expect(() => amplitudeFactor(-0.1)).toThrow('swing.amplitude')
    expect(() => amplitudeFactor(Math.PI)).toThrow('swing.amplitude')
    expect(agm(1, 1)).toBe(1)
  })
  it.each([
    [0, 978.03267715],
    [45, 980.61992],
    [90, 983.21864],
  ])('normal gravity at %i° (GRS80)', (latitude, g) => expect(gravityAt(latitude)).toBeCloseTo(g, 4))
  it('is even in latitude and refuses what is none', () => {
    expect(gravityAt(-33)).toBe(gravityAt(33))
    expect(() => gravityAt(91)).toThrow('gravity.latitude')
    expect(gravityFor(null).value).toBe(G)
    // The standard value is good for any place people live: 978.0 to 983.2.
    expect(2 * gravityFor(null).u).toBeGreaterThan(2.3)
  })
})

describe('periods by hand', () => {
  const jitter = normal(seeded(5))
  it('taps: slope of a line, and a missed tap is counted', () => {
    const taps = [0, 1, 2, 3, 5, 6, 7, 8, 9, 10].map((k) => 3 + 1.37 * k + 0.03 * jitter())
    const timing = periodFromTaps(taps)
    expect(timing.swings).toBe(10)
    expect(Math.abs(timing.value - 1.37)).toBeLessThan(3 * timing.u)
    expect(timing.u).toBeLessThan(0.01)
  })
  it('more swings shrink the error as n^1.5', () => {
    const at = (n: number) => periodFromTaps(Array.from({ length: n }, (_, k) => 1.4 * k + 0.04 * jitter())).u
    const ratio = Array.from({ length: 40 }, () => at(11) / at(44)).reduce((a, b) => a + b, 0) / 40
    expect(ratio).toBeGreaterThan(6)
    expect(ratio).toBeLessThan(10)
  })
  it('refuses too few taps and taps without time', () => {
    expect(() => periodFromTaps([0, 1, 2])).toThrow('swing.tooFew')
    expect(() => periodFromTaps([0, 1, 1, 2])).toThrow('swing.timesOutOfOrder')
    expect(() => periodFromTaps([0, 1.4, 1.9, 4.1, 4.4, 6.6, 7.1, 9.9])).toThrow('swing.uneven')
  })
  it('stopwatch: total over swings, the hand’s error shared by them', () => {
    const one = periodFromStopwatch([27.13], 20)
    expect(one.value).toBeCloseTo(1.3565, 12)
    expect(one.u).toBeCloseTo(0.14 / 20, 12)
    expect(periodFromStopwatch([27.1, 27.2, 27.1, 27.15], 20).u).toBeCloseTo(0.14 / 2 / 20, 12)
    expect(() => periodFromStopwatch([], 10)).toThrow('swing.tooFew')
  })
})

describe('balance by hand', () => {
  it('lies between where it drops either way: 95 % of a rectangle over the gap (GUM 4.3.7), however often it is dropped', () => {
    const b = balanceOnEdge([{ headCm: 32.3, buttCm: 31.9 }], 0)
    expect(b.value).toBeCloseTo(32.1, 12)
    expect(2 * b.u).toBeCloseTo(0.95 * 0.2, 12)
    expect(balanceOnEdge(new Array(4).fill({ headCm: 32.3, buttCm: 31.9 }), 0).u).toBeCloseTo(b.u, 12)
    const apart = balanceOnEdge(
      [32.2, 31.9, 32.3].map((headCm) => ({ headCm, buttCm: headCm - 0.4 })),
      0,
    )
    expect(apart.u).toBeGreaterThan(b.u)
    expect(splitBudget(apart).rest).toBeCloseTo(b.u, 12)
    expect(() => balanceOnEdge([])).toThrow('byHand.noReading')
  })
  it('by support and scale: a lever by hand', () => {
    // 330 g at 32.5 cm: support at 2 cm, knife at 60 cm carries 330·30.5/58.
    const b = balanceBySupport({
      supportCm: { value: 2, u: 0.05 },
      knifeCm: { value: 60, u: 0.05 },
      scaleG: { value: (330 * 30.5) / 58, u: 0.1 },
      mass: { value: 330, u: 0.1 },
    })
    expect(b.value).toBeCloseTo(32.5, 12)
    expect(b.perMassG).toBeCloseTo(-30.5 / 330, 6)
    expect(() =>
      balanceBySupport({ supportCm: exact(2), knifeCm: exact(60), scaleG: exact(400), mass: exact(330) }),
    ).toThrow('byHand.geometry')
    expect(() =>
      balanceBySupport({ supportCm: exact(2), knifeCm: exact(2), scaleG: exact(40), mass: exact(330) }),
    ).toThrow('byHand.geometry')
  })
})

const usual = {
  mass: { value: 330, u: 0.1 },
  balance: { value: 32.5, u: 0.1 },
  pinCm: { value: 2, u: 0.03 },
  gravityCmS2: { value: G, u: 0.03 },
  amplitudeRad: { value: 0.1, u: 0.02 },
  recorder: null,
}
/** Period of 330 g, 32.5 cm, S about 10.16, hung at 2 cm, at an amplitude. */
const periodOf = (swing: number, amplitude: number) => {
  const pin = swing - (330 * (32.5 - 10.16) ** 2) / 1000 + (330 * 30.5 ** 2) / 1000
  return 2 * Math.PI * Math.sqrt((1000 * pin) / (330 * G * 30.5)) * amplitudeFactor(amplitude)
}

describe('swing weight as a pendulum', () => {
  it('a uniform rod of 68.58 cm hung at its end: P₀ = 1.356665 s, I = ML²/3', () => {
    expect(pendulumInertia(300 * 34.29, 1.356665, G)).toBeCloseTo((300 * 68.58 ** 2) / 3000, 2)
  })
  it('gives back the swing weight whose period it is, at any amplitude', () => {
    for (const amplitude of [0, 0.1, 0.5]) {
      const result = swingWeightByPendulum({
        ...usual,
        amplitudeRad: exact(amplitude),
        period: exact(periodOf(325, amplitude)),
        axisCm: 10.16,
      })
      expect(result.value).toBeCloseTo(325, 9)
    }
  })
  it('timing shrinks with swings, the balance part does not: about 0.9 kg·cm² per mm with the pin near the butt', () => {
    const at = (u: number) =>
      swingWeightByPendulum({ ...usual, period: { value: periodOf(325, 0.1), u }, axisCm: 10.16 })
    const rough = at(0.007)
    const fine = at(0.0005)
    expect(rough.parts[0].name).toBe('timing')
    expect(fine.parts[0].name).toBe('balance')
    expect(Math.abs(fine.perBalanceCm) / 10).toBeGreaterThan(0.8)
    expect(Math.abs(fine.perBalanceCm) / 10).toBeLessThan(1)
    expect(splitBudget(fine).rest).toBeCloseTo(splitBudget(rough).rest, 6)
    expect(splitBudget(fine).timing).toBeCloseTo(splitBudget(rough).timing / 14, 3)
    expect(splitBudget(fine).own).toBeLessThan(splitBudget(fine).rest)
  })
  it('a strapped-on phone is taken out again', () => {
    const phone = { massG: 190, atCm: 50, offFaceCm: 1.5, longCm: 15, wideCm: 7.2, thickCm: 0.8 }
    const arm = 48
    const whole =
      325 -
      (330 * (22.34 ** 2 - 30.5 ** 2)) / 1000 +
      (190 * (arm ** 2 + 1.5 ** 2) + (190 * (15 ** 2 + 0.8 ** 2)) / 12) / 1000
    const P = 2 * Math.PI * Math.sqrt((1000 * whole) / (G * (330 * 30.5 + 190 * arm)))
    const with0 = { ...usual, amplitudeRad: exact(0), period: exact(P), axisCm: 10.16 }
    expect(swingWeightByPendulum({ ...with0, recorder: phone }).value).toBeCloseTo(325, 9)
    expect(Math.abs(swingWeightByPendulum(with0).value - 325)).toBeGreaterThan(8)
  })
  it('refuses a pin above the balance point', () => {
    expect(() => swingWeightByPendulum({ ...usual, pinCm: exact(40), period: exact(1.3), axisCm: 10.16 })).toThrow(
      'byHand.pin',
    )
  })
})

/** A rigid-body engine swings solids from a pin. 1 engine length is 1 dm, 1 engine mass is 1 kg; the plane's gravity is 98.0665 dm/s². */
interface Solid {
  /** Boxes and discs in the plane: middle and half sizes in cm, mass in g. */
  boxes?: { x: number; y?: number; halfX: number; halfY: number; massG: number }[]
  discs?: { x: number; y: number; radius: number; massG: number }[]
}
function enginePeriod(
  solid: Solid,
  pinCm: number,
  amplitude: number,
  dt: number,
): { period: number; mass: number; centre: number; aboutCentre: number } {
  const world = new World({ gravity: Vec2(0, -98.0665) })
  const ground = world.createBody()
  // The frame hangs down: its x axis points to −y of the world, turned by the amplitude.
  const body = world.createBody({
    type: 'dynamic',
    angle: amplitude,
    allowSleep: false,
    linearDamping: 0,
    angularDamping: 0,
  })
  for (const { x, y = 0, halfX, halfY, massG } of solid.boxes ?? [])
    body.createFixture({
      shape: new Box(halfY / 10, halfX / 10, Vec2(y / 10, -(x - pinCm) / 10), 0),
      density: massG / 1000 / ((4 * halfX * halfY) / 100),
    })
  for (const { x, y, radius, massG } of solid.discs ?? [])
    body.createFixture({
      shape: new Circle(Vec2(y / 10, -(x - pinCm) / 10), radius / 10),
      density: massG / 1000 / ((Math.PI * radius * radius) / 100),
    })
  world.createJoint(new RevoluteJoint({}, ground, body, Vec2(0, 0)))
  const mass = body.getMass()
  const local = body.getLocalCenter()
  const aboutPin = body.getInertia() // about the body's origin, which is the pin
  let before = body.getAngle()
  const crossings: number[] = []
  for (let step = 1; crossings.length < 9; step++) {
    world.step(dt, 30, 10)
    const now = body.getAngle()
    if (before > 0 && now <= 0) crossings.push((step - now / (now - before)) * dt)
    before = now
  }
  const period = (crossings[8] - crossings[0]) / 8
  const centre = pinCm - local.y * 10
  return { period, mass: 1000 * mass, centre, aboutCentre: aboutPin * 100 - mass * local.lengthSquared() * 100 }
}

const SOLIDS: [string, Solid][] = [
  ['a rod', { boxes: [{ x: 34.29, halfX: 34.29, halfY: 0.5, massG: 320 }] }],
  [
    'a club of two discs on a rod',
    {
      boxes: [{ x: 30, halfX: 30, halfY: 0.6, massG: 120 }],
      discs: [
        { x: 55, y: 0, radius: 9, massG: 150 },
        { x: 6, y: 0, radius: 3, massG: 60 },
      ],
    },
  ],
  [
    'a frame of handle, shaft and a ring of discs',
    {
      boxes: [
        { x: 9, halfX: 9, halfY: 1.5, massG: 130 },
        { x: 26, halfX: 9, halfY: 0.8, massG: 40 },
      ],
      discs: Array.from({ length: 24 }, (_, i) => ({
        x: 51.4 + 16.6 * Math.cos((i * Math.PI) / 12),
        y: 12.5 * Math.sin((i * Math.PI) / 12),
        radius: 0.8,
        massG: 6.5,
      })),
    },
  ],
]

describe('against a general-purpose rigid-body engine', () => {
  it.each(SOLIDS)(
    '%s on a pin: the formula gives the engine’s inertia to 0.1 %, the better the shorter its step',
    (_, solid) => {
      const pin = 2
      const amplitude = 0.15
      const errors = [1 / 500, 1 / 1000, 1 / 2000].map((dt) => {
        const run = enginePeriod(solid, pin, amplitude, dt)
        const worked = swingWeightByPendulum({
          mass: exact(run.mass),
          balance: exact(run.centre),
          pinCm: exact(pin),
          period: exact(run.period),
          amplitudeRad: exact(amplitude),
          gravityCmS2: exact(G),
          axisCm: 10.16,
          recorder: null,
        })
        const truth = run.aboutCentre + (run.mass * (run.centre - 10.16) ** 2) / 1000
        return Math.abs(worked.value / truth - 1)
      })
      expect(errors[2]).toBeLessThan(1e-3)
      expect(errors[2]).toBeLessThanOrEqual(errors[0] + 1e-5)
    },
  )
  it('edge-on less face-on: twist weight of a flat frame from two engine runs', () => {
    const solid = SOLIDS[2][1]
    // Face-on, the same masses seen from the side: no width.
    const thin: Solid = {
      boxes: solid.boxes!.map((b) => ({ ...b, halfY: 0.01 })),
      discs: solid.discs!.map((d) => ({ ...d, y: 0, radius: 0.05 })),
    }
    const [edge, face] = [solid, thin].map((s) => enginePeriod(s, 2, 0.1, 1 / 2000))
    const worked = twistWeightByTwoSwings({
      mass: exact(edge.mass),
      balance: exact(edge.centre),
      pinCm: exact(2),
      gravityCmS2: exact(G),
      recorder: null,
      edge: { period: exact(edge.period), amplitudeRad: exact(0.1) },
      face: { period: exact(face.period), amplitudeRad: exact(0.1) },
      thickness: exact(0),
    })
    const truth = edge.aboutCentre - face.aboutCentre
    expect(truth).toBeGreaterThan(8)
    expect(Math.abs(worked.value - truth)).toBeLessThan(0.02 * truth)
  })
})

describe('twist weight by two threads', () => {
  /** The exact motion of a body on two threads: energy in turning and rising, by the midpoint rule with halving steps. */
  function bifilarPeriod(T: number, M: number, d: number, l: number, amplitude: number): number {
    const r = d / 2
    const height = (a: number) => l - Math.sqrt(l * l - 2 * r * r * (1 - Math.cos(a)))
    const slope = (a: number) => (r * r * Math.sin(a)) / Math.sqrt(l * l - 2 * r * r * (1 - Math.cos(a)))
    // ½(1000T + M h′²)ω² + M g h = M g h₀; quarter period = ∫ da/ω, with a = amplitude·sin u to take out the end's root.
    const quarter = (n: number) => {
      let sum = 0
      for (let i = 0; i < n; i++) {
        const u = ((i + 0.5) / n) * (Math.PI / 2)
        const a = amplitude * Math.sin(u)
        const energy = 2 * M * G * (height(amplitude) - height(a))
        sum += Math.sqrt((1000 * T + M * slope(a) ** 2) / energy) * amplitude * Math.cos(u)
      }
      return (sum * Math.PI) / 2 / n
    }
    const fine = 4 * quarter(4000)
    expect(fine).toBeCloseTo(4 * quarter(2000), 6)
    return fine
  }
  it.each([
    [14.2, 330, 20, 120, 0.1],
    [14.2, 330, 20, 120, 0.3],
    [1.7, 84, 12, 80, 0.2],
    [5.6, 232, 16, 100, 0.25],
  ])('T %f, %f g, threads %f apart and %f long, amplitude %f: to 0.1 %', (T, M, d, l, amplitude) => {
    const worked = twistWeightByThreads({
      mass: exact(M),
      apartCm: exact(d),
      threadCm: exact(l),
      period: exact(bifilarPeriod(T, M, d, l, amplitude)),
      amplitudeRad: exact(amplitude),
      gravityCmS2: exact(G),
    })
    expect(Math.abs(worked.value / T - 1)).toBeLessThan(1e-3)
  })
  it.each([0, 1e-7, 1e-5, 1e-3])(
    'a swing of %f rad, as a recording leaves it: the closed form of small swings',
    (amplitude) => {
      // P₀ = 4π·√(1000·T·ℓ/(M·g))/d.
      const [T, M, d, l] = [14.5, 330, 20, 100]
      const period = (4 * Math.PI * Math.sqrt((1000 * T * l) / (M * G))) / d
      const given = {
        mass: exact(M),
        apartCm: exact(d),
        threadCm: exact(l),
        period: exact(period),
        gravityCmS2: exact(G),
      }
      const worked = twistWeightByThreads({ ...given, amplitudeRad: exact(amplitude) })
      expect(Math.abs(worked.value / T - 1)).toBeLessThan(1e-6)
      expect(worked.parts.find((part) => part.name === 'amplitude')!.u).toBe(0)
    },
  )
  it('refuses threads of no length', () => {
    expect(() =>
      twistWeightByThreads({
        mass: exact(300),
        apartCm: exact(20),
        threadCm: exact(0),
        period: exact(1),
        amplitudeRad: exact(0),
        gravityCmS2: exact(G),
      }),
    ).toThrow('byHand.geometry')
  })
})
