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
