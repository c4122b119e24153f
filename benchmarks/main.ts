import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { cpus, tmpdir, totalmem } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser, type Page } from '@playwright/test'
import { bookTimes } from './bookTimes.ts'
import { buildTimes } from './buildTimes.ts'
import { libraryTimes } from './libraryTimes.ts'
import { faceTimes, motionTimes, previewTimes } from './measureTimes.ts'
import { firstPlanTimes, pageTimes } from './pageTimes.ts'
import { planTimes } from './planTime.ts'
import { growthTimes, liveTimes, setTimes, togetherTimes } from './planningTimes.ts'
import { scaleTimes } from './scaleTimes.ts'
import { median, percentile } from './statistics.ts'

/** Measures what docs/measurements.md reports. Numbers only; nothing here passes or fails. */
const REPEATS = Number(process.env.REPEATS ?? 34)
const PORT = 4393

const openBrowser = () =>
  chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-background-networking'],
  })

async function startServer(data: string): Promise<{ ms: number; stop(): Promise<void> }> {
  const start = performance.now()
  const server = spawn(process.execPath, [
    'dist/server/main.js',
    '--demo',
    '--port',
    String(PORT),
    '--data',
    data,
    ...(existsSync('.cache/database.tgz') ? ['--image', '.cache/database.tgz'] : []),
  ])
  await new Promise<void>((ready, failed) => {
    server.stdout.on('data', (text: Buffer) => text.toString().includes('ready') && ready())
    server.once('exit', () => failed(new Error('the server did not start')))
  })
  const ms = performance.now() - start
  return {
    ms,
    stop: () =>
      new Promise((done) => {
        server.removeAllListeners('exit')
        server.once('exit', () => done())
        server.kill('SIGTERM')
      }),
  }
}

/** Time from the pointer event to the frame in which the numbers at the side have changed, for each move of a drag. */
async function dragTimes(page: Page): Promise<number[]> {
  await page.goto(`http://127.0.0.1:${PORT}/job/job-done/plan`)
  await page.locator('.cut .mass').first().waitFor()
  await page.waitForFunction(
    () => !document.querySelector('[data-testid="plan-state"]')?.textContent?.includes('working'),
    null,
    { timeout: 60000 },
  )
  const box = (await page.locator('.cut.free .mass').first().boundingBox())!
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(window, { kevroTimes: times })
    window.addEventListener('pointermove', () => {
      const start = performance.now()
      // The bench follows in this frame; the next one shows it.
      requestAnimationFrame(() => setTimeout(() => times.push(performance.now() - start)))
    })
  })
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  for (let i = 0; i < 240; i++)
    await page.mouse.move(box.x + box.width / 2 + 90 * Math.sin(i / 20), box.y + box.height / 2 + 6 * Math.sin(i / 7))
  await page.mouse.up()
  await page.keyboard.press('Control+z')
  return (await page.evaluate(() => (window as unknown as { kevroTimes: number[] }).kevroTimes)).slice(5)
}

/** Script time that one step of a drag costs, without the wait for the display. */
async function dragWork(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const cut = document.querySelector('.cut.free')!
    const box = cut.querySelector('.mass')!.getBoundingClientRect()
    const at = (dx: number) => ({
      clientX: box.x + box.width / 2 + dx,
      clientY: box.y + box.height / 2,
      bubbles: true,
      button: 0,
      pointerId: 1,
    })
    cut.dispatchEvent(new PointerEvent('pointerdown', at(0)))
    const times: number[] = []
    for (let i = 0; i < 200; i++) {
      window.dispatchEvent(new PointerEvent('pointermove', at(80 * Math.sin(i / 15))))
      await new Promise<void>((next) =>
        requestAnimationFrame(() => {
          const start = performance.now()
          // Vue's own update runs in a microtask after the bench has set the cuts in this same frame.
          queueMicrotask(() =>
            queueMicrotask(() => {
              void document.body.offsetHeight
              times.push(performance.now() - start)
              next()
            }),
          )
        }),
      )
    }
    window.dispatchEvent(new PointerEvent('pointerup', at(0)))
    return times
  })
}

const data = mkdtempSync(join(tmpdir(), 'kevro-bench-'))
console.log(`${cpus().length} × ${cpus()[0].model}, ${(totalmem() / 2 ** 30).toFixed(0)} GiB, Node ${process.version}`)
async function showGrowth(title: string, of: (repeats: number) => Promise<Record<string, number[]>>): Promise<void> {
  console.log(`\n${title}, over HTTP, ms`)
  console.table(
    Object.fromEntries(
      Object.entries(await of(Math.min(REPEATS, 20))).map(([name, v]) => [
        name,
        { median: Number(median(v).toFixed(1)), '95th': Number(percentile(v, 95).toFixed(1)), times: v.length },
      ]),
    ),
  )
}
const reported = (values: number[]) =>
  values.length === 0 ? '–' : `${median(values).toFixed(0)} (95th ${percentile(values, 95).toFixed(0)})`
const BOOK = 'A book as it grows to 20,000 players, 40,000 frames and 100,000 jobs'
if (process.env.ONLY === 'book') {
  await showGrowth(BOOK, bookTimes)
  process.exit(0)
}
if (process.env.ONLY === 'scale') {
  await showGrowth('A shop as it grows', scaleTimes)
  process.exit(0)
}
async function showPages(browser: Browser): Promise<void> {
  console.log('\nPages in a browser that has nothing of them yet, to their heading')
  for (const [path, v] of Object.entries(await pageTimes(browser, PORT, Math.min(REPEATS, 10))))
    console.log(`  ${path}: ${reported(v)} ms`)
  console.log('\nFrom the target to the first way to reach it')
  for (const [id, v] of Object.entries(await firstPlanTimes(browser, PORT, Math.min(REPEATS, 10))))
    console.log(`  ${id}: ${reported(v)} ms`)
}
if (process.env.ONLY === 'pages') {
  const server = await startServer(data)
  const browser = await openBrowser()
  await showPages(browser)
  await browser.close()
  await server.stop()
  process.exit(0)
}
console.log('\nPlans of the demo jobs, solver in Node')
console.table(
  planTimes(REPEATS).map((row) =>
    Object.fromEntries(Object.entries(row).map(([k, v]) => [k, typeof v === 'number' ? Number(v.toFixed(2)) : v])),
  ),
)
console.log('\nPlanning by two workers, with the chance of every plan over 10,000 draws, ms')
console.table(
  (await togetherTimes(Math.min(REPEATS, 12))).map((row) => ({
    job: row.name,
    offered: row.offered,
    'good plan': reported(row.quick),
    proven: reported(row.best),
    'five proven': reported(row.five),
    everything: reported(row.all),
  })),
)
console.log(`\nThe rest around a piece in worker: ${reported(liveTimes(40))} ms`)
console.log('\nAt the bench after a piece came out wrong, ms (aim: again 100, proven 1,500)')
console.table(
  buildTimes(Math.min(REPEATS, 10)).map((row) => ({
    job: row.name,
    'seen and ranked': reported(row.look),
    'planned again': reported(row.good),
    proof: reported(row.proven),
    proven: row.isProven,
  })),
)
console.log('\nFrom 5 to 30 places, five materials, one of each in turn, ms')
const growth = growthTimes(REPEATS)
console.table(
  growth.map((row) => ({
    places: row.zones,
    decisions: row.choices,
    'good plan': reported(row.quick),
    proof: reported(row.best),
    proven: `${row.proven} of ${row.quick.length}`,
  })),
)
const [least, most] = [growth[0], growth[growth.length - 1]]
const times = (of: 'quick' | 'best') => (median(most[of]) / median(least[of])).toFixed(1)
console.log(
  `  30 places take ${times('quick')} times as long as 5 for a good plan, ${times('best')} times for the proof`,
)
const sets = await setTimes(Math.min(REPEATS, 5))
console.log('\nFrames made alike, to the first good set and to the end of the search (aim 4 s)')
for (const { name, good, all, set } of sets.rows)
  console.log(
    `  ${name}: ${reported(good)} ms, ${reported(all)} ms; ${set.minutes} min and ${set.totalG.toFixed(1)} g in all, ${set.effort.toFixed(1)} where none asks less than ${set.leastEffort.toFixed(1)}, ${set.proven ? 'proven' : 'not proven'}`,
  )
console.log(`  the easiest pair of eight: ${reported(sets.pair)} ms`)
if (process.env.ONLY === 'plans') process.exit(0)

console.log('\nLibrary of 100,000 setups, from the request to the parsed answer, ms')
console.table(
  Object.fromEntries(
    Object.entries(await libraryTimes(100000, Math.min(REPEATS, 20))).map(([name, v]) => [
      name,
      { median: Number(median(v).toFixed(1)), '95th': Number(percentile(v, 95).toFixed(1)) },
    ]),
  ),
)

await showGrowth('A shop as it grows', scaleTimes)
await showGrowth(BOOK, bookTimes)

await (await startServer(data)).stop()
const warm = await startServer(data)
const browser = await openBrowser()
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const first: number[] = []
  let bytes = 0
  for (let i = 0; i < 10; i++) {
    const fresh = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await fresh.newPage()
    const session = await fresh.newCDPSession(page)
    await session.send('Network.enable')
    let received = 0
    session.on('Network.loadingFinished', ({ encodedDataLength }) => (received += encodedDataLength))
    const start = performance.now()
    await page.goto(`http://127.0.0.1:${PORT}/`)
    await page.locator('.ticket').first().waitFor()
    first.push(performance.now() - start)
    await page.waitForLoadState('networkidle')
    bytes = received
    await fresh.close()
  }
  await showPages(browser)
  const page = await context.newPage()
  // The source is compiled with names kept, which the page does not know.
  await page.addInitScript('globalThis.__name = (f) => f')
  const drag = await dragTimes(page)
  const work = await dragWork(page)
  const inBrowser: { quick: number; best: number; all: number }[] = []
  for (const job of ['job-returns', 'job-done']) {
    for (let i = 0; i < 5; i++) {
      await page.goto(`http://127.0.0.1:${PORT}/job/${job}/plan`)
      await page.locator('.strip button').first().waitFor()
      const quick = await page.evaluate(() => performance.now())
      await page.locator('.proof.yes').first().waitFor()
      const best = await page.evaluate(() => performance.now())
      await page.waitForFunction(
        () => !document.querySelector('[data-testid="plan-state"]')?.textContent?.includes('working'),
        null,
        { timeout: 60000 },
      )
      inBrowser.push({ quick, best, all: await page.evaluate(() => performance.now()) })
    }
  }
  const stops: number[] = []
  for (let i = 0; i < 5; i++) {
    await page.goto(`http://127.0.0.1:${PORT}/job/job-returns/plan`)
    await page.locator('.strip button').first().waitFor()
    await page.waitForTimeout(400)
    stops.push(
      await page.evaluate(async () => {
        const start = performance.now()
        document.querySelector<HTMLElement>('[data-testid="stop"]')!.click()
        while (!document.querySelector('[data-testid="plan-state"]')!.textContent!.includes('stopped'))
          await new Promise((later) => setTimeout(later, 0))
        return performance.now() - start
      }),
    )
  }
  const fits = await motionTimes(page, PORT)
  const previews = await previewTimes(page, PORT)
  const faces = await faceTimes(page, PORT)
  const show = (values: number[]) =>
    `median ${median(values).toFixed(1)} ms, 95th percentile ${percentile(values, 95).toFixed(1)} ms (${values.length})`
  console.log(`\nServer start, database warm: ${warm.ms.toFixed(0)} ms`)
  console.log(`First usable screen, fresh browser profile: ${show(first)}`)
  console.log(`First load: ${(bytes / 1000).toFixed(0)} kB as sent`)
  console.log(`Numbers follow the drag, to the frame shown: ${show(drag)}`)
  console.log(`Stop while four tight numbers are being proven, to the page saying so: ${show(stops)}`)
  console.log(`Motion recording, 60 s at 100 Hz, 7 columns: fitted in the worker ${show(fits)}`)
  console.log(`Table of 10,000 readings: from pasting to the preview shown ${show(previews)}`)
  console.log(`One map of the face at 2 mm, in the worker: ${show(faces)}`)
  console.log(`Work in one drag step: ${show(work)}`)
  console.log(
    `Plan page from a cold load: good plan ${show(inBrowser.map((r) => r.quick))}; proven ${show(inBrowser.map((r) => r.best))}; all ${show(inBrowser.map((r) => r.all))}`,
  )
} finally {
  await browser.close()
  await warm.stop()
  rmSync(data, { recursive: true, force: true })
}
