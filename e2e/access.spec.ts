import AxeBuilder from '@axe-core/playwright'
import { noWiderThan } from './hands.ts'
import { expect, test, type Page } from './test.ts'

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
  '/people',
  '/evidence',
  '/shop/school',
  '/people/player-bartol',
  '/frames',
  '/frames/frame-5',
  ...['by-hand', 'by-hand/balance-support', 'inspection', 'table'].map((page) => `/job/job-done/measure/${page}`),
  ...[
    'compare?view=scatter',
    'compare?view=lines',
    'compare?view=classes',
    'target/schools',
    'target/face',
    'plan/model',
    'plan/recipes',
    'build/step-by-step',
    'play/session/job-done-session-4',
  ].map((page) => `/job/job-done/${page}`),
  ...['player', 'measure', 'compare', 'target', 'plan', 'build', 'check', 'play'].map(
    (stage) => `/job/job-done/${stage}`,
  ),
]

/** What is wrong on a page, told by rule and place. No page has frames in it: the whole is judged at once. */
async function wrongOn(page: Page, limit: (axe: AxeBuilder) => AxeBuilder): Promise<string[]> {
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'], preload: false })
  const { violations } = await limit(axe).analyze()
  return violations.map((v) => {
    const places = v.nodes.map((n) => n.target.join(' ')).slice(0, 3)
    return `${v.id}: ${places.join(' | ')}`
  })
}

/** A page that still works something out, or still changes its colours, is looked at again. */
const nothingWrong = (page: Page, message: string, limit: (axe: AxeBuilder) => AxeBuilder) =>
  expect.poll(() => wrongOn(page, limit), { message }).toEqual([])

/** So wide a field is at least, px: a figure fits. */
const NARROW = 70
/** Fields in which no word can be read or typed. */
const squeezed = (page: Page) =>
  page.locator('.v-field').evaluateAll(
    (fields, narrow) =>
      fields.flatMap((field) => {
        const { width } = field.getBoundingClientRect()
        // What is not shown has no boxes; what is squeezed to nothing has.
        return field.getClientRects().length > 0 && width < narrow ? [field.textContent.trim()] : []
      }),
    NARROW,
  )

/** Figures of which the end is hidden: their field is too narrow for them and its unit. */
const cutOff = (page: Page) =>
  page.locator('.v-field input').evaluateAll((inputs) =>
    inputs.flatMap((input) => {
      const { value, scrollWidth, clientWidth } = input as HTMLInputElement
      return /^[\d.,−-]+$/.test(value) && clientWidth > 0 && scrollWidth > clientWidth + 1 ? [value] : []
    }),
  )

/** Turns the screen into one that is touched, or one with a mouse: pages ask for it. */
async function touchOf(page: Page): Promise<(isTouched: boolean) => Promise<void>> {
  const session = await page.context().newCDPSession(page)
  return async (enabled) => {
    await session.send('Emulation.setTouchEmulationEnabled', { enabled, maxTouchPoints: 1 })
    expect(await page.evaluate(() => matchMedia('(pointer: coarse)').matches)).toBe(enabled)
  }
}

/** A fingertip covers so much; type in a drawing is so high at least, px. */
const FINGER = 44
const TYPE = 11
/** What is pressed and smaller than a fingertip, and type in drawings that nobody reads. Links in a sentence are as high as their line. */
const smallOn = (page: Page) =>
  page.evaluate(
    ([finger, type]) => {
      const around = '.v-field, .v-selection-control, .v-slider, label'
      const isLarge = (box: DOMRect) => box.width >= finger - 0.5 && box.height >= finger - 0.5
      const pressed = [...document.querySelectorAll('button, a[href], input, select, textarea, summary')].flatMap(
        (e) => {
          const box = e.getBoundingClientRect()
          const inSentence = e.matches('a') && e.parentElement!.matches('p, span, small, b, em, div.v-alert__content')
          if (box.width === 0 || inSentence || !e.checkVisibility({ visibilityProperty: true, opacityProperty: true }))
            return []
          const area = e.closest(around)?.getBoundingClientRect()
          return isLarge(box) || (area && isLarge(area)) ? [] : [`${e.tagName} ${(e.getAttribute('aria-label') ?? e.textContent).trim().slice(0, 30)}: ${Math.round(box.width)} × ${Math.round(box.height)}`] // prettier-ignore
        },
      )
      const written = [...document.querySelectorAll<SVGTextElement>('svg text')].flatMap((e) => {
        const to = e.getScreenCTM()
        const high = to ? parseFloat(getComputedStyle(e).fontSize) * Math.hypot(to.a, to.b) : 0
        return high > 0 && high < type - 0.1 && e.getBoundingClientRect().width > 0
          ? [`“${e.textContent.trim()}”: ${high.toFixed(1)}`]
          : []
      })
      return [...pressed, ...written]
    },
    [FINGER, TYPE] as const,
  )

/** Nothing moves sideways on a wide screen, a small one, a tablet, and at 200 % of a usual one; a phone is looked at by itself. */
const SIZES = [
  [1920, 1080],
  [1024, 768],
  [768, 1024],
  [640, 400],
] as const

// Two at once: the pages of even and of odd number.
test.describe.configure({ mode: 'parallel' })
for (const half of [0, 1]) {
  test(`every page can be read and named, by day and dim, and fits every screen, hand and mouse (${half + 1} of 2)`, async ({
    page,
  }) => {
    const touch = await touchOf(page)
    for (const path of PAGES.filter((_, i) => i % 2 === half)) {
      await page.setViewportSize({ width: 1280, height: 800 })
      await page.goto(path)
      await expect(page.locator('h1')).toBeVisible()
      await page.waitForTimeout(300)
      await nothingWrong(page, path, (axe) => axe.withTags(['wcag2a', 'wcag2aa']))
      // The two differ in their colours only.
      const theme = page.getByRole('button', { name: 'Day or dim' })
      await theme.click()
      await expect(page.locator('.v-theme--dim').first()).toBeVisible()
      await page.waitForTimeout(300)
      await nothingWrong(page, `${path}, dim`, (axe) => axe.withRules(['color-contrast']))
      await theme.click()
      for (const [width, height] of SIZES) {
        await page.setViewportSize({ width, height })
        await noWiderThan(page, width, `${path} at ${width}`)
      }
      await page.setViewportSize({ width: 390, height: 844 })
      await noWiderThan(page, 390, path)
      await expect.poll(() => squeezed(page), { message: path }).toEqual([])
      await expect.poll(() => cutOff(page), { message: path }).toEqual([])
      await touch(true)
      await expect.poll(() => smallOn(page), { message: `${path}, touched` }).toEqual([])
      await noWiderThan(page, 390, path)
      await touch(false)
    }
  })
}
