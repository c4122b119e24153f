import { createHash, randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import pg from 'pg'
import type { Database } from './database.ts'
import { openEmbedded } from './embedded.ts'
import { migrate } from './migrate.ts'
import { openServer } from './postgres.ts'

/** The PostgreSQL server that the tests of this run stand on; null: the embedded engine. */
export const TEST_SERVER = process.env.KEVRO_TEST_SERVER ?? null

export interface TestOptions {
  /** The same folder twice is the same data; null: data of one's own. */
  dataDir?: string | null
  /** Starting from the prepared image saves the engine's laying out. */
  withImage?: boolean
  migrated?: boolean
}

/** A database for a test, on whichever engine this run is about. */
export async function openForTest({
  dataDir = null,
  withImage = true,
  migrated = true,
}: TestOptions = {}): Promise<Database> {
  const database = TEST_SERVER
    ? await openServer(await databaseAt(TEST_SERVER, dataDir))
    : await embedded(dataDir, withImage)
  if (migrated) await migrate(database)
  return database
}

let unpacked: Uint8Array | null = null
/** The prepared image, unpacked once for all databases of this process; null: there is none. */
export function preparedImage(): Uint8Array | null {
  const path = process.env.KEVRO_IMAGE
  return path ? (unpacked ??= new Uint8Array(gunzipSync(readFileSync(path)))) : null
}

const embedded = (dataDir: string | null, withImage: boolean): Promise<Database> =>
  openEmbedded({ dataDir, image: withImage ? preparedImage() : null })

/** A database of its own on the server, made when it is not there. @returns its address */
async function databaseAt(server: string, dataDir: string | null): Promise<string> {
  const name = `test_${createHash('sha256')
    .update(dataDir ?? randomUUID())
    .digest('hex')
    .slice(0, 20)}`
  const client = new pg.Client({ connectionString: server })
  await client.connect()
  try {
    const { rowCount } = await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [name])
    if (rowCount === 0) await client.query(`CREATE DATABASE ${name}`)
  } finally {
    await client.end()
  }
  return server.replace(/\/[^/]*$/, `/${name}`)
}
