import { FRAMES, PIECES } from '#devices/items.ts'
import { ready, tell } from './benchHands.ts'
import { chips, noWiderThan, saved } from './hands.ts'
import { ownTape, seedBuild } from './seed.ts'
import { expect, test } from './test.ts'

test('the build, a step at a time: read from a metre away, ticked with a key, read by the instrument, left and found again', async ({
  page,
}) => {
  await page.goto('/job/job-returns/build')
  await page.getByTestId('one-by-one').click()
  const one = page.getByTestId('step-by-step')
  await expect(one.getByRole('heading', { level: 1 })).toContainText(/Step \d+ of \d+/)
  const steps = one.getByRole('list', { name: 'All steps' }).getByRole('button')
  const count = await steps.count()
  await steps.nth(1).click()
  // Figures that a person at the bench can read, targets that a knuckle hits.
  const size = await one
    .locator('.big')
    .first()
    .evaluate((e) => parseFloat(getComputedStyle(e).fontSize))
  expect(size).toBeGreaterThanOrEqual(40)
  expect((await page.getByTestId('step-done').boundingBox())!.height).toBeGreaterThanOrEqual(72)
  const before = (await one.getByText(/\d+ done/).innerText()).trim()
  await page.locator('h1').click()
  await page.keyboard.press('ArrowLeft')
  await expect(one.getByRole('heading', { level: 1 })).toHaveText(`Step 1 of ${count}`)
  await steps.last().click()
  await page.locator('h1').click()
  await page.keyboard.press(' ')
  await expect(page).toHaveURL(/\/check$/)
  await page.goto('/job/job-returns/build/step-by-step')
  const after = (await one.getByText(/\d+ done/).innerText()).trim()
  expect(parseInt(after)).toBeGreaterThanOrEqual(parseInt(before))
  await expect(steps.last()).toHaveAccessibleName(/, done$/)
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/\/build$/)
  for (const [width, height] of [
    [390, 844],
    [768, 1024],
  ]) {
    await page.setViewportSize({ width, height })
    await page.goto('/job/job-returns/build/step-by-step')
    await expect(page.getByTestId('step-done')).toBeInViewport()
    await noWiderThan(page, width)
  }
})

test('what the instruments read as it should be goes on by itself; a hand on the screen stays', async ({
  page,
  request,
}) => {
  const INSTRUMENTS = [
    ['device-scale', 'scale', 'mass', 'Static weight'],
    ['device-board', 'balance-board', 'balance', 'Balance'],
    ['device-swing', 'swing-machine', 'swingWeight', 'Swing weight'],
  ] as const
  // Next to nothing goes on: what the bench holds reads as it should after each step.
  const tape = await ownTape(request)
  const pieces: Parameters<typeof seedBuild>[1] = [['tip', tape.id, 'tape', 4], ['shaft', tape.id, 'tape', 4]] // prettier-ignore
  // What these instruments show of a frame, so far out as each of them may be.
  const first = await seedBuild(request, pieces, {})
  await tell('PLACE', { item: FRAMES[0].id })
  await page.goto(`/job/${first}/measure`)
  const measured = { mass: 0, balance: 0, swingWeight: 0, twistWeight: 14 }
  for (const [device, instrument, quantity] of INSTRUMENTS) {
    await ready(page, device)
    await tell('PRESS', { instrument })
    await expect(chips(page, quantity)).toHaveCount(3)
    measured[quantity] = Number(/[\d.]+/.exec(await chips(page, quantity).last().innerText())![0])
  }
  await saved(page)
  const id = await seedBuild(request, pieces, { mass: [measured.mass, 1] }, null, measured)
  await page.goto(`/job/${id}/build/step-by-step`)
  const now = page.locator('.now')
  const heading = page.getByTestId('step-by-step').getByRole('heading', { level: 1 })
  const readAll = async () => {
    for (const [device, instrument, , label] of INSTRUMENTS) {
      await ready(page, device)
      await tell('PRESS', { instrument })
      await expect(now.getByLabel(label, { exact: true })).not.toHaveValue('')
    }
  }
  for (const step of ['inspect', 'trial']) {
    await expect(now).toHaveAttribute('data-step', step)
    await page.getByTestId('step-done').click()
  }
  await expect(now).toHaveAttribute('data-step', `tip-${tape.id}`)
  const before = await heading.innerText()
  await readAll()
  await expect(heading).not.toHaveText(before)
  // Another step: what comes of it is waited for, and a touch stops it.
  await expect(now).toHaveAttribute('data-step', `shaft-${tape.id}`)
  await readAll()
  await expect(page.getByTestId('step-done')).toContainText('going on')
  await page.locator('.title').click()
  await expect(page.getByTestId('step-done')).toContainText('Done, next')
  await page.waitForTimeout(3000)
  await expect(now).toHaveAttribute('data-step', `shaft-${tape.id}`)
  await saved(page)
  await tape.stock(0)
  await tell('PLACE', { item: '' })
})

test('strips one by one: the scale sends each, the last one laid ticks the step; a fill is weighed as it is; a step is left out at a touch', async ({
  page,
  request,
}) => {
  const id = await seedBuild(
    request,
    [
      ['threeNine', 'tungsten', 'tape', 6],
      ['butt', 'putty', 'fill', 5],
    ],
    { mass: [315, 1] },
  )
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/job/${id}/build/step-by-step`)
  const one = page.getByTestId('step-by-step')
  await expect(one).toBeVisible()
  const to = (name: RegExp) => one.getByRole('button', { name }).click()
  await to(/^Step \d+: Tungsten tape/)
  const strips = one.getByTestId('strips')
  const count = await strips.getByRole('checkbox').count()
  expect(count).toBeGreaterThan(1)
  const [strip, putty] = PIECES
  await tell('PLACE', { item: strip.id })
  for (let i = 1; i <= count; i++) {
    await ready(page, 'device-scale')
    await tell('PRESS', { instrument: 'scale' })
    await expect(strips.getByLabel(`Strip ${i}`, { exact: true })).toHaveValue(/^1\.[789]/)
    await strips
      .getByRole('checkbox')
      .nth(i - 1)
      .click()
  }
  await expect(strips).toContainText('All weighed')
  await expect(one.locator('.title')).toContainText('done')
  const total = Number(await one.getByLabel('Weighed').inputValue())
  expect(Math.abs(total - count * strip.totals.massG)).toBeLessThan(0.1 * count)
  // What the scale sends of a piece is nobody's static weight.
  await expect(one.getByLabel('Static weight')).toHaveValue('')
  await to(/^Step \d+: Tungsten putty/)
  await tell('PLACE', { item: putty.id })
  await ready(page, 'device-scale')
  await tell('PRESS', { instrument: 'scale' })
  await expect(one.getByLabel('Weighed')).toHaveValue(/^(4\.9|5(\.[01]|$))/)
  const title = await one.getByRole('heading', { level: 1 }).innerText()
  await page.getByTestId('leave-this-out').click()
  const reason = page.getByTestId('leave-out').getByRole('button', { name: 'No room there' })
  expect((await reason.boundingBox())!.height).toBeGreaterThanOrEqual(72)
  await reason.click()
  await expect(one.getByRole('heading', { level: 1 })).not.toHaveText(title)
  await saved(page)
  await page.reload()
  await to(/^Step \d+: Tungsten putty/)
  await expect(one.getByText('Left out: No room there')).toBeVisible()
  await to(/^Step \d+: Tungsten tape/)
  await expect(strips).toContainText('All weighed')
  await tell('PLACE', { item: '' })
})
