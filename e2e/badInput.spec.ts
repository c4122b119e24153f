import { spawn } from 'node:child_process'
import { expect, stand, test } from './test.ts'
import { chips, newJob, read, readFour, saved, setTarget, toStage } from './hands.ts'

test('slips in readings are named, kept, and not used until settled', async ({ page }) => {
  await newJob(page, 'Slip Fothergrew', 'Slip frame')
  await toStage(page, 'measure')
  await read(page, 'mass', '11.25')
  await expect(page.locator('.doubt')).toContainText('Ounces? That would be 318.9 g')
  await page.getByRole('button', { name: 'Take 318.9' }).click()
  await expect(page.locator('.reading[data-quantity="mass"] .mean')).toContainText('318.9')
  await read(page, 'balance', '6')
  await expect(page.locator('.doubt')).toContainText('Points head-light? That would be 32.38 cm')
  await page.getByRole('button', { name: 'Take 32.38' }).click()
  await read(page, 'swingWeight', '490')
  await expect(page.locator('.doubt')).toContainText('It fits if read about the butt end')
  await page.getByRole('button', { name: 'It was read there' }).click()
  await expect(page.locator('.doubt')).toHaveCount(0)
  await expect(page.locator('.reading[data-quantity="swingWeight"] .mean')).toContainText('31')
  await read(page, 'swingWeight', '900')
  await expect(page.locator('.doubt')).toContainText('could ever have')
  await expect(chips(page, 'swingWeight')).toHaveCount(2)
  await saved(page)
})

test('an unreachable target says why, and the bound it names does open it', async ({ page }) => {
  await newJob(page, 'Farrow Outreach', 'Reach frame')
  await toStage(page, 'measure')
  await readFour(page)
  await toStage(page, 'target')
  await setTarget(page, 'mass', '310')
  await setTarget(page, 'swingWeight', '340')
  await toStage(page, 'plan')
  await expect(page.getByTestId('reach')).toContainText('cannot be reached', { timeout: 30000 })
  const words = await page.getByTestId('reach').innerText()
  const more = Number(/Static weight: a tolerance wider by ([\d.]+) g/.exec(words)![1])
  await toStage(page, 'target')
  const tolerance = page.locator('.line[data-quantity="mass"]').getByLabel('±')
  await tolerance.fill(String(1 + more))
  await tolerance.press('Tab')
  await toStage(page, 'plan')
  await expect(page.locator('[data-alternative="best"] .proof')).toHaveText(/^proven best|^good, not proven/, {
    timeout: 30000,
  })
  await expect(page.getByTestId('reach')).toHaveCount(0)
  await expect(page.locator('[data-alternative="best"] .out')).toHaveCount(0)
})

test('no target, no stock and no library each say what to do', async ({ page }) => {
  await page.route('**/api/materials', async (route) => {
    const materials = (await (await route.fetch()).json()) as object[]
    await route.fulfill({ json: materials.map((m) => ({ ...m, stock: 0 })) })
  })
  await page.route('**/api/library/search', (route) => route.fulfill({ json: { rows: [], total: 0, distances: [] } }))
  await page.route('**/api/library/facets*', (route) => route.fulfill({ json: { styles: [], shapes: [], total: 0 } }))
  await newJob(page, 'Empty Handley', 'Empty frame')
  await toStage(page, 'plan')
  await expect(page.getByTestId('plan-obstacle')).toContainText('There is no target yet')
  await toStage(page, 'compare')
  await expect(page.getByTestId('empty-library')).toContainText('set a target by')
  await toStage(page, 'target')
  await setTarget(page, 'swingWeight', '320')
  await toStage(page, 'plan')
  await expect(page.getByTestId('plan-obstacle')).toContainText('Static weight has not been measured')
  await toStage(page, 'measure')
  await readFour(page)
  await toStage(page, 'plan')
  await expect(page.getByTestId('plan-obstacle')).toContainText('The drawer is empty')
})

test('an edit in a second window is not lost and not overwritten unasked', async ({ page, context }) => {
  await newJob(page, 'Twin Windrow', 'Twin frame')
  await toStage(page, 'measure')
  await read(page, 'mass', '305.4')
  await saved(page)
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(chips(other, 'mass')).toHaveText(['305.4'])
  await read(other, 'balance', '32.6')
  await saved(other)
  await read(page, 'mass', '305.6')
  await expect(page.getByTestId('conflict')).toContainText('changed in another window')
  await expect(chips(page, 'mass')).toHaveText(['305.4', '305.6'])
  await page.getByRole('button', { name: 'Keep mine' }).click()
  await expect(page.getByTestId('conflict')).toHaveCount(0)
  await expect(chips(page, 'mass')).toHaveText(['305.4', '305.6'])
  await saved(page)
  await other.reload()
  await expect(chips(other, 'mass')).toHaveText(['305.4', '305.6'])
})

test('a broken job file is refused with its cause', async ({ page }) => {
  await page.goto('/')
  const take = (name: string, text: string) =>
    page.getByTestId('import-file').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
  await take('torn.json', '{"format": "kevro-job", "ver')
  await expect(page.getByTestId('start-problem')).toContainText('torn.json: This file is not a Kevro job')
  await take('later.json', '{"format": "kevro-job", "version": 9}')
  await expect(page.getByTestId('start-problem')).toContainText('newer Kevro (version 9)')
})

test('a second Kevro on the same data says so and does not start', async () => {
  const second = spawn(process.execPath, ['dist/server/main.js', '--port', '0', '--data', stand().data])
  let words = ''
  second.stderr.on('data', (chunk: Buffer) => (words += chunk.toString()))
  const code = await new Promise((done) => second.on('exit', done))
  expect(code).toBe(1)
  expect(words).toContain('Another Kevro is already using the data folder')
})
