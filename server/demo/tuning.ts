import type { DerivedJob } from '#core/job/derive.ts'
import type { StageDocuments } from '#core/job/documents.ts'
import { cutsOn, doneOn, tuningOf } from '#core/job/tuning.ts'
import { Problem } from '#core/problem.ts'
import { EMPTY_PLAY, emptySession, type PlayDocument, type PlaySession } from '#core/tuning/document.ts'
import { nextOf, setupFrom } from '#core/tuning/engine.ts'
import { SCHOOLS } from '#core/tuning/schools.ts'
import { doseText } from '#contract/messages/play.ts'

/** What a player says after a session, in the order of the sessions. */
export type Told = { on: string } & Partial<PlaySession>

const numbered = ({ setups }: PlayDocument, id: string): string => {
  const at = setups.findIndex((s) => s.id === id)
  return at < 0 ? 'as built' : String(at + 1)
}

/** A tuning by the first school, each step done as it says, each answer as told. */
export function demoTuning(
  id: string,
  by: string,
  picture: DerivedJob,
  documents: Partial<StageDocuments>,
  told: readonly Told[],
): PlayDocument {
  const [school] = SCHOOLS
  if (!school) return EMPTY_PLAY
  let play: PlayDocument = { ...EMPTY_PLAY, school: school.id }
  for (const answer of told) {
    for (;;) {
      const tuning = tuningOf(picture, documents, play)!
      const now = tuning.tried.at(-1)!
      const next = nextOf(school, tuning.tried, tuning.facts)
      if (next.kind === 'stop' || next.kind === 'end') return play
      if (next.kind === 'play') {
        const session = emptySession(
          `${id}-session-${play.sessions.length + 1}`,
          answer.on,
          now.id,
          now.setup?.fromId ?? null,
        )
        play = { ...play, sessions: [...play.sessions, { ...session, minutes: 90, kind: 'practice', ...answer }] }
        break
      }
      const back = next.kind === 'back' ? tuning.tried.find((t) => t.id === next.toId)! : null
      const found =
        next.kind === 'step' ? doneOn(tuning.bench, now, next.step.dose) : { cuts: cutsOn(back!, tuning.bench) }
      if (found instanceof Problem) return play
      const setup = setupFrom({
        id: `${id}-setup-${play.setups.length + 1}`,
        name: next.kind === 'step' ? doseText(next.step.dose) : `Back to ${numbered(play, back!.id)}`,
        at: `${play.sessions.at(-1)!.on}T18:00:00.000Z`,
        by,
        cuts: found.cuts,
        fromId: now.id,
        backToId: back?.id ?? null,
        step: { school: school.id, id: next.kind === 'step' ? next.step.id : school.afterBack },
      })
      play = { ...play, setups: [...play.setups, setup] }
    }
  }
  return play
}
