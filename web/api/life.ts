/** Which life of the shop this page shows, as the server says with every answer: another one begins with a restore, and with an erasure. */
export const LIFE = 'kevro-shop'

let known: string | null = null
let own = 0
const heard = new Set<(isOwn: boolean) => void>()

export const lifeNow = (): string | null => known

/** What an answer says. Another life than the one of this page is told to whoever listens, and whether this page began it itself. */
export function hearLife(said: string | null): void {
  if (said === null || said === known) return
  const isFirst = known === null
  known = said
  if (!isFirst) for (const listener of heard) listener(own > 0)
}
export const onOtherLife = (listener: (isOwn: boolean) => void): (() => void) => {
  heard.add(listener)
  return () => heard.delete(listener)
}
/** Whatever is heard while this runs is this page's own doing. */
export async function asOwnDoing<T>(work: () => Promise<T>): Promise<T> {
  own++
  try {
    return await work()
  } finally {
    own--
  }
}
