import { seedMeasured } from './seed.ts'
import { expect, test } from './test.ts'
import { chips, newJob, pick, predicted, quickBench, read, saved, setTarget, toStage } from './hands.ts'

test('a shop that works in ounces and points reads, shows and aims in them', async ({ page }) => {
  await page.route('**/api/overview', async (route) => {
    const overview = (await (await route.fetch()).json()) as { shop: object }
    await route.fulfill({
      json: { ...overview, shop: { ...overview.shop, units: { mass: 'oz', balance: 'points', length: 'in' } } },
    })
  })
  await newJob(page, 'Ounce Pointerby', 'Imperial frame')
  await toStage(page, 'measure')
  await read(page, 'mass', '10.77')
  await read(page, 'balance', '5.3')
  await read(page, 'balance', '32.6 cm')
  await read(page, 'swingWeight', '300')
  await expect(chips(page, 'mass')).toHaveText(['10.77'])
  await expect(chips(page, 'balance')).toHaveText(['5.3 HL', '5.3 HL'])
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('27.00')
  await toStage(page, 'target')
  await setTarget(page, 'balance', '6 HL')
  await page.locator('h1').click()
  await expect(page.locator('.line[data-quantity="balance"] .quantity-field input')).toHaveValue('6.0 HL')
  const tolerance = page.locator('.line[data-quantity="balance"]').getByLabel('±')
  await tolerance.fill('1')
  await saved(page)
  await page.reload()
  await expect(tolerance).toHaveValue('1')
  await expect(page.locator('.line[data-quantity="balance"]')).toContainText('points')
})

test('a job file goes out and comes in again through the start page', async ({ page, request }) => {
  const file = await (await request.get('/api/jobs/job-done/export')).body()
  await page.goto('/')
  await page.getByTestId('import-file').setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: file })
  await expect(page).toHaveURL(/\/measure$/)
  await expect(page.getByText('Bartol Quillfeather')).toBeVisible()
  for (const stage of ['measure', 'plan', 'build', 'check', 'play']) {
    await expect(page.locator(`a[data-stage="${stage}"]`)).toHaveAttribute('data-status', 'done')
  }
})

test('limits hold in the plan, and the keyboard goes from stage to stage', async ({ page }) => {
  await page.goto(`/job/${await seedMeasured(page.request, 'Lena Limitford')}/target`)
  await setTarget(page, 'mass', '316')
  await setTarget(page, 'swingWeight', '314')
  await page.locator('h1').click()
  await page.keyboard.press(']')
  await expect(page).toHaveURL(/\/plan$/)
  await page.getByTestId('limits').click()
  await page.getByTestId('no-lead').locator('input').check()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('limits')).toContainText('Limits: 1 set')
  await expect(page.getByTestId('plan-state')).not.toContainText('working')
  await expect(page.locator('.cards')).not.toContainText('Lead tape')
  await page.locator('.strip button').first().click()
  expect(Math.abs((await predicted(page, 'mass')) - 316)).toBeLessThanOrEqual(1)
  await page.getByRole('button', { name: 'History' }).click()
  await expect(page.getByText('changed no lead')).toBeVisible()
})

test('tape that is cut by an inch ruler is planned, typed and built in quarters of an inch', async ({ page }) => {
  await page.goto('/drawer')
  await page.getByTestId('add-material').click()
  await page.getByTestId('material-name').locator('input').fill('Inch tape')
  await page.getByTestId('cut-step').click()
  await pick(page.getByRole('option', { name: '1/4 in', exact: true }))
  await expect(page.getByTestId('material-stock')).toContainText('in')
  await page.getByTestId('material-stock').locator('input').fill('100')
  await page.getByTestId('put-in').click()
  await expect(page.locator('tr', { hasText: 'Inch tape' })).toContainText('100 in')
  await quickBench(page)
  await page.getByTestId('add-piece').click()
  await page.locator('.zone', { hasText: '3 and 9' }).getByRole('button', { name: 'Inch tape' }).click()
  const amount = page.getByTestId('cut-amount').locator('input')
  await expect(amount).toHaveValue('2')
  await amount.fill('7 1/2')
  await amount.press('Enter')
  await expect(page.locator('.editor')).toContainText('4 × 7 1/2 in')
  await expect(page.getByTestId('scissors')).toHaveText('Inch tape: 4 of 7 1/2 in, 30 in of 100 in')
  await amount.fill('7.3')
  await amount.press('Enter')
  await expect(page.locator('.editor')).toContainText('7 1/4 in: it is cut in steps of 1/4 in.')
})
