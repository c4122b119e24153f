import { expect, test } from './test.ts'
import { saved, stepAt } from './hands.ts'
import { ownTape, seedBuild } from './seed.ts'

/** A build that waits: for a cure, and for what the drawer no longer has. */

test('a fill hangs until it is cured: the hour is there after a reload, in the list of jobs and for another browser', async ({
  page,
  request,
  browser,
  baseURL,
}) => {
  const id = await seedBuild(request, [['butt', 'silicone', 'fill', 8]], { mass: [313.4, 1] })
  await page.goto(`/job/${id}/build`)
  await stepAt(page, 'butt-silicone').getByRole('checkbox').check()
  const ready = stepAt(page, 'butt-silicone').getByTestId('ready-at')
  await expect(ready).toContainText('Ready')
  const hour = await ready.innerText()
  await saved(page)
  await page.reload()
  await expect(ready).toHaveText(hour)
  const other = await browser.newPage({ baseURL })
  await other.goto('/')
  await expect(other.locator('.ticket', { hasText: `Seeded ${id.slice(-4)}` }).getByTestId('waits')).toContainText(
    'curing until',
  )
  await other.close()
  // By another clock it is tomorrow, and cured: to be ticked without a word; today it is ticked too early.
  const tomorrow = await browser.newPage({ baseURL })
  await tomorrow.clock.setFixedTime(Date.now() + 25 * 3600000)
  await tomorrow.goto(`/job/${id}/build`)
  await expect(stepAt(tomorrow, 'butt-silicone').getByTestId('ready-at')).toContainText('Was ready')
  await stepAt(tomorrow, 'cure').getByRole('checkbox').check()
  await expect(stepAt(tomorrow, 'cure').getByRole('checkbox')).toBeChecked()
  await expect(stepAt(tomorrow, 'cure').getByTestId('odd')).toHaveCount(0)
  await stepAt(tomorrow, 'cure').getByRole('checkbox').uncheck()
  await saved(tomorrow)
  await tomorrow.close()
  await page.reload()
  await stepAt(page, 'cure').getByRole('checkbox').check()
  await expect(stepAt(page, 'cure').getByTestId('odd')).toContainText('Ticked before it was ready')
  await stepAt(page, 'cure').getByRole('checkbox').uncheck()
  await saved(page)
  // Handle first, the head would be done while it cures; the shop keeps the order it works in.
  await page.getByRole('button', { name: 'Handle first' }).click()
  await expect(page.getByText('A fill cures while the head is worked on')).toBeVisible()
  await saved(page)
  const shop = (await (await request.get('/api/overview')).json()) as { shop: { workOrder: string } }
  expect(shop.shop.workOrder).toBe('handleFirst')
  await page.getByRole('button', { name: 'Head first' }).click()
  await saved(page)
})

test('stock that has gone since the plan: said at the steps that need it, and nothing is lost', async ({
  page,
  request,
}) => {
  const tape = await ownTape(request)
  const pieces: Parameters<typeof seedBuild>[1] = [['tip', tape.id, 'tape', 16], ['threeNine', tape.id, 'tape', 8]] // prettier-ignore
  const id = await seedBuild(request, pieces, { mass: [316.5, 1] })
  await tape.stock(20)
  await page.goto(`/job/${id}/build`)
  const [tip, sides] = ['tip', 'threeNine'].map((zone) => stepAt(page, `${zone}-${tape.id}`))
  await expect(tip.getByTestId('short')).toHaveText('The drawer has 20.0 cm of it, this order takes 64.0 cm.')
  await expect(sides.getByTestId('short')).toBeVisible()
  // What lies there needs nothing more.
  await tip.getByRole('checkbox').check()
  await expect(tip.getByTestId('short')).toHaveCount(0)
  await saved(page)
  await tape.stock(100)
  await page.reload()
  await expect(tip.getByRole('checkbox')).toBeChecked()
  await expect(page.getByTestId('short')).toHaveCount(0)
  await tape.stock(0)
})
