import type { APIRequestContext, BrowserContext, Page } from '@playwright/test'
import { expect, test } from './test.ts'
import { chips, newJob, read, saved, toStage } from './hands.ts'

const word = (page: Page) => page.getByTestId('save-state')
const idOf = (page: Page) => /job\/([^/]+)/.exec(page.url())![1]
const massesAt = async (request: APIRequestContext, id: string) =>
  ((await (await request.get(`/api/jobs/${id}`)).json()) as { readings: { value: number }[] }).readings.map(
    (r) => r.value,
  )
/** The server is there for reading and does not answer when something is to be kept. */
const away = (context: BrowserContext) =>
  context.route('**/api/**', (route) => (route.request().method() === 'GET' ? route.continue() : route.abort()))
const back = (context: BrowserContext) => context.unroute('**/api/**')

/** A job with its measure page open. */
async function measured(page: Page, player: string): Promise<string> {
  await newJob(page, player, `${player}’s frame`)
  await toStage(page, 'measure')
  return idOf(page)
}

test('an outage with work on two jobs: each reading comes to its own job', async ({ page, context, request }) => {
  const first = await measured(page, 'Alba Outage')
  const second = await measured(page, 'Bern Outage')
  await page.goto(`/job/${first}/measure`)
  await away(context)
  for (const mass of ['301.1', '301.2', '301.3']) await read(page, 'mass', mass)
  await expect(word(page)).toContainText('3 changes kept here')
  await page.goto(`/job/${second}/measure`)
  for (const mass of ['329.1', '329.2']) await read(page, 'mass', mass)
  await expect(word(page)).toContainText('5 changes kept here')
  await page.close()
  await back(context)
  const next = await context.newPage()
  await next.goto(`/job/${first}/measure`)
  await next.goto(`/job/${second}/measure`)
  await saved(next)
  await expect(chips(next, 'mass')).toHaveText(['329.1', '329.2'])
  expect(await massesAt(request, first)).toEqual([301.1, 301.2, 301.3])
  expect(await massesAt(request, second)).toEqual([329.1, 329.2])
})

test('work on a job is sent from the start page, and the page says so until it is', async ({
  page,
  context,
  request,
}) => {
  const id = await measured(page, 'Cora Elsewhere')
  await away(context)
  await read(page, 'mass', '302.2')
  await expect(word(page)).toContainText('kept here')
  await page.goto('/')
  await expect(word(page)).toContainText('1 change kept here')
  await back(context)
  await saved(page)
  expect(await massesAt(request, id)).toEqual([302.2])
})

test('a 500 throws nothing away; what is refused is kept in a list to be read, sent or deleted', async ({ page }) => {
  await measured(page, 'Dov Broken')
  let fails = 2
  await page.route('**/api/jobs/*/stages/**', (route) =>
    fails-- > 0
      ? route.fulfill({
          status: 500,
          json: { error: { code: 'server.failed', path: '', data: {}, message: 'broken' } },
        })
      : route.continue(),
  )
  await read(page, 'mass', '303.3')
  await expect(word(page)).toContainText('kept here')
  await saved(page)
  await page.unroute('**/api/jobs/*/stages/**')

  await page.route('**/api/jobs/*/stages/**', (route) =>
    route.fulfill({ status: 404, json: { error: { code: 'not.found', path: '', data: {}, message: 'No such job.' } } }),
  )
  await read(page, 'mass', '304.4')
  await expect(word(page)).toHaveText('1 change not accepted')
  await expect(page.getByTestId('refused')).toContainText('No such job.')
  await page.unroute('**/api/jobs/*/stages/**')
  await page.reload()
  await expect(word(page)).toHaveText('1 change not accepted')
  await page.getByTestId('aside').click()
  await expect(page.getByTestId('aside-list')).toContainText('Measure')
  await page.getByTestId('aside-again').click()
  await saved(page)
  await expect(chips(page, 'mass')).toHaveText(['303.3', '304.4'])
})

test('a browser that denies its storage shows the page, sends, and says what it cannot do', async ({
  context,
  request,
  page: maker,
}) => {
  const id = await measured(maker, 'Ezra Denied')
  await context.addInitScript(() => {
    const denied = () => {
      throw new DOMException('denied', 'SecurityError')
    }
    Object.defineProperty(window, 'localStorage', { get: denied })
    Object.defineProperty(window, 'indexedDB', { get: () => ({ open: denied }) })
  })
  const page = await context.newPage()
  await page.goto(`/job/${id}/measure`)
  await away(context)
  await read(page, 'mass', '305.5')
  await expect(word(page)).toContainText('only in this window: leave it open')
  await back(context)
  await saved(page)
  expect(await massesAt(request, id)).toEqual([305.5])
})

test('two windows on one job during an outage: every reading is kept, and the person says which list counts', async ({
  page,
  context,
  request,
}) => {
  const id = await measured(page, 'Fenna Twice')
  const other = await context.newPage()
  await other.goto(`/job/${id}/measure`)
  await away(context)
  await read(page, 'mass', '306.1')
  await read(other, 'mass', '306.2')
  await read(page, 'mass', '306.3')
  await expect(word(page)).toContainText('2 changes kept here')
  await expect(word(other)).toContainText('1 change kept here')
  await page.close()
  await other.close()
  await back(context)
  const next = await context.newPage()
  await next.goto('/')
  await expect(next.getByTestId('conflict')).toContainText('Measure')
  await expect(word(next)).toHaveText('1 change to choose between')
  await next.getByTestId('conflict').getByRole('button', { name: 'Keep mine' }).click()
  await saved(next)
  expect((await massesAt(request, id)).sort()).toEqual([306.1, 306.2, 306.3])
})

test('leaving with unsent work asks', async ({ page, context }) => {
  await measured(page, 'Leva Going')
  await away(context)
  await read(page, 'mass', '308.8')
  await expect(word(page)).toContainText('kept here')
  const asked = page.waitForEvent('dialog')
  await page.close({ runBeforeUnload: true })
  const dialog = await asked
  expect(dialog.type()).toBe('beforeunload')
  await dialog.dismiss()
  await back(context)
  await saved(page)
})

test('undo takes back the reading that was just entered, with the cursor still in its field', async ({ page }) => {
  await measured(page, 'Gil Undone')
  await read(page, 'mass', '307.7')
  await expect(chips(page, 'mass')).toHaveText(['307.7'])
  const field = page.locator('.reading[data-quantity="mass"] .entry input')
  await field.focus()
  await page.keyboard.press('Control+z')
  await expect(chips(page, 'mass')).toHaveCount(0)
  await page.keyboard.press('Control+Shift+z')
  await expect(chips(page, 'mass')).toHaveText(['307.7'])
})
