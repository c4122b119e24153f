import { expect, test } from 'vitest'
import { pressWatch } from './afterPress.ts'

function bench() {
  const target = new EventTarget()
  const done: string[] = []
  const after = pressWatch(target)
  return {
    done,
    on: (...names: string[]) => names.forEach((name) => target.dispatchEvent(new Event(name))),
    after: (word: string) => after(() => done.push(word)),
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
  for (const end of ['pointercancel', 'dragend', 'pagehide']) {
    const { done, on, after } = bench()
    on('pointerdown', 'mousedown')
    after('left')
    on(end)
    expect(done, end).toEqual(['left'])
  }
})
