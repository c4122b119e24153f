export const REVISION_KINDS = ['edit', 'undo', 'redo'] as const

/** One saved revision of a stage, without its content. Undo and redo append; nothing is rewritten. */
export interface RevisionMark {
  revision: number
  kind: (typeof REVISION_KINDS)[number]
  /** The edit whose content this revision carries; itself for an edit; 0: as it was before the first one, empty. */
  contentOf: number
  /** For an undo: the revision that redo would bring back. */
  redoTo: number | null
}

/**
 * What to append for an undo, or null when nothing is left to undo.
 * @param marks oldest first
 * @param toNothing the first edit may be undone too, which leaves it empty
 */
export function undoMark(marks: readonly RevisionMark[], toNothing = false): RevisionMark | null {
  const last = marks.at(-1)
  if (!last) return null
  const undo = { revision: last.revision + 1, kind: 'undo', redoTo: last.revision } as const
  if (toNothing && last.contentOf === 1) return { ...undo, contentOf: 0 }
  const before = marks.find((mark) => mark.revision === last.contentOf - 1)
  if (!before || (before.contentOf === 0 && !toNothing)) return null
  return { ...undo, contentOf: before.contentOf }
}

/** What to append for a redo, or null when the last change was an edit. */
export function redoMark(marks: readonly RevisionMark[]): RevisionMark | null {
  const last = marks.at(-1)
  if (!last || last.redoTo === null) return null
  const to = marks.find((mark) => mark.revision === last.redoTo)
  if (!to) return null
  return { revision: last.revision + 1, kind: 'redo', contentOf: to.contentOf, redoTo: to.redoTo }
}

/** The mark of a fresh edit after these. */
export function editMark(marks: readonly RevisionMark[]): RevisionMark {
  const revision = (marks.at(-1)?.revision ?? 0) + 1
  return { revision, kind: 'edit', contentOf: revision, redoTo: null }
}
