import { firstIssue } from '../fields.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { geometrySchema } from '#contract/documents.ts'

const NAMES: Record<string, string> = {
  lengthCm: 'length',
  headLengthCm: 'head length',
  headWidthCm: 'head width',
  bumperCm: 'bumper’s end',
  throatCm: 'start of the throat',
  grommetNo: 'grommet’s number',
  grommetCm: 'grommet',
  hollowToCm: 'hollow',
  hollowGPerCm: 'filling of each cm of the hollow',
}

/** What is wrong with the sizes of a frame, in words; empty when they can be. Judged before anything is worked out from them. */
export function wrongGeometry(geometry: FrameGeometry): string {
  const parsed = geometrySchema.safeParse(geometry)
  if (parsed.success) return ''
  const issue = firstIssue(parsed.error)
  const name = NAMES[String(issue.path.at(-1))] ?? 'size'
  const unit = name === NAMES.hollowGPerCm ? ' g' : name === NAMES.grommetNo ? '' : ' cm'
  if (issue.code === 'too_small') return `A frame’s ${name} is ${String(issue.minimum)}${unit} at least.`
  if (issue.code === 'too_big') return `A frame’s ${name} is ${String(issue.maximum)}${unit} at most.`
  return `This ${name} cannot be: ${issue.message}.`
}
