const inHand = (page: Document): HTMLInputElement | HTMLTextAreaElement | null => {
  const field = page.activeElement
  return field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement ? field : null
}

/** Leaves the field in hand, so that what was typed is taken: a page that goes away knows of no other moment. */
export function leaveField(page: Document = document): void {
  inHand(page)?.blur()
}

/**
 * Takes the words that were typed so far, and stays in the field: a page that is hidden may be let go by a phone without another word,
 * or come back. Half a number is no number: figures wait for the one who types them.
 */
export function takeWords(page: Document = document): void {
  const field = inHand(page)
  if (!field || field.hasAttribute('inputmode')) return
  const { selectionStart, selectionEnd } = field
  field.blur()
  field.focus({ preventScroll: true })
  // Fields that are no text, days for example, have no place for the next letter.
  if (selectionStart !== null) field.setSelectionRange(selectionStart, selectionEnd)
}
