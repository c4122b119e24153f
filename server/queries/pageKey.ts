import { z } from 'zod'

/** Where the next page of a list begins: after the row of this key and this id, which is opaque to whoever asks for it. */
export interface PageKey {
  key: string
  id: string | number
}
const schema = z.tuple([z.string(), z.union([z.string(), z.number()])])

export const writePageKey = ({ key, id }: PageKey): string =>
  Buffer.from(JSON.stringify([key, id])).toString('base64url')

/** @returns null where it is none: the list begins at its beginning */
export function readPageKey(text: string | null): PageKey | null {
  if (!text) return null
  try {
    const [key, id] = schema.parse(JSON.parse(Buffer.from(text, 'base64url').toString()))
    return { key, id }
  } catch {
    return null
  }
}
