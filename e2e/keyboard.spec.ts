import { expect, test, type Locator, type Page } from './test.ts'
import { chooseFound, press, saved, tabTo } from './hands.ts'
import { seedBuild } from './seed.ts'

/** The book and the day by keyboard alone: nothing here is clicked. */

/** Opens a thing from anywhere: a stroke, a few letters, down to it, Enter. */
async function open(page: Page, text: string, hit: Locator): Promise<void> {
  await page.keyboard.press('/')
  await expect(page.getByTestId('find-text').locator('input')).toBeFocused()
  await page.keyboard.type(text)
  await chooseFound(page, hit)
}

test('by keyboard: two frames cure, and a promise that cannot be kept is said to be one', async ({ page, request }) => {
  const fill: Parameters<typeof seedBuild>[1] = [['butt', 'silicone', 'fill', 5]]
  const ids = [await seedBuild(request, fill, { mass: [310, 1] }), await seedBuild(request, fill, { mass: [310, 1] })]
  const name = (id: string) => `Seeded ${id.slice(-4)}`
  const words = ['in 3 hours', 'in 3 days']
  await page.goto('/')
  await expect(page.getByTestId('new-job')).toBeVisible()
  for (const [i, id] of ids.entries()) {
    await open(page, name(id), page.locator('[data-found="job"]', { hasText: name(id) }))
    await press(page, page.locator('a[data-stage="player"]'))
    await tabTo(page, page.getByTestId('ticket-due').locator('input'))
    await page.keyboard.type(words[i])
    await page.keyboard.press('Tab')
    await expect(page.getByTestId('ticket-due')).toContainText(i === 0 ? /cannot be kept/ : /\d/)
    await saved(page)
    await press(page, page.locator('a[data-stage="build"]'))
    await press(page, page.getByTestId('care-read'))
    await press(page, page.locator('[data-step="butt-silicone"]').getByRole('checkbox'), 'Space')
    await saved(page)
    await page.keyboard.press('Escape')
    await press(page, page.locator('a.brand'))
    await expect(page.getByTestId('day')).toBeVisible()
  }
  const row = (id: string) => page.getByTestId('day').locator('[data-group] li', { hasText: name(id) })
  await expect(row(ids[0])).toContainText('Cannot be kept: not ready before')
  await expect(row(ids[0]).getByTestId('waits')).toContainText('curing until')
  await expect(row(ids[1]).getByTestId('waits')).toContainText('curing until')
  await expect(row(ids[1])).not.toContainText('Cannot be kept')
})

test('by keyboard: a squad is made, somebody is taken in, its table is printed', async ({ page }) => {
  await page.addInitScript(() => Object.assign(window, { printed: 0, print: () => ((window as never as { printed: number }).printed += 1) })) // prettier-ignore
  await page.goto('/squads')
  await tabTo(page, page.getByTestId('squad-name').locator('input'))
  await page.keyboard.type('Keyboard juniors')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Nobody is in it yet')).toBeVisible()
  await tabTo(page, page.getByTestId('squad-who').locator('input'))
  await page.keyboard.type('Peverin')
  await expect(page.getByRole('option', { name: 'Peverin Oldacre-Voss' })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await press(page, page.getByTestId('squad-in'))
  await expect(page.locator('[data-member="player-peverin"]').first()).toBeVisible()
  await press(page, page.getByRole('button', { name: 'Print', exact: true }))
  expect(await page.evaluate(() => (window as never as { printed: number }).printed)).toBe(1)
})

test('by keyboard: somebody is found, and erased with the name typed out', async ({ page, request }) => {
  const id = await seedBuild(request, [], {})
  const name = `Seeded ${id.slice(-4)}`
  await page.goto('/')
  await expect(page.getByTestId('new-job')).toBeVisible()
  await open(page, name, page.locator('[data-found="player"]', { hasText: name }))
  await expect(page).toHaveURL(/\/people\//)
  await press(page, page.getByTestId('erase-open'))
  await tabTo(page, page.getByTestId('erase-name').locator('input'))
  await page.keyboard.type(name)
  await press(page, page.getByTestId('erase'))
  await expect(page).toHaveURL(/\/people$/)
  expect(await (await request.get('/api/people.csv')).text()).not.toContain(name)
})
