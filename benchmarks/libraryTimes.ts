import { readFile } from 'node:fs/promises'
import type { AddressInfo } from 'node:net'
import { existsSync } from 'node:fs'
import { standardState } from '#core/compare/setup.ts'
import { seeded, normal } from '#core/numerics/random.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { LibraryPage, LibrarySearch, SetupBody } from '#contract/library.ts'
import { openEmbedded } from '#server/db/embedded.ts'
import { migrate } from '#server/db/migrate.ts'
import { makeApp } from '#server/http/app.ts'
import { insertReferences, tidyIndex } from '#server/queries/library.ts'

const STYLES = ['flat', 'spin', 'all-court', 'touch']
const MAKERS = ['Corvane', 'Tessaly', 'Hollowick', 'Ondrey', 'Merle', 'Bellamast']
const GRADES = ['measured by us', 'measured by others', 'published', 'hearsay'] as const

/** A seeded library: numbers like those of adult frames, a fifth of them unknown. */
export function* setups(count: number): Generator<{ id: string; body: SetupBody }> {
  const random = seeded(20261124)
  const gauss = normal(random)
  const { condition, axisCm } = standardState(tennis)
  for (let i = 0; i < count; i++) {
    const some = (mean: number, spread: number) => {
      const value = mean + spread * gauss()
      return random() < 0.2 ? null : { low: value, high: value, u: null }
    }
    const style = STYLES[i % 4]
    yield {
      id: `bench-${i}`,
      body: {
        sport: 'tennis',
        name: `${MAKERS[i % 6]} model ${i}`,
        kind: i % 5 === 0 ? 'professional' : 'retail',
        style,
        painted: '',
        really: '',
        shape: tennis.outlines[i % 2].name,
        strings: '',
        geometry: tennis.geometry,
        note: '',
        reports: [
          {
            id: 'r',
            source: `list ${i % 97}`,
            dated: '2026',
            grade: GRADES[i % 4],
            condition,
            axisCm,
            figures: {
              mass: { low: 310 + 12 * gauss(), high: 0, u: null },
              balance: some(32.4, 0.6),
              swingWeight: some(318, 14),
              twistWeight: some(13.8, 0.8),
            },
            note: '',
          },
        ],
      },
    }
  }
}

/** Times over HTTP from the request to the parsed answer, ms, with so many setups in the library. */
export async function libraryTimes(count: number, repeats: number): Promise<Record<string, number[]>> {
  const image = existsSync('.cache/database.tgz') ? new Uint8Array(await readFile('.cache/database.tgz')) : null
  const db = await openEmbedded({ dataDir: null, image })
  await migrate(db)
  const start = performance.now()
  let batch: { id: string; body: SetupBody }[] = []
  for (const one of setups(count)) {
    const { mass } = one.body.reports[0].figures
    mass!.high = mass!.low
    batch.push(one)
    if (batch.length === 2000) {
      await insertReferences(db, batch, '')
      batch = []
    }
  }
  if (batch.length > 0) await insertReferences(db, batch, '')
  await tidyIndex(db)
  const times: Record<string, number[]> = { 'taking in, s': [(performance.now() - start) / 1000] }
  const server = makeApp(db, null).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  const { port } = server.address() as AddressInfo
  const search = async (name: string, body: LibrarySearch) => {
    const begun = performance.now()
    const response = await fetch(`http://127.0.0.1:${port}/api/library/search`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    const page = (await response.json()) as LibraryPage
    if (!response.ok || page.total === 0) throw new Error(`${name}: nothing found`)
    ;(times[name] ??= []).push(performance.now() - begun)
  }
  for (let i = 0; i < repeats; i++) {
    const near = { mass: 300 + i, balance: 32.2, swingWeight: 310 + i, twistWeight: 13.6 }
    await search('nearest 20', { sport: 'tennis', near })
    await search('nearest 20 of a game', { sport: 'tennis', near, styles: [STYLES[i % 4]] })
    await search('by words', { sport: 'tennis', text: `corvane ${10 + i}` })
    await search('by range of swing weight', { sport: 'tennis', ranges: { swingWeight: { low: 318, high: 319 } } })
    await search('by two ranges and a game', {
      sport: 'tennis',
      styles: ['spin'],
      ranges: { swingWeight: { low: 310, high: 330 }, mass: { low: 300, high: 305 } },
    })
    await search('by grade and kind', { sport: 'tennis', grades: ['hearsay'], kinds: ['professional'] })
    await search('first page', { sport: 'tennis' })
    await search('page 2000', { sport: 'tennis', offset: 40000 })
  }
  server.close()
  await db.close()
  return times
}
