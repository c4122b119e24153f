import { buildOf } from '#core/job/building.ts'
import { hoopSpan, acrossOf, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { lengthText, rulerOf, type Ruler } from '#core/cuts/ruler.ts'
import { isByLength, type Material } from '#core/cuts/material.ts'
import { EMPTY_ORDER } from '#core/workorder/marks.ts'
import { placeText, whereText } from '#contract/messages/names.ts'
import { Refusal } from '../refusal.ts'
import type { SheetSource } from './load.ts'
import type { Sheet, TrueStrip } from './sheet.ts'

const MM = 10
/** A strip of a material whose width nobody has typed is drawn this wide, mm. */
const UNSAID_WIDTH_MM = 6

/** The strips at their true length, to lay the tape on: one drawing for each line of the cut list. @throws Refusal `sheet.notReady` */
export function cutListSheet({ view, shop, documents, picture }: SheetSource, printedOn: string): Sheet {
  const { work, materials } = picture
  const cuts = documents.build?.cuts ?? documents.plan?.cuts ?? []
  const build = buildOf(picture, documents, view.readings, { ...EMPTY_ORDER, ...documents.build, cuts, marks: {} })
  const strips = (build?.steps ?? []).flatMap((step): TrueStrip[] => {
    const material = materials.find((m) => m.id === step.cut?.materialId)
    if (!step.cut || !material || step.kind === 'peel' || !isByLength(material.kind)) return []
    return step.strips.map((line) => stripOf(step.cut!, material, line, work))
  })
  if (strips.length === 0) throw new Refusal(409, 'sheet.notReady', '', { why: 'there are no strips to cut' })
  return {
    title: `Cut list ${view.job.number}, true size`,
    heading: `${shop.name} · ${view.frame.label} · ${printedOn} · print at 100 %, not fitted to the page`,
    size: 'page',
    blocks: [
      { kind: 'text', text: 'This bar is 100 mm long. Measure it: if it is not, the printer has scaled the page.' },
      { kind: 'trueStrips', strips: [{ title: '', lengthMm: 100, widthMm: 3, marks: [] }] },
      { kind: 'trueStrips', strips },
      { kind: 'caution', lines: ['Blades: cut on the mat and away from the hand.'] },
    ],
  }
}

function stripOf(
  cut: Cut,
  material: Material,
  { count, lengthCm, layer }: { count: number; lengthCm: number; layer: number },
  work: Workpiece,
): TrueStrip {
  const onTop = layer > 1 ? `, layer ${layer}` : ''
  return {
    title: `${whereText(cut, work)}: ${material.name}, cut ${count} × ${lengthText(lengthCm, rulerOf(material))}${onTop}`,
    note: placeText(cut, work, rulerOf(material)),
    lengthMm: lengthCm * MM,
    widthMm: material.widthCm > 0 ? material.widthCm * MM : UNSAID_WIDTH_MM,
    marks: marksOf(cut, lengthCm, work, rulerOf(material)),
  }
}

/** Landmarks on a strip: its middle where it is centred, the end that lies at a landmark where it is anchored. */
function marksOf(cut: Cut, lengthCm: number, work: Workpiece, ruler: Ruler): TrueStrip['marks'] {
  const far = (cm: number) => lengthText(cm, ruler)
  if (cut.place === 'hoop' && cut.anchor) {
    const [from, to] = hoopSpan(cut, lengthCm, work.geometry)
    return [
      { atMm: 0, text: `${far(from)} from the tip` },
      { atMm: lengthCm * MM, text: far(to) },
    ]
  }
  if (cut.place === 'hoop') {
    const across = acrossOf(cut, work.geometry)
    const middle = across === 'tip' ? '12 o’clock' : across === 'bridge' ? '6 o’clock' : `${far(cut.atCm)} from the tip` // prettier-ignore
    return [{ atMm: (lengthCm * MM) / 2, text: middle }]
  }
  return [{ atMm: 0, text: `${far(cut.atCm)} from the butt` }]
}
