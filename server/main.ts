import { readFile, rm } from 'node:fs/promises'
import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { openEmbedded, openServer, type Database } from './db/database.ts'
import { DataFolderInUse, lockDataFolder } from './db/dataLock.ts'
import { migrate } from './db/migrate.ts'
import { DeviceGateway } from './devices/gateway.ts'
import { rebuildIndex, tidyIndex } from './queries/library.ts'
import { makeApp } from './http/app.ts'

const { values } = parseArgs({
  options: {
    data: { type: 'string', default: '.kevro-data' },
    port: { type: 'string', default: '4280' },
    web: { type: 'string', default: 'dist/web' },
    image: { type: 'string' },
    demo: { type: 'boolean', default: false },
    fresh: { type: 'boolean', default: false },
    /** Port of the simulated bench of instruments, when one runs. */
    bench: { type: 'string' },
  },
})

async function start(): Promise<void> {
  const dataDir = resolve(values.data)
  const url = process.env.DATABASE_URL
  const release = url ? async () => undefined : await lockDataFolder(dataDir)
  const folder = resolve(dataDir, 'database')
  // Starting over is for the demo alone, and only once the folder is ours.
  if (values.fresh && values.demo && !url) await rm(folder, { recursive: true, force: true })
  const fresh = !existsSync(resolve(folder, 'PG_VERSION'))
  const image = fresh && values.image && existsSync(values.image) ? new Uint8Array(await readFile(values.image)) : null
  const db: Database = url ? await openServer(url) : await openEmbedded({ dataDir: folder, image })
  await migrate(db)
  const benchPort = values.bench ? Number(values.bench) : null
  if (values.demo) {
    const { loadDemoWorld } = await import('#demo/load.ts')
    if (await loadDemoWorld(db, benchPort)) console.log('The demo world has been laid out.')
  }
  if ((await rebuildIndex(db)) > 0) await tidyIndex(db)
  const gateway = new DeviceGateway(db)
  await gateway.refresh()
  const server = makeApp(db, resolve(values.web), { gateway, benchPort }).listen(Number(values.port), '127.0.0.1')
  server.once('error', (error: Error & { code?: string }) => {
    console.error(
      error.code === 'EADDRINUSE' ? `Port ${values.port} is taken. Choose another with --port.` : error.message,
    )
    void stop(1)
  })
  server.once('listening', () => {
    const address = server.address()
    const port = typeof address === 'object' && address ? address.port : values.port
    console.log(`Kevro is ready at http://127.0.0.1:${port}/`)
    console.log(`Its data are in ${url ? 'the PostgreSQL server that DATABASE_URL names' : dataDir}`)
  })
  let stopping = false
  const stop = async (code: number) => {
    if (stopping) return
    stopping = true
    server.close()
    gateway.close()
    server.closeAllConnections()
    await db.close()
    await release()
    process.exit(code)
  }
  process.on('SIGINT', () => void stop(0))
  process.on('SIGTERM', () => void stop(0))
}

start().catch((error: unknown) => {
  console.error(error instanceof DataFolderInUse ? error.message : error)
  process.exit(1)
})
