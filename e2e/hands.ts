import { unknownPlayer } from '#core/player/facts.ts'
import { seedJob } from './seed.ts'
import { expect, type Locator, type Page } from './test.ts'

/** What a fitter's hands do, for all the tasks. */
export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('saved')

/** Types a reading and takes it with Enter. */
export async function read(
  page: Page,
  quantity: 'mass' | 'balance' | 'swingWeight' | 'twistWeight',
  text: string,
): Promise<void> {
  const field = page.locator(`.reading[data-quantity="${quantity}"] .entry input`)
  await field.fill(text)
  await field.press('Enter')
}

/** One step of a work order, in the list of all. */
export const stepAt = (page: Page, id: string): Locator => page.locator(`[data-step="${id}"]`)

export const chips = (page: Page, quantity: string): Locator =>
  page.locator(`.reading[data-quantity="${quantity}"] .chip`)

/** A predicted number in the rows at the side, as a number. */
export async function predicted(page: Page, quantity: string): Promise<number> {
  return Number((await page.locator(`[data-predicted="${quantity}"]`).innerText()).replace('−', '-').trim())
}

/** A job of a new player is there, and its page is open. */
export async function newJob(page: Page, player: string, frame: string): Promise<void> {
  const id = await seedJob(page.request, unknownPlayer(player), frame)
  await page.goto(`/job/${id}/player`)
  await expect(page.locator('a[data-stage="player"]')).toBeVisible()
}

/** The same, by its form. */
export async function typeNewJob(page: Page, player: string, frame: string): Promise<void> {
  await page.goto('/')
  await page.getByTestId('new-job').click()
  await page.getByTestId('player-name').locator('input').fill(player)
  await page.getByTestId('frame-label').locator('input').fill(frame)
  await page.getByTestId('create-job').click()
  await expect(page).toHaveURL(/\/player$/)
}

export async function toStage(page: Page, stage: string): Promise<void> {
  await page.locator(`a[data-stage="${stage}"]`).click()
  await expect(page).toHaveURL(new RegExp(`/${stage}$`))
}

/** The usual four readings. */
export async function readFour(page: Page): Promise<void> {
  await read(page, 'mass', '305.4')
  await read(page, 'balance', '32.6')
  await read(page, 'swingWeight', '300')
  await read(page, 'twistWeight', '13.2')
}

export async function setTarget(page: Page, quantity: string, text: string): Promise<void> {
  const field = page.locator(`.line[data-quantity="${quantity}"] .quantity-field input`)
  await field.fill(text)
  await field.press('Enter')
}

/** A walk-in with the usual four readings. */
export async function quickBench(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByTestId('quick').click()
  await expect(page).toHaveURL(/\/bench$/)
  await readFour(page)
}

export async function put(page: Page, zone: string, material: string): Promise<void> {
  await page.getByTestId('add-piece').click()
  await pick(page.getByTestId(`add-${zone}-${material}`))
}

/** One of a menu that was just opened, once it takes a press: a press that meets nothing has the page scrolled about to find it, and the menu moved with it. */
export async function pick(item: Locator): Promise<void> {
  await expect.poll(() => item.evaluate((e) => getComputedStyle(e).pointerEvents)).not.toBe('none')
  await item.click()
}

/** Nothing of the page lies beside a window so wide; a window that was just made narrower is given time to lay itself out. */
export async function noWiderThan(page: Page, width: number, message = page.url()): Promise<void> {
  const all = () => page.evaluate(() => document.documentElement.scrollWidth)
  await expect.poll(all, { message }).toBeLessThanOrEqual(width)
}

/** Down the list of what was found until it is the one, and there: others of these letters may stand before it. */
export async function chooseFound(page: Page, hit: Locator): Promise<void> {
  await expect(hit).toBeVisible()
  await expect(async () => {
    if ((await hit.getAttribute('aria-selected')) !== 'true') await page.keyboard.press('ArrowDown')
    await expect(hit).toHaveAttribute('aria-selected', 'true', { timeout: 300 })
  }).toPass()
  await page.keyboard.press('Enter')
}

/** Tab after Tab until something has the focus. */
export async function tabTo(page: Page, to: Locator): Promise<void> {
  await expect(to).toBeVisible()
  for (let i = 0; i < 250; i++) {
    if (await to.evaluate((element) => element.contains(document.activeElement))) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`250 times Tab, and never at ${String(to)}`)
}
/** Goes there by Tab, and presses a key on it. */
export async function press(page: Page, on: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, on)
  await page.keyboard.press(key)
}
