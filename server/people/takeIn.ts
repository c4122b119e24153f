import { randomUUID } from 'node:crypto'
import { factsOn } from '#core/player/age.ts'
import { unknownPlayer, type PlayerFacts } from '#core/player/facts.ts'
import { playerSchema, type Player } from '#contract/entities.ts'
import type { PeopleImported } from '#contract/people.ts'
import { readPeople, type PersonRow } from '#contract/peopleCsv.ts'
import type { Queryable } from '../db/database.ts'
import { insertPlayer, updatePlayerFacts } from '../queries/players.ts'

/** Names that may be the same person's: whatever the case and the accents. */
const sameName = (name: string) =>
  name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().replace(/\s+/g, ' ').trim()

/** What a row says that is not known so. */
function differing(known: PlayerFacts, row: PersonRow): [string, unknown][] {
  return Object.entries(row).filter(
    ([field, value]) => field !== 'name' && JSON.stringify(known[field as keyof PlayerFacts]) !== JSON.stringify(value),
  )
}

/**
 * Looks a list of people through against who is in the book, and takes it in where that is wanted: what is new and changed, or nothing
 * where a row cannot be read. Two of one name in the book, or in the file, are doubtful and left alone.
 */
export async function takeInPeople(
  tx: Queryable,
  text: string,
  apply: boolean,
  today: string,
): Promise<PeopleImported> {
  const { rows, problems } = readPeople(text, today)
  const known = new Map<string, Player[]>()
  for (const row of await tx.query('SELECT id, facts, revision FROM player WHERE NOT retired')) {
    const player = playerSchema.parse(row)
    const name = sameName(player.facts.name)
    known.set(name, [...(known.get(name) ?? []), player])
  }
  const times = new Map<string, number>()
  for (const { facts } of rows) times.set(sameName(facts.name), (times.get(sameName(facts.name)) ?? 0) + 1)
  const applied = apply && problems.length === 0
  const out: PeopleImported['rows'] = []
  for (const { line, facts } of rows) {
    const name = sameName(facts.name)
    const there = known.get(name) ?? []
    const told = { line, name: facts.name }
    if (there.length > 1 || times.get(name)! > 1) {
      out.push({ ...told, standing: 'doubtful', summary: there.length > 1 ? 'several of this name are in the book' : 'twice in this file' }) // prettier-ignore
      continue
    }
    const [player] = there
    if (!player) {
      out.push({ ...told, standing: 'new', summary: '' })
      if (applied)
        await insertPlayer(tx, randomUUID(), factsOn({ ...unknownPlayer(facts.name), ...facts }, today), today)
      continue
    }
    const differs = differing(player.facts, facts)
    const says = differs.map(([field, value]) => `${field}: ${String(player.facts[field as keyof PlayerFacts] ?? '–')} → ${String(value)}`) // prettier-ignore
    out.push({ ...told, standing: differs.length > 0 ? 'changed' : 'same', summary: says.join(', ') })
    if (applied && differs.length > 0)
      await updatePlayerFacts(tx, player.id, factsOn({ ...player.facts, ...Object.fromEntries(differs) }, today), today)
  }
  return { rows: out, problems, applied }
}
