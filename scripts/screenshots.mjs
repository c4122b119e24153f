// One picture of each main view from a freshly laid-out demo world, into docs/screenshots/.
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensureImage, ensureInstalled, root } from './ready.mjs'

ensureInstalled()
const executablePath = ensureChromium()
ensureBuilt()
const { chromium } = await import('@playwright/test')
const data = mkdtempSync(join(tmpdir(), 'kevro-pictures-'))
const port = '4392'
const server = spawn(
  process.execPath,
  [
    join(root, 'dist/server/main.js'),
    '--demo',
    '--port',
    port,
    '--data',
    data,
    '--web',
    join(root, 'dist/web'),
    '--image',
    ensureImage(),
  ],
  { cwd: root },
)
await new Promise((ready) => server.stdout.on('data', (text) => String(text).includes('ready') && ready()))
const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-background-networking'] })

async function picture(name, path, { scheme = 'light', size = [1280, 800], act } = {}) {
  const context = await browser.newContext({ viewport: { width: size[0], height: size[1] }, colorScheme: scheme })
  const page = await context.newPage()
  await page.goto(`http://127.0.0.1:${port}${path}`)
  await page.locator('h1').waitFor()
  await page.waitForTimeout(700)
  if (act) await act(page)
  await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) })
  await context.close()
}
const planned = async (page) => {
  await page.waitForFunction(
    () => !document.querySelector('[data-testid="plan-state"]')?.textContent.includes('working'),
    null,
    { timeout: 60000 },
  )
  await page.waitForTimeout(300)
}
await picture('start', '/')
await picture('player', '/job/job-junior/player')
await picture('measure', '/job/job-returns/measure')
await picture('compare', '/job/job-returns/compare')
await picture('target', '/job/job-returns/target')
await picture('plan', '/job/job-returns/plan', { act: planned })
await picture('plan-ways', '/job/job-done/plan', {
  act: async (page) => {
    await planned(page)
    await page.mouse.wheel(0, 900)
    await page.waitForTimeout(300)
  },
})
await picture('plan-dim', '/job/job-done/plan', { scheme: 'dark', act: planned })
await picture('build', '/job/job-returns/build')
await picture('final-check', '/job/job-done/check')
await picture('play', '/job/job-done/play')
await picture('shop', '/shop')
await picture('quick-bench', '/', {
  act: async (page) => {
    await page.getByTestId('quick').click()
    for (const [quantity, text] of [
      ['mass', '305.4'],
      ['balance', '6 HL'],
      ['swingWeight', '300'],
      ['twistWeight', '13.2'],
    ]) {
      const field = page.locator(`.reading[data-quantity="${quantity}"] .entry input`)
      await field.fill(text)
      await field.press('Enter')
    }
    await page.getByTestId('add-piece').click()
    await page.getByTestId('add-tenTwo-tungsten').click()
    await page.waitForTimeout(600)
  },
})
await browser.close()
server.kill('SIGTERM')
await new Promise((done) => server.on('exit', done))
rmSync(data, { recursive: true, force: true })
