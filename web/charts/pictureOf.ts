import { pngOf } from '../browser/pngOf.ts'

export type PictureFormat = 'png' | 'svg'

/** What a page's style sheets say of a drawing, and a file cannot know. */
const STYLED = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'opacity',
  'paint-order',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
] as const
/** Of a picture that is kept, px. */
const WIDE = 1200

/** A drawing as it is on the page, as a file by itself: every element says its own style. */
export function svgOf(drawing: SVGSVGElement): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement
  const [seen, kept] = [drawing, copy].map((root) => [root, ...root.querySelectorAll('*')])
  kept!.forEach((element, i) => {
    const style = getComputedStyle(seen![i]!)
    for (const name of STYLED) {
      const value = style.getPropertyValue(name)
      if (value) element.setAttribute(name, value)
    }
    for (const name of ['class', 'style', 'tabindex', 'role']) element.removeAttribute(name)
  })
  const [x = '0', y = '0', width = '0', height = '0'] = (drawing.getAttribute('viewBox') ?? '').split(' ')
  const behind = document.createElementNS('http://www.w3.org/2000/svg', 'rect')
  for (const [name, value] of Object.entries({ x, y, width, height, fill: surfaceBehind(drawing) }))
    behind.setAttribute(name, value)
  copy.prepend(behind)
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  return new XMLSerializer().serializeToString(copy)
}

/** The colour that a drawing stands on. */
function surfaceBehind(drawing: Element): string {
  for (let at: Element | null = drawing; at; at = at.parentElement) {
    const color = getComputedStyle(at).backgroundColor
    if (color && !/^(transparent|rgba\(.*, 0\))$/.test(color)) return color
  }
  return '#ffffff'
}

/** The same as a file of one kind or the other. */
export async function pictureOf(drawing: SVGSVGElement, format: PictureFormat): Promise<Blob> {
  const svg = svgOf(drawing)
  return format === 'svg' ? new Blob([svg], { type: 'image/svg+xml' }) : pngOf(svg, WIDE)
}
