import type { Data, Layout } from 'plotly.js'
import type { Estimate } from '#core/quantities/estimate.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { fixed } from '#core/quantities/write.ts'
import type { TargetNumber } from '#core/planning/problem/request.ts'
import type { Band } from '#core/targets/rules/rule.ts'
import type { Cloud } from '#contract/library.ts'
import type { useMarks } from '../charts/useMarks.ts'

/** A setup that was chosen, with both of its numbers. */
export interface NamedPoint {
  id: string
  name: string
  x: Estimate
  y: Estimate
}
/** What lies in a picture of two numbers, core units, all in one state. */
export interface Scatter {
  across: Quantity
  up: Quantity
  /** Of the library: those that have both numbers. */
  points: Cloud['points']
  named: NamedPoint[]
  frame: { x: Estimate; y: Estimate } | null
  target: { x: TargetNumber; y: TargetNumber } | null
  band: { mass: Band; swingWeight: Band } | null
  ceilingKgCm2: number | null
}
/** A value in the unit in which it is drawn. */
export type Show = (value: number, quantity: Quantity) => number
type Look = { [K in 'marks' | 'colors']: ReturnType<typeof useMarks>[K]['value'] }

/** What is drawn: setups as a cloud, the chosen with their names and ±, the frame, the target. */
export function scatterTraces(s: Scatter, show: Show, { marks, colors }: Look): Data[] {
  const { across: x, up: y } = s
  const text = (name: string, a: number, b: number) => `${name}<br>${fixed(show(a, x), 1)} · ${fixed(show(b, y), 1)}`
  const bars = (all: readonly Estimate[], q: Quantity, thickness: number) => ({
    type: 'data' as const,
    array: all.map((e) => Math.abs(show(e.value + 2 * e.u, q) - show(e.value, q))),
    thickness,
    width: 0,
  })
  const traces: Data[] = [
    {
      type: 'scatter',
      mode: 'markers',
      x: s.points.map((p) => show(p[x]!, x)),
      y: s.points.map((p) => show(p[y]!, y)),
      text: s.points.map((p) => text([p.name, p.style].filter(Boolean).join(', '), p[x]!, p[y]!)),
      customdata: s.points.map((p) => p.id),
      hoverinfo: 'text',
      marker: marks.published,
    },
    {
      type: 'scatter',
      mode: 'text+markers',
      x: s.named.map((p) => show(p.x.value, x)),
      y: s.named.map((p) => show(p.y.value, y)),
      text: s.named.map((p) => p.name),
      textposition: 'top center',
      customdata: s.named.map((p) => p.id),
      hoverinfo: 'text',
      error_x: bars(s.named.map((p) => p.x), x, 1), // prettier-ignore
      error_y: bars(s.named.map((p) => p.y), y, 1), // prettier-ignore
      marker: { ...marks.published, size: 13, line: { width: 2.6, color: colors.published } },
      textfont: { color: colors.published, size: 12 },
    },
  ]
  if (s.frame)
    traces.push({
      type: 'scatter',
      mode: 'markers',
      x: [show(s.frame.x.value, x)],
      y: [show(s.frame.y.value, y)],
      text: [text('This frame', s.frame.x.value, s.frame.y.value)],
      hoverinfo: 'text',
      error_x: bars([s.frame.x], x, 2),
      error_y: bars([s.frame.y], y, 2),
      marker: marks.measured,
    })
  if (s.target)
    traces.push({
      type: 'scatter',
      mode: 'markers',
      x: [show(s.target.x.value, x)],
      y: [show(s.target.y.value, y)],
      text: [text('Target', s.target.x.value, s.target.y.value)],
      hoverinfo: 'text',
      marker: marks.target,
    })
  return traces
}

type Marked = Required<Pick<Layout, 'shapes' | 'annotations'>>
const NOTE = { showarrow: false, xanchor: 'left', yanchor: 'bottom' } as const

/** What lies behind: the player's band and ceiling, where the picture has their numbers. */
export function scatterMarks(s: Scatter, show: Show, colors: Look['colors']): Marked {
  const parts = [
    bandMarks(s, show, colors),
    ...(['x', 'y'] as const).map((axis) => ceilingMarks(s, axis, show, colors)),
  ]
  return { shapes: parts.flatMap((p) => p.shapes), annotations: parts.flatMap((p) => p.annotations) }
}

function bandMarks(s: Scatter, show: Show, colors: Look['colors']): Marked {
  const of = (q: Quantity) => (q === 'mass' || q === 'swingWeight' ? s.band?.[q] : undefined)
  const [bx, by] = [of(s.across), of(s.up)]
  if (!bx && !by) return { shapes: [], annotations: [] }
  // Open above: drawn as far as the highest mark.
  const top = (q: Quantity, from: number) => {
    const mine = q === s.across ? s.frame?.x.value : s.frame?.y.value
    return Math.max(from, mine ?? from, ...s.points.map((p) => p[q] ?? from))
  }
  const span = (axis: 'x' | 'y', b: Band | undefined, q: Quantity) =>
    b
      ? { [`${axis}0`]: show(b[0], q), [`${axis}1`]: show(b[1] ?? top(q, b[0]), q), [`${axis}ref`]: axis }
      : { [`${axis}0`]: 0, [`${axis}1`]: 1, [`${axis}ref`]: 'paper' }
  const box = {
    type: 'rect',
    ...span('x', bx, s.across),
    ...span('y', by, s.up),
    fillcolor: colors.target,
    opacity: 0.12,
    line: { width: 0 },
    layer: 'below',
  }
  const name =
    bx && by
      ? [{ ...NOTE, x: show(bx[0], s.across), y: show(by[0], s.up), text: 'band', font: { size: 12, color: colors.target } }] // prettier-ignore
      : []
  return { shapes: [box as never], annotations: name }
}

function ceilingMarks(s: Scatter, axis: 'x' | 'y', show: Show, colors: Look['colors']): Marked {
  const q = axis === 'x' ? s.across : s.up
  if (q !== 'swingWeight' || s.ceilingKgCm2 === null) return { shapes: [], annotations: [] }
  const at = show(s.ceilingKgCm2, q)
  const other = axis === 'x' ? 'y' : 'x'
  const line = {
    type: 'line',
    [`${axis}0`]: at,
    [`${axis}1`]: at,
    [`${axis}ref`]: axis,
    [`${other}0`]: 0,
    [`${other}1`]: 1,
    [`${other}ref`]: 'paper',
    line: { color: colors.warning, width: 2, dash: 'dash' },
  }
  const name = {
    ...NOTE,
    [axis]: at,
    [other]: axis === 'y' ? 0.01 : 0.99,
    [`${other}ref`]: 'paper',
    text: 'ceiling',
    font: { size: 12, color: colors.warning },
  }
  return { shapes: [line as never], annotations: [name as never] }
}
