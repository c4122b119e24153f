// @vitest-environment happy-dom
import { expect, it } from 'vitest'
import { leaveField } from './leaveField.ts'

it('leaves a field that is typed in, and nothing else', () => {
  const left: string[] = []
  for (const name of ['input', 'textarea', 'button'] as const) {
    const element = document.createElement(name)
    element.addEventListener('blur', () => left.push(name))
    document.body.append(element)
    element.focus()
    expect(document.activeElement).toBe(element)
    leaveField()
  }
  expect(left).toEqual(['input', 'textarea'])
})
