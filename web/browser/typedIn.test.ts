// @vitest-environment happy-dom
import { expect, it } from 'vitest'
import { chosenIn, typedIn } from './typedIn.ts'

/** An event as a field sends it. */
function sent(element: HTMLElement): Event {
  let heard: Event | null = null
  element.addEventListener('change', (event) => (heard = event))
  element.dispatchEvent(new Event('change'))
  return heard!
}

it('reads what stands in a field of one line or of several; nothing where it comes from elsewhere', () => {
  const line = document.createElement('input')
  line.value = '12,5'
  const lines = document.createElement('textarea')
  lines.value = 'one\ntwo'
  expect([line, lines, document.createElement('div')].map((e) => typedIn(sent(e)))).toEqual(['12,5', 'one\ntwo', ''])
})

it('reads the files that were chosen; none where nothing was, or where no files are chosen', () => {
  const field = document.createElement('input')
  field.type = 'file'
  expect(chosenIn(sent(field))).toEqual([])
  const file = new File(['a'], 'a.json')
  Object.defineProperty(field, 'files', { value: [file] })
  expect(chosenIn(sent(field))).toEqual([file])
  expect(chosenIn(sent(document.createElement('div')))).toEqual([])
})
