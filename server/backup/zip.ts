import * as yauzl from 'yauzl'

/** What an archive may come to, unpacked: the largest shop is far below, and a crafted file does not fill the disk. */
export const LIMITS = { entries: 100_000, entryBytes: 500e6, bytes: 8e9, depth: 60 } as const

/** Reads the entries of a zip by name; none of them is unpacked before all are found to be of a size. */
export async function openZip(
  file: string,
): Promise<{ read(name: string): Promise<Buffer>; names: string[]; close(): void }> {
  const zip = await new Promise<yauzl.ZipFile>((done, failed) =>
    yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, opened) =>
      error ? failed(error) : done(opened),
    ),
  )
  const entries = new Map<string, yauzl.Entry>()
  let bytes = 0
  await new Promise<void>((done, failed) => {
    zip.on('entry', (found: yauzl.Entry) => {
      bytes += found.uncompressedSize
      if (entries.has(found.fileName)) return failed(new Error(`“${found.fileName}” is in it twice`))
      if (zip.entryCount > LIMITS.entries || found.uncompressedSize > LIMITS.entryBytes || bytes > LIMITS.bytes)
        return failed(new Error('it is larger than any shop'))
      entries.set(found.fileName, found)
      zip.readEntry()
    })
    zip.once('end', done)
    zip.once('error', failed)
    zip.readEntry()
  }).catch((error: unknown) => {
    zip.close()
    throw error
  })
  return {
    names: [...entries.keys()],
    close: () => zip.close(),
    read: (name) =>
      new Promise((done, failed) => {
        const found = entries.get(name)
        if (!found) return failed(new Error(`“${name}” is missing`))
        zip.openReadStream(found, (error, stream) => {
          if (error) return failed(error)
          const parts: Buffer[] = []
          stream.on('data', (part: Buffer) => parts.push(part))
          stream.on('error', failed)
          stream.on('end', () => done(Buffer.concat(parts)))
        })
      }),
  }
}

/** How deep lists and records of a JSON text lie in each other. */
export function depthOf(line: string): number {
  let depth = 0
  let deepest = 0
  let inText = false
  for (let i = 0; i < line.length; i++) {
    const c = line.charCodeAt(i)
    if (inText) {
      if (c === 92) i++
      else if (c === 34) inText = false
    } else if (c === 34) inText = true
    else if (c === 123 || c === 91) deepest = Math.max(deepest, ++depth)
    else if (c === 125 || c === 93) depth--
  }
  return deepest
}
