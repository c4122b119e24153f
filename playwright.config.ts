import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'

process.env.KEVRO_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'kevro-e2e-'))
/** One for each worker: the tests change the shop, so no two of them share one. */
export const STANDS = [
  { port: 4391, bench: 4394 },
  { port: 4396, bench: 4399 },
].map((ports) => ({ ...ports, data: join(process.env.KEVRO_E2E_DATA!, String(ports.port)) }))
const image = process.env.KEVRO_IMAGE ?? '.cache/database.tgz'

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
  webServer: STANDS.flatMap(({ port, bench, data }) => [
    {
      command: `node dist/server/simulatedBench.js --port ${bench} --seed 11 --speed 6 --warm`,
      port: bench,
      stdout: 'ignore' as const,
      gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 5000 },
    },
    {
      command: `node dist/server/main.js --demo --port ${port} --bench ${bench} --data ${data} --image ${image}`,
      url: `http://127.0.0.1:${port}/api/overview`,
      timeout: 300000,
      stdout: 'ignore' as const,
      gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 5000 },
    },
  ]),
})
