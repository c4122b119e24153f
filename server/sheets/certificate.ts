import { dayOf } from '#core/quantities/days.ts'
import { rulerOf } from '#core/cuts/ruler.ts'
import { conditionText } from '#core/frame/condition.ts'
import { checkResults } from '#core/job/check.ts'
import { asBuilt } from '#core/workorder/marks.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { unitMark, writeBalanceBoth, writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { heldRows } from '#contract/heldAgainst.ts'
import { percentText, RULE_WORDS, VERDICT_NAMES } from '#contract/messages/proof.ts'
import { placeText, QUANTITY_NAMES, stripsText, axisPlace } from '#contract/messages/names.ts'
import { benchSvg } from '#contract/planSvg.ts'
import { Refusal } from '../refusal.ts'
import type { WithTwins } from './load.ts'
import type { Sheet, SheetBlock } from './sheet.ts'

/** One page that says what was proven of a frame, by which rule, and what is on it. @throws Refusal `sheet.notReady` */
export function certificateSheet(source: WithTwins, printedOn: string): Sheet {
  const { view, shop, documents, picture } = source
  const signed = documents.check?.signed
  if (!signed) throw new Refusal(409, 'sheet.notReady', '', { why: 'the final check has not been signed off' })
  const { materials, work } = picture
  const { lengthCm } = view.frame.geometry
  const cuts = documents.build ? asBuilt(documents.build) : (documents.plan?.cuts ?? [])
  const results = checkResults(documents.target, picture.checked.state, picture.planned, shop.acceptance)
  const units = { ...shop.units, balance: 'cm' as const }
  return {
    title: `Certificate ${view.job.number}`,
    heading: `${shop.name} · ${view.frame.label} · signed off ${signed.by}, ${dayOf(signed.at, shop.timeZone)} · printed ${printedOn}`,
    size: 'page',
    blocks: [
      {
        kind: 'facts',
        rows: [
          ['Frame', [view.frame.label, view.frame.unit].filter(Boolean).join(' · ')],
          ['Player', documents.player?.facts.name ?? '–'],
          ['As measured', conditionText(picture.condition, work.profile)],
          ['Axis', axisPlace(picture.axisCm, shop.units)],
        ],
      },
      {
        kind: 'table',
        head: ['', 'Read', '± (95 %)', 'Target', 'Verdict', 'To be inside'],
        widths: ['*', 'auto', 'auto', 'auto', 'auto', 'auto'],
        tickBoxes: false,
        rows: results.flatMap(({ quantity, read, aim, conformity }) => {
          if (!read) return []
          const write = (value: number) =>
            quantity === 'balance'
              ? writeBalanceBoth(value, lengthCm)
              : writeValue(value, quantity, shop.units, lengthCm)
          return [
            [
              `${QUANTITY_NAMES[quantity]}${quantity === 'balance' ? '' : `, ${unitMark(quantity, shop.units)}`}`,
              write(read.value),
              writeSpread(2 * read.u, quantity, units),
              aim ? `${write(aim.value)} ± ${writeSpread(aim.tolerance, quantity, units)}` : 'open',
              conformity ? VERDICT_NAMES[conformity.verdict] : '–',
              conformity ? percentText(conformity.probability) : '–',
            ],
          ]
        }),
      },
      { kind: 'text', text: `${RULE_WORDS[shop.acceptance]} (JCGM 106:2012)` },
      ...againstBlocks(source),
      { kind: 'drawing', svg: benchSvg(cuts, materials, work), widthShare: 0.6 },
      { kind: 'heading', text: 'On the frame' },
      ...cuts.flatMap((cut, i) => {
        const material = materials.find((m) => m.id === cut.materialId)
        return material
          ? [
              {
                kind: 'text' as const,
                text: `${i + 1}. ${material.name}: ${stripsText(cut, material, work)}, ${placeText(cut, work, rulerOf(material))}`,
              },
            ]
          : []
      }),
      ...(cuts.length === 0 ? [{ kind: 'text' as const, text: 'Nothing was added.' }] : []),
      { kind: 'lines', labels: ['Signed', 'Date'] },
    ],
  }
}

/** What it was held against beside its target: off by, and the chance to lie within the tolerance of it. */
function againstBlocks({ shop, picture, input, twins }: WithTwins): SheetBlock[] {
  const rows = heldRows({ input, picture, planned: picture.planned, twins, rule: shop.acceptance })
  if (rows.length === 0) return []
  return [
    { kind: 'heading', text: 'Held against' },
    {
      kind: 'table',
      head: ['', ...QUANTITIES.map((quantity) => QUANTITY_NAMES[quantity])],
      widths: ['*', ...QUANTITIES.map(() => 'auto' as const)],
      tickBoxes: false,
      rows: rows.map(({ name, numbers }) => [
        name,
        ...QUANTITIES.map((quantity) => {
          const held = numbers.find((n) => n.quantity === quantity)
          return held
            ? `${writeDifference(held.off, quantity, shop.units)}\n${VERDICT_NAMES[held.conformity.verdict]} ${percentText(held.conformity.probability)}`
            : '–'
        }),
      ]),
    },
  ]
}
