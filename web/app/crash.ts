import { ref, type App } from 'vue'
import type { Router } from 'vue-router'

/** What broke on the page, in the words of whoever broke it; empty while nothing did. */
export const crash = ref('')

const tell = (error: unknown) => {
  console.error(error)
  crash.value = error instanceof Error && error.message ? error.message : String(error)
}

/** A part of the page that breaks leaves a notice with a way on, never a white page. */
export function catchCrashes(app: App, router: Router): void {
  app.config.errorHandler = tell
  router.onError(tell)
  router.afterEach(() => void (crash.value = ''))
}
