import { firstIssue } from '#contract/fields.ts'
import type { ErrorRequestHandler } from 'express'
import { ZodError } from 'zod'
import { Problem } from '#core/problem.ts'
import { messageFor, type ApiError } from '#contract/messages/errors.ts'
import { DatabaseError } from '../db/database.ts'
import { notFound, Refusal, staleEdit } from '../refusal.ts'

/** Where the same number twice means that somebody else was faster. */
const REVISIONS = ['stage_revision', 'stage_document', 'work_order', 'batch_revision']

/** SQLSTATE to refusal, in one place. */
function ofDatabase(error: DatabaseError): Refusal {
  const { sqlState, constraint } = error
  if (error.away) return new Refusal(503, 'database.away')
  switch (sqlState) {
    case '23505':
      return REVISIONS.some((table) => constraint.startsWith(table))
        ? staleEdit()
        : new Refusal(409, 'value.duplicate', '', { what: 'This' })
    case '23503':
      return new Refusal(422, 'value.inUse', '', { constraint })
    case '53100':
      return new Refusal(507, 'disk.full')
    case '57014':
    case '55P03':
    case '40001':
    case '40P01':
      return new Refusal(503, 'database.busy')
    case 'XX001':
    case 'XX002':
      return new Refusal(500, 'data.damaged')
  }
  if (sqlState.startsWith('23')) return new Refusal(422, 'value.outOfRange')
  if (sqlState.startsWith('22') || sqlState.startsWith('54')) return new Refusal(422, 'value.unfit')
  if (sqlState.startsWith('53')) return new Refusal(503, 'database.busy')
  return new Refusal(500, 'server.failed')
}

export function refusalOf(error: unknown): Refusal {
  if (error instanceof Refusal) return error
  if (error instanceof ZodError) {
    const issue = firstIssue(error)
    return new Refusal(422, 'field.invalid', issue.path.map(String).join('.'), {
      reason: issue.message,
      issues: error.issues.length,
    })
  }
  if (error instanceof Problem) return new Refusal(422, error.code, error.path, error.data)
  if (error instanceof DatabaseError) return ofDatabase(error)
  // What the readers of requests throw carries a type and a status: a body, an encoding, an address that cannot be read.
  const { type, status } = error as { type?: string; status?: number }
  if (type === 'entity.too.large') return new Refusal(413, 'request.tooLarge')
  if (status === 404) return notFound('file')
  if (error instanceof URIError) return new Refusal(400, 'request.unreadable')
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Refusal(
      status === 415 ? 415 : 400,
      type === 'entity.parse.failed' ? 'request.notJson' : 'request.unreadable',
    )
  return new Refusal(500, 'server.failed')
}

/** The one error middleware. */
export const answerErrors: ErrorRequestHandler = (error, _request, response, next) => {
  if (response.headersSent) return next(error)
  const refusal = refusalOf(error)
  // What the machine around Kevro lacks is said in a line; what is wrong in Kevro itself, whole.
  if (refusal.status === 500) console.error(error)
  else if (refusal.status > 500) console.error(`${refusal.code}: ${(error as Error).message}`)
  const body: { error: ApiError } = {
    error: {
      code: refusal.code,
      path: refusal.path,
      data: refusal.data,
      message: messageFor(refusal.code, refusal.data, refusal.path),
    },
  }
  response.status(refusal.status).json(body)
}
