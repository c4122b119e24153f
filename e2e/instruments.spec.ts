import { expect, test, type Page } from './test.ts'
import { FRAMES } from '#devices/items.ts'
import { ready, tell } from './benchHands.ts'
import { chips, newJob, pick, saved, toStage } from './hands.ts'

/** Reads an instrument so many times, each after the last has come. */
async function readTimes(page: Page, device: string, quantity: string, times: number): Promise<void> {
  for (let i = 0; i < times; i++) {
    const before = await chips(page, quantity).count()
    await ready(page, device)
    await page.locator(`[data-device="${device}"] .go`).click()
    await expect(chips(page, quantity)).toHaveCount(before + 1)
  }
}
/** Checks an instrument on all its bodies, twice each, and puts it right. */
async function calibrate(page: Page, device: string): Promise<void> {
  await page.goto(`/instruments/${device}`)
  const bodies = page.locator('.bodies li')
  await expect(bodies.first()).toBeVisible()
  const count = await bodies.count()
  for (let i = 0; i < count; i++) {
    await page.getByTestId('place-body').click()
    for (let k = 1; k <= 2; k++) {
      await expect(page.getByTestId('read-device')).toHaveText('Read')
      await page.getByTestId('read-device').click()
      await expect(bodies.nth(i).locator('.chip')).toHaveCount(k)
    }
    if (i < count - 1) await page.getByTestId('next-body').click()
  }
  await page.getByTestId('apply-check').click()
  await expect(page.getByTestId('standing')).toHaveText('in order')
}
/** The mean of a row and its half width, as shown. */
async function stated(page: Page, quantity: string): Promise<[number, number]> {
  const text = await page.locator(`.reading[data-quantity="${quantity}"] .mean .sum`).innerText()
  const [mean, half] = text.match(/[\d.]+/g)!.map(Number)
  return [mean, half]
}

test('calibrate, measure a frame on the simulated bench with a stall and a garbled line in the middle: the true values', async ({
  page,
}) => {
  for (const device of ['device-scale', 'device-board', 'device-swing', 'device-twist']) await calibrate(page, device)

  await newJob(page, 'Ottoline Brackwater', 'Corvane Arc 98')
  await toStage(page, 'measure')
  await tell('PLACE', { item: 'frame-1' })
  await readTimes(page, 'device-scale', 'mass', 1)
  await tell('FAULT', { instrument: 'scale', kind: 'garble' })
  await readTimes(page, 'device-scale', 'mass', 1)
  await tell('FAULT', { instrument: 'scale', kind: 'stall' })
  await readTimes(page, 'device-scale', 'mass', 2)
  await readTimes(page, 'device-board', 'balance', 3)
  await tell('FAULT', { instrument: 'swing-machine', kind: 'drop' })
  await readTimes(page, 'device-swing', 'swingWeight', 2)
  await tell('FAULT', { instrument: 'swing-machine', kind: 'repeat' })
  await readTimes(page, 'device-swing', 'swingWeight', 2)
  await readTimes(page, 'device-twist', 'twistWeight', 3)
  await page.waitForTimeout(500)
  await expect(chips(page, 'mass')).toHaveCount(4)
  await expect(chips(page, 'swingWeight')).toHaveCount(4)

  const { totals } = FRAMES.find((f) => f.id === 'frame-1')!
  for (const [quantity, truth, shownTo] of [
    ['mass', totals.massG, 0.05],
    ['balance', totals.balanceCm, 0.005],
    ['swingWeight', totals.swingWeightAbout(10.16), 0.05],
    ['twistWeight', totals.twistWeightKgCm2, 0.05],
  ] as const) {
    const [mean, half] = await stated(page, quantity)
    expect(Math.abs(mean - truth), quantity).toBeLessThanOrEqual(half + shownTo)
    expect(half, quantity).toBeGreaterThan(0)
  }
  // What stands behind a reading: shown, put right, by which instrument.
  await chips(page, 'swingWeight').first().click()
  await expect(page.getByText('calibration in force')).toBeVisible()
  await page.keyboard.press('Escape')
  await saved(page)
  await page.reload()
  await expect(chips(page, 'mass')).toHaveCount(4)
})

test('a reading lands in the field that has the focus, and in its own row otherwise', async ({ page }) => {
  await newJob(page, 'Focus Pettibone', 'Hollowick Lath 95')
  await toStage(page, 'measure')
  await tell('PLACE', { item: 'frame-5' })
  await page.getByTestId('more-readings').click()
  await page.locator('.reading[data-quantity="leftMass"] .entry input').focus()
  await ready(page, 'device-scale')
  await tell('PRESS', { instrument: 'scale' })
  await expect(chips(page, 'leftMass')).toHaveCount(1)
  await expect(chips(page, 'mass')).toHaveCount(0)
  // A swing weight cannot land among masses: it goes to its own row.
  await tell('PRESS', { instrument: 'swing-machine' })
  await expect(chips(page, 'swingWeight')).toHaveCount(1)
  await page.locator('.reading[data-quantity="balance"] .entry input').focus()
  await tell('PRESS', { instrument: 'scale' })
  await expect(chips(page, 'mass')).toHaveCount(1)
  // A reading sent while no page listens waits in the tray.
  await page.goto('/')
  await tell('PRESS', { instrument: 'scale' })
  await page.waitForTimeout(700)
  await page.goBack()
  await expect(page.getByTestId('tray')).toContainText('Static weight')
  await page.getByTestId('tray').locator('button').first().click()
  await expect(chips(page, 'mass')).toHaveCount(2)
  await expect(page.getByTestId('tray')).toHaveCount(0)
})

test('several units in a row by keyboard and instrument; the pick for a player', async ({ page }) => {
  await page.goto('/')
  await page.getByTestId('batch').click()
  await page.getByLabel('Model').fill('Arc 98, boxed')
  await page.getByTestId('batch-go').click()
  await expect(page).toHaveURL(/\/batch\//)
  const type = async (...figures: string[]) => {
    for (const figure of figures) {
      await page.keyboard.type(figure)
      await page.keyboard.press('Enter')
    }
  }
  await expect(page.locator('[data-unit="1"] input').nth(1)).toBeFocused()
  await type('305.1', '31.1', '288', '13.4', '309.3', '31.2', '293', '13.7')
  await expect(page.locator('[data-unit="2"] .chip')).toHaveCount(4)
  await page.getByTestId('add-unit').click()
  await tell('PLACE', { item: 'unit-3' })
  for (const [device, n] of [
    ['device-scale', 1],
    ['device-board', 2],
    ['device-swing', 3],
    ['device-twist', 4],
  ] as const) {
    await ready(page, device)
    await page.locator(`[data-device="${device}"] .go`).click()
    await expect(page.locator('[data-unit="3"] .chip')).toHaveCount(n)
  }
  await expect(page.getByTestId('pick')).toContainText('the middle of the batch')
  await page.getByRole('combobox', { name: 'Pick for' }).fill('Orsolva')
  await pick(page.getByRole('option', { name: /Orsolva Tenbrick/ }))
  await expect(page.getByTestId('pick')).toContainText('Orsolva Tenbrick')
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await page.reload()
  await expect(page.locator('[data-unit="3"] .chip')).toHaveCount(4)
  // A reading taken away comes back.
  await page.locator('[data-unit="2"] .chip').first().click()
  await expect(page.locator('[data-unit="2"] .chip')).toHaveCount(3)
  await page.getByTestId('undo-batch').click()
  await expect(page.locator('[data-unit="2"] .chip')).toHaveCount(4)
  await page.locator('[data-unit="3"]').getByRole('button', { name: 'To the bench' }).click()
  await expect(page).toHaveURL(/\/bench$/)
  await expect(chips(page, 'mass')).toHaveCount(1)
})
