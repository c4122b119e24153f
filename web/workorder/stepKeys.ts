export type Move = 'done' | 'back' | 'on' | 'leave'

/** What a key means while a step fills the screen; null where it belongs to the field or the button it was pressed in. */
export function moveFor(
  event: Pick<KeyboardEvent, 'key' | 'repeat' | 'ctrlKey' | 'metaKey' | 'altKey' | 'target'>,
): Move | null {
  if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return null
  const at = event.target instanceof Element ? event.target : null
  if (event.key === 'Escape') return at?.closest('[role="dialog"], .v-overlay__content') ? null : 'leave'
  if (at?.closest('input, textarea, select, [contenteditable], [role="combobox"]')) return null
  // A button answers to its own space and Enter.
  const isButton = at?.closest('button, a') !== undefined && at?.closest('button, a') !== null
  switch (event.key) {
    case ' ':
    case 'Enter':
      return isButton ? null : 'done'
    case 'ArrowLeft':
      return 'back'
    case 'ArrowRight':
      return 'on'
    default:
      return null
  }
}
