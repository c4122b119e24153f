import { openDB, type IDBPDatabase } from 'idb'
import type { Edit } from './edit.ts'
import type { EditStore } from './parts.ts'

const EDITS = 'edits'
const LOCK = 'kevro-window-'

/**
 * Edits in the browser's database, one entry each, shared by all windows of this browser. A browser that denies it rejects every
 * call, and the outbox says so. The window is held by a lock of its name, so that others see it is there.
 */
export function browserStore(window: string): EditStore {
  let opening: Promise<IDBPDatabase> | null = null
  const database = () => {
    opening ??= openDB('kevro', 1, { upgrade: (db) => void db.createObjectStore(EDITS, { keyPath: 'id' }) })
    // One that failed to open is tried again with the next call.
    opening.catch(() => (opening = null))
    return opening
  }
  const locks = (globalThis.navigator as Navigator | undefined)?.locks
  const held = locks
    ? new Promise<void>((taken) => {
        locks
          .request(LOCK + window, () => {
            taken()
            return new Promise<never>(() => undefined)
          })
          .catch(() => taken())
      })
    : Promise.resolve()

  /** Committed at once, so that it is there even when the page goes in the same moment. */
  async function write(
    change: (store: { put(e: Edit): unknown; delete(id: string): unknown }) => unknown,
  ): Promise<void> {
    const tx = (await database()).transaction(EDITS, 'readwrite')
    void change(tx.store)
    tx.commit()
    await tx.done
  }
  return {
    all: async () => (await (await database()).getAll(EDITS)) as Edit[],
    put: (edit) => write((store) => store.put(edit)),
    remove: (id) => write((store) => store.delete(id)),
    async openWindows() {
      if (!locks) return null
      await held
      const { held: taken = [] } = await locks.query()
      return new Set(taken.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [])))
    },
  }
}
