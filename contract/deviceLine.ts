import crc from 'crc-32'

/**
 * The line protocol of the bench's instruments: one message a line, `VERB key=value key=value*CRC`, with the CRC-32 of all before
 * the star in eight hexadecimal digits. Values carry no blanks; `%20` stands for one. See docs/device-protocol.md.
 */
export interface DeviceLine {
  verb: string
  fields: Record<string, string>
}

const checksum = (text: string) => (crc.str(text) >>> 0).toString(16).padStart(8, '0')

/** A message as a line without its end. @example encodeLine('ACK', { seq: 3 }) // 'ACK seq=3*…' */
export function encodeLine(verb: string, fields: Record<string, string | number> = {}): string {
  const body = [verb, ...Object.entries(fields).map(([k, v]) => `${k}=${encodeURIComponent(String(v))}`)].join(' ')
  return `${body}*${checksum(body)}`
}

/** What is longer is no line of an instrument; the bench's list of what can lie on it is the longest. */
const LONGEST_LINE = 4096

/** The message of a line, or null when it was garbled on the way. */
export function decodeLine(line: string): DeviceLine | null {
  const star = line.lastIndexOf('*')
  if (star < 1 || line.length > LONGEST_LINE) return null
  const body = line.slice(0, star)
  if (checksum(body) !== line.slice(star + 1).trim()) return null
  const [verb = '', ...rest] = body.split(' ')
  // Nothing is inherited: whatever a line calls its fields, they are its own.
  const fields = Object.create(null) as Record<string, string>
  for (const part of rest) {
    const at = part.indexOf('=')
    if (at < 1) return null
    try {
      fields[part.slice(0, at)] = decodeURIComponent(part.slice(at + 1))
    } catch {
      return null
    }
  }
  return { verb, fields }
}

/** Cuts a stream of text into whole lines; keeps the unfinished rest. A line that never ends is dropped at 4 kB. */
export class LineCutter {
  private rest = ''

  push(text: string): string[] {
    const lines = (this.rest + text).split('\n')
    this.rest = lines.pop()!
    if (this.rest.length > LONGEST_LINE) this.rest = ''
    return lines.map((line) => line.replace(/\r$/, '')).filter((line) => line !== '')
  }
}
