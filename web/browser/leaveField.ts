/** Leaves the field in hand, so that what was typed is taken: a page that goes away knows of no other moment. */
export function leaveField(page: Document = document): void {
  const field = page.activeElement
  if (field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement) field.blur()
}
