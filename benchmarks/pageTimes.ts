import type { Browser } from '@playwright/test'

/** Pages of the demo world as they are opened most. */
const PAGES = ['/', '/job/job-returns/measure', '/job/job-returns/plan', '/job/job-returns/build', '/people'] as const

/** From the address to its heading, in a browser that has nothing of it yet; ms, page by page, one after the other. */
export async function pageTimes(browser: Browser, port: number, repeats: number): Promise<Record<string, number[]>> {
  const times: Record<string, number[]> = Object.fromEntries(PAGES.map((path) => [path, []]))
  for (let i = 0; i < repeats; i++)
    for (const path of PAGES) {
      const fresh = await browser.newContext({ viewport: { width: 1280, height: 800 } })
      const page = await fresh.newPage()
      const start = performance.now()
      await page.goto(`http://127.0.0.1:${port}${path}`)
      await page.locator('h1').first().waitFor()
      times[path].push(performance.now() - start)
      await fresh.close()
    }
  return times
}

/** Jobs of the demo world that have a target. */
const PLANNED = ['job-done', 'job-returns'] as const
/** So long somebody looks at the target before the plan is asked for, ms. */
const LOOKED = 1500

/** From the target, in a browser that has planned nothing yet, to the first way to reach it; ms, job by job. */
export async function firstPlanTimes(
  browser: Browser,
  port: number,
  repeats: number,
): Promise<Record<string, number[]>> {
  const times: Record<string, number[]> = Object.fromEntries(PLANNED.map((id) => [id, []]))
  for (let i = 0; i < repeats; i++)
    for (const id of PLANNED) {
      const fresh = await browser.newContext({ viewport: { width: 1280, height: 800 } })
      const page = await fresh.newPage()
      await page.goto(`http://127.0.0.1:${port}/job/${id}/target`)
      await page.getByRole('heading', { name: 'Target', exact: true }).waitFor()
      await page.waitForTimeout(LOOKED)
      const start = performance.now()
      await page.locator(`a[href$="/${id}/plan"]`).first().click()
      await page.locator('[data-alternative]').first().waitFor()
      times[id].push(performance.now() - start)
      await fresh.close()
    }
  return times
}
