import { estimateOf } from '#core/frame/state.ts'
import { conditionText } from '#core/frame/condition.ts'
import { unitMark, writeBalanceBoth, writeSpread, writeValue } from '#core/quantities/write.ts'
import { aimsOf, numbersShown } from '#core/job/check.ts'
import { placeText, QUANTITY_NAMES, stripsText, axisPlace } from '#contract/messages/names.ts'
import { asBuilt } from '#core/workorder/marks.ts'
import { Refusal } from '../refusal.ts'
import type { SheetSource } from './load.ts'
import type { Sheet } from './sheet.ts'

/** The card that goes home with the frame: final readings and what is on it. @throws Refusal `sheet.notReady` */
export function specCardSheet(source: SheetSource, printedOn: string): Sheet {
  const { view, shop, documents, picture } = source
  const { materials } = picture
  const state = picture.checked.state
  if (state.massG === null)
    throw new Refusal(409, 'sheet.notReady', '', { why: 'the final readings have not been taken' })
  const { lengthCm } = view.frame.geometry
  const signed = documents.check?.signed ?? null
  const added = documents.build ? asBuilt(documents.build) : []
  return {
    title: view.frame.label,
    heading: `${shop.name} · job ${view.job.number} · ${printedOn}${signed ? ` · signed off ${signed.by}` : ' · not signed off'}`,
    size: 'card',
    blocks: [
      {
        kind: 'facts',
        rows: [
          ['Player', documents.player?.facts.name ?? '–'],
          ['As measured', conditionText(picture.condition, picture.work.profile)],
          ['Strings', view.job.ticket.strings],
        ],
      },
      {
        kind: 'table',
        head: ['', 'Read', '± (95 %)', 'Target'],
        widths: ['*', 'auto', 'auto', 'auto'],
        tickBoxes: false,
        rows: numbersShown(documents.target).flatMap((quantity) => {
          const estimate = estimateOf(state, quantity)
          if (!estimate) return []
          const line = aimsOf(documents.target)[quantity]
          const write = (value: number) =>
            quantity === 'balance'
              ? writeBalanceBoth(value, lengthCm)
              : writeValue(value, quantity, shop.units, lengthCm)
          return [
            [
              `${QUANTITY_NAMES[quantity]}${quantity === 'balance' ? '' : `, ${unitMark(quantity, shop.units)}`}`,
              write(estimate.value),
              writeSpread(2 * estimate.u, quantity, { ...shop.units, balance: 'cm' }),
              line
                ? `${write(line.value)} ± ${writeSpread(line.tolerance, quantity, { ...shop.units, balance: 'cm' })}`
                : '–',
            ],
          ]
        }),
      },
      { kind: 'text', text: `Swing weight about ${axisPlace(picture.axisCm, shop.units)}.` },
      { kind: 'heading', text: 'Added' },
      ...added.flatMap((cut) => {
        const material = materials.find((m) => m.id === cut.materialId)
        return material
          ? [
              {
                kind: 'text' as const,
                text: `${material.name}: ${stripsText(cut, material, picture.work)}, ${placeText(cut, picture.work)}`,
              },
            ]
          : []
      }),
      ...(added.length > 0 ? [] : [{ kind: 'text' as const, text: 'Nothing.' }]),
    ],
  }
}
