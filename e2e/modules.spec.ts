import { inHole } from '#core/cuts/items.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { padel } from '#core/sports/padel.ts'
import { pick, predicted, saved, stepAt } from './hands.ts'
import { seedTarget } from './seed.ts'
import { expect, test } from './test.ts'

test('modules go from hole to hole: said of the frame, turned as a recipe, planned, and done as a step', async ({
  page,
}) => {
  const item = { id: 'pair', name: 'Two modules', massG: 8, atCm: 30, offAxisCm: 9 }
  // From the holes by the heart to those at the sides: +116 g·cm, +3.38 kg·cm².
  const id = await seedTarget(page.request, {
    profile: padel,
    condition: { ...defaultCondition(padel), added: [item] },
    measured: { mass: 365, balance: 26, swingWeight: 140, twistWeight: 15 },
    target: { mass: [365, 1], balance: [26.32, 0.1], swingWeight: [143.4, 1] },
  })
  const { atCm } = inHole(
    item,
    padel.zones.find((zone) => zone.id === 'holesHeart')!,
    padel.geometry,
  )
  await page.goto(`/job/${id}/measure`)
  await page.getByRole('button', { name: 'Added earlier' }).click()
  await page.locator('.added .v-select').click()
  await pick(page.getByRole('option', { name: 'Holes by the heart' }))
  await expect(page.getByLabel('From butt')).toHaveValue(atCm.toFixed(2))
  await saved(page)

  await page.goto(`/job/${id}/plan/recipes`)
  await page.getByTestId('knob-swing').click()
  await page.getByTestId('knob-by').locator('input').fill('3.4')
  await page.getByTestId('knob-by').locator('input').press('Enter')
  const recipe = page.locator('[data-recipe="modulesMoved"]')
  await expect(recipe).toContainText('+0.0 g')
  await expect(recipe).toContainText('8.0 g from holes by the heart')

  await page.goto(`/job/${id}/plan`)
  const first = page.locator('[data-alternative="best"]')
  await expect(first).toContainText('Holes at the sides')
  await expect(first).toContainText('static weight and recoil weight stay')
  await page.getByTestId('take-best').click()
  await expect(page.locator('g.cut')).toHaveCount(1)
  expect(await predicted(page, 'mass')).toBe(365)
  expect(Math.abs((await predicted(page, 'swingWeight')) - 143.4)).toBeLessThan(0.11)
  await saved(page)

  await page.goto(`/job/${id}/build`)
  await page.getByRole('button', { name: 'Draw up the work order' }).click()
  const step = stepAt(page, 'moved:pair-holesSides')
  await expect(step).toContainText('Move: Two modules')
  await expect(step).toContainText('8.0 g from holes by the heart')
  await expect(step).toContainText('holes at the sides')
  await step.getByRole('checkbox').check()
  await saved(page)
  // The same at the bench, one step at a time.
  await page.goto(`/job/${id}/build/step-by-step`)
  await page.locator('.now').waitFor()
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('.now')).toContainText('8.0 g from holes by the heart')
})
