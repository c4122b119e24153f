import { convertWhereKnown, standardState } from '../compare/setup.ts'
import type { Cut } from '../cuts/cut.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import type { DerivedJob, JobInput } from '../job/derive.ts'
import { tuningOf } from '../job/tuning.ts'
import { type Estimate } from '../quantities/estimate.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { PlaySession } from '../tuning/document.ts'
import { asBuilt } from '../workorder/marks.ts'

/** The numbers by which a frame is known over the years. */
export const LOG_QUANTITIES = [...QUANTITIES, 'recoilWeight'] as const
export type LogQuantity = Quantity | 'recoilWeight'
/** In the sport's usual state, so that one year can be held against another; null is not known. */
export type LogNumbers = Record<LogQuantity, Estimate | null>

/** One thing that happened to a frame in a job. */
export type LogEvent =
  | { kind: 'measured'; at: string; numbers: LogNumbers }
  /** Worked on as planned; the numbers are those that follow from it. */
  | { kind: 'built'; at: string; by: string; numbers: LogNumbers; cuts: Cut[] }
  /** Signed, with what was read then. */
  | { kind: 'proved'; at: string; by: string; numbers: LogNumbers }
  /** Changed between sessions; the numbers are those that follow from it. */
  | { kind: 'tuned'; at: string; by: string; name: string; numbers: LogNumbers }
  | { kind: 'played'; at: string; session: PlaySession }

/** A state brought to the sport's usual one: strung, base grip, no overgrip, about the sport's axis. */
export const usualOf = (state: FrameState, input: JobInput, derived: DerivedJob): FrameState =>
  convertWhereKnown(
    state,
    derived.condition,
    standardState(input.profile),
    input.geometry,
    input.profile,
    input.ownStrings,
  )

/** The numbers of a state in the sport's usual one. */
export function logNumbers(state: FrameState, input: JobInput, derived: DerivedJob): LogNumbers {
  return numbersOf(usualOf(state, input, derived))
}
/** The numbers of a state as it is. */
export const numbersOf = (state: FrameState): LogNumbers =>
  Object.fromEntries(LOG_QUANTITIES.map((quantity) => [quantity, estimateOf(state, quantity)])) as LogNumbers

/** The latest of some moments as ISO text; null where there are none. */
const latest = (moments: readonly string[]): string | null => (moments.length > 0 ? [...moments].sort().at(-1)! : null)

/** What a job did to its frame, in the order in which it happened. */
export function jobEvents(input: JobInput, derived: DerivedJob): LogEvent[] {
  const { measure, plan, build, check, play } = input.documents
  const events: LogEvent[] = []
  const taken = latest(input.readings.filter((r) => measure?.readingIds.includes(r.id)).map((r) => r.takenAt))
  if (taken && derived.measured.state.massG !== null)
    events.push({ kind: 'measured', at: taken, numbers: logNumbers(derived.measured.state, input, derived) })
  const marks = Object.values(build?.marks ?? {})
  const done = latest(marks.map((mark) => mark.doneAt))
  const cuts = build ? asBuilt(build) : (plan?.cuts ?? [])
  if (done && derived.planned && cuts.length > 0)
    events.push({
      kind: 'built',
      at: done,
      by: marks.find((mark) => mark.doneAt === done)?.by ?? '',
      numbers: logNumbers(derived.planned, input, derived),
      cuts,
    })
  if (check?.signed)
    events.push({
      kind: 'proved',
      at: check.signed.at,
      by: check.signed.by,
      numbers: logNumbers(derived.checked.state, input, derived),
    })
  for (const { setup, state } of tuningOf(derived, input.documents)?.tried ?? [])
    if (setup)
      events.push({
        kind: 'tuned',
        at: setup.at,
        by: setup.by,
        name: setup.name,
        numbers: logNumbers(state, input, derived),
      })
  for (const session of play?.sessions ?? []) events.push({ kind: 'played', at: session.on, session })
  // A session told by its day alone comes after the setup of the same day that was played in it.
  const made = new Map(play?.setups.map((setup) => [setup.id, setup.at]))
  const key = (event: LogEvent) => {
    const since = event.kind === 'played' ? made.get(event.session.setupId) : undefined
    return since?.slice(0, 10) === event.at ? `${since}~` : event.at
  }
  return events.sort((a, b) => (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0))
}
