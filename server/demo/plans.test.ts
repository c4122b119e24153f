import { describe, expect, it } from 'vitest'
import { DEMO_PLANS } from '#demo/plans.ts'
import { openForTest } from '../db/testing.ts'
import { solveDemoPlans } from './solvePlans.ts'

describe('the plans of the made-up jobs', () => {
  it('are those that the planner proves today; npm run demo-plans writes them anew', async () => {
    const db = await openForTest()
    try {
      expect(await solveDemoPlans(db)).toEqual(DEMO_PLANS)
    } finally {
      await db.close()
    }
  })
})
