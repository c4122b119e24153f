import { referenceState } from '#core/compare/setup.ts'
import type { FrameState } from '#core/frame/state.ts'
import { fourOf, heldAgainst, type Against, type HeldNumber } from '#core/job/against.ts'
import type { AcceptanceRule } from '#core/job/conformity.ts'
import type { DerivedJob, JobInput } from '#core/job/derive.ts'
import { usualOf } from '#core/logbook/logbook.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import type { Twins } from './logbook.ts'
import { AGAINST_NAMES, twinName } from './messages/proof.ts'

/** A finished frame against one other thing. */
export interface HeldRow {
  against: Against
  name: string
  /** The frame that it is; null where it is none of the shop's. */
  frameId: string | null
  numbers: HeldNumber[]
}

interface Finished {
  input: JobInput
  picture: DerivedJob
  /** The frame as the plan foretold it. */
  planned: FrameState | null
  twins: Twins
  rule: AcceptanceRule
}

/**
 * The finished frame against what the plan foretold, the setup that the target goes by, and the twins of a pair; within the
 * target's own tolerances, or the sport's usual ones where it aims at nothing.
 */
export function heldRows({ input, picture, planned, twins, rule }: Finished): HeldRow[] {
  const { profile, documents, references } = input
  const { checked, condition, axisCm } = picture
  const tolerance = Object.fromEntries(
    QUANTITIES.map((q) => [q, documents.target?.lines[q]?.tolerance ?? profile.tolerance[q]]),
  ) as Record<Quantity, number>
  const read = fourOf(checked.state)
  const held = (theirs: Parameters<typeof heldAgainst>[1], mine = read) => heldAgainst(mine, theirs, tolerance, rule)
  const rows: HeldRow[] = []
  if (planned)
    rows.push({ against: 'prediction', name: AGAINST_NAMES.prediction, frameId: null, numbers: held(fourOf(planned)) })
  const id = documents.target?.referenceId
  const reference = id ? references.find((r) => r.id === id) : null
  if (reference) {
    const theirs = fourOf(referenceState(reference, { condition, axisCm }, profile))
    rows.push({ against: 'reference', name: reference.name, frameId: null, numbers: held(theirs) })
  }
  // A twin is known in the sport's usual state: this one is brought to it.
  const usual = fourOf(usualOf(checked.state, input, picture))
  for (const twin of twins)
    rows.push({ against: 'twin', name: twinName(twin), frameId: twin.id, numbers: held(twin.numbers, usual) })
  return rows.filter((row) => row.numbers.length > 0)
}
