import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import { COUNTED_IN, type Material } from '#core/cuts/material.ts'
import { PIECE, pieceIn, PIECES_TOLD, rollIn } from '#core/job/pieceFacts.ts'
import { ROLL, type ChangedDependency } from '#core/job/stages.ts'
import { counted, fixed } from '#core/quantities/write.ts'
import { keysOf } from '#core/records.ts'
import { placeText, QUANTITY_NAMES, quantityInText } from './names.ts'

/** A fact that a stage was worked out from, in words: what it is, what it was and what it is now. */
export interface ChangedText {
  name: string
  old: string
  now: string
}

/** What changed since a stage was worked out, one line each. */
export function changedTexts(
  changed: readonly ChangedDependency[],
  materials: readonly Material[],
  work: Workpiece,
): ChangedText[] {
  const material = (id: string) => materials.find((m) => m.id === id)
  return changed.flatMap(({ name, old, now }): ChangedText[] => {
    if (name === PIECES_TOLD) return []
    if (name.startsWith(PIECE)) return [pieceChanged(pieceIn(old), pieceIn(now), work, material)]
    if (name.startsWith(ROLL)) {
      const of = material(name.slice(ROLL.length))
      const text = (g: number | null) =>
        g === null ? 'none' : `${fixed(g, 3)} g${of ? ` a ${UNITS[COUNTED_IN[of.kind]]}` : ''}`
      return [{ name: of?.name ?? 'A roll', old: text(rollIn(old)), now: text(rollIn(now)) }]
    }
    let words = name
    for (const quantity of keysOf(QUANTITY_NAMES)) words = words.replace(quantity, quantityInText(quantity))
    return [{ name: words, old: String(old ?? 'none'), now: String(now ?? 'none') }]
  })
}
const UNITS = { cm: 'cm', g: 'g', pieces: 'piece' } as const

type Piece = ReturnType<typeof pieceIn>
/** What a piece is, part by part; only those that changed are said. */
function partsOf(piece: NonNullable<Piece>, work: Workpiece, material: Material | undefined): string[] {
  const cut: Cut = { ...piece.cut, id: '' }
  const unit = COUNTED_IN[material?.kind ?? 'tape']
  return [
    material?.name ?? 'a roll that is gone',
    unit === 'pieces' ? counted(cut.amount, 'piece') : `${fixed(cut.amount, unit === 'cm' ? 1 : 2)} ${unit}`,
    placeText(cut, work),
    piece.unitMassG === null || unit === 'g' ? '' : `${fixed(piece.unitMassG, 3)} g a ${UNITS[unit]}`,
  ]
}

function pieceChanged(
  was: Piece,
  is: Piece,
  work: Workpiece,
  material: (id: string) => Material | undefined,
): ChangedText {
  const [before, after] = [was, is].map((piece) => piece && partsOf(piece, work, material(piece.cut.materialId)))
  const whole = (parts: string[] | null | undefined) => (parts ? parts.slice(1, 3).join(', ') : 'none')
  const name = (after ?? before)?.[0] ?? 'A piece'
  if (!before || !after) return { name, old: whole(before), now: whole(after) }
  const differs = before.map((part, i) => part !== after[i])
  const changed = (parts: string[]) => parts.filter((_, i) => differs[i]).join(', ')
  if (!differs.includes(true)) return { name, old: whole(before), now: `${whole(after)}, laid otherwise` }
  const where = differs[2] ? '' : `, ${after[2]}`
  return { name: `${name}${where}`, old: changed(before), now: changed(after) }
}
