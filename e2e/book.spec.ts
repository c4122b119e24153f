import type { FrameLog } from '#contract/logbook.ts'
import { monthsLater } from '#core/quantities/days.ts'
import { expect, test } from './test.ts'
import { newJob, noWiderThan, saved } from './hands.ts'
import { seedBuild } from './seed.ts'

/** The lists of the book, what the book says of frames, and what it reminds of. */

test('reminders: counted until they are seen, said when they come about, and lead to the thing itself', async ({
  page,
  request,
}) => {
  const id = await seedBuild(request, [], {})
  const dueIn = async (minutes: number) => {
    const { job } = await (await request.get(`/api/jobs/${id}`)).json()
    const ticket = { ...job.ticket, due: 'soon', dueAt: new Date(Date.now() + minutes * 60000).toISOString() }
    const answer = await request.put(`/api/jobs/${id}/ticket`, { data: { ticket, expected: job.revision } })
    expect(answer.ok()).toBe(true)
  }
  await page.clock.install()
  await page.goto('/shop')
  const count = page.getByTestId('reminder-count')
  await expect(count).toBeVisible()
  await page.getByTestId('reminders').click()
  await expect(page.getByTestId('reminder-list')).toContainText('its check is due')
  await expect(count).toHaveCount(0)
  await page.keyboard.press('Escape')
  await dueIn(50)
  await page.clock.runFor(61000)
  await expect(page.getByTestId('reminder-said')).toContainText('is promised soon')
  await expect(count).toHaveText('1')
  await page.getByTestId('reminder-said').getByRole('link', { name: 'Go there' }).click()
  await expect(page).toHaveURL(new RegExp(`/job/${id}/`))
  // Seen here, seen after a reload.
  await page.getByTestId('reminders').click()
  await page.keyboard.press('Escape')
  await page.reload()
  await expect(page.getByTestId('reminders')).toHaveAttribute('aria-label', 'Reminders')
})

test('jobs: sorted and filtered, the address keeps it; what is done has left the day', async ({ page }) => {
  await page.goto('/jobs?sort=number&state=signed')
  const rows = page.locator('.queue .ticket')
  await expect(rows.first()).toContainText('signed off')
  const numbers = (await page.locator('.queue .number').allInnerTexts()).map(Number)
  expect(numbers).toEqual([...numbers].sort((a, b) => b - a))
  await page.getByTestId('find-job').locator('input').fill('bartol')
  await expect(page).toHaveURL(/find=bartol/)
  await page.reload()
  await expect(rows.first()).toContainText('Bartol Quillfeather')
  await expect(page.getByTestId('job-state')).toContainText('signed off')
  await page.goto('/')
  await expect(page.getByTestId('undated').or(page.getByTestId('day')).first()).toBeVisible()
  await expect(page.locator('.ticket', { hasText: 'signed off' })).toHaveCount(0)
})

test('batches: a list of the book; the units of one are sorted by a column, and a reading moves no row', async ({
  page,
}) => {
  await page.goto('/batches')
  await page.locator('tbody a').first().click()
  await expect(page).toHaveURL(/\/batch\//)
  const names = () => page.locator('[data-unit]').evaluateAll((rows) => rows.map((r) => r.getAttribute('data-unit')))
  await expect.poll(async () => (await names()).length).toBeGreaterThan(1)
  const before = await names()
  await page.locator('[data-sort="swingWeight"]').click()
  await expect(page).toHaveURL(/sort=swingWeight/)
  const sorted = await names()
  expect(sorted).not.toEqual(before)
  expect([...sorted].sort()).toEqual([...before].sort())
  await page.reload()
  await expect.poll(names).toEqual(sorted)
  await expect(page.locator('th[aria-sort="ascending"]')).toContainText('Swing weight')
  await page.locator('[data-sort="swingWeight"]').click()
  await page.locator('[data-sort="swingWeight"]').click()
  await expect.poll(names).toEqual(before)
})

test('what lies on a frame since when; a material knows its frames; a ladder stands on the player’s page', async ({
  page,
}) => {
  await page.goto('/frames/frame-2')
  await expect(page.getByTestId('ledger')).toContainText('Lead tape 1/4 in, throat bridge')
  await page.getByTestId('print-label').click()
  const [paper] = await Promise.all([page.context().waitForEvent('page'), page.getByTestId('label-go').click()])
  await paper.close()
  await page.goto('/drawer')
  await page.locator('[data-material="putty"] button').click()
  await page.getByTestId('on-frames').getByRole('link', { name: 'Tessaly Drift 100' }).click()
  await expect(page).toHaveURL(/\/frames\/frame-2/)
  await page.goto('/people/player-bartol')
  await expect(page.getByTestId('player-ladder').locator('[data-drawn="yes"]')).toBeVisible()
  await page
    .getByTestId('player-ladder')
    .getByRole('button', { name: /^Job 4/ })
    .click()
  await expect(page.getByTestId('player-ladder').locator('[data-drawn="yes"]')).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  await noWiderThan(page, 390)
})

test('the shop’s own months move what is due; who plays too heavy a frame is found', async ({ page, request }) => {
  await page.goto('/shop')
  const field = page.getByTestId('interval-measureMonths').locator('input')
  await field.fill('1')
  await field.press('Tab')
  await saved(page)
  /** Is it due a month after the day on which it was proven last, whatever day that is? */
  const afterAMonth = async () => {
    const log = (await (await request.get('/api/book/frames/frame-2')).json()) as FrameLog
    const proved = log.jobs
      .flatMap((job) => job.events)
      .flatMap((e) => (e.kind === 'proved' ? [e.at.slice(0, 10)] : []))
    return log.comingBack.find((c) => c.rule === 'measure')!.due === monthsLater(proved.sort().at(-1)!, 1)
  }
  await expect.poll(afterAMonth).toBe(true)
  await field.fill('6')
  await field.press('Tab')
  await saved(page)
  await expect.poll(afterAMonth).toBe(false)

  await newJob(page, 'Wim Undercope', 'Full-size frame')
  await page.getByTestId('born').locator('input').fill('2017')
  await page.getByTestId('born').locator('input').press('Tab')
  await page.getByTestId('height').locator('input').fill('12')
  await page.getByTestId('height').locator('input').press('Tab')
  await expect(page.getByText('From 60 to 230 cm.')).toBeVisible()
  await page.getByTestId('height').locator('input').fill('131')
  await page.getByTestId('height').locator('input').press('Tab')
  await saved(page)
  await page.locator('a[data-stage="measure"]').click()
  const mass = page.locator('.reading[data-quantity="mass"] .entry input')
  await mass.fill('330')
  await mass.press('Enter')
  await saved(page)
  await page.goto('/people?overClass=true')
  await expect(page.locator('tbody tr', { hasText: 'Wim Undercope' })).toHaveCount(1)
  await page.getByTestId('over-class').locator('input').uncheck()
  await expect(page.locator('tbody tr', { hasText: 'Orsolva Tenbrick' })).toHaveCount(1)
})
