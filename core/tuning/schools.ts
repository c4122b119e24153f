import type { School } from './school.ts'
import { ceilingFirst } from './schools/ceilingFirst.ts'
import { handleFirst } from './schools/handleFirst.ts'
import { keepBalance } from './schools/keepBalance.ts'
import { lighterArm } from './schools/lighterArm.ts'
import { matchDay } from './schools/matchDay.ts'
import { growing } from './schools/growing.ts'

/** The schools that come with Kevro (common practice, no source). Their order is that of the list. */
export const SCHOOLS: readonly School[] = [ceilingFirst, handleFirst, keepBalance, lighterArm, matchDay, growing]
