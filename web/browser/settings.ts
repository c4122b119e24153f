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

const inTab = {
  read(key: string): string | null {
    try {
      return sessionStorage.getItem(key)
    } catch {
      return null
    }
  },
  write(key: string, text: string | null): void {
    try {
      if (text === null) sessionStorage.removeItem(key)
      else sessionStorage.setItem(key, text)
    } catch {
      // Kept for as long as the page is open.
    }
  },
}

/** What was typed and could not be taken, for as long as the tab is open. */
export const readTyped = (key: string) => inTab.read(key)
export const keepTyped = (key: string, text: string) => inTab.write(key, text)
export const dropTyped = (key: string) => inTab.write(key, null)

const DRAFT = 'kevro-new-job'
/** What is typed of a new job, for as long as the tab is open. */
export function readDraft(): object {
  try {
    return JSON.parse(inTab.read(DRAFT) ?? '{}') as object
  } catch {
    return {}
  }
}
export const writeDraft = (draft: object) => inTab.write(DRAFT, JSON.stringify(draft))
