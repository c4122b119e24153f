import { describe, expect, it } from 'vitest'
import { stoppable } from './planner.ts'

describe('work that can be stopped', () => {
  const worker = { terminate: () => undefined } as Worker
  it('settles when it is stopped, though its hands never answer, and tells nothing more', async () => {
    const heard: number[] = []
    let say: (news: number) => void = () => undefined
    const going = stoppable<number, string>(
      [{ worker }],
      (news) => heard.push(news),
      (tell) => {
        say = tell
        return new Promise(() => undefined)
      },
    )
    say(1)
    going.stop()
    going.stop()
    say(2)
    expect(await going.finished).toBeNull()
    expect(heard).toEqual([1])
  })
  it('gives its answer, or its error, when it is not', async () => {
    const done = stoppable<never, string>(
      [{ worker }],
      () => undefined,
      () => Promise.resolve('found'),
    )
    expect(await done.finished).toBe('found')
    const failed = stoppable<never, string>(
      [{ worker }],
      () => undefined,
      () => Promise.reject(new Error('no')),
    )
    await expect(failed.finished).rejects.toThrow('no')
  })
})
