import { referenceState, singleReport } from '#core/compare/setup.ts'
import { knownNumbers } from '#core/frame/state.ts'
import type { PlayerFacts } from '#core/player/facts.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { profileOf } from '#core/sports/sports.ts'
import type { BatchBody } from '#contract/batch.ts'
import { documentsOf, jobViewSchema } from '#contract/entities.ts'
import type { Reference } from '#contract/library.ts'
import { ApiProblem, call } from '../api/client.ts'

/** Whose numbers a pick goes by, brought to what is on the units. */
export interface Aimed {
  name: string
  wanted: Partial<Record<Quantity, number>>
  /** Of the job that it is picked for. */
  player: PlayerFacts | null
}

/** What a batch is picked for; null where it is the middle of the batch, or nobody knows the numbers. @param setup finds one of the library */
export async function batchAim(
  { aim, sport, condition, axisCm }: BatchBody,
  setup: (id: string) => Promise<Reference | null>,
): Promise<Aimed | null> {
  const profile = profileOf(sport)
  const to = { condition, axisCm }
  if (aim.kind === 'reference') {
    const reference = await setup(aim.id)
    return (
      reference && {
        name: reference.name,
        wanted: knownNumbers(referenceState(reference, to, profile)),
        player: null,
      }
    )
  }
  if (aim.kind === 'middle') return null
  const view = await call(jobViewSchema, 'GET', `/jobs/${aim.id}`).catch((error: unknown) => {
    // A job that was erased has no numbers any more.
    if (error instanceof ApiProblem && error.status === 404) return null
    throw error
  })
  if (!view) return null
  const { target, measure, player } = documentsOf(view.stages)
  if (!target || !measure) return null
  const { mass, balance, swingWeight, twistWeight } = target.lines
  const e = (line?: { value: number } | null) => (line ? { value: line.value, u: 0 } : null)
  const report = singleReport(
    { condition: measure.condition, axisCm: measure.axisCm },
    { mass: e(mass), balance: e(balance), swingWeight: e(swingWeight), twistWeight: e(twistWeight) },
  )
  const state = referenceState({ reports: [report], geometry: view.frame.geometry }, to, profile)
  const facts = player?.facts ?? null
  return {
    name: `${facts?.name ?? view.frame.label}, job ${view.job.number}`,
    wanted: knownNumbers(state),
    player: facts,
  }
}
