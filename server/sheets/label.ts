import { dayOf } from '#core/quantities/days.ts'
import { conditionText } from '#core/frame/condition.ts'
import { estimateOf } from '#core/frame/state.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { fixed, writeQuantity } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { Refusal } from '../refusal.ts'
import type { SheetSource } from './load.ts'
import type { Sheet } from './sheet.ts'

/** What the code on a label says: plain lines, one number each, in core units whatever the shop writes in. */
export function labelText({ view, shop, documents, picture }: SheetSource): string {
  const { checked, axisCm } = picture
  const value = (quantity: (typeof QUANTITIES)[number]) => estimateOf(checked.state, quantity)?.value ?? null
  const line = (name: string, v: number | null, digits: number, unit: string) =>
    v === null ? [] : [`${name} ${v.toFixed(digits)} ${unit}`]
  return [
    `Kevro job ${view.job.number}`,
    `frame ${[view.frame.label, view.frame.unit].filter(Boolean).join(' ')}`,
    ...(view.frame.code ? [`code ${view.frame.code}`] : []),
    ...line('mass', value('mass'), 1, 'g'),
    ...line('balance', value('balance'), 2, 'cm'),
    ...line('swing weight', value('swingWeight'), 1, `kg.cm2 about ${fixed(axisCm, 2)} cm`),
    ...line('twist weight', value('twistWeight'), 2, 'kg.cm2'),
    ...(documents.check?.signed
      ? [`signed ${dayOf(documents.check.signed.at, shop.timeZone)} ${documents.check.signed.by}`]
      : []),
  ].join('\n')
}

/** A label for the frame, for a 62 mm roll or a sheet of labels: what it is, its numbers, and the same as a code. @throws Refusal `sheet.notReady` */
export function labelSheet(source: SheetSource, printedOn: string): Sheet {
  const { view, shop, documents, picture } = source
  const { state } = picture.checked
  if (state.massG === null)
    throw new Refusal(409, 'sheet.notReady', '', { why: 'the final readings have not been taken' })
  const signed = documents.check?.signed
  return {
    title: [view.frame.label, view.frame.unit].filter(Boolean).join(' · '),
    heading: `${view.frame.code ? `${view.frame.code} · ` : ''}job ${view.job.number} · ${signed ? `${dayOf(signed.at, shop.timeZone)} ${signed.by}` : `${printedOn}, not signed off`}`,
    size: 'label',
    blocks: [
      {
        kind: 'coded',
        text: labelText(source),
        rows: QUANTITIES.flatMap((quantity): [string, string][] => {
          const estimate = estimateOf(state, quantity)
          return estimate
            ? [
                [
                  QUANTITY_NAMES[quantity],
                  writeQuantity(estimate.value, quantity, shop.units, view.frame.geometry.lengthCm),
                ],
              ]
            : []
        }),
      },
      { kind: 'text', text: conditionText(picture.condition, picture.work.profile) },
    ],
  }
}
