import { describe, expect, it } from 'vitest'
import { inDegrees, isTurning, likelyChannel, readRecording } from './recording.ts'

const rows = (line: (i: number) => string, n = 40) => Array.from({ length: n }, (_, i) => line(i)).join('\n')

describe('a motion sensor’s CSV', () => {
  it('seconds, by name or by their figures', () => {
    const s = readRecording(`time,gyro x (rad/s),acc y\n${rows((i) => `${i / 100},${Math.sin(i)},9.8`)}`)
    expect(s.timeS.at(-1)).toBeCloseTo(0.39, 9)
    expect(s.channels.map((c) => c.name)).toEqual(['gyro x (rad/s)', 'acc y'])
    const ms = readRecording(`Time (ms);gyro z\n${rows((i) => `${1000 + 10 * i};${i}`)}`)
    expect(ms.timeS.at(-1)).toBeCloseTo(0.39, 9)
    expect(readRecording(`t\ta\n${rows((i) => `${1e9 * i}\t${i}`)}`).timeS.at(-1)).toBeCloseTo(39, 9)
  })
  it('a decimal comma, a lead-in and a torn last line', () => {
    const r = readRecording(
      `Recorded by a phone\ntime;rate\n${rows((i) => `${(i / 50).toFixed(2).replace('.', ',')};0,5`)}\n0,8`,
    )
    expect(r.timeS).toHaveLength(40)
    expect(r.channels[0].values[0]).toBe(0.5)
  })
  it('refuses what is none, with the row', () => {
    expect(() => readRecording('a,b\n1,2')).toThrow('no column for time')
    expect(() => readRecording(`time,name\n${rows((i) => `${i},x`)}`)).toThrow('no column of figures')
    expect(() => readRecording(`time,a\n${rows((i) => (i === 7 ? 'x,1' : `${i / 100},1`))}`)).toThrow('Row 9')
    expect(() => readRecording(`time,a\n${rows((i) => `${i},1`, 8)}`)).toThrow('Only 8')
  })
  it('tries the liveliest gyroscope first', () => {
    const r = readRecording(`time,acc x,gyro x,gyro y\n${rows((i) => `${i / 100},${i},${0.1 * (i % 2)},${i % 3}`)}`)
    expect(r.channels[likelyChannel(r)].name).toBe('gyro y')
    expect(isTurning('Rotation rate (deg/s)')).toBe(true)
    expect(isTurning('acc x')).toBe(false)
    expect(inDegrees('gyro (°/s)')).toBe(true)
  })
})
