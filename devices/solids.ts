/**
 * A body as a handful of solid parts, each cut into many small masses and summed. Lengths in cm from the butt end: x along the frame,
 * y to the right, z off the face. Written apart from the core, so that what the bench shows never stands on the sums it is to check.
 */
export type Part =
  | { kind: 'point'; massG: number; x: number; y?: number; z?: number }
  /** A tube or a rod along the frame with a round or oval section. */
  | { kind: 'tube'; massG: number; from: number; to: number; halfY: number; halfZ: number }
  /** A hoop: an oval ring of a round tube. */
  | { kind: 'hoop'; massG: number; centre: number; halfLength: number; halfWidth: number; halfZ: number }
  /** An even oval sheet: strings or a face. */
  | { kind: 'sheet'; massG: number; centre: number; halfLength: number; halfWidth: number; halfZ: number }
  /** Two like rods from one place to another, one on each side. */
  | { kind: 'arms'; massG: number; from: [number, number]; to: [number, number]; halfZ: number }

export interface Totals {
  massG: number
  balanceCm: number
  /** About a transverse axis in the plane of the face. */
  swingWeightAbout(axisCm: number): number
  twistWeightKgCm2: number
  /** What two edges along the frame, so far apart, carry. */
  sides(apartCm: number): { leftG: number; rightG: number }
  lengthCm: number
}

type Bit = [mass: number, x: number, y: number, z: number]

function* bitsOf(part: Part): Generator<Bit> {
  const N = 400
  switch (part.kind) {
    case 'point':
      yield [part.massG, part.x, part.y ?? 0, part.z ?? 0]
      return
    case 'tube':
      for (let i = 0; i < N; i++) {
        const x = part.from + ((i + 0.5) / N) * (part.to - part.from)
        // Four bits on the section at the right distance for a thin oval shell: mean y² = halfY²/2.
        for (const [y, z] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ] as const)
          yield [part.massG / N / 4, x, y * part.halfY, z * part.halfZ]
      }
      return
    case 'hoop': {
      const steps = 4 * N
      const lengths: number[] = []
      const at = (k: number): [number, number] => {
        const angle = (2 * Math.PI * k) / steps
        return [part.centre + part.halfLength * Math.cos(angle), part.halfWidth * Math.sin(angle)]
      }
      for (let k = 0; k < steps; k++) lengths.push(Math.hypot(at(k + 1)[0] - at(k)[0], at(k + 1)[1] - at(k)[1]))
      const whole = lengths.reduce((a, b) => a + b, 0)
      for (let k = 0; k < steps; k++) {
        const [x, y] = at(k + 0.5)
        for (const z of [-1, 1]) yield [(part.massG * lengths[k]!) / whole / 2, x, y, (z * part.halfZ) / Math.SQRT2]
      }
      return
    }
    case 'sheet': {
      const side = 120
      const bits: [number, number][] = []
      for (let i = 0; i < side; i++)
        for (let j = 0; j < side; j++) {
          const u = ((i + 0.5) / side) * 2 - 1
          const v = ((j + 0.5) / side) * 2 - 1
          if (u * u + v * v <= 1) bits.push([u, v])
        }
      for (const [u, v] of bits)
        for (const z of [-1, 1])
          yield [
            part.massG / bits.length / 2,
            part.centre + u * part.halfLength,
            v * part.halfWidth,
            (z * part.halfZ) / Math.sqrt(3),
          ]
      return
    }
    case 'arms':
      for (let i = 0; i < N; i++) {
        const share = (i + 0.5) / N
        const x = part.from[0] + share * (part.to[0] - part.from[0])
        const y = part.from[1] + share * (part.to[1] - part.from[1])
        for (const side of [-1, 1])
          for (const z of [-1, 1]) yield [part.massG / N / 4, x, side * y, (z * part.halfZ) / Math.SQRT2]
      }
  }
}

/** Mass properties of a body, by summing its bits. */
export function totalsOf(parts: readonly Part[], lengthCm: number): Totals {
  let m = 0
  let mx = 0
  let mxx = 0
  let my = 0
  let myy = 0
  let mzz = 0
  for (const part of parts)
    for (const [mass, x, y, z] of bitsOf(part)) {
      m += mass
      mx += mass * x
      mxx += mass * x * x
      my += mass * y
      myy += mass * y * y
      mzz += mass * z * z
    }
  return {
    massG: m,
    balanceCm: mx / m,
    swingWeightAbout: (a) => (mxx - 2 * a * mx + a * a * m + mzz) / 1000,
    twistWeightKgCm2: (myy + mzz) / 1000,
    sides: (apart) => ({ leftG: m / 2 - my / apart, rightG: m / 2 + my / apart }),
    lengthCm,
  }
}
