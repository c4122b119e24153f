import type { ErrorRequestHandler } from 'express'
import { ZodError } from 'zod'
import { Problem } from '#core/problem.ts'
import { wordsFor, type ApiError } from '#contract/errors.ts'
import { DatabaseError } from '../db/database.ts'

/** A refusal with its HTTP status; the words come from the code. */
export class Refusal extends Error {
  readonly status: number
  readonly code: string
  readonly path: string
  readonly data: Record<string, unknown>

  constructor(status: number, code: string, path = '', data: Record<string, unknown> = {}) {
    super(code)
    this.status = status
    this.code = code
    this.path = path
    this.data = data
  }
}

export const notFound = (what: string) => new Refusal(404, 'not.found', '', { what })
export const staleEdit = (data: Record<string, unknown> = {}) => new Refusal(409, 'edit.stale', '', data)

/** SQLSTATE to refusal, in one place. */
function ofDatabase(error: DatabaseError): Refusal | null {
  switch (error.sqlState) {
    case '23505':
      return error.constraint.startsWith('stage_revision')
        ? staleEdit()
        : new Refusal(409, 'value.duplicate', '', { what: 'This' })
    case '23503':
      return new Refusal(409, 'value.inUse', '', { constraint: error.constraint })
    case '23514':
    case '23502':
      return new Refusal(422, 'value.outOfRange', '', { constraint: error.constraint })
    default:
      return null
  }
}

export function refusalOf(error: unknown): Refusal {
  if (error instanceof Refusal) return error
  if (error instanceof ZodError) {
    const [issue] = error.issues
    return new Refusal(422, 'field.invalid', issue.path.map(String).join('.'), {
      reason: issue.message,
      issues: error.issues.length,
    })
  }
  if (error instanceof Problem) return new Refusal(422, error.code, error.path, error.data)
  if (error instanceof DatabaseError) return ofDatabase(error) ?? new Refusal(500, 'server.failed')
  const type = (error as { type?: string }).type
  if (type === 'entity.parse.failed') return new Refusal(400, 'request.notJson')
  if (type === 'entity.too.large') return new Refusal(413, 'request.tooLarge')
  return new Refusal(500, 'server.failed')
}

/** The one error middleware. */
export const answerErrors: ErrorRequestHandler = (error, _request, response, next) => {
  if (response.headersSent) return next(error)
  const refusal = refusalOf(error)
  if (refusal.status >= 500) console.error(error)
  const body: { error: ApiError } = {
    error: {
      code: refusal.code,
      path: refusal.path,
      data: refusal.data,
      message: wordsFor(refusal.code, refusal.data),
    },
  }
  response.status(refusal.status).json(body)
}
