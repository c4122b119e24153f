import { createCanvas } from '@napi-rs/canvas'
import { getDocument, OPS, type PDFDocumentProxy } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** For tests: a PDF read by another program than the one that wrote it. */

export async function openPdf(pdf: Buffer): Promise<PDFDocumentProxy> {
  return getDocument({ data: new Uint8Array(pdf), useSystemFonts: false, verbosity: 0 }).promise
}

/** All words of a page, in the order in which they were written. */
export async function textOf(doc: PDFDocumentProxy, page: number): Promise<string> {
  const { items } = await (await doc.getPage(page)).getTextContent()
  return items
    .map((item) => ('str' in item ? item.str : ''))
    .join(' ')
    .replace(/\s+/g, ' ')
}

/** Widths and heights of every rectangle that is stroked on a page, mm. */
export async function rectanglesOn(doc: PDFDocumentProxy, page: number): Promise<[number, number][]> {
  const { fnArray, argsArray } = await (await doc.getPage(page)).getOperatorList()
  const found: [number, number][] = []
  let scale: [number, number] = [1, 1]
  const stack: [number, number][] = []
  fnArray.forEach((fn, i) => {
    const args = argsArray[i] as unknown[]
    if (fn === OPS.save) stack.push(scale)
    else if (fn === OPS.restore) scale = stack.pop() ?? [1, 1]
    else if (fn === OPS.transform) {
      const [a, , , d] = args as [number, number, number, number]
      scale = [scale[0] * a, scale[1] * d]
    } else if (fn === OPS.constructPath) {
      const [ops, numbers] = args as [number[], [number, number, number, number]]
      if (ops.length === 1 && ops[0] === OPS.rectangle) {
        const [, , w, h] = numbers
        found.push([Math.abs(w * scale[0] * 25.4) / 72, Math.abs(h * scale[1] * 25.4) / 72])
      }
    }
  })
  return found
}

/** A page as pixels. */
export async function pixelsOf(doc: PDFDocumentProxy, page: number, zoom: number): Promise<ImageData> {
  const sheet = await doc.getPage(page)
  const viewport = sheet.getViewport({ scale: zoom })
  const canvas = createCanvas(viewport.width, viewport.height)
  const context = canvas.getContext('2d')
  await sheet.render({ canvasContext: context as unknown as CanvasRenderingContext2D, viewport }).promise
  return context.getImageData(0, 0, canvas.width, canvas.height) as unknown as ImageData
}
