import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoAsTold } from '#server/demo/asTold.ts'
import type { Database } from '../db/database.ts'
import { openForTest } from '../db/testing.ts'
import { benchSvg } from '#contract/planSvg.ts'
import { stepTitle } from '#contract/messages/build.ts'
import { buildOf } from '#core/job/building.ts'
import { sheetSource, withPhotos, withTwins, type SheetSource } from './load.ts'
import { beforeAfterSheet } from './beforeAfter.ts'
import { insertPhoto } from '../queries/photos.ts'
import { renderOnLabelSheet, renderPdf } from './pdf.ts'
import { trialListSheet } from './trialList.ts'
import type { Sheet, SheetBlock } from './sheet.ts'
import { specCardSheet } from './specCard.ts'
import { comparisonSheet } from './comparison.ts'
import jsQR from 'jsqr'
import { layersOf, runsOf } from '#core/cuts/cut.ts'
import { certificateSheet } from './certificate.ts'
import { courtCardSheet } from './courtCard.ts'
import { takeHomeSheet } from './takeHome.ts'
import { cutListSheet } from './cutList.ts'
import { codeIn } from '#contract/messages/frameCode.ts'
import { frameLog } from '../logbook/logbook.ts'
import { frameLabelSheet } from './frameLabel.ts'
import { NO_CARD } from '#contract/batch.ts'
import { BATCH } from '#demo/batch.ts'
import { listComparables } from '../library/measuredFrames.ts'
import { choiceSheet } from './choice.ts'
import { labelSheet, labelText } from './label.ts'
import { openPdf, pixelsOf, rectanglesOn, textOf } from './pdfReader.ts'
import { workOrderSheet } from './workOrder.ts'

let db: Database
let returns: SheetSource
let done: SheetSource
let nothing: SheetSource['picture']['measured']
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
  returns = await sheetSource(db, 'job-returns')
  done = await sheetSource(db, 'job-done')
  const { measured } = done.picture
  nothing = { ...measured, state: { ...measured.state, massG: null } }
})
afterAll(() => db.close())

type Table = Extract<SheetBlock, { kind: 'table' }>
const tables = (sheet: Sheet) => sheet.blocks.filter((b): b is Table => b.kind === 'table')
const row = (table: Table, name: string) => table.rows.find((r) => r[0].startsWith(name))!

describe('the work order', () => {
  it('has the numbers, the cut list with tick boxes and a checkpoint for every step', () => {
    const sheet = workOrderSheet(returns, '2026-11-23')
    const [numbers, cutList, checkpoints] = tables(sheet)
    expect(row(numbers, 'Balance')[2]).toMatch(/^\d\d\.\d\d cm · \d\.\d HL ± 0\.20$/)
    expect(row(numbers, 'Static weight')[0]).toBe('Static weight, g')
    expect(row(numbers, 'Recoil')[2]).toBe('–')
    expect(cutList.tickBoxes).toBe(true)
    expect(cutList.rows[0][0]).toBe('Look the frame over')
    expect(cutList.rows[1][0]).toContain('Trial')
    // Coats and a plug weigh little and are not weighed; film and cap nothing.
    const small = cutList.rows.filter((r) => r[2] === '' || r[2].startsWith('~'))
    const { steps } = buildOf(returns.picture, returns.documents, returns.view.readings)!
    const unread = steps.filter((s) => !s.reads && s.cut === null)
    expect(small.flatMap((r) => r[0].split(' · '))).toEqual(unread.map((s) => stepTitle(s, null)))
    expect(small.filter((r) => r[2].startsWith('~')).length).toBeGreaterThan(0)
    expect(cutList.rows).toHaveLength(checkpoints.rows.length - 1 + small.length)
    expect(checkpoints.rows.at(-1)![0]).toBe('Read the finished frame')
    for (const cut of returns.documents.build!.cuts) {
      const name = returns.materials.find((m) => m.id === cut.materialId)!.name
      expect(cutList.rows.some((r) => r[0].includes(name))).toBe(true)
    }
  })
  it('adds up: the trial’s mass is the sum of what goes on less what comes off, and the last checkpoint is the prediction', () => {
    const [numbers, cutList, checkpoints] = tables(workOrderSheet(returns, '2026-11-23'))
    const grams = (r: string[]) => Number(r[2].replace(' g', '').replace('−', '-'))
    const weighed = cutList.rows.slice(2).filter((r) => r[2] !== '' && !r[2].startsWith('~'))
    expect(weighed.reduce((sum, r) => sum + grams(r), 0)).toBeCloseTo(grams(cutList.rows[1]), 0)
    expect(checkpoints.rows.at(-1)![1]).toBe(row(numbers, 'Static weight')[3])
    expect(checkpoints.rows.at(-1)![5]).toBe(row(numbers, 'Swing weight')[3])
  })
  it('writes in the shop’s units', () => {
    const ounces: SheetSource = {
      ...returns,
      shop: { ...returns.shop, units: { mass: 'oz', balance: 'points', length: 'in' } },
    }
    const [numbers] = tables(workOrderSheet(ounces, '2026-11-23'))
    expect(row(numbers, 'Static weight')[0]).toBe('Static weight, oz')
    expect(Number(row(numbers, 'Static weight')[1])).toBeCloseTo(326.45 / 28.349523125, 2)
  })
  it('leaves out a material that this shop does not know', () => {
    const gone = returns.documents.build!.cuts[0].materialId
    const without = { ...returns, materials: returns.materials.filter((m) => m.id !== gone) }
    expect(() => workOrderSheet(without, '2026-11-23')).not.toThrow()
  })
  it('carries its cautions', () => {
    const caution = (source: SheetSource) =>
      workOrderSheet(source, '2026-11-23').blocks.find((b) => b.kind === 'caution')
    expect(JSON.stringify(caution(returns))).toContain('doctor or physiotherapist')
  })
})

describe('the spec card', () => {
  it('has the final readings with their uncertainty, what was added, and who signed', () => {
    const sheet = specCardSheet(done, '2026-11-23')
    expect(sheet.size).toBe('card')
    expect(sheet.heading).toContain('signed off JQ')
    const [numbers] = tables(sheet)
    expect(numbers.rows.map((r) => r[0].split(',')[0])).toEqual([
      'Static weight',
      'Balance',
      'Swing weight',
      'Twist weight',
      'Recoil weight',
    ])
    expect(row(numbers, 'Twist weight')[3]).toBe('–')
    const texts = sheet.blocks.flatMap((b) => (b.kind === 'text' ? [b.text] : []))
    expect(texts).toHaveLength(1 + done.documents.build!.cuts.length)
  })
  it('says so when nobody has signed', () => {
    const unsigned = { ...done, documents: { ...done.documents, check: { ...done.documents.check!, signed: null } } }
    expect(specCardSheet(unsigned, '2026-11-23').heading).toContain('not signed off')
  })
})

describe('the printed page', () => {
  it('keeps the work order of a demo job to one page on either paper', async () => {
    for (const paper of ['A4', 'LETTER'] as const) {
      const pdf = (await renderPdf(workOrderSheet(returns, '2026-11-23'), paper)).toString('latin1')
      expect(pdf.match(/\/Type \/Page\b(?!s)/g)!.length, paper).toBe(1)
    }
  })
  it('draws every piece that lies on the frame with its number, in black on white', () => {
    const cuts = returns.documents.build!.cuts
    const svg = benchSvg(cuts, returns.materials, returns.picture.work)
    cuts.forEach((cut, i) => cut.place !== 'grip' && expect(svg).toContain(`>${i + 1}</text>`))
    const colours = new Set(svg.match(/#[0-9a-f]{3,6}/g))
    for (const colour of colours) {
      const hex = colour.length === 4 ? [...colour.slice(1)].map((c) => c + c) : colour.slice(1).match(/../g)!
      expect(new Set(hex).size, colour).toBe(1)
    }
  })
})

describe('the comparison', () => {
  it('says the state, every setup with its difference or that it cannot tell, the target and why, on one page', async () => {
    const sheet = comparisonSheet(returns, '2026-11-23')
    const text = JSON.stringify(sheet)
    expect(text).toContain('strung, base grip, 1 overgrip')
    const [setups] = tables(sheet)
    expect(setups.rows.map((r) => r[0])).toEqual([
      'A  Pia Marrowdale (measured by others)',
      'B  Ysolde Hartigan-Brome (measured by others)',
      'C  Corvane Arc 98, shop unit (measured by us)',
    ])
    expect(row(setups, 'C')[1]).toContain('cannot tell')
    expect(row(setups, 'B')[3]).toMatch(/^358\.0 \(\+36\.\d\)$/)
    expect(text).toContain('half-way from 321.3 kg·cm² to 358.0 kg·cm²')
    expect(text).toContain('half-way first; below the ceiling she found in spring')
    // Points with their ± in points: an eighth of an inch each.
    const { target } = returns.documents
    const tolerance = target!.lines.balance!.tolerance / 0.3175
    const inPoints = { ...returns, shop: { ...returns.shop, units: { mass: 'oz', balance: 'points', length: 'in' } } }
    expect(JSON.stringify(comparisonSheet(inPoints as SheetSource, '2026-11-23'))).toMatch(
      new RegExp(`Balance \\d\\.\\d HL ± ${tolerance.toFixed(1)}:`),
    )
    expect(text).toContain('physiotherapist')
    for (const source of [returns, done])
      for (const paper of ['A4', 'LETTER'] as const) {
        const pdf = (await renderPdf(comparisonSheet(source, '2026-11-23'), paper)).toString('latin1')
        expect(pdf.match(/\/Type \/Page\b(?!s)/g)!.length, paper).toBe(1)
      }
  })
})

describe('the page to take home and the court card', () => {
  it('say what is on the frame now, how it should feel, what to watch; on one page each, read by another program', async () => {
    const home = takeHomeSheet(done, '2026-11-23')
    const [numbers] = tables(home)
    expect(row(numbers, 'Swing weight')[3]).toMatch(/^\+\d/)
    const doc = await openPdf(await renderPdf(home, 'A4'))
    expect(doc.numPages).toBe(1)
    const text = await textOf(doc, 1)
    for (const words of [
      'How it should feel',
      'Late on one ball in ten',
      'doctor or physiotherapist',
      'Your ceiling in swing weight: between',
    ])
      expect(text).toContain(words)
    const card = await openPdf(await renderPdf(courtCardSheet(done, '2026-11-23'), 'LETTER'))
    expect(card.numPages).toBe(1)
    const asked = await textOf(card, 1)
    for (const words of [
      'Late, balls in ten',
      'At the end',
      'Pain',
      'Does it twist when you miss the middle?',
      'One step back',
    ])
      expect(asked).toContain(words)
  })
  it('wait until the frame is known', () => {
    const unread = { ...done.picture, measured: nothing, checked: nothing, planned: null }
    expect(() => takeHomeSheet({ ...done, picture: unread }, '2026-11-23')).toThrow(/not known|notReady/)
  })
})

describe('paper, read by another program', () => {
  it('draws every strip of the cut list, and the bar that shows the printer’s scale, at its true length within 0.2 mm', async () => {
    const cuts = returns.documents.build!.cuts
    const lengths = cuts.flatMap((cut) => {
      const material = returns.materials.find((m) => m.id === cut.materialId)!
      return material.kind === 'tape' ? layersOf(cut).map((cm) => 10 * cm) : []
    })
    expect(lengths.length).toBeGreaterThan(0)
    for (const paper of ['A4', 'LETTER'] as const) {
      const doc = await openPdf(await renderPdf(cutListSheet(returns, '2026-11-23'), paper))
      const seen: number[] = []
      for (let page = 1; page <= doc.numPages; page++)
        seen.push(...(await rectanglesOn(doc, page)).map(([width]) => width))
      expect(seen.some((mm) => Math.abs(mm - 100) < 0.2)).toBe(true)
      for (const mm of lengths) expect(drawnAs(seen, mm), `${mm} mm on ${paper}`).toBe(true)
      const text = await textOf(doc, 1)
      expect(text).toContain('100 mm')
      for (const cut of cuts.filter((c) => returns.materials.some((m) => m.id === c.materialId && m.kind === 'tape')))
        expect(text).toContain(`cut ${runsOf(cut, returns.view.frame.geometry)} ×`)
    }
  })
  it('lets a strip that is longer than the page go on below, whole', async () => {
    const [cut] = returns.documents.build!.cuts.filter((c) => c.place === 'hoop')
    const long = { ...cut, zoneId: 'tip', atCm: 0, across: 'tip' as const, amount: 30, layerCm: 30 }
    const documents = { ...returns.documents, build: { ...returns.documents.build!, cuts: [long] } }
    const doc = await openPdf(await renderPdf(cutListSheet({ ...returns, documents }, '2026-11-23'), 'A4'))
    const widths = (await rectanglesOn(doc, 1)).map(([w]) => w).filter((w) => Math.abs(w - 100) > 0.2)
    expect(widths.filter((w) => w > 20).reduce((sum, w) => sum + w, 0)).toBeGreaterThan(299.8)
    expect(await textOf(doc, 1)).toContain('part 2 of 2')
  })
  it('labels the frame on a 62 mm roll, with a code that says what the label says', async () => {
    const doc = await openPdf(await renderPdf(labelSheet(done, '2026-11-23'), 'A4'))
    expect(doc.numPages).toBe(1)
    const { width } = (await doc.getPage(1)).getViewport({ scale: 1 })
    expect((width * 25.4) / 72).toBeCloseTo(62, 1)
    const { data, width: w, height: h } = await pixelsOf(doc, 1, 6)
    const code = jsQR(data, w, h)
    expect(code?.data).toBe(labelText(done))
    const mass = /^mass ([\d.]+) g$/m.exec(code!.data)!
    // To the tenth that it shows.
    expect(Math.abs(Number(mass[1]) - done.picture.checked.state.massG!)).toBeLessThan(0.0501)
    expect(code!.data).toMatch(/^signed 2026-\d\d-\d\d JQ$/m)
    expect(await textOf(doc, 1)).toContain('Static weight')
  })
  it('puts a label in the middle of its place on a page of labels, with its code', async () => {
    for (const [columns, rows, at] of [
      [2, 5, 0],
      [3, 7, 16],
      [2, 6, 11],
    ]) {
      const doc = await openPdf(await renderOnLabelSheet(labelSheet(done, '2026-11-23'), 'A4', { columns, rows, at }))
      expect(doc.numPages).toBe(1)
      const { data, width: w, height: h } = await pixelsOf(doc, 1, 4)
      const code = jsQR(data, w, h)!
      expect(code.data).toBe(labelText(done))
      // The code lies left of the middle of its label, inside the label's own 62 × 40 mm about the middle of the place.
      const corner = code.location.topLeftCorner
      const middle = [((at % columns) + 0.5) * (w / columns), (Math.floor(at / columns) + 0.5) * (h / rows)]
      const mm = w / 210
      expect(Math.abs(corner.x - middle[0]) / mm).toBeLessThan(31)
      expect(Math.abs(corner.y - middle[1]) / mm).toBeLessThan(20)
      expect(corner.x).toBeLessThan(middle[0])
    }
  })
  it('lists a trial by mass, place by place, with what it should then read', async () => {
    const sheet = trialListSheet(returns, '2026-11-23')
    const [lumps, reads] = tables(sheet)
    const inAll = lumps.rows.map((r) => Number(r[2].replace(' g', '')))
    const trial = tables(workOrderSheet(returns, '2026-11-23'))[1].rows[1]
    expect(inAll.reduce((sum, g) => sum + g, 0)).toBeCloseTo(Number(trial[2].replace(' g', '')), 0)
    for (const [, each, all] of lumps.rows) {
      const [n, g] = each.replace(' g', '').split(' × ').map(Number)
      expect(n * g).toBeCloseTo(Number(all.replace(' g', '')), 0)
    }
    expect(reads.rows.map((r) => r[0])).toContain('Swing weight')
    const doc = await openPdf(await renderPdf(sheet, 'A4'))
    expect(doc.numPages).toBe(1)
    expect(await textOf(doc, 1)).toContain('Hit a few')
    expect(() => trialListSheet({ ...returns, documents: {} }, '2026-11-23')).toThrow()
  })
  it('shows a frame before and after on one page: both pictures, the numbers and by how much they changed', async () => {
    const sheet = beforeAfterSheet({ ...done, photos: [], unprinted: 0 }, '2026-11-23')
    expect(sheet.blocks.filter((b) => b.kind === 'drawing')).toHaveLength(2)
    const [numbers] = tables(sheet)
    const mass = row(numbers, 'Static weight')
    // Three figures, each rounded by itself.
    expect(Math.abs(Number(mass[3]) - Number(mass[1]) - Number(mass[5].replace('+', '').replace('−', '-')))).toBeLessThan(0.11) // prettier-ignore
    // The ± in the unit of the number beside it.
    const shop = { ...done.shop, units: { ...done.shop.units, balance: 'mm' as const } }
    const [inMm] = tables(beforeAfterSheet({ ...done, shop, photos: [], unprinted: 0 }, '2026-11-23'))
    expect(row(inMm, 'Balance')[0]).toBe('Balance, mm')
    for (const column of [1, 2, 3, 4])
      expect(Number(row(inMm, 'Balance')[column])).toBeCloseTo(10 * Number(row(numbers, 'Balance')[column]), 0)
    expect(Number(row(inMm, 'Balance')[2])).toBeGreaterThan(0.5)
    const doc = await openPdf(await renderPdf(sheet, 'A4'))
    expect(doc.numPages).toBe(1)
    expect(await textOf(doc, 1)).toContain('As it came')
    const unread = { ...done, picture: { ...done.picture, checked: nothing } }
    expect(() => beforeAfterSheet({ ...unread, photos: [], unprinted: 0 }, '2026-11-23')).toThrow()
  })
  it('shows photographs with the side they were taken on; one that is damaged is said, and stops nothing', async () => {
    const photo = (id: string, content: Buffer) =>
      insertPhoto(db, { id, jobId: 'job-done', name: `${id}.png`, type: 'image/png', by: 'JQ' }, content)
    const dot = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=', 'base64') // prettier-ignore
    await photo('hoop-after', dot)
    await photo('torn', dot.subarray(0, 30))
    const source = await withPhotos(db, done)
    expect([source.photos.map((p) => p.name), source.unprinted]).toEqual([['hoop-after.png'], 1])
    const before = { ...source.photos[0], name: 'as-it-came.png', at: '2020-01-01T10:00:00Z' }
    const sheet = beforeAfterSheet({ ...source, photos: [before, ...source.photos] }, '2026-11-23')
    const order = sheet.blocks.map((b) =>
      b.kind === 'photos' ? b.photos[0].words : b.kind === 'heading' ? b.text : '',
    )
    expect(order.filter(Boolean).slice(0, 4)).toEqual(['As it came', expect.stringContaining('as-it-came.png'), 'As it is', expect.stringContaining('hoop-after.png')]) // prettier-ignore
    const doc = await openPdf(await renderPdf(sheet, 'A4'))
    expect(doc.numPages).toBe(1)
    expect(await textOf(doc, 1)).toContain('Photographs that cannot be printed: 1.')
  })
  it('labels a frame by its code alone, to be found by it again, on one label', async () => {
    const log = await frameLog(db, 'frame-5', new Date('2026-11-26T10:00:00Z'))
    const doc = await openPdf(await renderPdf(frameLabelSheet(log, done.shop.units, ''), 'A4'))
    expect(doc.numPages).toBe(1)
    const { data, width: w, height: h } = await pixelsOf(doc, 1, 6)
    expect(codeIn(jsQR(data, w, h)!.data)).toBe(log.frame.code)
    const text = await textOf(doc, 1)
    for (const said of [log.frame.code!, log.owner!.name, 'Swing weight']) expect(text).toContain(said)
    expect(codeIn(labelText(done))).toBe(done.view.frame.code)
  })
  it('sets units of a batch beside the customer’s own frame on one page, with the pick and why', async () => {
    const reason = 'Nearest to what you play, and the lightest of the three.'
    const choice = { ...NO_CARD, customer: 'Ortrud Farholt', ownId: 'job:job-done', unitIds: ['unit-1', 'unit-2', 'unit-5'], pickId: 'unit-5', reason } // prettier-ignore
    const [own] = await listComparables(db, ['job:job-done'])
    const sheet = choiceSheet({ ...BATCH.body, choice }, own, { name: done.shop.name, units: done.shop.units }, '2026-11-23') // prettier-ignore
    const doc = await openPdf(await renderPdf(sheet, 'A4'))
    expect(doc.numPages).toBe(1)
    const text = await textOf(doc, 1)
    for (const said of ['for Ortrud Farholt', 'our pick', 'B 08', reason, own.name, 'My choice'])
      expect(text).toContain(said)
    expect(() => choiceSheet(BATCH.body, null, done.shop, '2026-11-23')).toThrow()
  })
  it('certifies what was proven on one page: each verdict, its chance, the rule, and what is on the frame', async () => {
    const doc = await openPdf(await renderPdf(certificateSheet(await withTwins(db, done), '2026-11-23'), 'LETTER'))
    expect(doc.numPages).toBe(1)
    const text = await textOf(doc, 1)
    expect(text).toContain('Guarded acceptance')
    expect(text).toMatch(/passes|undecided|misses/)
    for (const cut of done.documents.build!.cuts)
      expect(text).toContain(done.materials.find((m) => m.id === cut.materialId)!.name)
    // Against what was foretold, by hand: read less planned, to the figure that is printed.
    const { checked, planned } = done.picture
    const [, mass] = /What the plan foretold ([+−]?\d+\.\d)/.exec(text)!
    expect(Number(mass.replace('−', '-'))).toBeCloseTo(checked.state.massG! - planned!.massG!, 1)
    expect(text).toContain('Its twin, grip 3, no. 5127: Corvane Arc 98 #B')
    const unsigned = { ...done, documents: { ...done.documents, check: { ...done.documents.check!, signed: null } } }
    expect(() => certificateSheet({ ...unsigned, twins: [] }, '2026-11-23')).toThrow()
  })
})

/** Is a length among the rectangles, whole or in parts that make it up? */
function drawnAs(widths: number[], mm: number): boolean {
  const near = (sum: number) => Math.abs(sum - mm) < 0.2
  return widths.some(near) || widths.some((a, i) => widths.some((b, j) => i !== j && near(a + b)))
}
