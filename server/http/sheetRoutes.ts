import { Router } from 'express'
import { z } from 'zod'
import type { Database } from '../db/database.ts'
import { LABEL_SHEETS, SHEETS, type LabelSheet } from '#contract/sheets.ts'
import { beforeAfterSheet } from '../sheets/beforeAfter.ts'
import { certificateSheet } from '../sheets/certificate.ts'
import { courtCardSheet } from '../sheets/courtCard.ts'
import { cutListSheet } from '../sheets/cutList.ts'
import { dayOf } from '#core/quantities/days.ts'
import { profileOf } from '#core/sports/sports.ts'
import { frameLog } from '../logbook/logbook.ts'
import { oneShop } from '../queries/shop.ts'
import { frameLabelSheet } from '../sheets/frameLabel.ts'
import { labelSheet } from '../sheets/label.ts'
import { comparisonSheet } from '../sheets/comparison.ts'
import { sheetSource, withPhotos, withTwins, type SheetSource } from '../sheets/load.ts'
import { renderOnLabelSheet, renderPdf, type LabelPlace } from '../sheets/pdf.ts'
import type { Sheet } from '../sheets/sheet.ts'
import { sendPdf } from './sendPdf.ts'
import { Refusal } from '../refusal.ts'
import { specCardSheet } from '../sheets/specCard.ts'
import { takeHomeSheet } from '../sheets/takeHome.ts'
import { trialListSheet } from '../sheets/trialList.ts'
import { workOrderSheet } from '../sheets/workOrder.ts'

/** What a page is drawn from: the job worked out, and what only that page needs. */
type Builder = (db: Database, source: SheetSource, day: string) => Promise<Sheet>
const plain =
  (build: (source: SheetSource, day: string) => Sheet): Builder =>
  (_db, source, day) =>
    Promise.resolve(build(source, day))
const BUILDERS: Record<(typeof SHEETS)[number], Builder> = {
  'work-order': plain(workOrderSheet),
  'cut-list': plain(cutListSheet),
  'spec-card': plain(specCardSheet),
  label: plain(labelSheet),
  certificate: async (db, source, day) => certificateSheet(await withTwins(db, source), day),
  comparison: plain(comparisonSheet),
  'trial-list': plain(trialListSheet),
  'before-after': async (db, source, day) => beforeAfterSheet(await withPhotos(db, source), day),
  'take-home': plain(takeHomeSheet),
  'court-card': plain(courtCardSheet),
}
const sheetName = z.enum(SHEETS)

/** Printed pages as PDF. */
export function sheetRoutes(db: Database, now: () => Date): Router {
  const router = Router()
  router.get('/jobs/:id/sheets/:sheet.pdf', async (request, response) => {
    const name = sheetName.parse(request.params.sheet)
    const source = await sheetSource(db, request.params.id)
    const paper = z
      .enum(['A4', 'LETTER'])
      .catch(source.shop.paper)
      .parse(String(request.query.paper ?? '').toUpperCase())
    const day = dayOf(now(), source.shop.timeZone)
    const sheet = await BUILDERS[name](db, source, day)
    const place = name === 'label' ? placeOf(request.query) : null
    const pdf = place ? await renderOnLabelSheet(sheet, paper, place) : await renderPdf(sheet, paper)
    sendPdf(response, `kevro-${name}-${source.view.job.number}`, pdf)
  })
  router.get('/frames/:id/label.pdf', async (request, response) => {
    const log = await frameLog(db, request.params.id, now())
    const { units, paper, timeZone } = await oneShop(db)
    const sheet = frameLabelSheet(log, { ...units, ...profileOf(log.frame.sport).units }, timeZone)
    const place = placeOf(request.query)
    const pdf = place ? renderOnLabelSheet(sheet, paper, place) : renderPdf(sheet, paper)
    sendPdf(response, `kevro-frame-${log.frame.code}`, await pdf)
  })
  return router
}

const placeSchema = z.object({
  sheet: z.enum(Object.keys(LABEL_SHEETS) as [LabelSheet, ...LabelSheet[]]).optional(),
  at: z.coerce.number().int().min(1).max(60).default(1),
})
/** The place on a page of labels that is asked for, counted from one; null: a label of its own. */
function placeOf(query: unknown): LabelPlace | null {
  const { sheet, at } = placeSchema.parse(query)
  if (!sheet) return null
  const { columns, rows } = LABEL_SHEETS[sheet]
  if (at > columns * rows) throw new Refusal(422, 'field.invalid', 'at', { reason: `There are ${columns * rows} labels on it` }) // prettier-ignore
  return { columns, rows, at: at - 1 }
}
