import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import QRCode from 'qrcode'
import { codedText } from '#contract/messages/frameCode.ts'
import { expect, test } from './test.ts'

/** What the camera of this file's browser sees: a film of one picture, looked at when the camera is turned on. */
const FILM = join(tmpdir(), `kevro-camera-${process.env.TEST_PARALLEL_INDEX ?? 0}.y4m`)
test.use({
  launchOptions: {
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${FILM}`,
    ],
  },
})

/** A grey bench with a label on it, as an uncompressed film. */
function film(text: string): Buffer {
  const [wide, high, px] = [640, 480, 7]
  const luma = Buffer.alloc(wide * high, 150)
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
  const side = (modules.size + 8) * px
  const [left, top] = [Math.round((wide - side) / 2), Math.round((high - side) / 2)]
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [column, row] = [Math.floor(x / px) - 4, Math.floor(y / px) - 4]
      const inside = column >= 0 && row >= 0 && column < modules.size && row < modules.size
      luma[(top + y) * wide + left + x] = inside && modules.get(row, column) ? 30 : 235
    }
  const chroma = Buffer.alloc((wide * high) / 2, 128)
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, chroma])
  const head = Buffer.from(`YUV4MPEG2 W${wide} H${high} F10:1 Ip A1:1 C420jpeg\n`)
  return Buffer.concat([head, ...Array.from({ length: 10 }, () => frame)])
}

test('a frame is found by the code on its label, through the camera; a code of another book is said to be none', async ({
  page,
  request,
}) => {
  const { frame } = (await (await request.get('/api/book/frames/frame-5')).json()) as { frame: { code: string } }
  writeFileSync(FILM, film(codedText('WXYW')))
  await page.goto('/')
  await page.locator('h1').waitFor()
  await page.keyboard.press('/')
  await page.getByRole('button', { name: 'Scan a frame’s code' }).click()
  await expect(page.getByText('The code WXYW is not of a frame in this book.')).toBeVisible()
  writeFileSync(FILM, film(codedText(frame.code)))
  // The camera may still show the picture of before for a moment: whoever holds the label scans again.
  await expect(async () => {
    if (!(await page.getByTestId('scanner').isVisible()))
      await page.getByRole('button', { name: 'Scan a frame’s code' }).click({ timeout: 5000 })
    await expect(page).toHaveURL(/\/frames\/frame-5$/, { timeout: 10000 })
  }).toPass()
  // The same code stands on its page, to be printed.
  await expect(page.getByTestId('frame-code')).toContainText(frame.code)
  const label = await request.get('/api/frames/frame-5/label.pdf')
  expect((await label.body()).subarray(0, 5).toString()).toBe('%PDF-')
})
