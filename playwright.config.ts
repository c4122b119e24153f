import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'

process.env.KEVRO_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'kevro-e2e-'))
/** One for each worker, and anew for each file: the tests change the shop, so no two of them share one (`e2e/shop.ts`). */
export const STANDS = [
  { port: 4391, bench: 4394 },
  { port: 4396, bench: 4399 },
].map((ports) => ({ ...ports, data: join(process.env.KEVRO_E2E_DATA!, String(ports.port)) }))
/** An empty database to begin with. */
export const IMAGE = process.env.KEVRO_IMAGE ?? '.cache/database.tgz'

export default defineConfig({
  testDir: 'e2e',
  // Patient, for a machine that others use as well: only a test that fails waits so long. What is slow is told by the bench.
  timeout: 420000,
  expect: { timeout: 60000 },
  workers: STANDS.length,
  // On a machine with other work: the report names each test that needed a second try.
  retries: 2,
  reporter: [['list']],
  use: {
    // A click that finds nothing fails as soon as what is looked at would.
    actionTimeout: 60000,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    // Nothing waits for a menu to slide open.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
})
