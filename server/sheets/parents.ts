import { PARENTS_NOTE, parentLines } from '#contract/messages/parents.ts'
import type { SquadPage } from '#contract/squad.ts'
import type { Sheet } from './sheet.ts'

/** A page for the parents of each player of a squad: of their own child alone, in plain words. */
export function parentsSheet(page: SquadPage, shop: string, printedOn: string): Sheet {
  return {
    title: page.squad.name,
    heading: `${shop} · ${printedOn}`,
    size: 'page',
    blocks:
      page.members.length === 0
        ? [{ kind: 'text', text: 'Nobody is in it yet.' }]
        : page.members.flatMap((member, i) => [
            ...(i > 0 ? [{ kind: 'newPage' as const }] : []),
            { kind: 'heading' as const, text: member.name },
            ...parentLines(member).map((text) => ({ kind: 'text' as const, text })),
            { kind: 'text' as const, text: PARENTS_NOTE },
          ]),
  }
}
