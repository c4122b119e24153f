import AxeBuilder from '@axe-core/playwright'
import { expect, test } from './test.ts'

const PAGES = [
  '/',
  '/new',
  '/shop',
  '/drawer',
  '/batch/batch-arc',
  '/batch/batch-arc/set',
  '/library',
  '/library/import',
  '/library/setup/ref-p4',
  '/instruments',
  '/instruments/device-swing',
  ...['by-hand', 'by-hand/balance-support', 'inspection', 'table'].map((page) => `/job/job-done/measure/${page}`),
  ...[
    'compare?view=scatter',
    'compare?view=lines',
    'compare?view=classes',
    'target/schools',
    'target/face',
    'plan/model',
  ].map((page) => `/job/job-done/${page}`),
  ...['player', 'measure', 'compare', 'target', 'plan', 'build', 'check', 'play'].map(
    (stage) => `/job/job-done/${stage}`,
  ),
]

for (const theme of ['light', 'dark'] as const) {
  test(`every page can be read and named (${theme === 'light' ? 'day' : 'dim'})`, async ({ browser, baseURL }) => {
    test.setTimeout(180000)
    const context = await browser.newContext({
      colorScheme: theme,
      viewport: { width: 1280, height: 800 },
      baseURL,
      reducedMotion: 'reduce',
    })
    const page = await context.newPage()
    for (const path of PAGES) {
      await page.goto(path)
      await expect(page.locator('h1')).toBeVisible()
      await page.waitForTimeout(300)
      // The two differ in their colours only.
      // No page has frames in it: the whole is judged at once, and only what is wrong is told.
      const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'], preload: false })
      const { violations } = await (
        theme === 'light' ? axe.withTags(['wcag2a', 'wcag2aa']) : axe.withRules(['color-contrast'])
      ).analyze()
      expect(
        violations.map(
          (v) =>
            `${path} ${v.id}: ${v.nodes
              .map((n) => n.target.join(' '))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      ).toEqual([])
    }
    await context.close()
  })
}

test('nothing runs off a tablet', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  for (const path of PAGES) {
    await page.goto(path)
    await expect(page.locator('h1')).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth), path).toBeLessThanOrEqual(0)
  }
})
