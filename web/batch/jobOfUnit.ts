import { nothingMeasured } from '#core/job/documents.ts'
import type { BatchBody, BatchUnit } from '#contract/batch.ts'
import { tell } from '../api/client.ts'

/** A unit becomes a frame on a bench of its own, its readings with it. @returns the job's id */
export async function jobOfUnit(batch: BatchBody, unit: BatchUnit, by: string): Promise<string> {
  const id = crypto.randomUUID()
  await tell('POST', '/jobs', {
    id,
    kind: 'quick',
    player: null,
    frame: {
      id: crypto.randomUUID(),
      label: `${batch.label} ${unit.name}`,
      maker: '',
      model: batch.label,
      unit: unit.name,
      playerId: null,
      sport: batch.sport,
      geometry: batch.geometry,
    },
  })
  const readings = unit.readings.map((reading) => ({
    ...reading,
    id: crypto.randomUUID(),
    condition: batch.condition,
    purpose: 'measure',
    supersedes: null,
  }))
  await tell('PUT', `/jobs/${id}/stages/measure`, {
    expected: 0,
    body: {
      ...nothingMeasured(batch.condition, batch.axisCm),
      readingIds: readings.map((r) => r.id),
      note: `from the batch ${batch.label}`,
    },
    used: {},
    by,
    readings,
  })
  return id
}
