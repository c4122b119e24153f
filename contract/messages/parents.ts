import type { SquadPage } from '../squad.ts'

type Member = SquadPage['members'][number]

/** What a parent reads of a frame: plain, and without alarm. */
export function parentText(member: Member, frame: Member['frames'][number]): string {
  const { standing } = frame
  if (!standing) return `${frame.label}: not measured yet. Bring it along; it takes a quarter of an hour.`
  if (standing.classesOver === 0) return `${frame.label}: suits ${member.name.split(' ')[0]} as it is.`
  return `${frame.label}: heavier than is usual at this age. Many play like this without harm; a lighter one is easier to swing late in a match. We are glad to show one. If anything hurts, please ask a doctor or physiotherapist first.`
}

/** What is read of a whole player: each frame, or that none is known. */
export const parentLines = (member: Member): string[] =>
  member.frames.length === 0
    ? ['No frame is written down yet.']
    : member.frames.map((frame) => parentText(member, frame))

export const PARENTS_NOTE =
  'What is usual is common practice, not a rule; coaches and licensed people on the spot come first.'
