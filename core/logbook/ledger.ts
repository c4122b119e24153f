import type { Condition } from '../frame/condition.ts'

/** A frame as it left the bench: what lies on it then. */
export interface LeftAs {
  /** ISO moment. */
  at: string
  jobId: string
  condition: Pick<Condition, 'added'>
  /** The material of each piece that the shop put on itself, by the piece's id. */
  materials: ReadonlyMap<string, string>
}

/** One piece over the years: when it went on, and when it came off again. */
export interface LedgerLine {
  /** As among what lies on the frame; a piece that came off and went on again has two lines. */
  itemId: string
  name: string
  /** g */
  massG: number
  /** Null where it was there before the shop knew the frame. */
  materialId: string | null
  on: { at: string; jobId: string }
  off: { at: string; jobId: string } | null
}

/**
 * What was on a frame from when to when, from the states in which it left the bench. A piece that changed its mass or its name is
 * another piece: the old one came off as the new one went on.
 * @param left the oldest first
 */
export function ledgerOf(left: readonly LeftAs[]): LedgerLine[] {
  const lines: LedgerLine[] = []
  for (const { at, jobId, condition, materials } of left) {
    const now = { at, jobId }
    const open = lines.filter((line) => line.off === null)
    const stays = (line: LedgerLine) =>
      condition.added.some((a) => a.id === line.itemId && a.massG === line.massG && a.name === line.name)
    for (const line of open) if (!stays(line)) line.off = now
    for (const { id, name, massG } of condition.added)
      if (!open.some((line) => line.itemId === id && line.off === null))
        lines.push({ itemId: id, name, massG, materialId: materials.get(id) ?? null, on: now, off: null })
  }
  return lines
}
