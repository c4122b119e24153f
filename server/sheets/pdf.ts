import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.d.ts'
import { PHOTOS_IN_ROW, type Sheet, type SheetBlock, type TrueStrip } from './sheet.ts'

const require = createRequire(import.meta.url)
const FONTS = join(dirname(require.resolve('@fontsource/atkinson-hyperlegible-next/package.json')), 'files')
const face = (weight: number) => join(FONTS, `atkinson-hyperlegible-next-latin-${weight}-normal.woff`)

interface PdfMake {
  setFonts(fonts: Record<string, Record<string, string>>): void
  setUrlAccessPolicy(allow: () => boolean): void
  setLocalAccessPolicy(allow: (path: string) => boolean): void
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Buffer> }
}
let engine: PdfMake | null = null

function pdfmake(): PdfMake {
  if (!engine) {
    engine = require('pdfmake') as PdfMake
    engine.setFonts({ Sheet: { normal: face(400), bold: face(700), italics: face(400), bolditalics: face(700) } })
    engine.setUrlAccessPolicy(() => false)
    engine.setLocalAccessPolicy((path) => path.startsWith(FONTS))
  }
  return engine
}

/** Photographs in a row of a page, in points. */
const PHOTO = { most: PHOTOS_IN_ROW, height: 76, gap: 8 }

/** Does paper take this picture? One that is damaged, or of another kind, it does not. */
export async function isPrintable(image: string): Promise<boolean> {
  const bare: TDocumentDefinitions = { defaultStyle: { font: 'Sheet' }, content: [{ image, fit: [10, 10] }] }
  return pdfmake()
    .createPdf(bare)
    .getBuffer()
    .then(
      () => true,
      () => false,
    )
}

/** Points in a millimetre. */
const MM = 72 / 25.4
/** A label of a 62 mm roll. */
const LABEL = { width: 62 * MM, height: 40 * MM }

export type Paper = 'A4' | 'LETTER'
/** Page width in points less the margins. */
const WIDTH: Record<Paper, number> = { A4: 595.28 - 80, LETTER: 612 - 80 }
const INK = '#000000'
const GREY = '#555555'

/** A sheet as a PDF in black and white. */
export async function renderPdf(sheet: Sheet, paper: Paper): Promise<Buffer> {
  if (sheet.size === 'label') return renderLabel(sheet)
  const width = sheet.size === 'card' ? 360 : WIDTH[paper]
  const body: Content[] = [
    {
      columns: [
        { text: sheet.title, width: '*', fontSize: sheet.size === 'card' ? 15 : 19, bold: true },
        { text: 'Kevro', width: 'auto', alignment: 'right', bold: true, fontSize: 12, margin: [0, 5, 0, 0] },
      ],
    },
    { text: sheet.heading, color: GREY, fontSize: 9, margin: [0, 1, 0, 6] },
    ...sheet.blocks.map((block) => blockOf(block, width)),
  ]
  const content: Content[] =
    sheet.size === 'card'
      ? [
          {
            table: { widths: [width], body: [[{ stack: body, margin: [8, 6, 8, 8] }]] },
            layout: {
              hLineWidth: () => 0.75,
              vLineWidth: () => 0.75,
              hLineStyle: () => ({ dash: { length: 3 } }),
              vLineStyle: () => ({ dash: { length: 3 } }),
            },
          },
        ]
      : body
  return pdfmake()
    .createPdf({
      pageSize: paper,
      pageMargins: [40, 26, 40, 32],
      defaultStyle: { font: 'Sheet', fontSize: 8.8, color: INK, lineHeight: 1 },
      info: { title: sheet.title, creator: 'Kevro' },
      footer: (page, pages) => ({
        text: `${sheet.title} · ${page} of ${pages}`,
        alignment: 'center',
        fontSize: 8,
        color: GREY,
        margin: [0, 12, 0, 0],
      }),
      content,
    })
    .getBuffer()
}

const LABEL_STYLE = { font: 'Sheet', fontSize: 7, color: INK, lineHeight: 1 }
const LABEL_MARGIN = 2.5 * MM
const labelBody = (sheet: Sheet): Content[] => [
  { text: sheet.title, bold: true, fontSize: 9 },
  { text: sheet.heading, color: GREY, fontSize: 6, margin: [0, 0, 0, 2] },
  ...sheet.blocks.map((block) => blockOf(block, LABEL.width - 2 * LABEL_MARGIN)),
]

/** A label is its own page. */
function renderLabel(sheet: Sheet): Promise<Buffer> {
  const margin = LABEL_MARGIN
  return pdfmake()
    .createPdf({
      pageSize: LABEL,
      pageMargins: [margin, margin, margin, margin],
      defaultStyle: LABEL_STYLE,
      info: { title: sheet.title, creator: 'Kevro' },
      content: labelBody(sheet),
    })
    .getBuffer()
}

/** Page sizes in points. */
const PAGE: Record<Paper, [width: number, height: number]> = { A4: [595.28, 841.89], LETTER: [612, 792] }
/** Where on a page of labels one of them is printed: the first free place of a sheet that was begun. */
export interface LabelPlace {
  columns: number
  rows: number
  /** From nought, along the rows. */
  at: number
}
/** A label in the middle of its place on a page of labels. */
export function renderOnLabelSheet(sheet: Sheet, paper: Paper, { columns, rows, at }: LabelPlace): Promise<Buffer> {
  const [width, height] = PAGE[paper]
  const [cellWidth, cellHeight] = [width / columns, height / rows]
  const beside = (cellWidth - LABEL.width) / 2 + LABEL_MARGIN
  const above = (cellHeight - LABEL.height) / 2 + LABEL_MARGIN
  const here: Content = {
    table: { widths: [LABEL.width - 2 * LABEL_MARGIN], body: [[{ stack: labelBody(sheet) }]] },
    layout: { hLineWidth: () => 0, vLineWidth: () => 0, paddingLeft: () => 0, paddingRight: () => 0, paddingTop: () => 0, paddingBottom: () => 0 }, // prettier-ignore
    absolutePosition: {
      x: (at % columns) * cellWidth + beside,
      y: Math.floor(at / columns) * cellHeight + above,
    },
  }
  return pdfmake()
    .createPdf({
      pageSize: paper,
      pageMargins: [0, 0, 0, 0],
      defaultStyle: LABEL_STYLE,
      info: { title: sheet.title, creator: 'Kevro' },
      content: [here],
    })
    .getBuffer()
}

/** A strip longer than the page goes on below, piece by piece. */
function trueStrip({ title, note, lengthMm, widthMm, marks }: TrueStrip, width: number): Content[] {
  const most = Math.floor(width / MM) - 1
  const pieces = Math.ceil(lengthMm / most)
  return Array.from({ length: pieces }, (_, i): Content => {
    const from = i * most
    const length = Math.min(most, lengthMm - from)
    const here = marks.filter((m) => m.atMm >= from - 1e-6 && m.atMm <= from + length + 1e-6)
    const part = pieces > 1 ? ` (part ${i + 1} of ${pieces}: the strip goes on)` : ''
    const rows: Content[] = [
      ...(title ? [{ text: `${title}${part}`, bold: true }] : []),
      ...(note && i === 0 ? [{ text: note, color: GREY, fontSize: 8 }] : []),
      {
        canvas: [
          { type: 'rect', x: 0, y: 0, w: length * MM, h: widthMm * MM, lineWidth: 0.5, lineColor: INK },
          ...here.map(({ atMm }) => {
            const x = (atMm - from) * MM
            return { type: 'line' as const, x1: x, y1: 0, x2: x, y2: widthMm * MM + 5, lineWidth: 0.7, lineColor: INK }
          }),
        ],
        margin: [0, 3, 0, 0],
      },
      ...here.map(({ atMm, text }): Content => ({ text, fontSize: 7.5, color: GREY, relativePosition: { x: markAt((atMm - from) * MM, length * MM), y: -1 } })), // prettier-ignore
    ]
    return { stack: rows, margin: [0, 2, 0, 12], unbreakable: true }
  })
}
/** Words of a mark begin at it, but not off the strip's end. */
const markAt = (x: number, length: number) => (x > length - 60 ? Math.max(0, x - 60) : x + 2)

function blockOf(block: SheetBlock, width: number): Content {
  switch (block.kind) {
    case 'trueStrips':
      return { stack: block.strips.flatMap((strip) => trueStrip(strip, width)) }
    case 'coded':
      return {
        columns: [
          // White above and below it: nothing that is read by a camera stands closer.
          { qr: block.text, fit: 21 * MM, width: 24 * MM, eccLevel: 'L', margin: [0, 2.5 * MM, 0, 1 * MM] },
          {
            width: '*',
            table: {
              widths: ['*', 'auto'],
              body: (block.rows.length > 0 ? block.rows : [['Numbers', 'none yet'] as [string, string]]).map(
                ([label, value]) => [
                  { text: label, fontSize: 6, color: GREY },
                  { text: value, bold: true, fontSize: 8, alignment: 'right' as const },
                ],
              ),
            },
            layout: 'noBorders',
          },
        ],
      }
    case 'photos': {
      const each = (width - PHOTO.gap * (PHOTO.most - 1)) / PHOTO.most
      return {
        columns: block.photos.map(({ image, words }) => ({
          width: each,
          stack: [
            { image, fit: [each, PHOTO.height] as [number, number] },
            { text: words, fontSize: 7, color: GREY, margin: [0, 1, 0, 0] as [number, number, number, number] },
          ],
        })),
        columnGap: PHOTO.gap,
        margin: [0, 2, 0, 4],
      }
    }
    case 'heading':
      return { text: block.text, bold: true, fontSize: 12, margin: [0, 6, 0, 2] }
    case 'newPage':
      return { text: '', pageBreak: 'before' }
    case 'text':
      return { text: block.text, margin: [0, 2, 0, 3] }
    case 'facts': {
      const half = Math.ceil(block.rows.length / 2)
      const side = (rows: [string, string][]): Content => ({
        table: {
          widths: [78, '*'],
          body:
            rows.length > 0
              ? rows.map(([label, value]) => [
                  { text: label, color: GREY },
                  { text: value || '–', bold: true },
                ])
              : [['', '']],
        },
        layout: 'noBorders',
      })
      return width < 400
        ? side(block.rows)
        : { columns: [side(block.rows.slice(0, half)), side(block.rows.slice(half))], columnGap: 16 }
    }
    case 'table': {
      const tick = () => ({
        canvas: [{ type: 'rect' as const, x: 2, y: 1, w: 9, h: 9, lineWidth: 0.9, lineColor: INK }],
      })
      return {
        margin: [0, 2, 0, 4],
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: [...(block.tickBoxes ? [14] : []), ...block.widths],
          body: [
            [
              ...(block.tickBoxes ? [''] : []),
              ...block.head.map((text, i) => ({
                text,
                bold: true,
                fontSize: 8.5,
                alignment: i === 0 ? ('left' as const) : ('right' as const),
              })),
            ],
            ...block.rows.map((row) => [
              ...(block.tickBoxes ? [tick()] : []),
              ...row.map((text, i) => ({ text, alignment: i === 0 ? ('left' as const) : ('right' as const) })),
            ]),
          ],
        },
        layout: {
          hLineWidth: (i: number) => (i === 1 ? 1 : i === 0 ? 0 : 0.4),
          vLineWidth: () => 0,
          paddingTop: () => 1.1,
          paddingBottom: () => 1.1,
          paddingLeft: () => 2,
          paddingRight: () => 4,
        },
      }
    }
    case 'drawing':
      return { svg: block.svg, width: width * block.widthShare, alignment: 'center', margin: [0, 2, 0, 4] }
    case 'caution':
      return {
        margin: [0, 6, 0, 4],
        table: {
          widths: ['*'],
          body: [
            [
              {
                stack: [
                  { text: 'Take care', bold: true },
                  ...block.lines.map((text) => ({ text: `– ${text}`, fontSize: 9 })),
                ],
                margin: [4, 3, 4, 3],
              },
            ],
          ],
        },
        layout: { hLineWidth: () => 1, vLineWidth: () => 1 },
      }
    case 'lines':
      return {
        margin: [0, 10, 0, 0],
        columns: block.labels.map((label) => ({
          stack: [
            {
              canvas: [
                { type: 'line' as const, x1: 0, y1: 0, x2: width / block.labels.length - 14, y2: 0, lineWidth: 0.7 },
              ],
            },
            { text: label, fontSize: 8.5, color: GREY, margin: [0, 2, 0, 0] },
          ],
        })),
      }
  }
}
