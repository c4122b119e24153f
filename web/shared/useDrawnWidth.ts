import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

/**
 * What a template calls its `drawing`, laid out for the width that it gets, px: its type and marks are as large on a phone as on a wide
 * screen.
 * @param usual before it is on the page
 */
export function useDrawnWidth(usual: number) {
  const drawing = useTemplateRef<SVGSVGElement>('drawing')
  const { width } = useElementSize(drawing)
  return { drawing, width: computed(() => width.value || usual) }
}
