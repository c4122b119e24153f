import { decodeLine, encodeLine, type DeviceLine } from '#contract/deviceLine.ts'
import { tcpChannel } from './tcpChannel.ts'

const PATIENCE_MS = 2000

/** One question to the simulated bench itself on a line of its own; null when it does not answer. */
export function askBench(
  port: number,
  verb: string,
  fields: Record<string, string | number> = {},
): Promise<DeviceLine | null> {
  return new Promise((resolve) => {
    const done = (answer: DeviceLine | null) => {
      clearTimeout(timer)
      channel.close()
      resolve(answer)
    }
    const channel = tcpChannel(port)({
      opened: () => channel.send(encodeLine(verb, fields)),
      line: (text) => {
        const answer = decodeLine(text)
        if (answer) done(answer)
      },
      closed: () => done(null),
    })
    const timer = setTimeout(() => done(null), PATIENCE_MS)
  })
}
