import Papa from 'papaparse'
import type { MotionRecording } from '#core/measure/motion.ts'
import { delimiterOf } from '../browser/delimiter.ts'

/** What is wrong with a file of a motion sensor, in words. */
export class RecordingProblem extends Error {}

const TIME = /^\s*(t|time|timestamp|seconds?_?elapsed|elapsed)\b/i

/**
 * A recording from a motion sensor's CSV: a header with one column for time (in s, or ms where the header or the figures say so) and any
 * number of channels. Rows that are not numbers at the end are cut off; one in the middle is refused with its number.
 */
export function readRecording(text: string): MotionRecording {
  const header = text.split('\n', 40).find((line) => line.split(/[\t;,|]/).some((cell) => TIME.test(cell))) ?? ''
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true, delimiter: delimiterOf(header) })
  const head = data.findIndex((row) => row.some((cell) => TIME.test(cell)))
  if (head < 0)
    throw new RecordingProblem('There is no column for time. The first line must name the columns, one of them “time”.')
  const names = (data[head] ?? []).map((name) => name.trim())
  const timeAt = names.findIndex((name) => TIME.test(name))
  const rows = data.slice(head + 1)
  const decimalComma = !!rows[0]?.some((cell) => /^-?\d+,\d+$/.test(cell.trim()))
  const number = (cell: string | undefined) => {
    const plain = (cell ?? '').trim()
    return plain === '' ? NaN : Number(decimalComma ? plain.replace(',', '.') : plain)
  }
  const channels = names.flatMap((name, i) =>
    i !== timeAt && Number.isFinite(number(rows[0]?.[i]))
      ? [{ name: name || `column ${i + 1}`, at: i, values: new Array<number>() }]
      : [],
  )
  if (channels.length === 0) throw new RecordingProblem('There is no column of figures beside time.')
  const times: number[] = []
  for (const [i, row] of rows.entries()) {
    const t = number(row[timeAt])
    const values = channels.map((c) => number(row[c.at]))
    if (!Number.isFinite(t) || values.some((v) => !Number.isFinite(v))) {
      if (i === rows.length - 1) break
      throw new RecordingProblem(`Row ${head + 2 + i} is not all figures.`)
    }
    times.push(t)
    values.forEach((v, k) => channels[k]?.values.push(v))
  }
  if (times.length < 20) throw new RecordingProblem(`Only ${times.length} rows: too few to find a swing in.`)
  const [begin = 0, end = 0] = [times[0], times.at(-1)]
  const usual = (end - begin) / (times.length - 1)
  const timeName = (names[timeAt] ?? '').toLowerCase()
  const perSecond =
    /\bns\b|nano/.test(timeName) || usual > 1e5
      ? 1e9
      : /\b(us|µs)\b|micro/.test(timeName) || usual > 900
        ? 1e6
        : /\bms\b|milli/.test(timeName) || usual > 0.9
          ? 1000
          : 1
  return {
    timeS: times.map((t) => (t - begin) / perSecond),
    channels: channels.map(({ name, values }) => ({ name, values })),
  }
}

/** The channel to try first: a gyroscope with the most going on, else whatever moves most for its noise. */
export function likelyChannel(recording: MotionRecording): number {
  const energy = (values: number[]) => {
    const mean = values.reduce((a, b) => a + b, 0) / values.length
    return values.reduce((sum, v) => sum + (v - mean) ** 2, 0)
  }
  const turning = recording.channels.map((c, i) => ({ i, gyro: isTurning(c.name), e: energy(c.values) }))
  const pool = turning.some((c) => c.gyro) ? turning.filter((c) => c.gyro) : turning
  return pool.reduce((a, b) => (b.e > a.e ? b : a)).i
}

/** The channel's name says that it is a rate of turn. */
export const isTurning = (name: string) => /gyr|rot|omega|rate|rad\/s|deg\/s|°\/s/i.test(name)
/** A rate in degrees a second. */
export const inDegrees = (name: string) => /deg|°/i.test(name)
