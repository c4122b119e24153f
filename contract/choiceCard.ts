import { toldApart, type Ranked } from '#core/compare/pick.ts'
import { referenceState } from '#core/compare/setup.ts'
import { conditionText } from '#core/frame/condition.ts'
import { estimateOf } from '#core/frame/state.ts'
import { frameDrawing } from '#core/geometry/drawing.ts'
import { instrumentsOf, sharedVariance } from '#core/measure/instruments.ts'
import { differenceOf } from '#core/quantities/difference.ts'
import { QUANTITIES, type Quantity, type UnitChoice } from '#core/quantities/units.ts'
import { signed, writeDifference, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import { profileOf } from '#core/sports/sports.ts'
import type { BatchBody, CardChoice } from './batch.ts'
import type { Reference } from './library.ts'
import { linesOf } from './linesOf.ts'
import { QUANTITY_NAMES, axisPlace } from './messages/names.ts'
import { unitSummaries } from './unitSummaries.ts'

/** One unit on a card. Letters, so that the customer answers with one. */
export interface ChoiceUnit {
  id: string
  letter: string
  name: string
  /** `by`: against the customer's own frame; empty where that is not known. */
  numbers: { quantity: Quantity; value: string; spread: string; by: string }[]
  balanceCm: number | null
  picked: boolean
}
/** What a customer far away chooses from: some units in one state, beside their own frame. */
export interface ChoiceCard {
  title: string
  customer: string
  /** The state that all numbers are in. */
  state: string
  own: { name: string; numbers: { quantity: Quantity; value: string }[]; balanceCm: number | null } | null
  units: ChoiceUnit[]
  reason: string
}

const letterOf = (place: number) => String.fromCharCode(65 + place)

/** @param own the customer's own frame as this shop measured it, or a setup; null: it is not known. @returns null where no unit is on the card */
export function choiceCardOf(
  body: BatchBody,
  choice: CardChoice,
  own: Reference | null,
  units: UnitChoice,
): ChoiceCard | null {
  const profile = profileOf(body.sport)
  const { lengthCm } = body.geometry
  const shown = unitSummaries(body).filter(({ unit }) => choice.unitIds.includes(unit.id))
  if (shown.length === 0) return null
  const theirs = own && referenceState(own, body, profile)
  return {
    title: body.label,
    customer: choice.customer,
    state: `${conditionText(body.condition, profile)}; swing weight about ${axisPlace(body.axisCm, units)}`,
    own: own &&
      theirs && {
        name: own.name,
        numbers: QUANTITIES.flatMap((quantity) => {
          const e = estimateOf(theirs, quantity)
          return e ? [{ quantity, value: writeQuantity(e.value, quantity, units, lengthCm) }] : []
        }),
        balanceCm: theirs.balanceCm,
      },
    units: shown.map(({ unit, summary }, place) => ({
      id: unit.id,
      letter: letterOf(place),
      name: unit.name,
      numbers: QUANTITIES.flatMap((quantity) => {
        const e = estimateOf(summary.state, quantity)
        if (!e) return []
        const shared = sharedVariance(instrumentsOf(summary), own?.instruments ?? {}, quantity)
        const { difference, verdict } = differenceOf(theirs && estimateOf(theirs, quantity), e, shared)
        return [
          {
            quantity,
            value: writeQuantity(e.value, quantity, units, lengthCm),
            spread: writeSpread(2 * e.u, quantity, units),
            by: !difference
              ? ''
              : verdict === 'same'
                ? 'cannot tell'
                : writeDifference(difference.value, quantity, units),
          },
        ]
      }),
      balanceCm: summary.state.balanceCm,
      picked: unit.id === choice.pickId,
    })),
    reason: choice.reason,
  }
}

/** Why the nearest unit is the pick, as the numbers say it; the fitter's own words may take its place. */
export function reasonOf(
  ranking: readonly Ranked[],
  name: (id: string) => string,
  aim: string,
  units: UnitChoice,
): string {
  const [first, second] = ranking
  if (!first || !Number.isFinite(first.distance)) return ''
  const off = QUANTITIES.flatMap((q) => {
    const by = first.off[q]
    return by === null ? [] : [`${QUANTITY_NAMES[q].toLowerCase()} ${writeDifference(by, q, units)}`]
  })
  return [
    `${name(first.id)} lies nearest to ${aim}: ${off.join(', ')}.`,
    ...(toldApart(ranking) || !second ? [] : [`The readings cannot tell it from ${name(second.id)}.`]),
    ...(first.tooHeavyG > 0 ? [`It is ${signed(first.tooHeavyG, 1)} g too heavy, and nothing takes mass away.`] : []),
  ].join(' ')
}

const WIDE = 100
const ROW = 31
const escaped = (words: string) => words.replace(/&/g, '&amp;').replace(/</g, '&lt;')
type Say = (x: number, y: number, size: number, words: string, more?: string) => string

/** A frame lying on its side with its balance point under it, 46 wide. */
function lying(geometry: BatchBody['geometry'], balanceCm: number | null, y: number): string {
  const d = frameDrawing(geometry)
  const scale = 46 / geometry.lengthCm
  const half = geometry.headWidthCm / 2
  const mark =
    balanceCm === null
      ? ''
      : `<path d="M${balanceCm.toFixed(2)} ${half + 0.6}l1.4 2.6h-2.8z" fill="#000"/><line x1="${balanceCm.toFixed(2)}" x2="${balanceCm.toFixed(2)}" y1="${-half}" y2="${half + 0.6}" stroke="#000" stroke-width="0.15" stroke-dasharray="0.8 0.8"/>`
  return `<g transform="translate(1 ${y}) scale(${scale.toFixed(4)})"><path d="${d.hoop}" fill="#ddd" stroke="#000" stroke-width="0.15" fill-rule="evenodd"/>${[...d.arms, d.shaft, d.handle, d.cap].map((path) => `<path d="${path}" fill="#eee" stroke="#000" stroke-width="0.15"/>`).join('')}${mark}</g>`
}

/**
 * The card as a picture, black on white: each unit with its frame, its balance point and its numbers.
 * @param font family of its words
 */
export function choiceSvg(card: ChoiceCard, geometry: BatchBody['geometry'], font = 'sans-serif'): string {
  const say: Say = (x, y, size, words, more = '') =>
    `<text x="${x}" y="${y.toFixed(1)}" font-size="${size}" font-family="${font}" ${more}>${escaped(words)}</text>`
  const end = 'text-anchor="end"'
  const parts: string[] = []
  let y = 0
  const numbers = (rows: { quantity: Quantity; value: string; by?: string }[], top: number) =>
    rows.forEach((n, i) => {
      const at = top + i * 4.2
      parts.push(
        say(50, at, 2.2, QUANTITY_NAMES[n.quantity]),
        say(85, at, 2.5, n.value, `font-weight="bold" ${end}`),
        say(WIDE, at, 2, n.by ?? '', end),
      )
    })
  for (const unit of card.units) {
    if (unit.picked)
      parts.push(
        `<rect x="-1" y="${y - 1}" width="${WIDE + 2}" height="${ROW - 2}" fill="none" stroke="#000" stroke-width="0.5"/>`,
      )
    parts.push(
      say(1, y + 3.6, 4.4, unit.letter, 'font-weight="bold"'),
      say(6, y + 3.4, 2.8, unit.name),
      ...(unit.picked ? [say(WIDE, y + 3.4, 2.4, 'our pick', `font-weight="bold" ${end}`)] : []),
      ...(card.own ? [say(WIDE, y + 6.2, 1.7, 'against theirs', `fill="#555" ${end}`)] : []),
      lying(geometry, unit.balanceCm, y + 15.5),
    )
    numbers(unit.numbers, y + 9)
    y += ROW
  }
  if (card.own) {
    parts.push(
      `<line x1="0" x2="${WIDE}" y1="${y - 2}" y2="${y - 2}" stroke="#777" stroke-width="0.2"/>`,
      say(1, y + 3, 2.6, `Theirs: ${card.own.name}`),
    )
    numbers(card.own.numbers, y + 3)
    y += 4.2 * Math.max(1, card.own.numbers.length) + 2
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-2 -2 ${WIDE + 4} ${(y + 3).toFixed(1)}">${parts.join('')}</svg>`
}

/** The whole card as a picture to send: with its title, whom it is for, the state of the numbers and the reason. */
export function choicePicture(card: ChoiceCard, geometry: BatchBody['geometry'], shop: string): string {
  const body = choiceSvg(card, geometry)
  const high = Number(/viewBox="-2 -2 [\d.]+ ([\d.]+)"/.exec(body)?.[1])
  const inner = body.replace('<svg ', `<svg x="-2" y="13" width="${WIDE + 4}" height="${high}" `)
  const foot = 13 + high + 3
  const line = (y: number, size: number, words: string, more = '') =>
    `<text x="0" y="${y.toFixed(1)}" font-size="${size}" font-family="sans-serif" ${more}>${escaped(words)}</text>`
  const reason = linesOf(card.reason, 78)
  const state = linesOf(`All numbers: ${card.state}.`, 100)
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-4 -2 ${WIDE + 8} ${(foot + 4 * (reason.length + state.length)).toFixed(1)}">${[
    line(4, 4.4, card.title, 'font-weight="bold"'),
    line(8.5, 2.4, [shop, card.customer && `for ${card.customer}`].filter(Boolean).join(' · '), 'fill="#555"'),
    inner,
    ...reason.map((words, i) => line(foot + 3.6 * i, 2.5, words)),
    ...state.map((words, i) => line(foot + 3.6 * reason.length + 3 * i, 2, words, 'fill="#555"')),
  ].join('')}</svg>`
}
