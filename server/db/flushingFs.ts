import { NodeFS } from '@electric-sql/pglite/nodefs'
import { closeSync, fsyncSync, openSync } from 'node:fs'

/** A file of the engine while it is open; a folder has no descriptor of its own. */
interface EngineStream {
  nfd?: number
  node: unknown
  position: number
}
export interface EngineModule {
  FS: { ErrnoError: new (errno: number) => Error }
  NODEFS: {
    realPath(node: unknown): string
    stream_ops: Record<string, unknown> & {
      write(stream: EngineStream, buffer: Int8Array, offset: number, length: number, position: number): number
      fsync?(stream: EngineStream): number
    }
    node_ops: Record<string, unknown>
  }
}
const INPUT_OUTPUT_ERROR = 29

/** The engine's files on disk, with what it asks to be flushed really flushed: as it comes, it never is. */
export class FlushingFs extends NodeFS {
  override async init(...[pg, options]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const made = await super.init(pg, options)
    const { emscriptenOpts } = made
    const prepare = (module: unknown) => this.prepare(module as EngineModule)
    emscriptenOpts.preRun = [...((emscriptenOpts.preRun as [] | undefined) ?? []), prepare] as never
    return made
  }

  protected prepare(module: EngineModule): void {
    module.NODEFS.stream_ops.fsync = (stream) => {
      try {
        this.flush(module.NODEFS.realPath(stream.node), stream.nfd)
      } catch (error) {
        console.error('the disk did not take a flush:', error)
        throw new module.FS.ErrnoError(INPUT_OUTPUT_ERROR)
      }
      return 0
    }
  }

  /** @param descriptor of the open file; a folder is opened for it */
  protected flush(path: string, descriptor: number | undefined): void {
    if (descriptor !== undefined && descriptor !== null) return fsyncSync(descriptor)
    const folder = openSync(path, 'r')
    try {
      fsyncSync(folder)
    } finally {
      closeSync(folder)
    }
  }
}
