import { dayOf } from '#core/quantities/days.ts'
import { bestGrade, referenceState } from '#core/compare/setup.ts'
import { feltOf } from '#core/compare/felt.ts'
import { differenceOf } from '#core/quantities/difference.ts'
import { conditionText } from '#core/frame/condition.ts'
import { estimateOf } from '#core/frame/state.ts'
import { warningsOnTarget, setupKindOf } from '#core/targets/warnings.ts'
import { sentence, writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { reasonText } from '#contract/messages/targets.ts'
import { instrumentsOf, sharedVariance } from '#core/measure/instruments.ts'
import { AIMED, QUANTITY_NAMES, quantityTitle, axisPlace } from '#contract/messages/names.ts'
import { Refusal } from '../refusal.ts'
import type { SheetSource } from './load.ts'
import { rowsSvg, type PrintedRow } from './rowsSvg.ts'
import type { Sheet, SheetBlock } from './sheet.ts'

/** More setups than this do not go on one page. */
const MOST_SETUPS = 4
const MOST_CAUTIONS = 5

/** One page for the player: the frame beside others, the target and why. @throws Refusal `sheet.notReady` */
export function comparisonSheet(source: SheetSource, printedOn: string): Sheet {
  const { view, shop, documents, picture, references } = source
  const { state } = picture.measured
  const instruments = instrumentsOf(picture.measured)
  if (AIMED.every((q) => estimateOf(state, q) === null))
    throw new Refusal(409, 'sheet.notReady', '', { why: 'the frame has not been measured' })
  const { profile, geometry } = picture.work
  const lengthCm = geometry.lengthCm
  const lines = documents.target?.lines ?? {}
  const player = documents.player?.facts ?? null
  const chosen = (documents.compare?.referenceIds ?? [])
    .flatMap((id) => references.find((r) => r.id === id) ?? [])
    .slice(0, MOST_SETUPS)
    .map((reference) => ({ reference, state: referenceState(reference, picture, profile) }))
  const write = (v: number, q: Quantity) => writeValue(v, q, shop.units, lengthCm)

  const rows: PrintedRow[] = AIMED.map((quantity) => {
    const line = lines[quantity]
    return {
      name: quantityTitle(quantity, shop.units),
      measured: estimateOf(state, quantity),
      target: line ? { value: line.value, tolerance: line.tolerance } : null,
      setups: chosen.flatMap(({ state: s }, i) => {
        const e = estimateOf(s, quantity)
        return e ? [{ value: e.value, letter: String.fromCharCode(65 + i) }] : []
      }),
      least: 6 * profile.tolerance[quantity],
      write: (v) => write(v, quantity),
    }
  })
  const reasons: SheetBlock[] = AIMED.flatMap((quantity): SheetBlock[] => {
    const line = lines[quantity]
    if (!line) return []
    const chain = line.chain.map((r) => reasonText(r, quantity, shop.units, lengthCm)).join('; ')
    const own = line.reason ? ` – ${line.reason}` : ''
    return [
      {
        kind: 'text',
        text: `${QUANTITY_NAMES[quantity]} ${write(line.value, quantity)} ± ${writeSpread(line.tolerance, quantity, shop.units)}: ${chain || 'typed'}${own}.`,
      },
    ]
  })
  const now = { state, condition: picture.condition, geometry, profile }
  const warnings = warningsOnTarget(now, player, lines, setupKindOf(lines, references))
  const cautions = [...new Set(warnings.map((g) => g.message))].slice(0, MOST_CAUTIONS).map(sentence)
  const confirmed = documents.target?.confirmed.filter((c) => warnings.some((g) => g.key === c.key)) ?? []
  return {
    title: `Comparison: ${view.frame.label}`,
    heading: `${shop.name} · job ${view.job.number} · ${printedOn}`,
    size: 'page',
    blocks: [
      {
        kind: 'facts',
        rows: [
          ['Player', player?.name ?? '–'],
          ['Frame', view.frame.label],
          ['All numbers', conditionText(picture.condition, profile)],
          ['Swing weight', `about ${axisPlace(picture.axisCm, shop.units)}`],
        ],
      },
      { kind: 'drawing', svg: rowsSvg(rows), widthShare: 1 },
      {
        kind: 'text',
        text: `Filled disc: measured. Bracket: target with its tolerance.${chosen.length > 0 ? ' Open triangles: published, by letter.' : ''}`,
      },
      ...(chosen.length > 0
        ? ([
            {
              kind: 'table',
              head: ['Setup', ...AIMED.map((q) => QUANTITY_NAMES[q])],
              widths: ['*', 'auto', 'auto', 'auto', 'auto'],
              tickBoxes: false,
              rows: chosen.map(({ reference, state: s }, i) => [
                `${String.fromCharCode(65 + i)}  ${reference.name} (${bestGrade(reference.reports)})`,
                ...AIMED.map((q) => {
                  const e = estimateOf(s, q)
                  const shared = sharedVariance(instruments, reference.instruments ?? {}, q)
                  const d = differenceOf(estimateOf(state, q), e, shared)
                  if (!e) return 'not known'
                  if (!d.difference) return write(e.value, q)
                  return `${write(e.value, q)} (${d.verdict === 'same' ? 'cannot tell' : writeDifference(d.difference.value, q, shop.units)})`
                }),
              ]),
            },
            ...chosen.flatMap(({ reference, state: s }): SheetBlock[] => {
              const words = (['swingWeight', 'twistWeight', 'recoilWeight', 'mass'] as const).flatMap((q) => {
                const shared = q === 'recoilWeight' ? 0 : sharedVariance(instruments, reference.instruments ?? {}, q)
                const felt = feltOf(estimateOf(state, q), estimateOf(s, q), q, shared)
                return felt.kind === 'felt' ? [felt.message] : []
              })
              return words.length > 0
                ? [{ kind: 'text', text: `${reference.name}, beside this frame: ${words.join('; ')}.` }]
                : []
            }),
          ] satisfies SheetBlock[])
        : []),
      ...(reasons.length > 0 ? [{ kind: 'heading' as const, text: 'Target, and why' }, ...reasons] : []),
      ...confirmed.map((c): SheetBlock => ({
        kind: 'text',
        text: `Gone over in writing by ${c.by || '–'}, ${dayOf(c.at, shop.timeZone)}: ${c.words}`,
      })),
      {
        kind: 'caution',
        lines: [
          ...cautions,
          'Heavier is a step at a time. If anything hurts in play, stop, and see a doctor or physiotherapist.',
          'The rules of play in force where you play decide what is allowed.',
        ],
      },
    ],
  }
}
