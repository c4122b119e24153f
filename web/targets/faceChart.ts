import { traceOf } from '../charts/traceOf.ts'
import type { Data, Layout } from 'plotly.js'
import { headOutline, type FrameGeometry } from '#core/geometry/outline.ts'
import type { MapField } from '#core/impact/faceMap.ts'
import type { FaceSheet } from '../workers/face.worker.ts'

/** What a map of the face can show. */
export const FACE_FIELDS: Record<MapField, { name: string; unit: string; decimals: number }> = {
  apparent: { name: 'Apparent restitution', unit: '', decimals: 2 },
  outgoing: { name: 'Ball speed at equal effort', unit: 'm/s', decimals: 1 },
  turning: { name: 'Turning after an off-axis hit', unit: 'rad/s', decimals: 1 },
}

/** The least and the most of all numbers that there are; nothing to one where there are none. */
export function extent(values: Iterable<number | null>): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const v of values) {
    if (v === null || Number.isNaN(v)) continue
    if (v < low) low = v
    if (v > high) high = v
  }
  return low <= high ? [low, high] : [0, 1]
}

export interface FaceChart {
  data: Data[]
  layout: Partial<Layout>
  table: { head: string[]; rows: (string | number)[][] }
}

/** Rows of a sheet's numbers, or of what they are more than another's of the same size; null off the face. */
export function faceRows(sheet: FaceSheet, field: MapField, less: FaceSheet | null): (number | null)[][] {
  const at = ({ x, map }: FaceSheet, i: number, j: number) => map.fields[field][j * x.length + i] ?? NaN
  return sheet.y.map((_y, j) =>
    sheet.x.map((_x, i) => {
      const v = at(sheet, i, j) - (less ? at(less, i, j) : 0)
      return Number.isNaN(v) ? null : v
    }),
  )
}

/**
 * One map of the face: its heights as lines, the hoop, the place of the fastest ball.
 * @param less another sheet to be held against, cell by cell: what is more, what is less; null: as it is
 * @param span what the colours run over where nothing is held against, so that maps side by side have the same
 */
export function faceChart(
  sheet: FaceSheet,
  {
    field,
    less,
    span,
    geometry,
    colors: c,
  }: {
    field: MapField
    less: FaceSheet | null
    span: [number, number]
    geometry: FrameGeometry
    colors: Record<string, string>
  },
): FaceChart {
  const { name, unit, decimals } = FACE_FIELDS[field]
  const held = less && less.x.length === sheet.x.length && less.y.length === sheet.y.length ? less : null
  const z = faceRows(sheet, field, held)
  const [low, high] = held ? extent(z.flat()) : span
  const most = Math.max(Math.abs(low), Math.abs(high), 1e-9)
  return {
    data: [
      traceOf({
        type: 'contour',
        x: sheet.x,
        y: sheet.y,
        z,
        zmin: held ? -most : low,
        zmax: held ? most : high,
        colorscale: held
          ? [[0, c.predicted], [0.5, c.surface], [1, c.target]] // prettier-ignore
          : [[0, c.surface], [1, field === 'turning' ? c.predicted : c.target]], // prettier-ignore
        contours: { showlabels: true, labelfont: { size: 11, color: c['on-surface'] }, coloring: 'heatmap' },
        ncontours: 12,
        line: { width: 0.8, color: c['frame-edge'] },
        showscale: false,
        hovertemplate: `%{x:.1f} cm up, %{y:.1f} cm across: %{z:.${decimals + (held ? 1 : 0)}f} ${unit}<extra></extra>`,
      }),
      { ...hoop(geometry), line: { width: 3, color: c['frame-edge'] } },
      traceOf({
        type: 'scatter',
        mode: 'markers',
        x: [sheet.map.best.xCm],
        y: [sheet.map.best.yCm],
        marker: { symbol: 'cross-thin', size: 14, line: { width: 3, color: c['on-surface'] } },
        hovertemplate: 'fastest place<extra></extra>',
      }),
    ],
    layout: {
      xaxis: { title: { text: 'cm from the butt' }, zeroline: false },
      yaxis: { title: { text: 'cm off the axis' }, scaleanchor: 'x', zeroline: false },
      margin: { l: 50, r: 8, t: 6, b: 42 },
    },
    table: {
      head: ['cm from the butt', 'cm off the axis', `${name} ${unit}`.trim()],
      rows: z.flatMap((row, j) =>
        row.flatMap((v, i) => (v === null ? [] : [[sheet.x[i] ?? NaN, sheet.y[j] ?? NaN, v]])),
      ),
    },
  }
}

function hoop(geometry: FrameGeometry): Partial<Data> & { type: 'scatter' } {
  const half = headOutline(geometry, 0).points.filter((_, i) => i % 12 === 0)
  const loop = [...half, ...[...half].reverse().map((p) => ({ xCm: p.xCm, yCm: -p.yCm }))]
  return { type: 'scatter', mode: 'lines', x: loop.map((p) => p.xCm), y: loop.map((p) => p.yCm), hoverinfo: 'skip' }
}
