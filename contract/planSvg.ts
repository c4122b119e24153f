import { frameDrawing } from '#core/geometry/drawing.ts'
import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import { cutDrawing } from '#core/cuts/drawing.ts'
import type { Material } from '#core/cuts/material.ts'

/** The frame with its cuts in black and white, numbered as in the cut list, over a ruler in cm. */
export function benchSvg(
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  font = 'Sheet',
): string {
  const { geometry } = work
  const d = frameDrawing(geometry)
  const half = geometry.headWidthCm / 2
  // Clear of the numbers beside the widest of the head.
  const ruler = half + 3.6
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
    const material = materials.find((m) => m.id === cut.materialId)
    if (!material) return
    const { paths, widthCm, label, ways } = cutDrawing(cut, material, work)
    if (paths.length === 0 || cut.place === 'grip') return
    for (const path of ways) parts.push(`<path d="${path}" fill="none" stroke="#000" stroke-width="0.15"/>`)
    for (const path of paths) parts.push(`<path d="${path}" fill="none" stroke="#000" stroke-width="${widthCm}"/>`)
    const x = label.xCm.toFixed(2)
    // Numbers along the handle stand in two rows, so that neighbours do not meet.
    const y = label.yCm === -3.4 ? label.yCm - (i % 2) * 2.6 : label.yCm
    parts.push(
      `<circle cx="${x}" cy="${y.toFixed(2)}" r="1.15" fill="#fff" stroke="#000" stroke-width="0.15"/><text x="${x}" y="${(y + 0.52).toFixed(2)}" font-size="1.5" text-anchor="middle" font-family="${font}">${i + 1}</text>`,
    )
  })
  const ticks = Array.from({ length: Math.floor(geometry.lengthCm) + 1 }, (_, x) => {
    const long = x % 10 === 0
    return `<line x1="${x}" y1="${ruler}" x2="${x}" y2="${ruler + (long ? 1 : x % 5 === 0 ? 0.7 : 0.4)}" stroke="#000" stroke-width="0.08"/>${long ? `<text x="${x}" y="${ruler + 2.6}" font-size="1.5" text-anchor="middle" font-family="${font}">${x}</text>` : ''}`
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-2 ${-half - 4} ${geometry.lengthCm + 6} ${2 * half + 11}">${parts.join('')}<line x1="0" y1="${ruler}" x2="${geometry.lengthCm}" y2="${ruler}" stroke="#000" stroke-width="0.1"/>${ticks.join('')}</svg>`
}
