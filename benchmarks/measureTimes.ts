import type { Page } from '@playwright/test'

/** Times of the fit alone, ms, as the worker says them, for a recording of 60 s at 100 Hz with six channels. */
export async function motionTimes(page: Page, port: number): Promise<number[]> {
  const lines = ['time (s),gyro x (rad/s),gyro y (rad/s),gyro z (rad/s),acc x,acc y,acc z']
  for (let i = 0; i < 6000; i++) {
    const t = i / 100
    const rate = 0.4 * Math.exp(-0.004 * t) * Math.sin(4.58 * t)
    const noise = (k: number) => 0.01 * Math.sin(57.3 * i * k + k)
    lines.push(
      [t, rate + noise(1), noise(2), noise(3), 0.3 * rate + noise(4), 9.8 + rate * rate + noise(5), noise(6)].join(','),
    )
  }
  const file = { name: 'swing.csv', mimeType: 'text/csv', buffer: Buffer.from(lines.join('\n')) }
  const times: number[] = []
  for (let i = 0; i < 8; i++) {
    await page.goto(`http://127.0.0.1:${port}/job/job-returns/measure/by-hand/pendulum`)
    await page.getByRole('button', { name: 'Recording' }).click()
    await page.locator('.drop input').setInputFiles(file)
    const fit = page.getByTestId('fit')
    await fit.waitFor()
    times.push(Number(await fit.getAttribute('data-ms')))
  }
  return times
}

/** From the paste to the preview shown, ms: 2,500 rows of four quantities. */
export async function previewTimes(page: Page, port: number): Promise<number[]> {
  const rows = Array.from(
    { length: 2500 },
    (_, i) =>
      `${(320 + (i % 70) / 10).toFixed(1)}\t${319 + (i % 9)}\t${318 + (i % 11)}\t${i % 50 === 0 ? 'x' : '13.9'}`,
  )
  const text = ['weight (g)\tbalance (mm)\tswing weight\ttwist weight', ...rows].join('\n')
  const times: number[] = []
  for (let i = 0; i < 8; i++) {
    await page.goto(`http://127.0.0.1:${port}/job/job-returns/measure/table`)
    await page.getByLabel('Table').waitFor()
    times.push(
      await page.evaluate(async (pasted) => {
        const field = document.querySelector('textarea')!
        const start = performance.now()
        field.value = pasted
        field.dispatchEvent(new Event('input', { bubbles: true }))
        while (!document.querySelector('[data-testid="preview-count"]')?.textContent?.startsWith('9'))
          await new Promise(requestAnimationFrame)
        void document.body.offsetHeight
        return performance.now() - start
      }, text),
    )
    await page.getByRole('button', { name: 'Clear' }).click()
  }
  return times
}

/** Time of one map of the face at 2 mm, ms, as the worker says it: the median of the maps of one page, page by page. */
export async function faceTimes(page: Page, port: number): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < 10; i++) {
    await page.goto(`http://127.0.0.1:${port}/job/job-returns/target/face`)
    await page.locator('[data-testid="maps"][data-ms]').waitFor()
    times.push(Number(await page.getByTestId('maps').getAttribute('data-ms')))
  }
  return times
}
