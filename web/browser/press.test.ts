import { afterEach, expect, test, vi } from 'vitest'
import { pressWatch } from './press.ts'

afterEach(() => vi.useRealTimers())

function bench() {
  const target = new EventTarget()
  const done: string[] = []
  const { afterPress, afterClick } = pressWatch(target)
  return {
    done,
    on: (...names: string[]) => names.forEach((name) => target.dispatchEvent(new Event(name))),
    after: (word: string) => afterPress(() => done.push(word)),
    behind: (word: string) => afterClick(() => done.push(word)),
  }
}

test('with nothing pressed it is done at once', () => {
  const { done, after } = bench()
  after('left by the Tab key')
  expect(done).toEqual(['left by the Tab key'])
})

test('while a button is down it waits; at the release it is done once, in order, before the click', () => {
  const { done, on, after } = bench()
  on('pointerdown', 'mousedown')
  after('first')
  after('second')
  expect(done).toEqual([])
  on('pointerup')
  expect(done).toEqual(['first', 'second'])
  on('mouseup', 'click')
  expect(done).toEqual(['first', 'second'])
})

test('a finger: the field is left in the mouse events that follow the touch', () => {
  const { done, on, after } = bench()
  on('pointerdown', 'pointerup', 'mousedown')
  after('left')
  expect(done).toEqual([])
  on('mouseup')
  expect(done).toEqual(['left'])
})

test('a press that is dragged away or taken by the system still ends', () => {
  for (const end of ['pointercancel', 'contextmenu', 'dragend', 'pagehide']) {
    const { done, on, after } = bench()
    on('pointerdown', 'mousedown')
    after('left')
    on(end)
    expect(done, end).toEqual(['left'])
  }
})

test('what only moves things on the page waits for the click as well, and for a second press that comes before it is dealt with', () => {
  vi.useFakeTimers()
  const { done, on, after, behind } = bench()
  behind('nothing is pressed')
  on('pointerdown', 'mousedown')
  behind('moves a card')
  after('left')
  on('pointerup', 'mouseup')
  behind('moves another')
  expect(done).toEqual(['nothing is pressed', 'left'])
  vi.advanceTimersByTime(30)
  on('pointerdown', 'mousedown')
  vi.advanceTimersByTime(5000)
  expect(done).toHaveLength(2)
  on('pointerup', 'mouseup')
  vi.advanceTimersByTime(1000)
  expect(done).toEqual(['nothing is pressed', 'left', 'moves a card', 'moves another'])
  behind('nothing is pressed again')
  expect(done).toHaveLength(5)
})
