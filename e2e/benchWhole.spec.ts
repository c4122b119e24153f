import { expect, test, type Locator, type Page } from './test.ts'
import { press, saved, tabTo } from './hands.ts'
import { seedBuild } from './seed.ts'

/** A whole build on the bench, a step at a time, from the trial to the signature: by keys alone, and by touch alone. */

interface Hand {
  /** Takes a button. */
  take(on: Locator): Promise<void>
  /** Types into a field and leaves it with Enter. */
  type(into: Locator, text: string): Promise<void>
  /** Goes on with the plan that is offered. */
  goOn(): Promise<void>
}
const keys = (page: Page): Hand => ({
  take: (on) => press(page, on),
  async type(into, text) {
    await tabTo(page, into)
    await page.keyboard.press('Control+A')
    await page.keyboard.type(text)
    await page.keyboard.press('Enter')
  },
  async goOn() {
    await tabTo(page, page.getByTestId('step-done'))
    await page.keyboard.press('g')
  },
})
const touch = (page: Page): Hand => ({
  take: (on) => on.tap(),
  async type(into, text) {
    await into.tap()
    await page.keyboard.press('Control+A')
    await page.keyboard.type(text)
    await page.keyboard.press('Enter')
  },
  goOn: () => page.getByTestId('take-rest').first().tap(),
})

const LABELS = { mass: 'Static weight', balance: 'Balance', swing: 'Swing weight' } as const
type Numbers = Record<keyof typeof LABELS, number>

async function wholeBuild(page: Page, id: string, { take, type, goOn }: Hand): Promise<void> {
  const now = page.locator('.now')
  const heading = page.getByTestId('step-by-step').getByRole('heading', { level: 1 })
  const diagnosis = page.getByTestId('diagnosis')
  const expected = async (): Promise<Numbers> => {
    await expect(now.locator('.expected')).toHaveCount(3)
    const texts = await now.locator('.expected').allInnerTexts()
    const [mass, balance, swing] = texts.map((t) => Number(/[\d.]+/.exec(t)![0]))
    return { mass, balance, swing }
  }
  const readOff = async (by: Partial<Numbers> = {}): Promise<Numbers> => {
    const should = await expected()
    for (const key of ['mass', 'balance', 'swing'] as const)
      await type(now.getByLabel(LABELS[key], { exact: true }), (should[key] + (by[key] ?? 0)).toFixed(2))
    await expect(now.locator('.said', { hasText: 'predicted' })).toHaveCount(3)
    return should
  }
  const done = async () => {
    const before = await heading.innerText()
    await take(page.getByTestId('step-done'))
    // Another step, or after the last one another page.
    await expect(heading.filter({ hasText: before })).toHaveCount(0)
  }
  await page.goto(`/job/${id}/build/step-by-step`)
  await expect(now).toHaveAttribute('data-step', 'inspect')
  await expect(now.getByTestId('inspected')).toContainText('Not looked over yet.')
  await done()
  await expect(now).toHaveAttribute('data-step', 'trial')
  await done()
  // A scale that was not at nought.
  await readOff({ mass: 3 })
  await expect(diagnosis.locator('li').first()).toHaveAttribute('data-cause', 'scaleNotTared')
  await take(diagnosis.getByRole('button', { name: 'Take the reading back' }).first())
  await expect(diagnosis).toBeHidden()
  await readOff()
  await done()
  await readOff()
  await done()
  await expect(now).toHaveAttribute('data-step', 'plug')
  await done()
  // Half of the fill.
  await readOff({ mass: -2.5, balance: 0.24, swing: -0.1 })
  await expect(diagnosis.locator('li').first()).toHaveAttribute('data-cause', 'amount')
  await take(diagnosis.getByRole('button', { name: 'It lies so: leave it' }).first())
  await expect(diagnosis).toBeHidden()
  await expect(page.getByTestId('offer').first()).toBeVisible()
  const dots = page.getByRole('list', { name: 'All steps' }).getByRole('button')
  const before = await dots.count()
  await goOn()
  await expect.poll(() => dots.count()).toBeGreaterThan(before)
  let end: Numbers | null = null
  for (let steps = 0; steps < 20 && !page.url().endsWith('/check'); steps++) {
    if ((await now.getAttribute('data-step')) === 'final') end = await readOff()
    await done()
  }
  await expect(page).toHaveURL(/\/check$/)
  await saved(page)
  expect(Math.abs(end!.mass - 316.5)).toBeLessThanOrEqual(1)
  expect(Math.abs(end!.swing - 313)).toBeLessThanOrEqual(2)
  // What was read of the finished frame at the bench is the final check's.
  for (const [quantity, value] of [
    ['mass', end!.mass],
    ['balance', end!.balance],
    ['swingWeight', end!.swing],
  ] as const)
    await expect(page.locator(`tr[data-result="${quantity}"] td`).nth(1)).toContainText(String(value))
  const initials = page.getByTestId('initials').locator('input')
  await type(initials, 'JQ')
  await take(page.getByTestId('sign'))
  await expect(page.getByTestId('signed')).toContainText('Signed off by JQ')
  await saved(page)
}

const PIECES: Parameters<typeof seedBuild>[1] = [
  ['tip', 'tungsten', 'tape', 16],
  ['butt', 'putty', 'fill', 5],
]
const TARGET: Parameters<typeof seedBuild>[2] = { mass: [316.5, 1], swingWeight: [313, 2], balance: [32.7, 0.3] }

test('a whole build on the bench by keys alone: two bad readings told and put right, the rest planned again, signed', async ({
  page,
  request,
}) => {
  await wholeBuild(page, await seedBuild(request, PIECES, TARGET), keys(page))
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('the same by touch alone', async ({ page, request }) => {
    await wholeBuild(page, await seedBuild(request, PIECES, TARGET), touch(page))
  })
})
