import { connect } from 'node:net'
import { LineCutter } from '#contract/deviceLine.ts'
import type { OpenChannel } from './instrument.ts'

/** A line to an instrument over TCP on this machine. */
export function tcpChannel(port: number): OpenChannel {
  return (events) => {
    const socket = connect({ host: '127.0.0.1', port })
    const cutter = new LineCutter()
    socket.setNoDelay(true)
    socket.setEncoding('utf8')
    socket.on('connect', () => events.opened())
    socket.on('data', (text: string) => {
      for (const line of cutter.push(text)) events.line(line)
    })
    // An error is always followed by close, which says the same.
    socket.on('error', () => undefined)
    socket.on('close', () => events.closed())
    return {
      send: (line) => {
        if (socket.writable) socket.write(`${line}\n`)
      },
      pause: () => socket.pause(),
      resume: () => socket.resume(),
      close: () => socket.destroy(),
    }
  }
}
