import { expect, test, type Page } from './test.ts'
import { newJob, read, saved, setTarget, toStage } from './hands.ts'

/** A number of the target as it stands in its field. */
const target = async (page: Page, quantity: string) =>
  Number(await page.locator(`.line[data-quantity="${quantity}"] .quantity-field input`).inputValue())
const answer = (page: Page, group: string, name: string) =>
  page.getByRole('group', { name: group }).getByRole('button', { name, exact: true }).click()
async function age(page: Page, years: number): Promise<void> {
  await page.getByTestId('age').locator('input').fill(String(years))
  await page.getByTestId('age').locator('input').press('Tab')
}
async function pick(page: Page, label: string, text: string, name: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).click()
  await page.keyboard.type(text)
  await page.getByRole('option', { name }).first().click()
}
const way = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Way' }).getByRole('button', { name, exact: true }).click()
async function measured(page: Page, [mass, balance, swing, twist]: string[], bare = false): Promise<void> {
  await toStage(page, 'measure')
  if (bare) {
    await page.getByRole('button', { name: /^Strung/ }).click()
    await page.getByRole('button', { name: 'Bare', exact: true }).click()
    await page.getByRole('button', { name: 'One overgrip off' }).click()
    await page.keyboard.press('Escape')
  }
  await read(page, 'mass', mass)
  await read(page, 'balance', balance)
  await read(page, 'swingWeight', swing)
  await read(page, 'twistWeight', twist)
  await saved(page)
}
/** A job on a frame of the demo shop, by its label. */
async function jobOn(
  page: Page,
  player: string,
  sport: string,
  frame: RegExp,
  readings: string[],
  bare = false,
): Promise<void> {
  await page.goto('/')
  await page.getByTestId('new-job').click()
  await page.getByTestId('player-name').locator('input').fill(player)
  await page.getByTestId(`sport-${sport}`).click()
  await page.getByLabel('Frame', { exact: true }).first().click({ force: true })
  await page.getByRole('option', { name: frame }).click()
  await page.getByTestId('create-job').click()
  await expect(page).toHaveURL(/\/player$/)
  await measured(page, readings, bare)
}

test('a 14-year-old goes half-way to a later frame', async ({ page }) => {
  await newJob(page, 'Ferrin Halloway-Munt', 'Junior story frame')
  await age(page, 14)
  await measured(page, ['291.2', '32.6', '296', '12.9'])
  await toStage(page, 'target')
  await expect(page.locator('[data-rule="half.growing"]')).toContainText('half-way to the next frame')
  await way(page, 'Half-way')
  await pick(page, 'Half-way to', 'pilot 290', 'Ondrey Pilot 100 290')
  await saved(page)
  // 306.2 g given strung without an overgrip is 311.2 g on a frame as this one; half-way from 291.2 g.
  expect(await target(page, 'mass')).toBeCloseTo((291.2 + 311.2) / 2, 1)
  expect(await target(page, 'swingWeight')).toBeGreaterThan(296)
  expect(await target(page, 'swingWeight')).toBeLessThan(311)
  await expect(page.getByTestId('chain-mass')).toContainText('half-way from 291.2 g to 311.2 g')
  await expect(page.locator('[data-guard]')).toHaveCount(0)
  await setTarget(page, 'mass', '318')
  await expect(page.locator('[data-guard="guard.class.under15"]')).toContainText('Early gain in ball speed, later harm')
  await expect(page.getByRole('link', { name: 'Plan', exact: true }).last()).toHaveClass(/disabled/)
  await page.keyboard.press('Escape')
  await page.locator('h1').click()
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-guard]')).toHaveCount(0)
  expect(await target(page, 'mass')).toBeCloseTo(301.2, 1)
})

test('a heavy hitter copies a flat hitter’s setup and is held at the ceiling', async ({ page }) => {
  await newJob(page, 'Bruna Steinhallow', 'Heavy story frame')
  await age(page, 26)
  await answer(page, 'Level', 'Strong')
  await answer(page, 'Game', 'Flat')
  await page.getByTestId('ceiling').locator('input').fill('345')
  await saved(page)
  await measured(page, ['326.4', '31.9', '321', '13.8'])
  await toStage(page, 'compare')
  await page.getByLabel('Find', { exact: true }).fill('hartigan')
  await page.getByLabel('Compare with Ysolde Hartigan-Brome').check()
  await expect(page.locator('tr.chosen')).toContainText('plainly slower to bring round')
  await expect(page.locator('tr.chosen')).toContainText(/\d\.\d u/)
  await saved(page)
  await toStage(page, 'target')
  await expect(page.locator('[data-rule="style.flat"]')).toContainText('near a strung swing weight of 360')
  await way(page, 'Copy a setup')
  await pick(page, 'Setup', 'hartigan', 'Ysolde Hartigan-Brome')
  await saved(page)
  expect(await target(page, 'swingWeight')).toBeCloseTo(345, 1)
  await expect(page.getByTestId('chain-swingWeight')).toContainText(
    'held at the ceiling: 345.0 kg·cm² instead of 358.0',
  )
  await expect(page.locator('[data-guard="guard.ceiling"]')).toHaveCount(0)
  // Typed over by hand it stands, but asks for a reason in writing, which stays with the job.
  await setTarget(page, 'swingWeight', '352')
  const guard = page.locator('[data-guard="guard.ceiling"]')
  await expect(guard).toContainText('7 over this player’s ceiling')
  await guard.locator('input').fill('one week’s trial, agreed')
  await guard.getByRole('button', { name: /Keep it so/ }).click()
  await expect(page.getByTestId('confirmed-guard.ceiling')).toContainText('one week’s trial, agreed')
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('confirmed-guard.ceiling')).toContainText('JQ')
  // What it will do.
  await page.getByRole('link', { name: 'What it will do' }).click()
  await expect(page.getByTestId('effect')).toContainText('A hit 4 cm off the axis turns the face')
  await expect(page.getByTestId('effect')).toContainText('more time to bring round')
  await expect(page.locator('[data-drawn="yes"]')).toHaveCount(2)
})

test('an arm with history: strings first, a licensed person, and heavier is asked for in writing', async ({ page }) => {
  await newJob(page, 'Oswin Tarrabeck', 'Arm story frame')
  await age(page, 52)
  await answer(page, 'Level', 'Club')
  await answer(page, 'Arm or shoulder', 'Now')
  await answer(page, 'Now it', 'Unsteady on centred hits')
  await measured(page, ['310', '32.4', '312', '13.6'])
  await toStage(page, 'target')
  await expect(page.locator('[data-rule="arm.strings"]')).toContainText('ask about the strings first')
  await way(page, 'Complaints')
  await saved(page)
  expect(await target(page, 'mass')).toBeCloseTo(315, 1)
  await expect(page.getByTestId('chain-mass')).toContainText('5.0 g in the handle')
  const guard = page.locator('[data-guard="guard.pain.now"]')
  await expect(guard).toContainText('a doctor or physiotherapist first')
  await expect(page.locator('.warnings')).not.toContainText('exercise')
  await guard.locator('input').fill('physiotherapist agrees, letter seen')
  await guard.getByRole('button', { name: /Keep it so/ }).click()
  await expect(page.getByTestId('confirmed-guard.pain.now')).toBeVisible()
})

test('a padel player who wants it lighter', async ({ page }) => {
  await jobOn(page, 'Kestrin Ambleforth', 'padel', /Bellamast Anvil/, ['372', '26.2', '150', '17.1'])
  await toStage(page, 'player')
  await answer(page, 'Now it', 'Too heavy')
  await saved(page)
  await toStage(page, 'compare')
  await page.getByLabel('Find', { exact: true }).fill('feather')
  await page.getByLabel('Compare with Bellamast Feather, shop unit').check()
  await expect(page.locator('tr.chosen')).toContainText('349.2')
  await toStage(page, 'target')
  await way(page, 'Complaints')
  await saved(page)
  // Nothing was put on it that could come off: no number is made up.
  await expect(page.getByTestId('way-says')).toContainText('nothing was put on it that could come off')
  // The lighter frame instead: one number from it.
  await way(page, 'Copy a setup')
  await pick(page, 'Setup', 'feather', 'Bellamast Feather, shop unit')
  await saved(page)
  expect(await target(page, 'mass')).toBeCloseTo(349.2, 1)
  expect(372 - (await target(page, 'mass'))).toBeGreaterThan(20)
  await expect(page.locator('[data-guard="guard.lighter"]')).toContainText('Tape cannot take mass away')
})

test('a pickleball beginner chooses a shape', async ({ page }) => {
  await jobOn(page, 'Tansy Overbrook', 'pickleball', /Quarrow Flat/, ['8.1 oz', '23.5', '115', '6.4'])
  await toStage(page, 'player')
  await answer(page, 'Level', 'Beginner')
  await answer(page, 'Played before', 'Nothing like it')
  await answer(page, 'Mishits land', 'Centre')
  await saved(page)
  await toStage(page, 'compare')
  await page.getByRole('button', { name: 'Shapes' }).click()
  await expect(page.locator('[data-rule="shape.beginner"]')).toContainText('a hybrid shape')
  await expect(page.locator('[data-shape="Hybrid"]')).toHaveClass(/fits/)
  await expect(page.locator('[data-shape="Elongated"]')).not.toHaveClass(/fits/)
  await expect(page.locator('[data-shape="Standard"]')).toContainText('24.00 in')
  await toStage(page, 'player')
  await answer(page, 'Mishits land', 'Tip')
  await saved(page)
  await page.locator('a[data-stage="compare"]').click()
  await page.getByRole('button', { name: 'Shapes' }).click()
  await expect(page.locator('[data-shape="Elongated"]')).toHaveClass(/fits/)
})

test('a badminton player matches a bare frame to a strung one', async ({ page }) => {
  await jobOn(page, 'Corwen Ashgrove-Lee', 'badminton', /Merle Wisp 88 4U/, ['83.4', '295', '86.6', '2.0'], true)
  await toStage(page, 'compare')
  await page.getByLabel('Find', { exact: true }).fill('strung demo')
  await page.getByLabel('Compare with Merle Wisp 88, strung demo').check()
  await expect(page.getByTestId('common-state')).toContainText('bare, base grip, no overgrip')
  const row = page.locator('tr.chosen')
  // Given strung 93; brought to this bare frame it is 86 to 88 (common practice, no source).
  const bare = Number(await row.locator('td').nth(4).locator('.published').innerText())
  expect(bare).toBeGreaterThan(86)
  expect(bare).toBeLessThan(89)
  await page.getByRole('button', { name: 'Classes' }).click()
  await expect(page.locator('tr.here')).toContainText('4U')
  await toStage(page, 'target')
  await way(page, 'Copy a setup')
  await pick(page, 'Setup', 'strung demo', 'Merle Wisp 88, strung demo')
  await saved(page)
  expect(await target(page, 'swingWeight')).toBeCloseTo(bare, 1)
})

test('schools stand side by side; one is taken, and the comparison prints', async ({ page, request }) => {
  await page.goto('/job/job-junior/target/schools')
  await expect(page.locator('[data-school]')).toHaveCount(5)
  await expect(page.getByTestId('apart')).toContainText('Twist weight')
  await page.getByRole('button', { name: 'Take Handle first' }).click()
  await expect(page).toHaveURL(/\/target$/)
  await expect(page.getByTestId('chain-mass')).toContainText('10.0 g in the handle')
  await saved(page)
  const pdf = await request.get('/api/jobs/job-junior/sheets/comparison.pdf')
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
  // Back as it was for the tests after this one.
  await page.keyboard.press('Control+z')
})

test('numbers from two setups are each brought up to date by their own', async ({ page }) => {
  await newJob(page, 'Edda Brackenthorpe', 'Two sources frame')
  await measured(page, ['310', '32.4', '312', '13.6'])
  await toStage(page, 'compare')
  for (const name of ['Pia Marrowdale', 'Ondrey Pilot 100 290']) {
    await page.getByLabel('Find', { exact: true }).fill(name)
    await page.getByLabel(`Compare with ${name}`).check()
  }
  await saved(page)
  await toStage(page, 'target')
  const one = async (quantity: string, choice: string) => {
    await page.locator(`.line[data-quantity="${quantity}"]`).getByRole('button', { name: 'This one from…' }).click()
    // A menu that is still closing is in the page for a moment, with the same choices.
    await page.locator('.v-menu.v-overlay--active').getByText(choice, { exact: true }).last().click()
    await expect(page.locator('.v-menu .v-list')).toHaveCount(0)
    await expect(page.getByTestId(`chain-${quantity}`)).toContainText(choice.replace(/^.* (to|Copy) |^Copy /, ''))
  }
  await one('mass', 'Half-way to Pia Marrowdale')
  await one('swingWeight', 'Half-way to Ondrey Pilot 100 290')
  await saved(page)
  const before = [await target(page, 'mass'), await target(page, 'swingWeight')]
  await toStage(page, 'measure')
  await read(page, 'mass', '314')
  await read(page, 'swingWeight', '316')
  await saved(page)
  await toStage(page, 'target')
  await page.getByTestId('rederive').click()
  await expect(page.getByTestId('rederive')).toHaveCount(0)
  await expect(page.getByTestId('chain-mass')).toContainText('Pia Marrowdale')
  await expect(page.getByTestId('chain-swingWeight')).toContainText('Ondrey Pilot 100 290')
  // The means went up by 2 g and 2 units; half of that.
  expect((await target(page, 'mass')) - before[0]).toBeCloseTo(1, 1)
  expect((await target(page, 'swingWeight')) - before[1]).toBeCloseTo(1, 1)
})
