import { useSetting } from '../browser/settings.ts'

const chosen = useSetting<string>('kevro-theme', '')

/** The theme chosen on this machine, else what the system asks for. */
export function storedTheme(): 'day' | 'dim' {
  if (chosen.value === 'day' || chosen.value === 'dim') return chosen.value
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'day'
}

export const storeTheme = (theme: 'day' | 'dim') => (chosen.value = theme)
