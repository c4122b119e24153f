import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import { COUNTED_IN, type Material } from '#core/cuts/material.ts'
import { PIECE, pieceIn, PIECES_TOLD, ROLL, rollIn } from '#core/job/pieceFacts.ts'
import type { ChangedDependency } from '#core/job/stages.ts'
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
    if (name.startsWith(PIECE)) {
      const [was, is] = [pieceIn(old), pieceIn(now)]
      const named = material((is ?? was)?.cut.materialId ?? '')?.name ?? 'A piece'
      return [{ name: named, old: pieceText(was, work, material), now: pieceText(is, work, material) }]
    }
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

function pieceText(
  piece: ReturnType<typeof pieceIn>,
  work: Workpiece,
  material: (id: string) => Material | undefined,
): string {
  if (!piece) return 'none'
  const cut: Cut = { ...piece.cut, id: '' }
  const kind = material(cut.materialId)?.kind ?? 'tape'
  const unit = COUNTED_IN[kind]
  const amount =
    unit === 'pieces' ? counted(cut.amount, 'piece') : `${fixed(cut.amount, unit === 'cm' ? 1 : 2)} ${unit}`
  const weight = piece.unitMassG === null || unit === 'g' ? '' : `, ${fixed(piece.unitMassG, 3)} g a ${UNITS[unit]}`
  const side = cut.side ? `, on the ${cut.side}` : ''
  const edges = cut.place === 'hoop' ? (cut.edges === 2 ? ', both edges' : cut.wall ? ', on the wall' : cut.edge ? `, one edge` : '') : '' // prettier-ignore
  return `${amount} at ${placeText(cut, work)}${side}${edges}${weight}`
}
