const KEY = 'kevro-theme'

/** The theme chosen on this machine, else what the system asks for. */
export function storedTheme(): 'day' | 'dim' {
  const stored = localStorage.getItem(KEY)
  if (stored === 'day' || stored === 'dim') return stored
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'day'
}

export function storeTheme(theme: 'day' | 'dim'): void {
  localStorage.setItem(KEY, theme)
}
