import { arcPath, frameDrawing } from '#core/frame/drawing.ts'
import { headOutline } from '#core/frame/outline.ts'
import { hoopSpan, layersOf, type Cut, type Workpiece } from '#core/plan/cut.ts'
import type { Material } from '#core/plan/material.ts'

/** The frame with its cuts in black and white, numbered as in the cut list, over a ruler in cm. */
export function benchSvg(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): string {
  const { geometry } = work
  const d = frameDrawing(geometry)
  const half = geometry.headWidthCm / 2
  const ruler = half + 2.6
  const parts: string[] = [
    `<path d="${d.hoop}" fill="#dddddd" stroke="#000" stroke-width="0.12" fill-rule="evenodd"/>`,
    ...[...d.arms, d.shaft, d.handle, d.cap].map(
      (path) => `<path d="${path}" fill="#eeeeee" stroke="#000" stroke-width="0.12"/>`,
    ),
    ...d.strings.map(
      ([x1, y1, x2, y2]) =>
        `<line x1="${x1.toFixed(2)}" y1="${y1.toFixed(2)}" x2="${x2.toFixed(2)}" y2="${y2.toFixed(2)}" stroke="#aaaaaa" stroke-width="0.05"/>`,
    ),
  ]
  cuts.forEach((cut, i) => {
    const kind = materials.find((m) => m.id === cut.materialId)?.kind
    const label = (x: number, y: number) =>
      `<circle cx="${x.toFixed(2)}" cy="${y.toFixed(2)}" r="1.15" fill="#fff" stroke="#000" stroke-width="0.15"/><text x="${x.toFixed(2)}" y="${(y + 0.52).toFixed(2)}" font-size="1.5" text-anchor="middle" font-family="Sheet">${i + 1}</text>`
    if (cut.place === 'hoop') {
      const outline = headOutline(geometry)
      const [from, to] = hoopSpan(cut.atCm, layersOf(cut)[0] ?? 0.5, outline.halfLengthCm)
      for (const side of [1, -1] as const)
        parts.push(`<path d="${arcPath(geometry, from, to, side)}" fill="none" stroke="#000" stroke-width="0.8"/>`)
      const p = headOutline(geometry, -1.9).pointAt(
        Math.min(cut.atCm, headOutline(geometry, -1.9).halfLengthCm) *
          (headOutline(geometry, -1.9).halfLengthCm / outline.halfLengthCm),
      )
      parts.push(label(p.xCm, p.yCm))
    } else if (cut.place !== 'grip') {
      const length = kind === 'fill' ? cut.amount / work.profile.handleFillGPerCm : (layersOf(cut)[0] ?? 0.5)
      const y = cut.place === 'handle' ? 0 : 0.9
      for (const side of cut.place === 'handle' ? [0] : [1, -1])
        parts.push(
          `<line x1="${cut.atCm}" y1="${y * side}" x2="${cut.atCm + length}" y2="${y * side}" stroke="#000" stroke-width="${cut.place === 'handle' ? 1.2 : 0.5}"/>`,
        )
      parts.push(label(cut.atCm + length / 2, -3.4 - (i % 2) * 2.6))
    }
  })
  const ticks = Array.from({ length: Math.floor(geometry.lengthCm) + 1 }, (_, x) => {
    const long = x % 10 === 0
    return `<line x1="${x}" y1="${ruler}" x2="${x}" y2="${ruler + (long ? 1 : x % 5 === 0 ? 0.7 : 0.4)}" stroke="#000" stroke-width="0.08"/>${long ? `<text x="${x}" y="${ruler + 2.6}" font-size="1.5" text-anchor="middle" font-family="Sheet">${x}</text>` : ''}`
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-2 ${-half - 4} ${geometry.lengthCm + 6} ${2 * half + 10}">${parts.join('')}<line x1="0" y1="${ruler}" x2="${geometry.lengthCm}" y2="${ruler}" stroke="#000" stroke-width="0.1"/>${ticks.join('')}</svg>`
}
