import { expect, test } from './test.ts'
import { chips, newJob, pick, read, saved, toStage } from './hands.ts'

/** Period of 330 g, 32.5 cm, swing weight 325 about 10.16 cm, hung at 1.5 cm: by the textbook. */
const pin = 325 - (330 * (32.5 - 10.16) ** 2) / 1000 + (330 * 31 ** 2) / 1000
const PERIOD = 2 * Math.PI * Math.sqrt((1000 * pin) / (330 * 980.8 * 31))

/** A phone's recording of that frame swinging, with the phone's mass taken to be nothing. */
function recording(): string {
  const lines = ['time (s),gyro x (rad/s),acc y (m/s2)']
  const w = (2 * Math.PI) / PERIOD
  for (let i = 0; i < 3000; i++) {
    const t = i / 100
    const rate = -0.02 * w * Math.sin(w * t)
    lines.push(
      `${t.toFixed(2)},${(rate + 0.0004 * Math.sin(57 * i)).toFixed(6)},${(9.8 + 40 * rate * rate).toFixed(6)}`,
    )
  }
  return lines.join('\n')
}

test('swing weight from a recording: the fit, the wrong axis caught, the budget, and taken as a reading', async ({
  page,
}) => {
  await newJob(page, 'Hedda Pillwright', 'Tessaly Drift 100')
  await toStage(page, 'measure')
  await read(page, 'mass', '330')
  await page.getByRole('link', { name: 'By hand' }).click()
  await expect(page.getByText('Time some swings')).toBeVisible()
  await page.getByRole('button', { name: 'Recording' }).click()
  await page
    .locator('.drop input')
    .setInputFiles({ name: 'swing.csv', mimeType: 'text/csv', buffer: Buffer.from(recording()) })
  await expect(page.getByTestId('period')).toContainText(PERIOD.toFixed(4).slice(0, 5))
  await expect(page.getByText('Read the balance first.')).toBeVisible()
  await page.getByRole('link', { name: 'Measure', exact: true }).last().click()
  await read(page, 'balance', '32.5')
  await page.getByRole('link', { name: 'By hand' }).click()
  await page.getByRole('button', { name: 'Recording' }).click()
  await page
    .locator('.drop input')
    .setInputFiles({ name: 'swing.csv', mimeType: 'text/csv', buffer: Buffer.from(recording()) })
  await expect(page.getByTestId('hand-result')).toContainText(/32[45]\.\d/)
  await expect(page.getByTestId('budget')).toContainText('The balance decides')
  // Every pass counted as a swing: half the period, a quarter of the inertia.
  await page.getByRole('button', { name: 'Stopwatch' }).click()
  await page.getByLabel('Times, one or more').fill(((20 * PERIOD) / 2).toFixed(2))
  await expect(page.getByTestId('hand-warning')).toContainText('twice the period')
  await page.getByRole('button', { name: 'Recording' }).click()
  // The axis along the frame feels every swing twice.
  await page.getByRole('combobox', { name: 'Axis along the pin' }).click({ force: true })
  await pick(page.getByRole('option', { name: /acc y/ }))
  await expect(page.getByRole('alert')).toContainText('twice for each swing')
  await page.getByRole('combobox', { name: 'Axis along the pin' }).click({ force: true })
  await pick(page.getByRole('option', { name: /gyro x/ }))
  await page.getByTestId('take-hand').click()
  await saved(page)
  await page.getByRole('link', { name: 'Measure', exact: true }).last().click()
  await expect(chips(page, 'swingWeight')).toHaveText([/32[45]\.\d/])
  await chips(page, 'swingWeight').click()
  await expect(page.getByText('recording swing.csv')).toBeVisible()
})

test('balance both ways on an edge, and twist weight by taps: what to attack next', async ({ page }) => {
  await newJob(page, 'Ambrose Quell', 'Ondrey Skiff 26')
  await toStage(page, 'measure')
  await read(page, 'mass', '330')
  await page.getByRole('link', { name: 'By hand' }).click()
  await page.getByRole('link', { name: 'Balance on an edge' }).click()
  await page.getByLabel('1. dropped to the head at').fill('32,7')
  await page.getByLabel('dropped to the butt at').first().fill('32,3')
  await expect(page.getByTestId('hand-result')).toContainText('32.500')
  await expect(page.locator('[data-part="gap"]')).toBeVisible()
  await page.getByTestId('take-hand').click()
  await page.getByRole('link', { name: 'Twist weight: two threads' }).click()
  await page.getByRole('button', { name: 'Start again' }).focus()
  // Pressed at moments of the test's own, however slow the machine is: no hand is as steady as a machine.
  await page.evaluate(() => {
    let at = 1000
    for (let i = 0; i < 8; i++) {
      const press = new KeyboardEvent('keydown', { key: ' ', code: 'Space', bubbles: true, cancelable: true })
      Object.defineProperty(press, 'timeStamp', { value: at })
      document.activeElement!.dispatchEvent(press)
      at += i % 2 ? 620 : 480
    }
  })
  // A button that has the focus is not pressed by the taps.
  await expect(page.getByTestId('tap')).toHaveText('8')
  await expect(page.getByTestId('budget')).toContainText('More swings will help most')
  await page.reload()
  await expect(page.getByTestId('tap')).toHaveText('8')
  await page.getByRole('link', { name: 'Measure', exact: true }).last().click()
  await expect(chips(page, 'balance')).toHaveText(['32.50'])
})

test('of two timers the taps go to the one in hand, however many', async ({ page }) => {
  await newJob(page, 'Tamsin Ferrow', 'Corvane Arc 98')
  await toStage(page, 'measure')
  await page.getByRole('link', { name: 'By hand' }).click()
  await page.getByRole('link', { name: 'Twist weight: two swings' }).click()
  const tap = async (times: number) => {
    for (let i = 0; i < times; i++) {
      await page.keyboard.press('Space')
      await page.waitForTimeout(120)
    }
  }
  const counts = page.getByTestId('tap')
  await expect(counts).toHaveText(['0', '0'])
  await tap(7)
  await expect(counts).toHaveText(['7', '0'])
  await page.locator('[data-timer="Face-on"] h2').click()
  await tap(6)
  await expect(counts).toHaveText(['7', '6'])
})
