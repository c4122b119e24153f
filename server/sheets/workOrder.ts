import { buildOf } from '#core/job/building.ts'
import { followBuild } from '#core/workorder/follow.ts'
import { EMPTY_ORDER } from '#core/workorder/marks.ts'
import { isPlacing, type WorkStep } from '#core/workorder/order.ts'
import { estimateOf, type FrameState } from '#core/frame/state.ts'
import { conditionText } from '#core/frame/condition.ts'
import { fixed, signed, unitMark, writeBalanceBoth, writeSpread, writeValue } from '#core/quantities/write.ts'
import { aimsOf, numbersShown } from '#core/job/check.ts'
import type { AimQuantity } from '#core/quantities/units.ts'
import { isMinor } from '#core/targets/minors.ts'
import { ORDER_NAMES, stepTitle } from '#contract/messages/build.ts'
import { cautionsFor, placeText, QUANTITY_NAMES, stripsText, axisPlace } from '#contract/messages/names.ts'
import { Refusal } from '../refusal.ts'
import { benchSvg } from '#contract/planSvg.ts'
import type { SheetSource } from './load.ts'
import type { Sheet } from './sheet.ts'

/** The work order: what to cut, where it goes, what to read after each step. @throws Refusal `sheet.notReady` */
export function workOrderSheet(source: SheetSource, printedOn: string): Sheet {
  const { view, shop, documents, picture } = source
  const { materials } = picture
  const known = new Set(materials.map((m) => m.id))
  const cuts = (documents.build?.cuts ?? documents.plan?.cuts ?? []).filter((cut) => known.has(cut.materialId))
  if (picture.measured.state.massG === null)
    throw new Refusal(409, 'sheet.notReady', '', { why: 'the frame has not been weighed' })
  if (cuts.length === 0) throw new Refusal(409, 'sheet.notReady', '', { why: 'no plan has been taken' })
  const { work } = picture
  // On paper the whole is still to be done.
  const order = { ...EMPTY_ORDER, ...documents.build, cuts, marks: {} }
  const { checkpoints } = followBuild(buildOf(picture, documents, view.readings, order)!)
  const result = checkpoints.at(-1)!.state
  const steps = checkpoints.map((c) => c.step)
  const placed = (step: (typeof steps)[number]) => (isPlacing(step) && step.kind !== 'gripOn' ? step.cut : null)
  const ordered = steps.flatMap((step) => placed(step) ?? [])
  const { lengthCm } = view.frame.geometry
  const material = (id: string | undefined) => materials.find((m) => m.id === id) ?? null
  const numbered = (step: (typeof steps)[number]) => (placed(step) ? `${ordered.indexOf(placed(step)!) + 1}. ` : '')
  const write = (state: FrameState, quantity: AimQuantity) => {
    const estimate = estimateOf(state, quantity)
    if (!estimate) return '–'
    return quantity === 'balance'
      ? writeBalanceBoth(estimate.value, lengthCm)
      : `${writeValue(estimate.value, quantity, shop.units, lengthCm)}`
  }
  const target = (quantity: AimQuantity) => {
    const line = aimsOf(documents.target)[quantity]
    if (!line) return '–'
    const value =
      quantity === 'balance'
        ? writeBalanceBoth(line.value, lengthCm)
        : writeValue(line.value, quantity, shop.units, lengthCm)
    return `${value} ± ${writeSpread(line.tolerance, quantity, { ...shop.units, balance: 'cm' })}`
  }
  const facts = documents.player?.facts
  return {
    title: `Work order ${view.job.number}`,
    heading: `${shop.name} · ${printedOn}`,
    size: 'page',
    blocks: [
      {
        kind: 'facts',
        rows: [
          ['Frame', [view.frame.label, view.frame.unit].filter(Boolean).join(' · ')],
          ['Player', facts?.name ?? 'quick bench'],
          ['As measured', conditionText(picture.condition, picture.work.profile)],
          ['Due', view.job.ticket.due],
          ['Strings', view.job.ticket.strings],
          ['Order', ORDER_NAMES[order.school]],
          ['Axis', axisPlace(picture.axisCm, shop.units)],
        ],
      },
      { kind: 'drawing', svg: benchSvg(ordered, materials, work), widthShare: 0.42 },
      {
        kind: 'table',
        head: ['', 'Measured', 'Target', 'Predicted', '± (95 %)'],
        widths: ['*', 'auto', 'auto', 'auto', 'auto'],
        tickBoxes: false,
        rows: numbersShown(documents.target).map((quantity) => [
          `${QUANTITY_NAMES[quantity]}${quantity === 'balance' ? '' : `, ${unitMark(quantity, shop.units)}`}`,
          write(picture.measured.state, quantity),
          target(quantity),
          write(result, quantity),
          estimateOf(result, quantity)
            ? writeSpread(2 * estimateOf(result, quantity)!.u, quantity, { ...shop.units, balance: 'cm' })
            : '–',
        ]),
      },
      { kind: 'heading', text: 'Cut and place' },
      {
        kind: 'table',
        head: ['What and where', 'Cut', 'Weigh'],
        widths: ['*', 'auto', 48],
        tickBoxes: true,
        // What is read at the end stands below.
        rows: inRows(steps.filter((step) => step.kind !== 'final')).map(([step, ...more]) => [
          placed(step)
            ? `${numbered(step)}${stepTitle(step, material(step.cut!.materialId))}: ${placeText(step.cut!, work)}`
            : [step, ...more].map((s) => stepTitle(s, material(s.cut?.materialId))).join(' · '),
          step.cut && material(step.cut.materialId) ? stripsText(step.cut, material(step.cut.materialId)!, work) : '',
          isSmall(step)
            ? beside([step, ...more])
            : step.massG === 0
              ? ''
              : step.massG < 0
                ? `${signed(step.massG, 0)} g`
                : `${fixed(step.massG, 1)} g`,
        ]),
      },
      { kind: 'heading', text: 'Read after each step' },
      {
        kind: 'table',
        head: [
          'After',
          `Weight, ${unitMark('mass', shop.units)}`,
          'read',
          'Balance, cm',
          'read',
          'Swing weight',
          'read',
        ],
        widths: ['*', 'auto', 42, 'auto', 42, 'auto', 42],
        tickBoxes: false,
        rows: checkpoints
          .filter(({ step }) => step.reads)
          .map(({ step, bare, state }) => [
            `${numbered(step)}${stepTitle(step, material(step.cut?.materialId))}${bare ? ' (grip off)' : ''}`,
            writeValue(state.massG!, 'mass', shop.units, lengthCm),
            '.......',
            state.balanceCm === null ? '–' : fixed(state.balanceCm, 2),
            '.......',
            state.swingWeightKgCm2 === null ? '–' : fixed(state.swingWeightKgCm2, 1),
            '.......',
          ]),
      },
      { kind: 'caution', lines: cautionsFor(cuts, materials, isMinor(facts ?? null)) },
      { kind: 'lines', labels: ['Done by', 'Date', 'Checked by'] },
    ],
  }
}

/** Coats together, and a plug, about. */
function beside(steps: readonly WorkStep[]): string {
  const massG = steps.reduce((sum, step) => sum + step.massG, 0)
  return massG > 0 ? `~${fixed(massG, 1)} g` : ''
}

/** Nothing that is weighed or read. */
const isSmall = (step: WorkStep) => !step.reads && !step.cut

type StepRow = [first: WorkStep, ...more: WorkStep[]]
/** Small steps after one another that put nothing on and are not read share a row. */
function inRows(steps: readonly WorkStep[]): StepRow[] {
  return steps.reduce<StepRow[]>((rows, step) => {
    const last = rows.at(-1)
    return last && isSmall(step) && isSmall(last[0]) ? [...rows.slice(0, -1), [...last, step]] : [...rows, [step]]
  }, [])
}
