import { firstIssue } from '#contract/fields.ts'
import { tooLarge } from '../browser/fileSize.ts'
import { asOwnDoing, hearLife, LIFE, lifeNow } from './life.ts'
import type { z } from 'zod'
import { photoSchema, type Photo } from '#contract/devices.ts'
import { refusalSchema, messageFor, type ApiError } from '#contract/messages/errors.ts'

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

/** The server and this page are of different versions: an answer does not hold what the page needs. */
export class StrangeAnswer extends Error {}

/** An answer as what it should be. @throws StrangeAnswer, naming the field */
export function read<Schema extends z.ZodType>(schema: Schema, answer: unknown): z.output<Schema> {
  const parsed = schema.safeParse(answer)
  if (parsed.success) return parsed.data
  const issue = firstIssue(parsed.error)
  throw new StrangeAnswer(
    `Kevro’s server and this page do not fit together (${issue.path.map(String).join('.') || 'answer'}). Load the page again.`,
  )
}

/** Sends a request and gives what came back as it is. @throws ApiProblem, Unreachable */
async function ask(path: string, request: RequestInit): Promise<unknown> {
  const response = await fetch(`/api${path}`, request).catch(() => {
    throw new Unreachable('Kevro’s server does not answer.')
  })
  hearLife(response.headers.get(LIFE))
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) return answer
  const refused = refusalSchema.safeParse(answer)
  if (!refused.success) throw new Unreachable('Kevro’s server does not answer.')
  throw new ApiProblem(response.status, refused.data.error)
}

type Method = 'GET' | 'POST' | 'PUT'
/** Documents say by themselves upon which life they were made; what else is asked for is asked of the one that the page shows. */
const ofThisLife = (method: Method): Record<string, string> => {
  const life = lifeNow()
  return method === 'POST' && life !== null ? { [LIFE]: life } : {}
}
function requestFor(method: Method, body: unknown, headers: Record<string, string>): RequestInit {
  const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body)
  return {
    method,
    signal: AbortSignal.timeout(PATIENCE_MS),
    ...(text === undefined
      ? {}
      : {
          headers: { 'content-type': 'application/json', ...ofThisLife(method), ...headers },
          body: text,
          keepalive: text.length < OUTLIVES_BYTES,
        }),
  }
}

/**
 * One call of the interface; its answer is read as the contract says.
 * @param body sent as JSON; a text is JSON already
 * @throws ApiProblem, Unreachable, StrangeAnswer
 */
export async function call<Schema extends z.ZodType>(
  schema: Schema,
  method: Method,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<z.output<Schema>> {
  return read(schema, await ask(path, requestFor(method, body, headers)))
}

/** One call whose answer says no more than that it went well. @throws ApiProblem, Unreachable */
export async function tell(method: Method, path: string, body?: unknown): Promise<void> {
  await ask(path, requestFor(method, body, {}))
}

/** Work that begins another life of the shop by itself: this page is of the new one when it is done, and is not loaded anew. */
export const beginningAnother = (work: () => Promise<void>): Promise<void> =>
  asOwnDoing(async () => {
    await work()
    await tell('GET', '/life')
  })

/** What to show for anything that went wrong. */
export function problemText(error: unknown): string {
  if (error instanceof ApiProblem)
    return error.error.message || messageFor(error.error.code, error.error.data, error.error.path)
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
  return read(
    photoSchema,
    await ask(`/jobs/${jobId}/photos/${crypto.randomUUID()}?${query}`, {
      method: 'PUT',
      headers: { 'content-type': body.type || 'application/octet-stream' },
      body,
    }),
  )
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
