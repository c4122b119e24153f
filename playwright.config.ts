import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'

const PORT = 4391
const BENCH = 4394
process.env.KEVRO_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'kevro-e2e-'))
const image = process.env.KEVRO_IMAGE ?? '.cache/database.tgz'

export default defineConfig({
  testDir: 'e2e',
  timeout: 60000,
  expect: { timeout: 10000 },
  workers: 1,
  retries: 0,
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
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
  webServer: [
    {
      command: `node dist/server/simulatedBench.js --port ${BENCH} --seed 11 --speed 6 --warm`,
      port: BENCH,
      stdout: 'ignore',
      gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
    },
    {
      command: `node dist/server/main.js --demo --port ${PORT} --bench ${BENCH} --data ${process.env.KEVRO_E2E_DATA} --image ${image}`,
      url: `http://127.0.0.1:${PORT}/api/overview`,
      timeout: 60000,
      stdout: 'ignore',
      gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
    },
  ],
})
