export type Move = 'done' | 'back' | 'on' | 'leave' | 'leaveOut'
type Pressed = Pick<KeyboardEvent, 'key' | 'repeat' | 'ctrlKey' | 'metaKey' | 'altKey' | 'target'>

const isTyping = (at: Element | null) => at?.closest('input, textarea, select, [contenteditable], [role="combobox"]')
const isPlain = (event: Pressed) => !event.repeat && !event.ctrlKey && !event.metaKey && !event.altKey
const elementOf = ({ target }: Pressed) => (target instanceof Element ? target : null)

/** What a key means while a step fills the screen; null where it belongs to the field or the button it was pressed in. */
export function moveFor(event: Pressed): Move | null {
  if (!isPlain(event)) return null
  const at = elementOf(event)
  if (event.key === 'Escape') return at?.closest('[role="dialog"], .v-overlay__content') ? null : 'leave'
  if (isTyping(at)) return null
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
    case 'l':
    case 'L':
      return 'leaveOut'
    default:
      return null
  }
}

/** What a key means while a better plan of the rest is offered: go on with it, or keep the plan as it is. */
export function restMoveFor(event: Pressed): 'take' | 'keep' | null {
  if (!isPlain(event) || isTyping(elementOf(event))) return null
  const key = event.key.toLowerCase()
  return key === 'g' ? 'take' : key === 'k' ? 'keep' : null
}
