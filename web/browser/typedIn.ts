/** What stands in the field that an event comes from. */
export const typedIn = ({ target }: Event): string =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement ? target.value : ''

/** The files that were chosen in the field that an event comes from. It is left empty, so that the same ones can be chosen again. */
export function chosenIn({ target }: Event): File[] {
  if (!(target instanceof HTMLInputElement)) return []
  const files = [...(target.files ?? [])]
  target.value = ''
  return files
}
