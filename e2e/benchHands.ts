import { connect } from 'node:net'
import { decodeLine, encodeLine } from '#contract/deviceLine.ts'
import { expect, stand, type Page } from './test.ts'

/** One word with the simulated bench itself, over its own TCP port. */
export function tell(verb: string, fields: Record<string, string | number>): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect(stand().bench, '127.0.0.1', () => socket.write(`${encodeLine(verb, fields)}\n`))
    socket.once('error', reject)
    socket.once('data', (data) => {
      socket.destroy()
      resolve(decodeLine(String(data).trim())?.verb ?? '')
    })
  })
}
/** An instrument stands still and can be read. */
export const ready = (page: Page, device: string) =>
  expect(page.locator(`[data-state="${device}"]`)).toHaveText('ready')
