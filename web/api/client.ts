import { tooLarge } from '../shared/fileSize.ts'
import type { Photo } from '#contract/devices.ts'
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

/** A browser lets a request of up to so many bytes outlive its page. */
const OUTLIVES_BYTES = 20000
/** No answer in this time is no answer. */
const PATIENCE_MS = 120000

/**
 * One call of the interface; answers are the contract's types.
 * @param body sent as JSON; a text is JSON already
 */
export async function call<T>(
  method: 'GET' | 'POST' | 'PUT',
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<T> {
  const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body)
  const response = await fetch(`/api${path}`, {
    method,
    signal: AbortSignal.timeout(PATIENCE_MS),
    ...(text === undefined
      ? {}
      : {
          headers: { 'content-type': 'application/json', ...headers },
          body: text,
          keepalive: text.length < OUTLIVES_BYTES,
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
  if (error instanceof ApiProblem)
    return error.error.message || wordsFor(error.error.code, error.error.data, error.error.path)
  return error instanceof Error ? error.message : String(error)
}

/** Longest side of a kept picture, px: enough to see a crack. */
const PICTURE_SIDE = 2000

/** Keeps a picture with a job; a large one is made smaller first. */
export async function callWithPicture(jobId: string, file: File, by: string): Promise<Photo> {
  const why = tooLarge(file)
  if (why) throw new Error(why)
  const body = await smaller(file)
  const query = new URLSearchParams({ name: file.name.slice(0, 200), by })
  const response = await fetch(`/api/jobs/${jobId}/photos/${crypto.randomUUID()}?${query}`, {
    method: 'PUT',
    headers: { 'content-type': body.type || 'application/octet-stream' },
    body,
  }).catch(() => {
    throw new Unreachable('Kevro’s server does not answer.')
  })
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) return answer as Photo
  const error = (answer as { error?: ApiError } | null)?.error
  if (!error) throw new Unreachable('Kevro’s server does not answer.')
  throw new ApiProblem(response.status, error)
}

async function smaller(file: File): Promise<Blob> {
  if (file.size < 1_000_000) return file
  const picture = await createImageBitmap(file).catch(() => null)
  if (!picture) return file
  const scale = Math.min(1, PICTURE_SIDE / Math.max(picture.width, picture.height))
  const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
}
