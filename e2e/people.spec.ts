import { openPdf, textOf } from '../server/sheets/pdfReader.ts'
import { expect, test } from './test.ts'
import { chooseFound, noWiderThan, pick, saved } from './hands.ts'
import { seedBuild } from './seed.ts'

/** The shop's people: found, remembered, corrected, taken in from a list, and erased. */
test('somebody comes back: found by two letters and the arrow keys, the history seen, a new job begun from where the frame stands', async ({
  page,
}) => {
  await page.goto('/')
  await expect(page.getByTestId('new-job')).toBeVisible()
  await page.keyboard.press('/')
  await page.getByTestId('find-text').locator('input').fill('ba')
  const hit = page.locator('[data-found="player"]', { hasText: 'Bartol Quillfeather' })
  await chooseFound(page, hit)
  await expect(page.getByRole('heading', { name: 'Bartol Quillfeather' })).toBeVisible()
  await expect(page.getByTestId('setups-over')).toContainText('This is it, but wide balls still turn it.')
  await expect(page.getByTestId('coming-back')).toContainText('New strings')
  await page.getByRole('link', { name: 'New job on Corvane Arc 98 #A' }).click()
  await page.getByTestId('create-job').click()
  await expect(page).toHaveURL(/\/measure$/)
  await expect(page.getByText('added earlier').first()).toBeVisible()
})

test('a misspelt name is found, and said to be only nearly so; what is nowhere says nothing found', async ({
  page,
}) => {
  await page.goto('/people')
  await page.getByTestId('find').click()
  const text = page.getByTestId('find-text').locator('input')
  await text.fill('quilfether')
  await expect(page.locator('[data-found="player"]')).toContainText('spelt nearly so')
  await text.fill('xqzvw')
  await expect(page.getByText('Nothing found.')).toBeVisible()
  await text.press('Escape')
  await expect(page.getByTestId('find-text')).toBeHidden()
})

test('facts are changed on the player’s page, kept with their day, and a birth to come is refused beside its field', async ({
  page,
}) => {
  await page.goto('/people/player-lumi')
  await page.getByTestId('edit-facts').click()
  const born = page.getByTestId('born').locator('input')
  await born.fill('2099')
  await born.press('Enter')
  await expect(page.getByTestId('born')).toContainText('still to come')
  await born.fill('2015-02-03')
  await born.press('Enter')
  await page.getByTestId('grip').click()
  await page.getByTestId('grip-size').locator('input').fill('L0')
  await page.getByTestId('grip-size').locator('input').press('Enter')
  await page.getByRole('button', { name: 'Thin end first' }).click()
  await saved(page)
  await page.reload()
  await expect(page.getByLabel('About')).toContainText('2015-02-03')
  await expect(page.getByLabel('About')).toContainText('Size L0, thin end first.')
  await page.getByTestId('told').click()
  await expect(page.getByLabel('About')).toContainText('grip: size l0, thin end first')
})

test('a list of people is shown before it is taken in: one bad row, and nothing is; then only what is new', async ({
  page,
}) => {
  await page.goto('/people')
  await page.getByTestId('people-import').click()
  const file = (text: string) => ({ name: 'people.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  const input = page.getByTestId('people-file')
  await input.setInputFiles(file('name,born\nPaskal Undine,2099\nMirta Sool,2001'))
  await expect(page.getByTestId('people-problems')).toContainText('Row 2: The birth 2099 is still to come.')
  await expect(page.getByTestId('people-take-in')).toBeDisabled()
  await input.setInputFiles(file('name,born,level\nPaskal Undine,1999,club\nMirta Sool,2001,\nOrsolva Tenbrick,,'))
  await expect(page.getByTestId('people-counts')).toContainText('2 new, 1 as in the book')
  await page.getByTestId('people-take-in').click()
  await page.getByTestId('book-find').locator('input').fill('undine')
  await expect(page.locator('[data-row]')).toHaveCount(1)
  // What is looked for stands in the address.
  await expect(page).toHaveURL(/find=undine/)
  await page.getByRole('link', { name: 'Paskal Undine' }).click()
  await expect(page.getByRole('heading', { name: 'Paskal Undine' })).toBeVisible()
  await page.goBack()
  await expect(page.locator('[data-row]')).toHaveCount(1)
})

test('two entries of one person are made one, and two again', async ({ page, request }) => {
  for (const name of ['Hesper Vole', 'H. Vole']) {
    const answer = await request.post('/api/people/import', { data: { text: `name\n${name}`, apply: true } })
    expect(answer.ok()).toBe(true)
  }
  await page.goto('/people?find=hesper')
  await page.getByRole('link', { name: 'Hesper Vole' }).click()
  await page.getByTestId('same-person').click()
  await page.getByTestId('merge-other').locator('input').fill('H. Vole')
  await pick(page.getByRole('option', { name: 'H. Vole' }))
  await page.getByTestId('merge').click()
  await expect(page.getByText('H. Vole was taken into Hesper Vole')).toBeVisible()
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(page.getByText('H. Vole was taken into')).toBeHidden()
})

test('erased for good: the name typed letter by letter, and it is nowhere any more', async ({ page, request }) => {
  const id = await seedBuild(request, [['tip', 'lead-half', 'tape', 6]], {})
  const view = (await (await request.get(`/api/jobs/${id}`)).json()) as { stages: { stage: string; body: { playerId: string; facts: { name: string } } }[] } // prettier-ignore
  const { playerId, facts } = view.stages.find((s) => s.stage === 'player')!.body
  await page.goto(`/people/${playerId}`)
  await page.getByTestId('erase-open').click()
  const typed = page.getByTestId('erase-name').locator('input')
  await typed.fill('Somebody else')
  await expect(page.getByTestId('erase')).toBeDisabled()
  await typed.fill(facts.name)
  await page.getByTestId('erase').click()
  // The list comes when the files are written anew, and not before.
  await expect(page).toHaveURL(/\/people$/)
  for (const path of [`/api/jobs/${id}`, `/api/jobs/${id}/export`, '/api/people.csv', '/api/overview'])
    expect(await (await request.get(path)).text()).not.toContain(facts.name)
  await page.goto(`/job/${id}/measure`)
  await expect(page.locator('#bar-job')).toContainText('No name')
})

test('the week: a job is moved to another day by its menu and by dragging, and undone; what comes back is put off and dropped', async ({
  page,
  request,
}) => {
  const id = await seedBuild(request, [['tip', 'lead-half', 'tape', 6]], {})
  const { job } = (await (await request.get(`/api/jobs/${id}`)).json()) as { job: { number: number; revision: number; ticket: object } } // prettier-ignore
  const soon = new Date()
  soon.setHours(23, 30, 0, 0)
  await request.put(`/api/jobs/${id}/ticket`, { data: { ticket: { ...job.ticket, due: 'tonight', dueAt: soon.toISOString() }, expected: job.revision } }) // prettier-ignore
  await page.goto('/')
  await page.getByTestId('week-view').click()
  const days = page.getByTestId('week').locator('section')
  const at = (n: number) => days.nth(n).locator(`[data-job="${job.number}"]`)
  const today = (await days.first().getAttribute('data-day')) === 'Overdue' ? 1 : 0
  await expect(at(today)).toBeVisible()
  await page.getByRole('button', { name: `Move job ${job.number}` }).click()
  await page.locator('.v-overlay--active .v-list-item').nth(1).click()
  await expect(at(today)).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(at(today)).toBeVisible()
  await at(today).dragTo(days.nth(today + 3), { sourcePosition: { x: 30, y: 14 } })
  await expect(at(today + 3)).toBeVisible()
  const coming = page.getByTestId('day-coming-back').locator('[data-coming="restring"]')
  await expect(coming).not.toHaveCount(0)
  const waiting = await coming.count()
  await coming.first().getByTestId('drop').click()
  await expect(coming).toHaveCount(waiting - 1)
})

test('a squad: everybody’s frames against their age, who is too heavy and why, and a page for parents', async ({
  page,
  request,
}) => {
  const id = await seedBuild(request, [], {}, 10)
  interface Seeded {
    frame: object & { id: string }
    stages: { stage: string; body: { playerId: string; facts: { name: string } } }[]
  }
  const { frame, stages } = (await (await request.get(`/api/jobs/${id}`)).json()) as Seeded
  const { playerId, facts } = stages.find((s) => s.stage === 'player')!.body
  await request.put(`/api/frames/${frame.id}`, { data: { ...frame, playerId } })
  await page.goto('/squads')
  await page.getByTestId('squad-name').locator('input').fill('Tuesday juniors')
  await page.getByTestId('squad-add').click()
  await expect(page.getByText('Nobody is in it yet')).toBeVisible()
  for (const name of [facts.name, 'Bartol Quillfeather']) {
    await page.getByTestId('squad-who').locator('input').fill(name)
    await pick(page.getByRole('option', { name }))
    await page.getByTestId('squad-in').click()
    await expect(page.locator('[data-member]', { hasText: name }).first()).toBeVisible()
  }
  const row = page.locator(`[data-member="${playerId}"]`).first()
  await expect(row).toContainText('one class too heavy')
  await expect(row).toContainText('At 10 a bare frame is usually')
  await expect(page.getByTestId('season')).toContainText('Bartol Quillfeather: measure again')
  await page.setViewportSize({ width: 390, height: 844 })
  await noWiderThan(page, 390)
  await page.getByTestId('for-parents').click()
  await expect(page.getByTestId('parents')).toContainText('heavier than is usual at this age')
  await noWiderThan(page, 390)
  // On paper each reads of their own child alone.
  const link = page.getByTestId('parents-pdf')
  const pdf = await openPdf(await (await request.get((await link.getAttribute('href'))!)).body())
  expect(pdf.numPages).toBe(2)
  const pages = [await textOf(pdf, 1), await textOf(pdf, 2)]
  const own = pages.filter((text) => text.includes(facts.name))
  expect(own).toHaveLength(1)
  expect(own[0]).toContain('heavier than is usual at this age')
  expect(own[0]).not.toContain('Quillfeather')
})
