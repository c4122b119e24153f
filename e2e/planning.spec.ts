import { readFileSync } from 'node:fs'
import { seedMeasured } from './seed.ts'
import { expect, test, type Page } from './test.ts'
import { pick, predicted, put, readFour, saved, setTarget, toStage } from './hands.ts'

const planDone = (page: Page) => expect(page.getByTestId('plan-state')).not.toContainText('working')

async function measured(page: Page, name: string): Promise<void> {
  await page.goto(`/job/${await seedMeasured(page.request, name)}/measure`)
}
async function planned(page: Page, name: string): Promise<void> {
  const id = await seedMeasured(page.request, name, { mass: [313, 1], swingWeight: [312, 2] })
  await page.goto(`/job/${id}/plan`)
  await expect(page.getByTestId('take-best')).toBeVisible()
  await planDone(page)
}

async function download(page: Page, id: string): Promise<{ name: string; bytes: Buffer }> {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId(id).click()])
  return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) }
}

test('a plan is made, dragged while the rest follows, locked, worked out again, undone, and handed on', async ({
  page,
}) => {
  await planned(page, 'Draga Pullwell')
  await page.getByTestId('take-best').click()
  await expect(page.getByTestId('take-best')).toHaveText('Taken')
  // One whose pieces on the hoop lie beside the axis.
  await page.getByTestId('take-bevelsTenTwo').click()
  await expect(page.getByTestId('take-bevelsTenTwo')).toHaveText('Taken')
  const first = await predicted(page, 'swingWeight')
  expect(Math.abs(first - 312)).toBeLessThanOrEqual(2)
  await saved(page)

  // One of its pieces on the hoop goes to another place; the others make up for it.
  await page.getByTestId('rest-follows').locator('input').check()
  const piece = page.locator('.cut[aria-label*="o’clock"]').first()
  const box = (await piece.locator('.mass').first().boundingBox())!
  const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(at.x - 60, at.y - 40, { steps: 8 })
  await page.waitForTimeout(400)
  await page.mouse.up()
  await expect(page.locator('.cut.locked')).toHaveCount(1)
  await planDone(page)
  await expect.poll(async () => Math.abs((await predicted(page, 'swingWeight')) - 312)).toBeLessThanOrEqual(2)
  await expect.poll(async () => Math.abs((await predicted(page, 'mass')) - 313)).toBeLessThanOrEqual(1)
  await saved(page)

  // Unlocked, a stretched end changes how much there is.
  await page.locator('.cut.locked').focus()
  await page.keyboard.press('l')
  await expect(page.locator('.cut.locked')).toHaveCount(0)
  await page.getByTestId('rest-follows').locator('input').uncheck()
  await planDone(page)
  await piece.focus()
  const amount = page.getByTestId('cut-amount').locator('input')
  await amount.fill('6')
  await amount.press('Tab')
  await expect(amount).toHaveValue('6.0')
  await saved(page)
  const before = 6
  const dot = page.locator('[data-end="1"] .dot').first()
  await dot.scrollIntoViewIfNeeded()
  const end = (await dot.boundingBox())!
  await page.mouse.move(end.x + end.width / 2, end.y + end.height / 2)
  await page.mouse.down()
  await page.mouse.move(end.x - 20, end.y + 6, { steps: 5 })
  await page.mouse.up()
  await expect
    .poll(async () => Number(await page.getByTestId('cut-amount').locator('input').inputValue()))
    .not.toBe(before)
  await saved(page)
  const steps = page.getByRole('button', { name: 'Undo on this stage' })
  for (let i = 0; i < 12 && (await predicted(page, 'swingWeight')) !== first; i++) {
    await Promise.all([page.waitForResponse((answer) => answer.url().endsWith('/undo')), steps.click()])
    await page.waitForTimeout(250)
  }
  expect(await predicted(page, 'swingWeight')).toBe(first)

  await page.getByTestId('share').click()
  const json = await download(page, 'share-json')
  const plan = JSON.parse(json.bytes.toString()) as {
    format: string
    addedG: number
    pieces: { massG: number }[]
    predicted: { swingWeight: { value: number } }
  }
  expect(plan.format).toBe('kevro-plan')
  expect(plan.predicted.swingWeight.value).toBeCloseTo(first, 0)
  expect(plan.pieces.reduce((sum, p) => sum + p.massG, 0)).toBeCloseTo(plan.addedG, 3)
  const csv = await download(page, 'share-csv')
  expect(csv.bytes.toString().split('\n').length).toBeGreaterThan(plan.pieces.length)
  expect((await download(page, 'share-svg')).bytes.toString()).toContain('<svg')
  const png = (await download(page, 'share-png')).bytes
  expect(png.subarray(1, 4).toString()).toBe('PNG')
  expect(png.readUInt32BE(16)).toBe(1600)
  await expect(page.getByTestId('share-line')).toContainText('swing weight')
})

test('a way that is pressed while others are still being found stays under the hand, and is taken', async ({
  page,
}) => {
  const id = await seedMeasured(page.request, 'Pressa Stillwater', { mass: [313, 1], swingWeight: [312, 2] })
  await page.goto(`/job/${id}/plan`)
  const take = page.getByTestId('take-best')
  await take.scrollIntoViewIfNeeded()
  await take.hover()
  await page.mouse.down()
  const held = await take.boundingBox()
  const ways = await page.locator('[data-alternative]').count()
  // Long enough for every other way.
  await page.waitForTimeout(3000)
  expect(await take.boundingBox()).toEqual(held)
  expect(await page.locator('[data-alternative]').count()).toBe(ways)
  await page.mouse.up()
  await expect(take).toHaveText('Taken')
  await planDone(page)
  expect(await page.locator('[data-alternative]').count()).toBeGreaterThan(1)
  await saved(page)
})

test('what each gram buys: its picture and its numbers go out, and a mark is taken', async ({ page }) => {
  await planned(page, 'Ilva Marrowby')
  const curve = page.getByRole('region', { name: 'Off target against added mass' })
  const marks = await curve.getByRole('button', { name: /^Take: / }).count()
  expect(marks).toBeGreaterThan(2)
  const out = async (kind: string): Promise<Buffer> => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      curve.getByRole('button', { name: kind, exact: true }).click(),
    ])
    expect(file.suggestedFilename()).toBe(`what each gram buys.${kind.toLowerCase()}`)
    return readFileSync(await file.path())
  }
  const svg = (await out('SVG')).toString()
  expect(svg).toContain('grams added')
  // By itself: no style sheet of the page is needed.
  expect(svg).toMatch(/<path [^>]*stroke="rgb\(/)
  expect(svg).not.toContain('class=')
  expect((await out('PNG')).subarray(1, 4).toString()).toBe('PNG')
  const rows = (await out('CSV')).toString().trim().split('\n')
  expect(rows[0]).toContain('grams added')
  expect(rows).toHaveLength(marks + 1)
  await curve.getByText('Table').click()
  await expect(curve.locator('tbody tr')).toHaveCount(marks)
  const mark = curve.getByRole('button', { name: /^Take: / }).nth(1)
  const [, grams] = /([\d.]+) g added/.exec((await mark.getAttribute('aria-label'))!)!
  await mark.click()
  await expect(page.getByTestId('take-best')).toHaveText('Take')
  await expect(page.locator('main')).toContainText(`${grams} g added`)
})

test('wishes bind the plan; a target out of reach says what is in the way and what would open it', async ({ page }) => {
  await planned(page, 'Wisla Wishbone')
  await page.getByTestId('limits').click()
  await page.getByTestId('keep-balance').locator('input').check()
  await page.getByTestId('add-zone-fourEight').click()
  await page.keyboard.press('Escape')
  await planDone(page)
  await page.getByTestId('take-best').click()
  await expect.poll(async () => Math.abs((await predicted(page, 'balance')) - 32.6)).toBeLessThanOrEqual(0.2)
  await page.getByTestId('limits').click()
  await expect(page.getByTestId('zone-fourEight')).toBeVisible()
  // Beyond what a plan may hold it is said beside the field, and nothing is changed.
  await page.getByTestId('cap').locator('input').fill('201')
  await expect(page.getByTestId('cap')).toContainText('From 0 to 200.')
  await page.getByTestId('cap').locator('input').fill('3')
  await page.getByTestId('cap').locator('input').press('Tab')
  await expect(page.getByTestId('reach')).toBeVisible()
  await expect(page.getByTestId('binding')).toContainText('no more may be added')
  await expect(page.getByTestId('reach')).toContainText('g more allowed')
  await page.getByTestId('open-all').click()
  await expect(page.getByTestId('reach')).toBeHidden()
})

test('recoil weight is aimed at as well, the plan lands on it, and stopping keeps what was found', async ({ page }) => {
  await measured(page, 'Steadman Recoyle')
  await toStage(page, 'target')
  await setTarget(page, 'mass', '313')
  await page.getByTestId('also-recoilWeight').click()
  const field = page.locator('[data-also="recoilWeight"] input').first()
  const now = Number(await field.inputValue())
  await field.fill(String(now + 8))
  await field.press('Tab')
  await saved(page)
  await toStage(page, 'plan')
  await expect(page.getByTestId('take-best')).toBeVisible()
  await expect(page.locator('[data-alternative="best"] .proof.yes')).toBeVisible()
  if (await page.getByTestId('stop').isVisible()) await page.getByTestId('stop').click()
  const ways = await page.locator('[data-alternative]').count()
  await page.getByTestId('take-best').click()
  await expect(page.locator('[data-alternative="best"] .off')).toContainText('Recoil weight')
  await expect.poll(async () => Math.abs((await predicted(page, 'recoilWeight')) - now - 8)).toBeLessThanOrEqual(2.05)
  expect(await page.locator('[data-alternative]').count()).toBe(ways)
  await toStage(page, 'target')
  await field.fill(String(now + 6))
  await field.press('Tab')
  await expect(page.locator('a[data-stage="plan"]')).toHaveAttribute('data-status', 'stale')
})

test('a tape is weighed into the drawer; a signed build takes its pieces out, undoing the signature puts them back', async ({
  page,
}) => {
  await page.goto('/drawer')
  await page.getByTestId('add-material').click()
  await page.getByTestId('material-name').locator('input').fill('Copper tape')
  await page.getByTestId('weigh').click()
  await page.getByTestId('strip-0').locator('input').fill('3,00')
  await page.getByTestId('strip-1').locator('input').fill('3.02')
  await expect(page.getByTestId('per-cm')).toContainText('0.1505 g per cm')
  await page.getByTestId('use-weighed').click()
  await page.getByTestId('material-stock').locator('input').fill('100')
  await page.getByTestId('put-in').click()
  const row = page.locator('tr', { hasText: 'Copper tape' })
  await expect(row).toContainText('0.1505')
  await expect(row).toContainText('100')

  await measured(page, 'Copper Coggins')
  await toStage(page, 'plan')
  await page.getByTestId('add-piece').click()
  await page.locator('.zone', { hasText: 'Tip' }).getByRole('button', { name: 'Copper tape' }).click()
  await saved(page)
  await toStage(page, 'check')
  await readFour(page)
  await page.getByTestId('initials').locator('input').fill('JQ')
  await page.getByTestId('sign').click()
  await expect(page.getByTestId('signed')).toBeVisible()
  await saved(page)
  const job = page.url()
  await page.goto('/drawer')
  // Five centimetres across the tip on both edges.
  await expect(row).toContainText('90')
  await page.goto(job)
  await page.getByRole('button', { name: 'Undo on this stage' }).click()
  await expect(page.getByTestId('signed')).toBeHidden()
  await page.goto('/drawer')
  await expect(row).toContainText('100')
})

test('a plan out to a file and in again lies as it lay; one of another outline is refused with the reason', async ({
  page,
}) => {
  await measured(page, 'Philippa Filewright')
  await toStage(page, 'plan')
  await put(page, 'belowBumper', 'lead-half')
  await put(page, 'butt', 'putty')
  const mass = await predicted(page, 'mass')
  await saved(page)
  await page.getByTestId('share').click()
  const out = page.waitForEvent('download')
  await page.getByTestId('share-json').click()
  const text = readFileSync(await (await out).path(), 'utf8')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo on this stage' }).click()
  await page.getByRole('button', { name: 'Undo on this stage' }).click()
  await expect(page.locator('.cut')).toHaveCount(0)
  await page.getByTestId('share').click()
  const other = JSON.parse(text) as { frame: { geometry: { headLengthCm: number } } }
  other.frame.geometry.headLengthCm = 30
  const file = (name: string, body: string) => ({ name, mimeType: 'application/json', buffer: Buffer.from(body) })
  await page.getByTestId('plan-in').setInputFiles(file('other.json', JSON.stringify(other)))
  await expect(page.getByTestId('plan-in-reason')).toContainText('Another outline: head length 30.00 there')
  await page.getByTestId('plan-in').setInputFiles(file('plan.json', text))
  await expect(page.locator('.cut')).toHaveCount(2)
  await expect(page.getByTestId('plan-in-reason')).toHaveCount(0)
  expect(await predicted(page, 'mass')).toBe(mass)
  await saved(page)
})

test('one model into another: made of tape, or refused with the reason', async ({ page }) => {
  await page.goto('/job/job-returns/plan/model')
  await expect(page.getByTestId('model-plan')).toContainText('It can be made')
  await expect(page.locator('[data-apart="swingWeight"]')).toBeVisible()
  await page.getByRole('combobox', { name: /The model to become/ }).fill('Long')
  await pick(page.getByRole('option').filter({ hasText: 'Long' }).first())
  await expect(page.getByTestId('refused')).toBeVisible()
  await expect(page.getByTestId('likeness')).toContainText('does not agree')
})

test('a batch is made alike with the least work, the easiest pair is found, and a unit goes to the bench', async ({
  page,
}) => {
  await page.goto('/batch/batch-arc')
  await page.getByTestId('make-alike').click()
  await expect(page.getByTestId('set-total')).toContainText('min, +')
  await expect(page.getByTestId('set-verdict')).toContainText('No other way saves half a minute a frame', {
    timeout: 60000,
  })
  const total = async () => Number(/\+([\d.]+) g/.exec((await page.getByTestId('set-total').textContent())!)?.[1])
  await page.getByTestId('may-grip').locator('input').check()
  const free = await total()
  // With the grips left alone nothing gets lighter: all come up to the heaviest.
  await page.getByTestId('may-grip').locator('input').uncheck()
  await expect.poll(total).toBeGreaterThan(free + 3)
  const heaviest = page.locator('[data-set-unit="B 03"]')
  await expect(heaviest).toContainText('+0.0 g')
  await page.reload()
  await expect(page.getByTestId('may-grip').locator('input')).not.toBeChecked()
  await expect.poll(total).toBeGreaterThan(free + 3)
  await page.getByTestId('may-grip').locator('input').check()
  await page.getByTestId('which-two').click()
  await expect(page.getByTestId('pairs')).toContainText('28 pairs')
  await page.getByTestId('pairs').getByRole('button').first().click()
  await expect(page.getByTestId('set-total')).toBeVisible()
  const unit = page.locator('[data-set-unit]').filter({ has: page.getByText('To the bench') })
  await expect(unit).toHaveCount(2)
  // With a third that lies farther off somebody gets pieces.
  const third = page.locator('[data-set-unit="C 02"]')
  await third.getByRole('checkbox').check()
  await expect(unit).toHaveCount(3)
  const given = unit.filter({ hasNotText: '+0.0 g' }).first()
  await expect(given).toBeVisible()
  await given.getByRole('button', { name: 'To the bench' }).click()
  await expect(page).toHaveURL(/\/plan$/)
  await expect(page.locator('[data-predicted="mass"]')).toBeVisible()
  await expect(page.locator('[data-testid="plan-obstacle"]')).toHaveCount(0)
})
