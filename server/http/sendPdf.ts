import type { Response } from 'express'

/** A sheet that is there: only then does the answer say that it is one. */
export function sendPdf(response: Response, name: string, pdf: Uint8Array): void {
  response.setHeader('Content-Disposition', `inline; filename="${name}.pdf"`)
  response.type('application/pdf').send(pdf)
}
