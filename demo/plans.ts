import { z } from 'zod'
import { cutSchema } from '#contract/cuts.ts'
import plans from './plans.json' with { type: 'json' }

/**
 * The proven plans of the made-up jobs, worked out beforehand: the first start need not wait for them. A test works them out
 * again; `npm run demo-plans` writes them anew.
 */
export const DEMO_PLANS = z.record(z.string(), z.array(cutSchema)).parse(plans)
