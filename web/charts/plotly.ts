import type * as PlotlyTypes from 'plotly.js'

export type Plotly = typeof PlotlyTypes

let loading: Promise<Plotly> | null = null

/** The charting library with what is used of it, fetched when the first chart is shown. */
export function loadPlotly(): Promise<Plotly> {
  loading ??= import('./bundle.ts').then((m) => m.default)
  return loading
}
