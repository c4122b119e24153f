import { sectionsOf, takeHomeOf } from '#contract/takeHome.ts'
import { benchSvg } from '#contract/planSvg.ts'
import { Refusal } from '../refusal.ts'
import type { SheetSource } from './load.ts'
import type { Sheet } from './sheet.ts'

/** One page for the player: what was changed, its numbers, how it should feel, what to watch, when to come back. @throws Refusal `sheet.notReady` */
export function takeHomeSheet({ view, shop, documents, picture }: SheetSource, printedOn: string): Sheet {
  const home = takeHomeOf({ label: view.frame.label, documents, picture, units: shop.units, intervals: shop.intervals })
  if (!home) throw new Refusal(409, 'sheet.notReady', '', { why: 'weight, balance and swing weight are not known' })
  return {
    title: home.title,
    heading: `${shop.name} · job ${view.job.number} · ${printedOn}${documents.player ? ` · ${documents.player.facts.name}` : ''}`,
    size: 'page',
    blocks: [
      { kind: 'drawing', svg: benchSvg(home.cuts, picture.materials, picture.work), widthShare: 0.7 },
      {
        kind: 'table',
        head: ['', 'Now', '± (95 %)', 'Changed by'],
        widths: ['*', 'auto', 'auto', 'auto'],
        tickBoxes: false,
        rows: home.numbers.map((n) => [n.name, n.value, n.spread, n.change || '–']),
      },
      ...sectionsOf(home).flatMap(([title, lines]) => [
        { kind: 'heading' as const, text: title },
        ...lines.map((text) => ({ kind: 'text' as const, text })),
      ]),
    ],
  }
}
