import type { BatchBody } from '#contract/batch.ts'
import { choiceCardOf, choiceSvg } from '#contract/choiceCard.ts'
import type { Reference } from '#contract/library.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { QUANTITIES, type UnitChoice } from '#core/quantities/units.ts'
import { Refusal } from '../refusal.ts'
import type { Sheet } from './sheet.ts'

/** A card for a customer far away: some units of a batch beside their own frame, with the shop's pick. @throws Refusal `sheet.notReady` */
export function choiceSheet(
  body: BatchBody,
  own: Reference | null,
  shop: { name: string; units: UnitChoice },
  printedOn: string,
): Sheet {
  const card = choiceCardOf(body, body.choice, own, shop.units)
  if (!card) throw new Refusal(409, 'sheet.notReady', '', { why: 'no unit is on it' })
  return {
    title: card.title,
    heading: [shop.name, printedOn, card.customer && `for ${card.customer}`].filter(Boolean).join(' · '),
    size: 'page',
    blocks: [
      { kind: 'drawing', svg: choiceSvg(card, body.geometry, 'Sheet'), widthShare: 0.9 },
      {
        kind: 'table',
        head: ['', ...(card.own ? [card.own.name] : []), ...card.units.map((u) => `${u.letter}  ${u.name}`)],
        widths: ['*', ...(card.own ? (['auto'] as const) : []), ...card.units.map(() => 'auto' as const)],
        tickBoxes: false,
        rows: QUANTITIES.map((quantity) => [
          QUANTITY_NAMES[quantity],
          ...(card.own ? [card.own.numbers.find((n) => n.quantity === quantity)?.value ?? 'not known'] : []),
          ...card.units.map((u) => {
            const n = u.numbers.find((x) => x.quantity === quantity)
            return n ? `${n.value} ± ${n.spread}${n.by ? ` (${n.by})` : ''}` : 'not known'
          }),
        ]),
      },
      ...(card.reason ? [{ kind: 'text' as const, text: card.reason }] : []),
      {
        kind: 'text',
        text: `All numbers: ${card.state}.${card.own ? ` In brackets: against ${card.own.name}.` : ''} ± holds 95 times in 100.`,
      },
      { kind: 'lines', labels: ['My choice (letter)', 'Date'] },
    ],
  }
}
