import { linesOf } from './linesOf.ts'
import { estimateOf, type FrameState } from '#core/frame/state.ts'
import type { DerivedJob } from '#core/job/derive.ts'
import type { StageDocuments } from '#core/job/documents.ts'
import { changeBetween, feltBetween } from '#core/compare/change.ts'
import { cutsOn, tuningOf } from '#core/job/tuning.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { QUANTITIES, type UnitChoice } from '#core/quantities/units.ts'
import {
  fixed,
  sentence,
  unitMark,
  writeBalanceBoth,
  writeDifference,
  writeSpread,
  writeValue,
} from '#core/quantities/write.ts'
import { isMinor } from '#core/targets/minors.ts'
import { ceilingBand } from '#core/tuning/engine.ts'
import type { Intervals } from '#core/tuning/intervals.ts'
import { QUANTITY_NAMES, stripsText, whereText } from './messages/names.ts'
import { ceilingText } from './messages/play.ts'
import { benchSvg } from './planSvg.ts'

/** What a player takes home: one page in plain words. */
export interface TakeHome {
  title: string
  numbers: { name: string; value: string; spread: string; change: string }[]
  changed: string[]
  feel: string[]
  watch: string[]
  comeBack: string[]
  cuts: Cut[]
}

const SHOWN = [...QUANTITIES, 'recoilWeight'] as const

/** @returns null while weight, balance and swing weight are not known */
export function takeHomeOf(of: {
  label: string
  documents: Partial<StageDocuments>
  picture: DerivedJob
  units: UnitChoice
  intervals: Intervals
}): TakeHome | null {
  const { documents, picture, units, intervals } = of
  const tuning = tuningOf(picture, documents)
  if (!tuning) return null
  const { materials, work } = picture
  const { lengthCm } = work.geometry
  const now = tuning.tried.at(-1)!
  const cuts = cutsOn(now, tuning.bench)
  const came = picture.measured.state
  const player = documents.player?.facts ?? null
  const minor = isMinor(player)
  const lead = cuts.some((cut) => materials.find((m) => m.id === cut.materialId)?.lead)
  const feel = feelBetween(came, now.state)
  const band = ceilingBand(tuning.tried)
  const known = band.low !== null || band.high !== null
  return {
    title: of.label,
    numbers: SHOWN.flatMap((quantity) => {
      const estimate = estimateOf(now.state, quantity)
      const change = changeBetween(came, now.state, quantity)
      if (!estimate) return []
      const write = (v: number) =>
        quantity === 'balance' ? writeBalanceBoth(v, lengthCm) : writeValue(v, quantity, units, lengthCm)
      return [
        {
          name: `${QUANTITY_NAMES[quantity]}${quantity === 'balance' ? '' : `, ${unitMark(quantity, units)}`}`,
          value: write(estimate.value),
          spread: writeSpread(2 * estimate.u, quantity, { ...units, balance: 'cm' }),
          change: change && Math.abs(change.by) > 1e-9 ? writeDifference(change.by, quantity, units) : '',
        },
      ]
    }),
    changed: cuts.flatMap((cut) => {
      const material = materials.find((m) => m.id === cut.materialId)
      return material ? [`${whereText(cut, work)}: ${material.name}, ${stripsText(cut, material, work)}`] : []
    }),
    feel: feel.length > 0 ? feel : ['Much as before: what was changed is less than most players notice.'],
    watch: [
      'Late on one ball in ten, or tired two sessions in a row: tell us, we go a step back.',
      'Pain in wrist, elbow or shoulder: stop, and see a doctor or physiotherapist before you play on.',
      ...(known ? [`Your ceiling in swing weight: ${ceilingText(band, (v) => fixed(v, 0))}.`] : []),
      ...(lead
        ? [
            'There is lead on this frame: leave its coat whole, wash your hands after touching it, keep it from small children.',
          ]
        : []),
    ],
    comeBack: [
      `New strings after about ${intervals.restringHours} hours of play or ${intervals.restringMonths} months.`,
      minor
        ? 'Measured again at every restring: a growing arm and a frame change together.'
        : `Measured again after about ${intervals.measureHours} hours of play or ${intervals.measureMonths} months, and whenever something came off.`,
      'After the first session: how was it?',
    ],
    cuts: cuts.map((c) => ({ ...c })),
  }
}

/** What a player should feel of one frame against another: the words of what is large enough. */
export function feelBetween(from: FrameState, to: FrameState): string[] {
  return feltBetween(from, to).map((words) => `${sentence(words)}.`)
}

const WIDE = 72
const escaped = (words: string) => words.replace(/&/g, '&amp;').replace(/</g, '&lt;')

/** The same page as a picture to send: black on white, as wide as a phone shows it. */
export function takeHomeSvg(home: TakeHome, heading: string, picture: DerivedJob): string {
  const parts: string[] = []
  let y = 4
  const text = (words: string, size: number, more = '', x = 0) => {
    for (const line of linesOf(words, Math.floor((WIDE - x) / (0.54 * size)))) {
      parts.push(
        `<text x="${x}" y="${y.toFixed(1)}" font-size="${size}" font-family="sans-serif" ${more}>${escaped(line)}</text>`,
      )
      y += 1.3 * size
    }
  }
  text(home.title, 3.4, 'font-weight="bold"')
  text(heading, 1.7, 'fill="#555"')
  const drawing = benchSvg(home.cuts, picture.materials, picture.work, 'sans-serif')
  const box = /viewBox="([-\d.]+) ([-\d.]+) ([\d.]+) ([\d.]+)"/.exec(drawing)
  const [x0 = 0, y0 = 0, w = 1, h = 1] = box?.slice(1).map(Number) ?? []
  const high = (WIDE * h) / w
  parts.push(
    drawing
      .replace(
        '<svg ',
        `<svg x="0" y="${y}" width="${WIDE}" height="${high.toFixed(1)}" preserveAspectRatio="xMinYMin" `,
      )
      .replace(/viewBox="[^"]*"/, `viewBox="${x0} ${y0} ${w} ${h}"`),
  )
  y += high + 3
  for (const n of home.numbers) {
    parts.push(
      `<text x="0" y="${y.toFixed(1)}" font-size="2.3" font-family="sans-serif">${escaped(n.name)}</text>`,
      `<text x="52" y="${y.toFixed(1)}" font-size="2.3" font-family="sans-serif" font-weight="bold" text-anchor="end">${escaped(n.value)}</text>`,
      `<text x="61" y="${y.toFixed(1)}" font-size="1.8" font-family="sans-serif" fill="#555" text-anchor="end">± ${escaped(n.spread)}</text>`,
      `<text x="${WIDE}" y="${y.toFixed(1)}" font-size="2" font-family="sans-serif" text-anchor="end">${escaped(n.change)}</text>`,
    )
    y += 3.1
  }
  for (const [title, lines] of sectionsOf(home)) {
    y += 1.6
    text(title, 2.5, 'font-weight="bold"')
    for (const line of lines) text(line, 2, '', 1)
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-3 -1 ${WIDE + 6} ${(y + 3).toFixed(1)}">${parts.join('')}</svg>`
}

/** The page's parts by their titles. */
export const sectionsOf = (home: TakeHome): [string, string[]][] => [
  ['On the frame', home.changed.length > 0 ? home.changed : ['Nothing was added.']],
  ['How it should feel', home.feel],
  ['What to watch', home.watch],
  ['When to come back', home.comeBack],
]
