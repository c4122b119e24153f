import { readFileSync } from 'node:fs'
import { noWiderThan, pick, saved } from './hands.ts'
import { expect, test } from './test.ts'

test('a card for a customer far away: three units beside their own frame, as a picture and a PDF; the answer keeps the unit', async ({
  page,
  request,
}) => {
  await page.goto('/batch/batch-arc')
  await page.getByTestId('choice-card').click()
  await page.getByTestId('choice-for').locator('input').fill('Ortrud Farholt')
  await page.getByRole('combobox', { name: /Their own frame/ }).fill('Bartol')
  await page
    .getByRole('option', { name: /Bartol Quillfeather, job 11/ })
    .first()
    .click()
  await page.getByTestId('propose').click()
  const reason = page.getByTestId('choice-reason').locator('textarea').first()
  await expect(reason).toHaveValue(/lies nearest to the middle of the batch/)
  const picked = /^(\S+ \S+)/.exec(await reason.inputValue())![1]
  await saved(page)
  await expect(page.getByTestId('card')).toBeVisible()
  const out = page.waitForEvent('download')
  await page.getByTestId('choice-png').click()
  const png = readFileSync(await (await out).path())
  expect(png.subarray(1, 4).toString()).toBe('PNG')
  expect(png.readUInt32BE(16)).toBe(1200)
  const pdf = await request.get('/api/batches/batch-arc/choice.pdf')
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
  // The customer takes it: it is kept, and the batch says for whom.
  await page.getByRole('combobox', { name: 'The customer' }).click({ force: true })
  await pick(page.getByRole('option', { name: `takes ${picked}` }))
  await page.getByTestId('answer-words').locator('input').fill('That one, please')
  await page.getByTestId('note-answer').click()
  await expect(page.getByTestId('answered')).toContainText(`takes ${picked}, “That one, please”`)
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('answered')).toContainText(`takes ${picked}`)
  await page.setViewportSize({ width: 390, height: 844 })
  await noWiderThan(page, 390)
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.getByRole('link', { name: 'Back to the batch' }).click()
  const row = page.locator(`[data-unit="${picked}"]`)
  await expect(row).toContainText('kept for Ortrud Farholt')
  await page.getByTestId('undo-batch').click()
  await expect(row).not.toContainText('kept for')
})
