import { noWiderThan } from './hands.ts'
import { expect, test } from './test.ts'

test('the build, a step at a time: read from a metre away, ticked with a key, read by the instrument, left and found again', async ({
  page,
}) => {
  await page.goto('/job/job-returns/build')
  await page.getByTestId('one-by-one').click()
  const one = page.getByTestId('step-by-step')
  await expect(one.getByRole('heading', { level: 1 })).toContainText(/Step \d+ of \d+/)
  const steps = one.getByRole('list', { name: 'All steps' }).getByRole('button')
  const count = await steps.count()
  await steps.nth(1).click()
  // Figures that a person at the bench can read, targets that a knuckle hits.
  const size = await one
    .locator('.big')
    .first()
    .evaluate((e) => parseFloat(getComputedStyle(e).fontSize))
  expect(size).toBeGreaterThanOrEqual(40)
  expect((await page.getByTestId('step-done').boundingBox())!.height).toBeGreaterThanOrEqual(72)
  const before = (await one.getByText(/\d+ done/).innerText()).trim()
  await page.locator('h1').click()
  await page.keyboard.press('ArrowLeft')
  await expect(one.getByRole('heading', { level: 1 })).toHaveText(`Step 1 of ${count}`)
  await steps.last().click()
  await page.locator('h1').click()
  await page.keyboard.press(' ')
  await expect(page).toHaveURL(/\/check$/)
  await page.goto('/job/job-returns/build/step-by-step')
  const after = (await one.getByText(/\d+ done/).innerText()).trim()
  expect(parseInt(after)).toBeGreaterThanOrEqual(parseInt(before))
  await expect(steps.last()).toHaveAccessibleName(/, done$/)
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/\/build$/)
  for (const [width, height] of [
    [390, 844],
    [768, 1024],
  ]) {
    await page.setViewportSize({ width, height })
    await page.goto('/job/job-returns/build/step-by-step')
    await expect(page.getByTestId('step-done')).toBeInViewport()
    await noWiderThan(page, width)
  }
})
