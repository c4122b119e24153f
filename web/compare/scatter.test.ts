import { describe, expect, it } from 'vitest'
import { fromCore } from '#core/quantities/units.ts'
import { scatterMarks, scatterTraces, type Scatter, type Show } from './scatter.ts'

const plain: Show = (v) => v
const look = { marks: { published: {}, measured: {}, target: {} }, colors: {} } as never
const colors = { target: 'green', warning: 'red' }
const point = (id: string, mass: number | null, swingWeight: number | null) =>
  ({ id, name: id, style: 'flat', mass, balance: 32, swingWeight, twistWeight: null }) as Scatter['points'][number]
const known = (value: number, u = 0.5) => ({ value, u })
const scatter = (change: Partial<Scatter> = {}): Scatter => ({
  across: 'mass',
  up: 'swingWeight',
  points: [point('a', 320, 325), point('b', 340, 350)],
  named: [{ id: 'n', name: 'Named', x: known(330), y: known(340, 2) }],
  frame: { x: known(318), y: known(306) },
  target: null,
  band: null,
  ceilingKgCm2: null,
  ...change,
})

describe('a picture of two numbers', () => {
  it('has setups, the chosen with ± of 2u, the frame, and a target only where there is one', () => {
    const [cloud, named, frame, ...more] = scatterTraces(scatter(), plain, look) as Record<string, never>[]
    expect([cloud.x, cloud.y, cloud.customdata]).toEqual([
      [320, 340],
      [325, 350],
      ['a', 'b'],
    ])
    expect([named.error_x, named.error_y]).toMatchObject([{ array: [1] }, { array: [4] }])
    expect([frame.x, frame.y, more]).toEqual([[318], [306], []])
    const target = { x: { value: 325, tolerance: 1 }, y: { value: 320, tolerance: 2 } }
    expect(scatterTraces(scatter({ target, frame: null }), plain, look)).toHaveLength(3)
  })
  it('shows ± upwards in points too, where more is the other way', () => {
    const show: Show = (v, q) => fromCore(v, q === 'balance' ? 'points' : 'g', 68.58)
    const [, , frame] = scatterTraces(
      scatter({ up: 'balance', frame: { x: known(318), y: known(32.385, 0.15875) } }),
      show,
      look,
    ) as Record<string, never>[]
    expect([frame.y, frame.error_y]).toMatchObject([[expect.closeTo(6, 9)], { array: [expect.closeTo(1, 9)] }])
  })
  it('has the band as a box, up to the highest mark where it is open above', () => {
    const band = { mass: [300, 320], swingWeight: [310, null] } as Scatter['band']
    const { shapes, annotations } = scatterMarks(scatter({ band }), plain, colors)
    expect(shapes).toMatchObject([{ x0: 300, x1: 320, y0: 310, y1: 350, xref: 'x', yref: 'y' }])
    expect(annotations).toMatchObject([{ x: 300, y: 310, text: 'band' }])
    // Of one of its numbers: a stripe across the whole picture, without a name.
    const stripe = scatterMarks(scatter({ band, up: 'balance' }), plain, colors)
    expect(stripe).toMatchObject({ shapes: [{ x0: 300, x1: 320, y0: 0, y1: 1, yref: 'paper' }], annotations: [] })
  })
  it('has the ceiling on the axis that swing weight is on, and nowhere else', () => {
    const up = scatterMarks(scatter({ ceilingKgCm2: 335 }), plain, colors)
    expect(up).toMatchObject({ shapes: [{ y0: 335, y1: 335, x0: 0, x1: 1, xref: 'paper' }], annotations: [{ y: 335 }] })
    const across = scatterMarks(scatter({ across: 'swingWeight', up: 'mass', ceilingKgCm2: 335 }), plain, colors)
    expect(across).toMatchObject({ shapes: [{ x0: 335, x1: 335, y0: 0, y1: 1, yref: 'paper' }] })
    expect(scatterMarks(scatter({ up: 'balance', ceilingKgCm2: 335 }), plain, colors).shapes).toEqual([])
  })
})
