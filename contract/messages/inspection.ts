import type { Estimate } from '#core/quantities/estimate.ts'
import { COVERAGE } from '#core/quantities/difference.ts'
import { fixed } from '#core/quantities/write.ts'
import type { Finding, InspectionItem, MeasureDocument } from '#core/job/documents.ts'

/** What is looked over before any work, and what to look for. */
export const INSPECTED: Record<InspectionItem, { name: string; look: string }> = {
  cracks: {
    name: 'Cracks',
    look: 'Hoop, throat and shaft under a lamp; press and listen. Chips in the paint follow a crack more often than not.',
  },
  bumper: { name: 'Bumper', look: 'Worn through to the frame, loose, missing.' },
  grommets: { name: 'Grommets', look: 'Split barrels, sharp edges, missing pieces.' },
  buttCap: { name: 'Butt cap', look: 'Loose, rattling, staples standing out; anything inside.' },
  handle: { name: 'Handle', look: 'Grip size, build-up under the grip, end of the wrap.' },
  stuckOn: {
    name: 'Stuck on already',
    look: 'Tape under the bumper and grip, putty in the butt: record it under “Added earlier”.',
  },
  sides: {
    name: 'Left and right',
    look: 'One side heavier than the other: read both sides when the frame twists in the hand.',
  },
  model: {
    name: 'What it says it is',
    look: 'Outline, pattern, weight and balance against the published figures, below.',
  },
}

/** What was found that is worth telling: notes and what stops the work. */
export const findingsText = (findings: readonly Finding[]): string[] =>
  findings.flatMap(({ item, verdict, note }) => {
    const { name } = INSPECTED[item]
    if (verdict === 'stop') return [`${name}: stop${note ? `, ${note}` : ''}`]
    return verdict === 'noted' || note ? [`${name}: ${note || 'noted'}`] : []
  })

/** What was read of the two sides, mm; nothing where nobody weighed them. @param lateral middle of mass to the right of the long axis, cm */
export function sidesText(lateral: Estimate | null): string {
  if (!lateral || lateral.u === 0) return ''
  const { value } = lateral
  const U = COVERAGE * lateral.u
  const where = Math.abs(value) <= U ? 'even, as far as can be told' : `${value > 0 ? 'right' : 'left'} side heavier`
  return `Read: middle of mass ${fixed(10 * Math.abs(value), 1)} ± ${fixed(10 * U, 1)} mm off the long axis; ${where}.`
}

/** What is on record of looking a frame over, in one line. */
export function inspectedText(measure: Pick<MeasureDocument, 'inspection' | 'findings'> | null): string {
  const { inspection, findings } = measure ?? { inspection: 'not yet', findings: [] }
  const told = findingsText(findings)
  const verdict = {
    'not yet': findings.length > 0 ? 'Looked over in part' : 'Not looked over yet',
    sound: 'Sound when it was looked over',
    cracked: 'Work on it stops',
  }[inspection]
  return `${[verdict, ...told].join('. ')}.`
}
