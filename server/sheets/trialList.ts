import { buildOf } from '#core/job/building.ts'
import { estimateOf } from '#core/frame/state.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { fixed, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import { followBuild } from '#core/workorder/follow.ts'
import { EMPTY_ORDER } from '#core/workorder/marks.ts'
import { trialOf } from '#core/workorder/trial.ts'
import { benchSvg } from '#contract/planSvg.ts'
import { placeText, QUANTITY_NAMES, whereText } from '#contract/messages/names.ts'
import { Refusal } from '../refusal.ts'
import type { SheetSource } from './load.ts'
import type { Sheet } from './sheet.ts'

/** The plan tried with putty before anything is stuck down: so much at each place, what it should then read, what the player says. @throws Refusal `sheet.notReady` */
export function trialListSheet({ view, shop, documents, picture }: SheetSource, printedOn: string): Sheet {
  const { work, materials } = picture
  const cuts = documents.build?.cuts ?? documents.plan?.cuts ?? []
  const lines = trialOf(cuts, materials, work)
  if (lines.length === 0) throw new Refusal(409, 'sheet.notReady', '', { why: 'no plan has been taken' })
  const order = { ...EMPTY_ORDER, ...documents.build, cuts, marks: {} }
  const build = buildOf(picture, documents, view.readings, order)
  const tried = build && followBuild(build).checkpoints.find((c) => c.step.kind === 'trial')?.state
  const { lengthCm } = view.frame.geometry
  return {
    title: `Trial list ${view.job.number}`,
    heading: `${shop.name} · ${[view.frame.label, view.frame.unit].filter(Boolean).join(' ')} · ${printedOn}`,
    size: 'page',
    blocks: [
      {
        kind: 'text',
        text: 'Putty or loose tape at the planned places, before anything is stuck down. Weigh each lump.',
      },
      { kind: 'drawing', svg: benchSvg(lines.map((l) => l.cut), materials, work), widthShare: 0.5 }, // prettier-ignore
      {
        kind: 'table',
        head: ['Where', 'Lumps', 'In all'],
        widths: ['*', 'auto', 'auto'],
        tickBoxes: true,
        rows: lines.map(({ cut, lumps, lumpG, massG }, i) => [
          `${i + 1}. ${whereText(cut, work)}: ${placeText(cut, work)}`,
          `${lumps} × ${fixed(lumpG, 1)} g`,
          `${fixed(massG, 1)} g`,
        ]),
      },
      {
        kind: 'text',
        text: `In all ${fixed(
          lines.reduce((sum, l) => sum + l.massG, 0),
          1,
        )} g.`,
      },
      { kind: 'heading', text: 'Then read' },
      {
        kind: 'table',
        head: ['', 'Expected', '± (95 %)', 'Read'],
        widths: ['*', 'auto', 'auto', 70],
        tickBoxes: false,
        rows: QUANTITIES.flatMap((quantity): string[][] => {
          const expected = tried ? estimateOf(tried, quantity) : null
          return expected
            ? [
                [
                  QUANTITY_NAMES[quantity],
                  writeQuantity(expected.value, quantity, shop.units, lengthCm),
                  writeSpread(2 * expected.u, quantity, { ...shop.units, balance: 'cm' }),
                  '..............',
                ],
              ]
            : []
        }),
      },
      { kind: 'heading', text: 'Hit a few' },
      { kind: 'lines', labels: ['What the player says', 'Goes on, or left out because', 'Done by'] },
      { kind: 'caution', lines: ['Nothing loose inside a frame that is swung: putty inside the butt goes behind its cap.'] }, // prettier-ignore
    ],
  }
}
