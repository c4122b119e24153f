import { usualMethod } from '#core/measure/readings.ts'
import { NOTHING_ON } from '#core/frame/condition.ts'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import { NO_CARD, type BatchBody } from '#contract/batch.ts'
import { SHOP } from './world.ts'

/** Eight boxed frames of one model: weight, balance, swing weight, twist weight as they came, bare with the base grip on. */
const UNITS: [string, number, number, number, number][] = [
  ['A 07', 298.4, 31.4, 286, 13.2],
  ['A 12', 300.9, 31.5, 290, 13.3],
  ['A 19', 299.2, 31.4, 288, 13.1],
  ['B 03', 302.6, 31.2, 289, 13.4],
  ['B 08', 299.9, 31.6, 289, 13.3],
  ['B 15', 301.2, 31.4, 288, 13.2],
  ['C 02', 297.8, 31.7, 287, 13.0],
  ['C 11', 300.2, 31.5, 289, 13.3],
]

export const BATCH: { id: string; body: BatchBody } = {
  id: 'batch-arc',
  body: {
    label: 'Corvane Arc 98, boxed',
    sport: 'tennis',
    geometry: tennis.geometry,
    condition: { ...NOTHING_ON, grip: 'base' },
    axisCm: tennis.axisCm,
    aim: { kind: 'middle' },
    limits: OPEN_LIMITS,
    choice: NO_CARD,
    units: UNITS.map(([name, ...values], unit) => ({
      id: `unit-${unit + 1}`,
      name,
      jobId: null,
      reservedFor: '',
      readings: QUANTITIES.map((quantity, i) => ({
        id: `batch-arc-${unit + 1}-${quantity}`,
        quantity,
        value: values[i]!,
        axisCm: quantity === 'swingWeight' ? tennis.axisCm : null,
        methodId: usualMethod(quantity, tennis).id,
        deviceId: null,
        basis: null,
        origin: null,
        note: '',
        typed: String(values[i]),
        takenAt: `2026-11-21T10:${String(10 + 4 * unit + i).padStart(2, '0')}:00Z`,
        by: SHOP.initials,
      })),
    })),
  },
}
