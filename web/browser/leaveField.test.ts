// @vitest-environment happy-dom
import { afterEach, describe, expect, it } from 'vitest'
import { leaveField, takeWords } from './leaveField.ts'

function focused(name: 'input' | 'textarea' | 'button', attributes: Record<string, string> = {}) {
  const element = document.createElement(name)
  const left: string[] = []
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value)
  element.addEventListener('blur', () => left.push(name))
  document.body.append(element)
  element.focus()
  expect(document.activeElement).toBe(element)
  return { element, left }
}
afterEach(() => document.body.replaceChildren())

it('leaves a field that is typed in, and nothing else', () => {
  for (const [name, times] of [
    ['input', 1],
    ['textarea', 1],
    ['button', 0],
  ] as const) {
    const { left } = focused(name)
    leaveField()
    expect(left).toHaveLength(times)
  }
})

describe('the words of a field in hand', () => {
  it.each(['input', 'textarea'] as const)(
    'are taken from an %s that stays in hand, where the next letter was',
    (name) => {
      const { element, left } = focused(name)
      const field = element as HTMLInputElement
      field.value = 'Half a sentence'
      field.setSelectionRange(4, 6)
      takeWords()
      expect(left).toEqual([name])
      expect(document.activeElement).toBe(field)
      expect([field.selectionStart, field.selectionEnd]).toEqual([4, 6])
    },
  )
  it('are not half a number', () => {
    const { left } = focused('input', { inputmode: 'decimal' })
    takeWords()
    expect(left).toEqual([])
  })
  it('are nothing where no field is in hand', () => {
    const { left } = focused('button')
    takeWords()
    expect(left).toEqual([])
  })
})
