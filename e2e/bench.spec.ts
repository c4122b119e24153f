import { expect, test } from './test.ts'
import { predicted, put, quickBench, saved } from './hands.ts'

test('drag a piece along the hoop: every number follows, and the drag is saved and undone', async ({ page }) => {
  await quickBench(page)
  await put(page, 'threeNine', 'lead-half')
  const piece = page.locator('.cut')
  await expect(piece).toHaveCount(1)
  const before = {
    swing: await predicted(page, 'swingWeight'),
    twist: await predicted(page, 'twistWeight'),
    balance: await predicted(page, 'balance'),
  }
  await saved(page)

  const box = (await piece.locator('.mass').first().boundingBox())!
  const x = box.x + box.width / 2
  const y = box.y + box.height / 2
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 60, y - 10, { steps: 4 })
  await page.mouse.move(x + 150, y - 60, { steps: 6 })
  // A page that is busy draws the last move a moment later.
  await expect.poll(() => predicted(page, 'swingWeight')).toBeGreaterThan(before.swing + 1)
  const during = {
    swing: await predicted(page, 'swingWeight'),
    twist: await predicted(page, 'twistWeight'),
    balance: await predicted(page, 'balance'),
  }
  expect(during.swing).toBeGreaterThan(before.swing + 1)
  expect(during.balance).toBeGreaterThan(before.balance)
  expect(during.twist).toBeLessThan(before.twist)
  await page.mouse.up()
  expect(await predicted(page, 'swingWeight')).toBe(during.swing)
  await saved(page)
  await page.reload()
  await expect(page.locator('.cut')).toHaveCount(1)
  expect(await predicted(page, 'swingWeight')).toBe(during.swing)

  await page.getByRole('button', { name: 'Undo on this stage' }).click()
  await expect.poll(() => predicted(page, 'swingWeight')).toBe(before.swing)
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(() => predicted(page, 'swingWeight')).toBe(during.swing)
})

test('type and step a piece: the same sums as by hand', async ({ page }) => {
  await quickBench(page)
  await put(page, 'tip', 'lead-half')
  await page.getByTestId('cut-amount').locator('input').fill('20')
  await page.getByTestId('cut-amount').locator('input').press('Tab')
  // 20 cm of 0.197 g/cm on both edges are 7.88 g on 305.4 g; two coats of 3 mg/cm² on 2 × 20.2 × 1.47 cm² 0.36 g.
  await expect.poll(() => predicted(page, 'mass')).toBeCloseTo(313.6, 1)
  const gain = (await predicted(page, 'swingWeight')) - 300
  expect(gain).toBeGreaterThan((8.24 * 55.5 ** 2) / 1000)
  expect(gain).toBeLessThan((8.24 * 58.42 ** 2) / 1000)
  await page.locator('.cut').focus()
  await page.keyboard.press('ArrowUp')
  await expect(page.getByTestId('cut-amount').locator('input')).toHaveValue('20.5')
  await page.getByTestId('cut-place').locator('input').fill('abc')
  await page.getByTestId('cut-place').locator('input').press('Tab')
  await expect(page.getByText('“abc” cannot be read as a number.')).toBeVisible()
  await page.locator('.cut').focus()
  await page.keyboard.press('Delete')
  await expect(page.locator('.cut')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(page.locator('.cut')).toHaveCount(1)
})

test('a quick bench becomes a job and keeps its readings and pieces', async ({ page }) => {
  await quickBench(page)
  await put(page, 'butt', 'putty')
  await saved(page)
  const mass = await predicted(page, 'mass')
  await page.getByTestId('become-job').click()
  await page.getByTestId('become-name').locator('input').fill('Walk-in Willa')
  await page.getByTestId('become-go').click()
  await expect(page).toHaveURL(/\/player$/)
  await expect(page.locator('a[data-stage="measure"]')).toHaveAttribute('data-status', 'done')
  expect(await predicted(page, 'mass')).toBe(mass)
})

test('too heavy: every place gives in proportion to what it holds, and an undo puts it back', async ({ page }) => {
  await quickBench(page)
  await put(page, 'tip', 'lead-half')
  await put(page, 'threeNine', 'lead-half')
  const before = await predicted(page, 'mass')
  await page.getByTestId('scale-back').click()
  await page.getByTestId('less-by').locator('input').fill('40')
  await page.getByTestId('less-by').locator('input').press('Enter')
  await expect(page.getByLabel('What each place gives').locator('tr')).toHaveCount(2)
  const off = Number(/([\d.]+) g/.exec((await page.getByTestId('scale-take').textContent())!)![1])
  await page.getByTestId('scale-take').click()
  expect(before - (await predicted(page, 'mass'))).toBeCloseTo(off, 1)
  // Down to a number: as near as the strips that are left let it.
  const now = await predicted(page, 'swingWeight')
  await page.getByTestId('scale-back').click()
  await page.getByRole('group', { name: 'By' }).getByRole('button', { name: 'To a number' }).click()
  await page
    .getByTestId('down-to')
    .locator('input')
    .fill(String(Math.round(now) - 3))
  await page.getByTestId('down-to').locator('input').press('Enter')
  await page.getByTestId('scale-take').click()
  await expect.poll(async () => Math.abs((await predicted(page, 'swingWeight')) - Math.round(now) + 3)).toBeLessThan(1)
})
