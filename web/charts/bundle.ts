import core from 'plotly.js/lib/core'
import contour from 'plotly.js/lib/contour'
import type * as PlotlyTypes from 'plotly.js'

// Scatter is part of the core.
core.register([contour])
export default core as typeof PlotlyTypes
