import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { seeded } from '#core/numerics/random.ts'
import { Engine } from './engine.ts'
import { preparedImage } from './testing.ts'
import { FlushingFs, type EngineModule } from './flushingFs.ts'

const SECTOR = 512
const root = mkdtempSync(join(tmpdir(), 'kevro-power-'))
afterAll(() => rmSync(root, { recursive: true, force: true }))

type Write = { at: number; data: Buffer } | { length: number }
/** A file as the disk surely has it, and what was written since and not flushed. */
interface OnDisk {
  sure: Buffer
  since: Write[]
}

/** The content with a write in it, in place where there is room. */
function applied(content: Buffer, write: Write): Buffer {
  if ('length' in write) {
    const cut = Buffer.alloc(write.length)
    content.copy(cut, 0, 0, Math.min(content.length, write.length))
    return cut
  }
  const end = write.at + write.data.length
  const grown = end > content.length ? Buffer.concat([content, Buffer.alloc(end - content.length)]) : content
  write.data.copy(grown, write.at)
  return grown
}

/** The engine's files, with a record of what was flushed: what a disk may hold after the power goes at any moment. */
class RecordingFs extends FlushingFs {
  readonly files = new Map<string, OnDisk>()
  flushes = 0
  private readonly folder: string

  constructor(folder: string) {
    super(folder)
    this.folder = folder
  }
  /** What is there before the engine starts is on the disk. */
  begin(): void {
    for (const path of filesUnder(this.folder)) this.files.set(path, { sure: readFileSync(path), since: [] })
  }
  private of(path: string): OnDisk {
    const held = this.files.get(path) ?? { sure: Buffer.alloc(0), since: [] }
    this.files.set(path, held)
    return held
  }
  protected override flush(path: string, descriptor: number | undefined): void {
    super.flush(path, descriptor)
    this.flushes++
    const file = this.files.get(path)
    if (!file) return
    for (const write of file.since) file.sure = applied(file.sure, write)
    file.since = []
  }
  protected override prepare(module: EngineModule): void {
    super.prepare(module)
    const { stream_ops: streams, node_ops: nodes, realPath } = module.NODEFS
    const { write } = streams
    streams.write = (stream, buffer, offset, length, position) => {
      const data = Buffer.from(new Uint8Array(buffer.buffer, buffer.byteOffset + offset, length))
      this.of(realPath(stream.node)).since.push({ at: position, data })
      return write(stream, buffer, offset, length, position)
    }
    const held = { ...nodes } as Record<string, (...args: unknown[]) => unknown>
    for (const ops of [nodes, streams] as Record<string, unknown>[]) {
      const setattr = ops.setattr as (node: unknown, change: { size?: number }) => unknown
      ops.setattr = (target: { node?: unknown }, change: { size?: number }) => {
        if (change.size !== undefined) this.of(realPath(target.node ?? target)).since.push({ length: change.size })
        return setattr(target, change)
      }
    }
    // Names are taken as on the disk at once, as a journalling file system keeps them in order.
    nodes.rename = (node: unknown, folder: unknown, name: string) => {
      const from = realPath(node)
      const moved = this.files.get(from)
      const result = held.rename(node, folder, name)
      if (moved) {
        this.files.delete(from)
        this.files.set(join(realPath(folder), name), moved)
      }
      return result
    }
    nodes.unlink = (folder: unknown, name: string) => {
      this.files.delete(join(realPath(folder), name))
      return held.unlink(folder, name)
    }
  }

  /** The power goes now: of what was not flushed, each write is on the disk, is not, or is torn between two sectors. */
  cut(to: string, random: () => number): void {
    rmSync(to, { recursive: true, force: true })
    mkdirSync(to, { recursive: true })
    for (const folder of foldersUnder(this.folder))
      mkdirSync(join(to, relative(this.folder, folder)), { recursive: true })
    for (const [path, { sure, since }] of this.files) {
      let content = since.length > 0 ? Buffer.from(sure) : sure
      for (const write of since) {
        const fate = random()
        if (fate < 0.4) continue
        const torn = fate < 0.7 && 'data' in write
        content = applied(
          content,
          torn
            ? {
                at: write.at,
                data: write.data.subarray(0, SECTOR * Math.floor((random() * write.data.length) / SECTOR)),
              }
            : write,
        )
      }
      writeFileSync(join(to, relative(this.folder, path)), content)
    }
  }
}
function* filesUnder(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true }))
    if (entry.isDirectory()) yield* filesUnder(join(folder, entry.name))
    else yield join(folder, entry.name)
}
function* foldersUnder(folder: string): Generator<string> {
  yield folder
  for (const entry of readdirSync(folder))
    if (statSync(join(folder, entry)).isDirectory()) yield* foldersUnder(join(folder, entry))
}

const ask = (
  engine: Engine,
  op: 'query' | 'exec' | 'begin' | 'commit' | 'close',
  sql = '',
  params: unknown[] = [],
  tx?: number,
) => engine.answer({ id: 0, op, sql, params, tx: tx ?? null }) as Promise<never>
async function insert(engine: Engine, id: number): Promise<void> {
  const tx = await ask(engine, 'begin')
  await ask(engine, 'query', 'INSERT INTO edit VALUES ($1, $2)', [id, `whole ${'x'.repeat(id % 700)} ${id}`], tx)
  await ask(engine, 'query', 'INSERT INTO twin VALUES ($1)', [id], tx)
  await ask(engine, 'commit', '', [], tx)
}

describe('a power cut', () => {
  const cuts = Number(process.env.KEVRO_POWER_CUTS ?? 5)
  it(
    `at ${cuts} moments: every acknowledged edit is there, none torn`,
    { timeout: 900000 + cuts * 10000 },
    async () => {
      const image = preparedImage()
      const start = join(root, 'start')
      const first = new Engine({ fs: new FlushingFs(start), image })
      await ask(first, 'exec', 'CREATE TABLE edit (id integer PRIMARY KEY, words text); CREATE TABLE twin (id integer)')
      await ask(first, 'close')
      for (let cut = 1; cut <= cuts; cut++) {
        const random = seeded(cut)
        const running = join(root, 'running')
        rmSync(running, { recursive: true, force: true })
        cpSync(start, running, { recursive: true })
        const fs = new RecordingFs(running)
        fs.begin()
        const engine = new Engine({ fs, image: null })
        const acknowledged: number[] = []
        let next = 1
        const many = 10 + Math.floor(random() * 60)
        // Several hands at once, so that commits meet; a checkpoint in the middle.
        const hand = async () => {
          while (next <= many) {
            const id = next++
            await insert(engine, id)
            acknowledged.push(id)
            if (id % 25 === 0) await ask(engine, 'exec', 'CHECKPOINT')
          }
        }
        const hands = [hand(), hand(), hand()]
        const at = Math.floor(random() * many)
        while (acknowledged.length < at) await new Promise((pass) => setImmediate(pass))
        const promised = [...acknowledged]
        const after = join(root, 'after')
        fs.cut(after, random)
        await Promise.all(hands)
        expect(fs.flushes).toBeGreaterThan(0)
        await ask(engine, 'close')

        const again = new Engine({ fs: new FlushingFs(after), image: null })
        const rows: { id: number; words: string }[] = await ask(
          again,
          'query',
          'SELECT id, words FROM edit ORDER BY id',
        )
        const twins: { id: number }[] = await ask(again, 'query', 'SELECT id FROM twin ORDER BY id')
        await ask(again, 'close')
        const there = new Set(rows.map((r) => r.id))
        expect(
          promised.filter((id) => !there.has(id)),
          `lost at cut ${cut}`,
        ).toEqual([])
        expect(
          twins.map((t) => t.id),
          `half an edit at cut ${cut}`,
        ).toEqual(rows.map((r) => r.id))
        for (const { id, words } of rows) expect(words).toBe(`whole ${'x'.repeat(id % 700)} ${id}`)
      }
    },
  )
})
