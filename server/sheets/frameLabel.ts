import { dayOf } from '#core/quantities/days.ts'
import { codedText, spelt } from '#contract/messages/frameCode.ts'
import { frameLogSchema, type FrameLog } from '#contract/logbook.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { QUANTITIES, type UnitChoice } from '#core/quantities/units.ts'
import { writeQuantity } from '#core/quantities/write.ts'
import { Refusal } from '../refusal.ts'
import type { Sheet } from './sheet.ts'

/** A label by which a frame is found again: its code to read and to scan, and the numbers it is known by last. @throws Refusal `sheet.notReady` */
export function frameLabelSheet(log: FrameLog, units: UnitChoice, zone: string): Sheet {
  const { frame, jobs } = frameLogSchema.parse(log)
  if (!frame.code) throw new Refusal(409, 'sheet.notReady', '', { why: 'it has no code' })
  const last = jobs.flatMap((job) => job.events.filter((event) => event.kind !== 'played').slice(-1))[0]
  return {
    title: [frame.label, frame.unit].filter(Boolean).join(' · '),
    heading: [frame.code, log.owner?.name ?? '', last ? dayOf(last.at, zone) : 'not measured']
      .filter(Boolean)
      .join(' · '),
    size: 'label',
    blocks: [
      {
        kind: 'coded',
        text: codedText(frame.code),
        rows: QUANTITIES.flatMap((quantity): [string, string][] => {
          const estimate = last?.numbers[quantity]
          return estimate
            ? [[QUANTITY_NAMES[quantity], writeQuantity(estimate.value, quantity, units, frame.geometry.lengthCm)]]
            : []
        }),
      },
      { kind: 'text', text: spelt(frame.code) },
    ],
  }
}
