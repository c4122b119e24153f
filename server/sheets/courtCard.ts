import { BODY_PLACES, FRONT_ASPECTS, PLAY_CONDITIONS, PLAY_DECISIONS, SESSION_KINDS } from '#core/tuning/document.ts'
import {
  aspectName,
  ASK_WORDS,
  BODY_NAMES,
  CONDITION_NAMES,
  DECISION_NAMES,
  ENERGY_NAMES,
  KIND_NAMES,
  PAIN_CAUTION,
} from '#contract/messages/play.ts'
import type { SheetSource } from './load.ts'
import type { Sheet } from './sheet.ts'

const or = (names: readonly string[]) => names.map((n) => `[  ] ${n}`).join('    ')

/** A card for the court, to be filled in with a pencil and typed in later: the same questions as on the phone, in their order. */
export function courtCardSheet({ view, shop, documents }: SheetSource, printedOn: string): Sheet {
  const setups = documents.play?.setups ?? []
  const now = setups.at(-1)
  return {
    title: 'Court card',
    heading: `${shop.name} · job ${view.job.number} · ${view.frame.label} · ${printedOn}`,
    size: 'card',
    blocks: [
      {
        kind: 'facts',
        rows: [
          ['Player', documents.player?.facts.name ?? '–'],
          ['Played with', now ? `${setups.length} · ${now.name}` : 'as built'],
        ],
      },
      { kind: 'lines', labels: ['Day', 'Minutes'] },
      { kind: 'text', text: or(SESSION_KINDS.map((k) => KIND_NAMES[k])) },
      { kind: 'text', text: `Late, balls in ten:    ${or(['0', '1', '2', '3', '5 +'])}` },
      { kind: 'text', text: `At the end:    ${or(Object.values(ENERGY_NAMES))}` },
      { kind: 'text', text: `Pain:    ${or(['None', ...BODY_PLACES.map((b) => BODY_NAMES[b])])}` },
      ...Object.values(ASK_WORDS).map((text) => ({ kind: 'text' as const, text: `${text}    ${or(['Yes', 'No'])}` })),
      {
        kind: 'table',
        head: ['Against before', '−−', '−', '=', '+', '++'],
        widths: ['*', 'auto', 'auto', 'auto', 'auto', 'auto'],
        tickBoxes: false,
        rows: FRONT_ASPECTS.map((a) => [aspectName(a), '[  ]', '[  ]', '[  ]', '[  ]', '[  ]']),
      },
      { kind: 'text', text: `Day was:    ${or(PLAY_CONDITIONS.map((c) => CONDITION_NAMES[c]))}` },
      { kind: 'text', text: `So:    ${or(PLAY_DECISIONS.map((d) => DECISION_NAMES[d]))}` },
      { kind: 'lines', labels: ['Ball', 'Note'] },
      { kind: 'caution', lines: [`With pain: ${PAIN_CAUTION.replace(/^./, (c) => c.toLowerCase())}`] },
    ],
  }
}
