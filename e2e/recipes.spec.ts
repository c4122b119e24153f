import { expect, test } from './test.ts'
import { pick, predicted, put, quickBench, saved } from './hands.ts'

test('a light frame made normal: recipes side by side at one amount, one put on the bench, and undone', async ({
  page,
}) => {
  await quickBench(page)
  await page.getByTestId('recipes').click()
  const card = (id: string) => page.locator(`[data-recipe="${id}"]`)
  for (const id of ['bevels', 'bevelsTenTwo', 'buttTip']) await expect(card(id)).toBeVisible()
  await page.getByTestId('knob-by').locator('input').fill('10')
  await page.getByTestId('knob-by').locator('input').press('Enter')
  await page.getByTestId('knob-by').locator('input').blur()
  // 305.4 g and 10 more, within half a tolerance.
  await expect(card('bevelsTenTwo').locator('.numbers tr').first()).toContainText(/31[45]\.\d/)
  await expect(card('bevelsTenTwo').locator('.numbers tr').nth(1)).toContainText(/[±+−]0\.0/)
  await expect(card('bevelsTenTwo')).toContainText(/about \d+ min: \d+ strips/)
  await page.getByTestId('recipe-bevelsTenTwo').click()
  await expect(page.locator('.cut')).toHaveCount(2)
  expect(Math.abs((await predicted(page, 'mass')) - 315.4)).toBeLessThan(0.6)
  await saved(page)
  await page.getByRole('button', { name: 'Undo on this stage' }).click()
  await expect(page.locator('.cut')).toHaveCount(0)
})

test('what lies on the bench is kept as a recipe, turned on another frame, forgotten and put back', async ({
  page,
}) => {
  await quickBench(page)
  await put(page, 'tip', 'tungsten')
  await put(page, 'butt', 'putty')
  await saved(page)
  await page.getByTestId('recipes').click()
  await page.getByTestId('recipe-name').locator('input').fill('Ferry special')
  await page.getByTestId('keep-recipe').click()
  const card = page.locator('article', { hasText: 'Ferry special' })
  await expect(card).toContainText(/Tip \d+\.\d g, Inside the butt \d+\.\d g/)
  await saved(page)
  // On another frame, with nothing on it yet.
  await quickBench(page)
  await page.getByTestId('recipes').click()
  await page.getByTestId('knob-by').locator('input').fill('12')
  await page.getByTestId('knob-by').locator('input').press('Enter')
  await expect(card.locator('.numbers tr').first()).toContainText(/317\.\d/)
  await expect(card.getByTestId('felt')).toContainText('Likely noticed')
  await card.getByRole('button', { name: 'Forget' }).click()
  await expect(card).toHaveCount(0)
  await page.getByTestId('unforget').click()
  await card.getByRole('button', { name: 'Put it on' }).click()
  await expect(page.locator('.cut')).toHaveCount(2)
  expect(Math.abs((await predicted(page, 'mass')) - 317.4)).toBeLessThan(0.8)
})

test('a child’s frame: what a recipe makes of it is judged by age and class', async ({ page }) => {
  await quickBench(page)
  await page.getByTestId('recipes').waitFor()
  const age = page.getByTestId('quick-age').locator('input')
  await age.fill('10')
  await age.blur()
  await saved(page)
  await page.getByTestId('recipes').click()
  await expect(page.locator('[data-recipe="tip"] .caution').first()).toBeVisible()
  // Nor is lead used unless an adult has said so in writing.
  await expect(page.locator('.cards')).not.toContainText('Lead tape')
})

test('edges and layers at a touch; a piece keeps off its neighbours', async ({ page }) => {
  await quickBench(page)
  await put(page, 'tenTwo', 'lead-half')
  const two = await predicted(page, 'mass')
  const layOn = async (bed: string) => {
    await page.getByTestId('bed').click()
    await pick(page.getByText(bed, { exact: true }))
    await expect(page.getByTestId('bed')).toHaveText(bed)
  }
  await layOn('upper edge')
  const one = await predicted(page, 'mass')
  expect(two - 305.4).toBeCloseTo(2 * (one - 305.4), 0)
  await page.getByTestId('layers').click()
  await expect(page.getByTestId('layers')).toHaveText('2 layers')
  // The same strips; a stack is coated once.
  await expect.poll(async () => two - (await predicted(page, 'mass'))).toBeLessThan(0.25)
  await expect.poll(async () => two - (await predicted(page, 'mass'))).toBeGreaterThan(0)
  await layOn('both edges')
  // The same at the knobs beside the piece, and by a key.
  await page.locator('[data-turns="bed"]').click()
  await expect(page.getByTestId('bed')).toHaveText('upper edge')
  await page.locator('[data-turns="layers"]').click()
  await expect(page.getByTestId('layers')).toHaveText('1 layer')
  await page.locator('.cut.selected').press('n')
  await expect(page.getByTestId('layers')).toHaveText('2 layers')
  await page.locator('.cut.selected').press('e')
  await expect(page.getByTestId('bed')).toHaveText('lower edge')
  await layOn('both edges')
  await put(page, 'belowBumper', 'lead-half')
  await expect(page.locator('.cut')).toHaveCount(2)
  await expect(page.getByTestId('overlap')).toHaveCount(0)
  // Made longer, it ends at its neighbour.
  const amount = page.getByTestId('cut-amount').locator('input')
  await amount.fill('30')
  await amount.press('Enter')
  await expect(page.locator('.editor')).toContainText('there is no room for more here')
  await expect(page.getByTestId('overlap')).toHaveCount(0)
})
