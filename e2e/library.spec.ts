import { readFile } from 'node:fs/promises'
import { expect, test } from './test.ts'

test('a setup is added, told of twice, found again, retired and brought back', async ({ page }) => {
  await page.goto('/library')
  await page.getByRole('button', { name: 'Add a setup' }).click()
  await page.getByTestId('setup-name').locator('input').fill('Wilmot Garrowby')
  await page.getByTestId('setup-name').locator('input').press('Tab')
  await page.getByLabel('Source').fill('Court-side note')
  await page.getByLabel('Static weight').fill('332 to 336')
  await page.getByLabel('Static weight').press('Tab')
  await page.getByLabel('Swing weight', { exact: true }).fill('heavy')
  await page.getByLabel('Swing weight', { exact: true }).press('Tab')
  await expect(page.locator('.report')).toContainText('cannot be read as a number')
  await page.getByLabel('Swing weight', { exact: true }).fill('330')
  await page.getByLabel('Swing weight', { exact: true }).press('Tab')
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await expect(page.getByTestId('together')).toContainText('334.0')
  await page.getByRole('button', { name: 'Another report' }).click()
  await page.getByLabel('Swing weight', { exact: true }).nth(1).fill('360')
  await page.getByLabel('Swing weight', { exact: true }).nth(1).press('Tab')
  await expect(page.getByTestId('together')).toContainText('reports differ: 330.0 to 360.0')
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await page.reload()
  await expect(page.locator('.report')).toHaveCount(2)
  await page.getByRole('link', { name: 'Library' }).first().click()
  await page.getByTestId('library-find').locator('input').fill('garrow')
  await expect(page.getByTestId('library-total')).toHaveText('1 setup')
  await page.getByRole('link', { name: 'Wilmot Garrowby' }).click()
  await page.getByRole('button', { name: 'Retire' }).click()
  await expect(page.locator('.retired')).toBeVisible()
  await page.getByRole('button', { name: 'Bring back' }).click()
  await expect(page.locator('.retired')).toHaveCount(0)
})

test('a file is shown row by row before it is taken in; what was wrong is left, with its reason', async ({ page }) => {
  await page.goto('/library/import')
  const csv = [
    'name,kind,weight (oz),balance (mm),swing weight,source',
    'Ludo Fennimore-Tace,professional,11.9,321,338,clubhouse list',
    'Corvane Arc 98,retail,10.76,315,293,clubhouse list',
    'Heavy Mistake,retail,3000,315,293,clubhouse list',
    ',retail,11,315,293,clubhouse list',
  ].join('\n')
  await page
    .getByTestId('library-file')
    .setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  const rows = page.getByRole('table', { name: 'Rows of the file' }).locator('tbody tr')
  await expect(rows).toHaveCount(4)
  await expect(rows.nth(0)).toContainText('new')
  await expect(rows.nth(1)).toContainText('another report of one that is there')
  await expect(rows.nth(2)).toContainText('far outside what frames of this sport come to')
  await expect(rows.nth(3)).toContainText('The name is missing')
  await page.getByTestId('take-in').click()
  await expect(page).toHaveURL(/\/library\?sport=tennis$/)
  await page.getByTestId('library-find').locator('input').fill('fennimore')
  await expect(page.getByTestId('library-total')).toHaveText('1 setup')
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()])
  expect(await readFile(await file.path(), 'utf8')).toContain('Ludo Fennimore-Tace')
})

test('two numbers and all four are drawn, with a way out as picture and table', async ({ page }) => {
  await page.goto('/job/job-done/compare?view=scatter')
  await expect(page.locator('[data-drawn="yes"]')).toBeVisible()
  await expect(page.getByTestId('scatter-says')).toContainText('without both numbers')
  for (const [name, start] of [
    ['PNG', '\u0089PNG'],
    ['SVG', '<svg'],
    ['CSV', '\ufeffkind'],
  ]) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click(),
    ])
    const text = await readFile(await file.path(), name === 'PNG' ? 'latin1' : 'utf8')
    expect(text.slice(0, 5).startsWith(start), name).toBe(true)
  }
  await page.getByRole('button', { name: 'All four' }).click()
  await expect(page.locator('[data-drawn="yes"]')).toBeVisible()
  await page.goBack()
})

test('the library is sorted by a column, either way; the address keeps filter and order', async ({ page }) => {
  await page.goto('/library')
  const numbers = page.locator('tbody tr td:nth-child(5) .published')
  await expect(numbers.first()).toBeVisible()
  await page.locator('[data-sort="swingWeight"]').click()
  await expect(page).toHaveURL(/sort=-swingWeight/)
  const read = async () => (await numbers.allInnerTexts()).map(Number)
  await expect.poll(async () => (await read()).every((v, i, all) => i === 0 || all[i - 1] >= v)).toBe(true)
  await page.locator('[data-sort="swingWeight"]').click()
  await expect(page).toHaveURL(/sort=swingWeight/)
  await expect.poll(async () => (await read()).every((v, i, all) => i === 0 || all[i - 1] <= v)).toBe(true)
  const total = page.getByTestId('library-total')
  const all = await total.innerText()
  await page.getByTestId('library-find').locator('input').fill('arc')
  await expect(page).toHaveURL(/find=arc/)
  await expect(total).not.toHaveText(all)
  const found = await total.innerText()
  await page.reload()
  await expect(total).toHaveText(found)
  await expect(page.getByTestId('library-find').locator('input')).toHaveValue('arc')
  await expect(page.locator('th[aria-sort="ascending"]')).toContainText('Swing weight')
  // To a setup and back again: nothing is asked anew.
  await page.locator('tbody tr a').first().click()
  await expect(page).toHaveURL(/\/library\/setup\//)
  await page.goBack()
  await expect(page).toHaveURL(/find=arc/)
  await expect(total).toHaveText(found)
})
