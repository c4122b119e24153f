// @vitest-environment happy-dom
import { afterEach, describe, expect, it } from 'vitest'
import { svgOf } from './pictureOf.ts'

afterEach(() => {
  document.body.innerHTML = ''
  document.head.innerHTML = ''
})

describe('a drawing as a file', () => {
  it('says by itself what the page’s style sheets say of it, on the colour that it stands on', () => {
    document.head.innerHTML = '<style>.line { fill: none; stroke: rgb(200, 50, 0) } .panel { background: rgb(250, 249, 0) }</style>' // prettier-ignore
    document.body.innerHTML = `<section class="panel"><svg viewBox="-2 0 300 150"><path class="line" d="M0 0L9 9"/><g role="button" tabindex="0"><text style="font-size: 12px">grams &amp; more</text></g></svg></section>`
    const text = svgOf(document.querySelector('svg')!)
    const file = new DOMParser().parseFromString(text, 'image/svg+xml').documentElement
    expect(file.namespaceURI).toBe('http://www.w3.org/2000/svg')
    expect(file.getAttribute('viewBox')).toBe('-2 0 300 150')
    const [behind] = file.children
    expect(behind!.tagName).toBe('rect')
    expect(['x', 'width', 'height', 'fill'].map((name) => behind!.getAttribute(name))).toEqual([
      '-2',
      '300',
      '150',
      'rgb(250, 249, 0)',
    ])
    const path = file.querySelector('path')!
    expect(path.getAttribute('stroke')).toBe('rgb(200, 50, 0)')
    expect(path.getAttribute('fill')).toBe('none')
    expect(file.querySelector('text')!.getAttribute('font-size')).toBe('12px')
    expect(file.textContent).toContain('grams & more')
    expect(text).not.toMatch(/class=|tabindex|role=/)
    // The page is as it was.
    expect(document.querySelector('path')!.getAttribute('class')).toBe('line')
    expect(document.querySelectorAll('rect')).toHaveLength(0)
  })
})
