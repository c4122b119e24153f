import { summarise, type MeasuredSummary } from '#core/measure/summary.ts'
import { profileOf } from '#core/sports/sports.ts'
import type { BatchBody, BatchUnit } from './batch.ts'

/** Every unit of a batch with what its readings come to. */
export function unitSummaries(body: BatchBody): { unit: BatchUnit; summary: MeasuredSummary }[] {
  const { axisCm, condition, geometry } = body
  const profile = profileOf(body.sport)
  return body.units.map((unit) => ({
    unit,
    summary: summarise(
      unit.readings.map((r) => ({ ...r, condition: null })),
      { confirmed: new Set(unit.readings.map((r) => r.id)), axisCm, condition, geometry, profile },
    ),
  }))
}
