import { expect, test } from './test.ts'
import { chips, newJob, put, read, readFour, saved, toStage } from './hands.ts'

/** The smallest PNG there is: one pixel. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)

test('look it over with a picture, stop on a crack, and hold it against what it was sold as', async ({ page }) => {
  await newJob(page, 'Perpetua Vane', 'Corvane Arc 98')
  await toStage(page, 'measure')
  await page.getByTestId('inspect').click()
  await page.locator('[data-item="bumper"]').getByRole('button', { name: 'Note' }).click()
  await page.locator('[data-item="bumper"] input').fill('worn at the left')
  await page.locator('[data-item="bumper"] input').press('Enter')
  await page.getByTestId('photo').setInputFiles({ name: 'bumper.png', mimeType: 'image/png', buffer: PNG })
  await expect(page.locator('figure img')).toHaveCount(1)
  await page
    .getByTestId('photo')
    .setInputFiles({ name: 'note.png', mimeType: 'image/png', buffer: Buffer.from('not a picture at all') })
  await expect(page.getByRole('alert')).toContainText('Only pictures')
  await page.locator('[data-item="cracks"]').getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('Stop. Do not add mass')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.locator('figure img')).toHaveCount(1)
  await expect(page.locator('[data-item="bumper"] input')).toHaveValue('worn at the left')
  await toStage(page, 'plan')
  await expect(page.getByText('found cracked')).toBeVisible()
  await toStage(page, 'measure')
  await read(page, 'mass', '350')
  await page.getByTestId('inspect').click()
  await page.locator('[data-item="cracks"]').getByRole('button', { name: 'Fine' }).click()
  await page.getByRole('combobox', { name: 'Sold as' }).click({ force: true })
  await page
    .getByRole('option', { name: /Corvane Arc 98/ })
    .first()
    .click()
  await expect(page.locator('[data-claim="length"]')).toContainText('agrees')
  await expect(page.locator('[data-claim="mass"]')).toContainText('does not agree')
})

test('a landmark set on the drawing is where strips begin, and the next frame of the model has it', async ({
  page,
}) => {
  await newJob(page, 'Osric Penhallow', 'Tarn Vale 97 #1')
  await toStage(page, 'measure')
  await readFour(page)
  await page.getByTestId('inspect').click()
  const marks = page.getByTestId('landmarks')
  await marks.getByRole('button', { name: 'Bumper’s end' }).click()
  const drawing = marks.getByRole('img')
  const { width, height } = (await drawing.boundingBox())!
  // Far out on the hoop's right side: between 12 and 2 o'clock.
  await drawing.click({ position: { x: 0.955 * width, y: 0.8 * height } })
  const field = marks.getByLabel('Bumper’s end')
  await expect(field).toHaveValue(/^\d+(\.\d)?$/)
  const bumper = await field.inputValue()
  await marks.getByLabel('Throat begins').fill('6')
  await marks.getByLabel('Throat begins').press('Enter')
  await expect(marks.getByRole('alert')).toContainText('the throat begins below the bumper’s end')
  await marks.getByLabel('Throat begins').fill('')
  await marks.getByLabel('Throat begins').press('Enter')
  await expect(marks.getByRole('alert')).toHaveCount(0)
  for (const [label, value] of [
    ['Grommet no.', '9'],
    ['Grommet at', '21.3'],
  ] as const) {
    await marks.getByLabel(label).fill(value)
    await marks.getByLabel(label).press('Enter')
  }
  await saved(page)
  await toStage(page, 'plan')
  await put(page, 'belowBumper', 'tungsten')
  await expect(page.getByText(`from the bumper’s end down (${Number(bumper).toFixed(1)} to`).first()).toBeVisible()
  await saved(page)

  await newJob(page, 'Osric Penhallow the Younger', 'Tarn Vale 97 #2')
  await toStage(page, 'measure')
  await page.getByTestId('inspect').click()
  await expect(page.getByTestId('landmarks').getByLabel('Bumper’s end')).toHaveValue(bumper)
  await expect(page.getByTestId('landmarks').getByLabel('Grommet at')).toHaveValue('21.3')
})

test('a frame read bare and strung keeps its own strings', async ({ page }) => {
  await newJob(page, 'Ignace Thornapple', 'Hollowick Lath 95')
  await toStage(page, 'measure')
  await page.getByRole('button', { name: /^Strung/ }).click()
  await page.getByRole('button', { name: 'Bare', exact: true }).click()
  await page.keyboard.press('Escape')
  await read(page, 'mass', '305.4')
  await read(page, 'balance', '31.9')
  await page.getByRole('button', { name: /^Bare/ }).first().click()
  await page.getByRole('button', { name: 'Strung', exact: true }).click()
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-converted="mass"]')).toContainText('worked out from bare 305.4')
  await expect(page.locator('.reading[data-quantity="mass"] .mean')).toContainText('321.9')
  await read(page, 'mass', '319.6')
  await read(page, 'balance', '32.75')
  await expect(page.getByText('own strings: +14.2 g')).toBeVisible()
  await expect(page.locator('.reading[data-quantity="mass"] .mean')).toContainText('319.6')
})

test('a table pasted in: what is taken, what is refused and why; out again as CSV', async ({ page }) => {
  await newJob(page, 'Lavinia Crump', 'Corvane Arc 100')
  await toStage(page, 'measure')
  await page.getByRole('link', { name: 'Table' }).click()
  await page
    .getByLabel('Table')
    .fill(
      'weight (g)\tbalance (mm)\tswing weight\tcolour\n326.4\t319\t321\tred\n326,5\tabout here\t322\tred\n11.5\t320\t321\t',
    )
  await expect(page.getByTestId('preview-count')).toHaveText('8 to take, 1 refused')
  await expect(page.getByText('“about here” cannot be read')).toBeVisible()
  await expect(page.getByText('Not used: colour.')).toBeVisible()
  await expect(page.getByText('Ounces?')).toBeVisible()
  await page.reload()
  await expect(page.getByTestId('preview-count')).toHaveText('8 to take, 1 refused')
  await page.getByTestId('take-table').click()
  await expect(page.getByText('8 readings taken.')).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByTestId('csv-out').click()
  const stream = await (await download).createReadStream()
  let csv = ''
  for await (const chunk of stream) csv += String(chunk)
  expect(csv.split(/\r?\n/)).toHaveLength(9)
  // What came out goes in again as nothing new.
  await page.getByLabel('Table').fill(csv)
  await expect(page.getByTestId('preview-count')).toHaveText('0 to take, 8 refused')
  await page.getByRole('link', { name: 'Measure', exact: true }).last().click()
  await expect(chips(page, 'balance')).toHaveText(['31.90', '32.00'])
  await expect(page.locator('.reading[data-quantity="mass"] .doubt')).toContainText('Ounces')
})

test('a badminton frame: its own sport, millimetres by U, and its class', async ({ page }) => {
  await page.goto('/new')
  await page.getByTestId('sport-badminton').click()
  await page.getByTestId('player-name').locator('input').fill('Sunniva Plait')
  await page.getByTestId('frame-label').locator('input').fill('Merle Wisp 88')
  await page.getByTestId('create-job').click()
  await expect(page).toHaveURL(/\/player$/)
  await toStage(page, 'measure')
  await read(page, 'mass', '83.4')
  await expect(page.locator('.reading[data-quantity="mass"] .mean')).toContainText('4U')
  const balance = page.locator('.reading[data-quantity="balance"] .entry')
  await expect(balance).toContainText('mm')
  await balance.locator('input').focus()
  for (const unit of ['in', 'cm']) {
    await page.keyboard.press('u')
    if (unit === 'in') await page.keyboard.press('u')
  }
  await expect(balance).toContainText('cm')
  await page.keyboard.press('u')
  await expect(balance).toContainText('mm')
  await page.keyboard.type('295')
  await page.keyboard.press('Enter')
  await expect(chips(page, 'balance')).toHaveText(['295.0'])
  await expect(page.locator('.doubt')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Dampener' })).toHaveCount(0)
})
