/** One saved revision of a stage, without its content. Undo and redo append; nothing is rewritten. */
export interface RevisionMark {
  revision: number
  kind: 'edit' | 'undo' | 'redo'
  /** The edit whose content this revision carries; itself for an edit. */
  contentOf: number
  /** For an undo: the revision that redo would bring back. */
  redoTo: number | null
}

/** What to append for an undo, or null when nothing is left to undo. @param marks oldest first */
export function undoMark(marks: readonly RevisionMark[]): RevisionMark | null {
  const last = marks.at(-1)
  if (!last) return null
  const before = marks.find((mark) => mark.revision === last.contentOf - 1)
  if (!before) return null
  return { revision: last.revision + 1, kind: 'undo', contentOf: before.contentOf, redoTo: last.revision }
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
