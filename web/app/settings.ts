/** Small choices of this machine: units, the theme. A browser that denies its storage forgets them; nothing else comes of it. */
export function readSetting<T>(key: string, otherwise: T): T {
  try {
    const text = localStorage.getItem(key)
    return text === null ? otherwise : (JSON.parse(text) as T)
  } catch {
    return otherwise
  }
}

export function writeSetting(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value))
  } catch {
    // Kept for as long as the page is open.
  }
}

const DRAFT = 'kevro-new-job'
/** What is typed of a new job, for as long as the tab is open. */
export function readDraft(): object {
  try {
    return JSON.parse(sessionStorage.getItem(DRAFT) ?? '{}') as object
  } catch {
    return {}
  }
}
export function writeDraft(draft: object): void {
  try {
    sessionStorage.setItem(DRAFT, JSON.stringify(draft))
  } catch {
    // Kept for as long as the page is open.
  }
}
