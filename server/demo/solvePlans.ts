import type { Cut } from '#core/cuts/cut.ts'
import { NO_CONSTRAINT, optimalPlan, planSpace } from '#core/planning/solve/plan.ts'
import type { Database } from '../db/database.ts'
import { loadDemoWorld } from './load.ts'

/** Lays the made-up world out in an empty database, every plan worked out on the way. @returns the cuts by job */
export async function solveDemoPlans(db: Database): Promise<Record<string, Cut[]>> {
  const plans: Record<string, Cut[]> = {}
  await loadDemoWorld(db, null, (job, request) => {
    return (plans[job] = optimalPlan(planSpace(request), NO_CONSTRAINT).cuts)
  })
  return plans
}
