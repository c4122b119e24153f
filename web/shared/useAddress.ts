import { onScopeDispose } from 'vue'
import { onBeforeRouteLeave, useRouter, type LocationQueryRaw } from 'vue-router'

/**
 * Keeps what is looked for in a page's address. While the page is being left it keeps its hands off: a late word of a search would
 * call the leaving off.
 */
export function useAddress(): { keep(query: LocationQueryRaw): void } {
  const router = useRouter()
  let leaving = false
  onBeforeRouteLeave(() => void (leaving = true))
  // Whichever way it went: who is still here may write again.
  onScopeDispose(router.afterEach(() => void (leaving = false)))
  return {
    keep(query) {
      if (!leaving) void router.replace({ query })
    },
  }
}
