import { readSetting, writeSetting } from '../browser/settings.ts'

const KEY = 'kevro-theme'

/** The theme chosen on this machine, else what the system asks for. */
export function storedTheme(): 'day' | 'dim' {
  const stored = readSetting<string>(KEY, '')
  if (stored === 'day' || stored === 'dim') return stored
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'day'
}

export const storeTheme = (theme: 'day' | 'dim') => writeSetting(KEY, theme)
