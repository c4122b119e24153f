import { expect, test } from './test.ts'
import { noWiderThan, saved } from './hands.ts'
import { seedBuild } from './seed.ts'

test('the day: promised as people say it, overdue first, a promise that a cure makes impossible, in another browser too', async ({
  page,
  request,
  browser,
}) => {
  const name = (id: string) => `Seeded ${id.slice(-4)}`
  const [late, soon, none] = [
    await seedBuild(request, [['tip', 'tungsten', 'tape', 8]], { mass: [310, 1] }),
    await seedBuild(request, [['butt', 'silicone', 'fill', 5]], { mass: [310, 1] }),
    await seedBuild(request, [['tip', 'tungsten', 'tape', 8]], { mass: [310, 1] }),
  ]
  const due = page.getByTestId('ticket-due')
  const promise = async (id: string, words: string, hint: RegExp) => {
    await page.goto(`/job/${id}/player`)
    await due.locator('input').fill(words)
    await due.locator('input').press('Tab')
    await expect(due).toContainText(hint)
    await saved(page)
  }
  await promise(late, '2 hours ago', /that is past/)
  await promise(soon, 'in 3 hours', /cannot be kept: the fill cures \d+ h, not before/)
  await promise(none, 'when the strings come', /No day was read in this; it is kept as it is/)

  await page.goto('/')
  const day = page.getByTestId('day')
  await expect(day.locator('h2').first()).toContainText('Overdue')
  await expect(day.locator('[data-group="Overdue"]')).toContainText(name(late))
  await expect(day).toContainText(name(soon))
  await expect(day).not.toContainText(name(none))
  await expect(page.getByTestId('undated')).toContainText(name(none))

  // The fill goes in: from now on the day itself says that it comes too late.
  await page.goto(`/job/${soon}/build`)
  await page.getByTestId('care-read').click()
  await page.locator('[data-step="butt-silicone"]').getByRole('checkbox').check()
  await saved(page)
  const other = await (await browser.newContext()).newPage()
  await other.goto('/')
  const row = other.getByTestId('day').locator('[data-group] li', { hasText: name(soon) })
  await expect(row).toContainText('Cannot be kept: not ready before')
  await other.close()

  const calendar = await (await request.get('/api/calendar.ics')).text()
  expect(calendar).toContain(`UID:due-${soon}@kevro`)
  expect(calendar).toContain(`UID:ready-${soon}@kevro`)

  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/')
  await expect(page.getByTestId('day')).toBeVisible()
  await noWiderThan(page, 390)
})
