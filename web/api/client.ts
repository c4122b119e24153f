import { wordsFor, type ApiError } from '#contract/errors.ts'

/** A refusal by the server, with its code and words. */
export class ApiProblem extends Error {
  readonly status: number
  readonly error: ApiError

  constructor(status: number, error: ApiError) {
    super(error.message)
    this.status = status
    this.error = error
  }
}

/** The server could not be reached at all: what was typed waits here. */
export class Unreachable extends Error {}

/** One call of the interface; answers are the contract's types. */
export async function call<T>(method: 'GET' | 'POST' | 'PUT', path: string, body?: unknown): Promise<T> {
  const text = typeof body === 'string'
  const response = await fetch(`/api${path}`, {
    method,
    ...(body === undefined
      ? {}
      : {
          headers: { 'content-type': text ? 'text/plain' : 'application/json' },
          body: text ? body : JSON.stringify(body),
        }),
  }).catch(() => {
    throw new Unreachable('Kevro’s server does not answer.')
  })
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) return answer as T
  const error = (answer as { error?: ApiError } | null)?.error
  if (!error) throw new Unreachable('Kevro’s server does not answer.')
  throw new ApiProblem(response.status, error)
}

/** What to show for anything that went wrong. */
export function problemText(error: unknown): string {
  if (error instanceof ApiProblem) return error.error.message || wordsFor(error.error.code, error.error.data)
  return error instanceof Error ? error.message : String(error)
}
