import { Router } from 'express'
import { z } from 'zod'
import type { Database } from '../db/database.ts'
import { SHEETS } from '#contract/sheets.ts'
import { certificateSheet } from '../sheets/certificate.ts'
import { courtCardSheet } from '../sheets/courtCard.ts'
import { cutListSheet } from '../sheets/cutList.ts'
import { profileOf } from '#core/sports/sports.ts'
import { frameLog } from '../logbook/logbook.ts'
import { oneShop } from '../queries/shop.ts'
import { frameLabelSheet } from '../sheets/frameLabel.ts'
import { labelSheet } from '../sheets/label.ts'
import { comparisonSheet } from '../sheets/comparison.ts'
import { sheetSource } from '../sheets/load.ts'
import { renderPdf } from '../sheets/pdf.ts'
import { specCardSheet } from '../sheets/specCard.ts'
import { takeHomeSheet } from '../sheets/takeHome.ts'
import { workOrderSheet } from '../sheets/workOrder.ts'

const BUILDERS = {
  'work-order': workOrderSheet,
  'cut-list': cutListSheet,
  'spec-card': specCardSheet,
  label: labelSheet,
  certificate: certificateSheet,
  comparison: comparisonSheet,
  'take-home': takeHomeSheet,
  'court-card': courtCardSheet,
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
    const day = now().toISOString().slice(0, 10)
    const pdf = await renderPdf(BUILDERS[name](source, day), paper)
    response.setHeader('Content-Disposition', `inline; filename="kevro-${name}-${source.view.job.number}.pdf"`)
    response.type('application/pdf').send(pdf)
  })
  router.get('/frames/:id/label.pdf', async (request, response) => {
    const log = await frameLog(db, request.params.id, now())
    const { units, paper } = await oneShop(db)
    const sheet = frameLabelSheet(log, { ...units, ...profileOf(log.frame.sport).units })
    response.setHeader('Content-Disposition', `inline; filename="kevro-frame-${log.frame.code}.pdf"`)
    response.type('application/pdf').send(await renderPdf(sheet, paper))
  })
  return router
}
