/** Numbers from a seed: the same seed gives the same bench (mulberry32, public domain; normal by Box and Muller). */
export class Seeded {
  private state: number

  constructor(seed: number) {
    this.state = seed >>> 0
    // Neighbouring seeds start alike: throw the first few away.
    for (let i = 0; i < 8; i++) this.even()
  }

  even(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0
    let t = this.state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }

  normal(deviation = 1): number {
    return deviation * Math.sqrt(-2 * Math.log(1 - this.even())) * Math.cos(2 * Math.PI * this.even())
  }
}
