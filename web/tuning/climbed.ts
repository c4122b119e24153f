import type { DerivedJob } from '#core/job/derive.ts'
import type { StageDocuments } from '#core/job/documents.ts'
import { tuningOf, type Tuning } from '#core/job/tuning.ts'
import { BUILT, EMPTY_PLAY, type PlayDocument } from '#core/tuning/document.ts'
import type { Tried } from '#core/tuning/engine.ts'

/** A job's tuning as its ladder shows it. */
export interface Climbed {
  tried: readonly Tried[]
  documents: Partial<StageDocuments>
  picture: DerivedJob
  nameOf(setupId: string): string
}

export const builtNameOf = (from: Tuning['from'] | undefined) => (from === 'measured' ? 'As measured' : 'As built')

/** What a setup is called: the built frame, or its number with what was done. */
export function setupName(
  id: string,
  { setups }: Pick<PlayDocument, 'setups'>,
  from: Tuning['from'] | undefined,
): string {
  if (id === BUILT) return builtNameOf(from)
  const at = setups.findIndex((s) => s.id === id)
  const setup = setups[at]
  return setup ? `${at + 1} · ${setup.name}` : 'a setup that is gone'
}

/** A job as its ladder shows it; null while its frame's numbers are not known, or nobody has played. */
export function climbedOf(picture: DerivedJob, documents: Partial<StageDocuments>, today: string): Climbed | null {
  const play = documents.play ?? EMPTY_PLAY
  const tuning = tuningOf(picture, documents, play, today)
  if (!tuning || play.sessions.length === 0) return null
  return { tried: tuning.tried, documents, picture, nameOf: (id) => setupName(id, play, tuning.from) }
}
