import { computed } from 'vue'
import { useTheme } from 'vuetify'

/** The four kinds of number in a chart: the same shapes and colours as everywhere. */
export function useMarks() {
  const theme = useTheme()
  const colors = computed(() => theme.current.value.colors as unknown as Record<string, string>)
  const marks = computed(() => ({
    measured: { symbol: 'circle', size: 12, color: colors.value.measured },
    predicted: {
      symbol: 'diamond-open',
      size: 13,
      color: colors.value.predicted,
      line: { width: 2.4, color: colors.value.predicted },
    },
    target: {
      symbol: 'square-open',
      size: 13,
      color: colors.value.target,
      line: { width: 2.4, color: colors.value.target },
    },
    published: {
      symbol: 'triangle-down-open',
      size: 9,
      color: colors.value.published,
      line: { width: 1.4, color: colors.value.published },
    },
  }))
  return { colors, marks }
}
