// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { moveFor, restMoveFor } from './stepKeys.ts'

function pressed(key: string, html = '<p></p>', more = {}) {
  document.body.innerHTML = html
  const plain = { key, repeat: false, ctrlKey: false, metaKey: false, altKey: false }
  return moveFor({ ...plain, target: document.body.firstElementChild, ...more })
}

describe('keys while a step fills the screen', () => {
  it('space and Enter tick it, arrows look at others, Escape goes back to the list', () => {
    expect([' ', 'Enter', 'ArrowLeft', 'ArrowRight', 'Escape', 'x'].map((key) => pressed(key))).toEqual([
      'done',
      'done',
      'back',
      'on',
      'leave',
      null,
    ])
  })
  it('a figure being typed keeps its keys, and a button its own', () => {
    for (const key of [' ', 'Enter', 'ArrowLeft']) expect(pressed(key, '<input>')).toBeNull()
    expect(pressed('Enter', '<button>Back</button>')).toBeNull()
    expect(pressed('ArrowRight', '<button>Back</button>')).toBe('on')
  })
  it('L leaves a step out; G goes on with a better plan of the rest, K keeps it as it is; none of them while something is typed', () => {
    expect([pressed('l'), pressed('L'), pressed('l', '<input>')]).toEqual(['leaveOut', 'leaveOut', null])
    const rest = (key: string, html = '<p></p>', more = {}) => {
      document.body.innerHTML = html
      return restMoveFor({ key, repeat: false, ctrlKey: false, metaKey: false, altKey: false, target: document.body.firstElementChild, ...more }) // prettier-ignore
    }
    expect(['g', 'G', 'k', 'x'].map((key) => rest(key))).toEqual(['take', 'take', 'keep', null])
    expect([rest('k', '<textarea></textarea>'), rest('g', '<p></p>', { ctrlKey: true })]).toEqual([null, null])
  })
  it('a key that is held down ticks one step, not all of them; shortcuts of the browser are left alone', () => {
    expect(pressed(' ', '<p></p>', { repeat: true })).toBeNull()
    expect(pressed('ArrowLeft', '<p></p>', { altKey: true })).toBeNull()
  })
})
