import type { Database } from '../db/database.ts'
import { loadDemoWorld, TOLD_ON } from './load.ts'

/** The made-up world on the day on which its stories are told: the same on every day, for tests. */
export const demoAsTold = (db: Database): Promise<boolean> =>
  loadDemoWorld(db, null, undefined, new Date(`${TOLD_ON}T10:00:00Z`))
