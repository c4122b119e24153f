import { expect, test, type Page } from './test.ts'
import { chips, newJob, put, quickBench, read, readFour, saved, toStage } from './hands.ts'

const word = (page: Page) => page.getByTestId('save-state')

test('a target is typed against what is there now', async ({ page }) => {
  await newJob(page, 'Rela Tivova', 'Relative frame')
  await toStage(page, 'measure')
  await readFour(page)
  await toStage(page, 'target')
  const field = page.locator('.line[data-quantity="mass"] .quantity-field input')
  await field.fill('+5')
  await field.press('Enter')
  await expect(page.locator('.line[data-quantity="mass"]')).toContainText('+5.0')
  await expect(field).toHaveValue('310.4')
  const swing = page.locator('.line[data-quantity="swingWeight"] .quantity-field input')
  await swing.fill('-20')
  await swing.press('Enter')
  await expect(swing).toHaveValue('280.0')
  await saved(page)
})

test('sizes that cannot be are judged where they are typed, and nothing says saved beside them', async ({ page }) => {
  await page.goto('/new')
  const length = page.getByLabel('Length', { exact: true })
  await length.fill('27')
  await length.press('Enter')
  await expect(page.getByText('A frame’s length is 35 cm at least.')).toBeVisible()
  await length.fill('27 in')
  await length.press('Enter')
  await expect(page.getByText('A frame’s length is')).toHaveCount(0)
  await newJob(page, 'Sizina Ruler', 'Sized frame')
  await toStage(page, 'measure')
  await read(page, 'mass', '305')
  const own = page.getByLabel('Length', { exact: true })
  await own.fill('27')
  await own.press('Enter')
  await expect(page.getByText('A frame’s length is 35 cm at least.')).toBeVisible()
  await expect(word(page)).toHaveText('1 entry not taken')
  // Every reader of the job goes on working.
  await toStage(page, 'compare')
  await expect(page.getByRole('heading', { name: 'Compare' })).toBeVisible()
  await saved(page)
  await toStage(page, 'measure')
  await page.locator('a[data-stage="measure"]').click()
  await expect(own).toHaveValue('27')
  await own.fill('68.6')
  await own.press('Enter')
  await saved(page)
})

test('tape is measured in cm or weighed; what has no room is said', async ({ page }) => {
  await quickBench(page)
  await put(page, 'tip', 'lead-half')
  const amount = page.getByTestId('cut-amount').locator('input')
  await amount.fill('6 cm')
  await amount.blur()
  await expect(amount).toHaveValue('6.0')
  await amount.fill('0.9 oz')
  await amount.blur()
  await expect(page.getByTestId('cut-amount')).toContainText('there is no room for more here')
  await amount.fill('6 HL')
  await amount.blur()
  await expect(page.getByTestId('cut-amount')).toContainText('does not measure this')
  await expect(word(page)).toHaveText('1 entry not taken')
  await amount.fill('5')
  await amount.blur()
  await saved(page)
})

test('a unit chosen with a key belongs to this job, is seen without the cursor, and is not the next customer’s', async ({
  page,
}) => {
  await newJob(page, 'Una Unitova', 'Ounce frame')
  await toStage(page, 'measure')
  const suffix = page.locator('.reading[data-quantity="mass"] .v-text-field__suffix')
  await expect(suffix).toHaveText('g')
  await expect(suffix).toHaveCSS('opacity', '1')
  await page.locator('.reading[data-quantity="mass"] .entry input').press('u')
  await expect(suffix).toHaveText('oz')
  await read(page, 'mass', '11')
  await expect(chips(page, 'mass')).toHaveText(['11.00'])
  await saved(page)
  const job = page.url()
  await newJob(page, 'Nexta Customer', 'Gram frame')
  await toStage(page, 'measure')
  await expect(suffix).toHaveText('g')
  await page.goto(job)
  await expect(suffix).toHaveText('oz')
})

test('a job is put away and brought back, found by words, and the undo is one click', async ({ page }) => {
  await newJob(page, 'Retta Retired', 'Shelf frame')
  await saved(page)
  await page.goto('/')
  await page.getByTestId('find-job').locator('input').fill('retta shelf')
  await expect(page.locator('.queue li')).toHaveCount(1)
  await page.getByTestId('retire-job').click()
  await expect(page.getByTestId('retire-note')).toContainText('was put away')
  await expect(page.locator('.queue li')).toHaveCount(0)
  await page.getByTestId('retire-note').getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('.queue li')).toHaveCount(1)
  await page.getByTestId('retire-job').click()
  await page.getByTestId('show-retired').click()
  await expect(page.locator('.queue')).toContainText('Retta Retired')
  await page.getByTestId('retire-job').click()
  await expect(page.getByTestId('retire-note')).toContainText('was brought back')
})

test('a body on the bench is no frame: its figures are not taken, and a check ends by taking it off', async ({
  page,
}) => {
  await page.goto('/instruments/device-scale')
  await page.getByTestId('place-body').click()
  await page.getByTestId('read-device').click()
  await expect(page.locator('.bodies .chip').first()).toBeVisible()
  await newJob(page, 'Barra Bench', 'Bench frame')
  await toStage(page, 'measure')
  const on = page.getByTestId('on-bench')
  // Leaving the check took the body off.
  await expect(on.locator('.v-select__selection')).toHaveText('nothing')
  await page.request.post('/api/bench/place', { data: { item: 'body-mass-300' } })
  await page.reload()
  await expect(on.locator('.v-select__selection')).toHaveText('Check mass 300 g')
  await page.locator('[data-device="device-scale"] .go').click()
  await expect(page.getByTestId('strip-problem')).toContainText('was not taken')
  await expect(chips(page, 'mass')).toHaveCount(0)
  await expect(page.getByTestId('tray')).toHaveCount(0)
  await page.request.post('/api/bench/place', { data: { item: 'frame-1' } })
})

test('a part that breaks leaves a notice with a way on, not a white page', async ({ page }) => {
  await newJob(page, 'Crasha Noticed', 'Crash frame')
  await toStage(page, 'measure')
  await read(page, 'mass', '305')
  await saved(page)
  await page.route('**/assets/CompareStage-*.js', (route) =>
    route.fulfill({ contentType: 'text/javascript', body: 'throw new Error("broken on purpose")' }),
  )
  await page.locator('a[data-stage="compare"]').click()
  const notice = page.getByTestId('crash')
  await expect(notice).toContainText('This page broke. Everything you entered is saved.')
  await expect(notice.getByRole('link', { name: 'Start page' })).toBeVisible()
  await expect(chips(page, 'mass')).toHaveText(['305.0'])
})

test('a child: the heavy frame is warned of on every page, and lead stays out until an adult says so in writing', async ({
  page,
}) => {
  await newJob(page, 'Kid Tenyears', 'Heavy frame')
  await page.getByTestId('age').locator('input').fill('10')
  await page.getByTestId('age').locator('input').press('Tab')
  await toStage(page, 'measure')
  await readFour(page)
  const caution = page.locator('[data-caution="frame.class.under12"]')
  await expect(caution).toContainText('At 10 a bare frame is usually 260 g at most')
  await toStage(page, 'compare')
  await expect(caution).toBeVisible()
  await toStage(page, 'target')
  const swing = page.locator('.line[data-quantity="swingWeight"] .quantity-field input')
  await swing.fill('+6')
  await swing.press('Enter')
  await expect(page.locator('[data-guard="guard.class.under12"]')).toBeVisible()
  await toStage(page, 'plan')
  // Put on by hand it is asked about on the bench itself.
  await put(page, 'tip', 'lead-half')
  await expect(page.getByTestId('lead-ask')).toContainText('an adult’s initials')
  await page.getByTestId('lead-leave').click()
  await expect(page.getByTestId('lead-ask')).toBeHidden()
  await expect(page.getByText('Lead tape 1/2 in')).toBeHidden()
  await page.getByTestId('limits').click()
  const lead = page.getByTestId('no-lead').locator('input')
  await expect(lead).toBeChecked()
  await page.getByTestId('no-lead').getByText('No lead').click()
  await expect(lead).toBeChecked()
  await expect(page.getByTestId('lead-agree')).toBeDisabled()
  await page.getByTestId('lead-by').locator('input').fill('JQ')
  await page.getByTestId('lead-words').locator('input').fill('parents asked, tungsten is out')
  await page.getByTestId('lead-agree').click()
  await expect(page.getByTestId('minor-lead')).toContainText('agreed to by JQ: parents asked')
  await expect(lead).not.toBeChecked()
  await saved(page)
})

test('the quick bench asks for the age, and says what is too heavy for it', async ({ page }) => {
  await quickBench(page)
  await expect(page.locator('[data-caution]')).toHaveCount(0)
  await page.getByTestId('quick-age').locator('input').fill('10')
  await page.getByTestId('quick-age').locator('input').press('Tab')
  await expect(page.locator('[data-caution="frame.class.under12"]')).toContainText('260 g at most')
  await page.getByTestId('become-job').click()
  await page.getByTestId('become-name').locator('input').fill('Quick Tenyears')
  await page.getByTestId('become-go').click()
  await expect(page.getByTestId('age').locator('input')).toHaveValue('10')
})

test('no page is wider than a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const stages = ['player', 'measure', 'compare', 'target', 'plan', 'build', 'check', 'play']
  const book = ['/people', '/people/player-bartol', '/frames', '/frames/frame-5']
  const pages = [
    '/',
    '/new',
    '/library',
    '/drawer',
    '/instruments',
    '/shop',
    '/shop/school',
    '/evidence',
    '/job/job-done/play/session/job-done-session-4',
    ...book,
    ...stages.map((s) => `/job/job-done/${s}`),
  ]
  for (const path of pages) {
    await page.goto(path)
    await page.locator('h1').first().waitFor()
    await page.waitForTimeout(300)
    expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(390)
  }
})
