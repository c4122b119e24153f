// What every command makes sure of first. Plain Node: it runs before anything is installed.
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))
const cache = join(root, '.cache')
const say = (text) => console.log(`· ${text}`)

const hashOf = (...parts) => {
  const hash = createHash('sha256')
  for (const part of parts) hash.update(part)
  return hash.digest('hex')
}
const stamp = (name) => join(cache, `${name}.stamp`)
const isStamped = (name, hash) => existsSync(stamp(name)) && readFileSync(stamp(name), 'utf8') === hash
const setStamp = (name, hash) => {
  mkdirSync(cache, { recursive: true })
  writeFileSync(stamp(name), hash)
}

/** Runs a program in the project's folder; ends this process when it fails. */
export function run(program, args, options = {}) {
  const result = spawnSync(program, args, { cwd: root, stdio: 'inherit', ...options })
  if (result.error) throw result.error
  if (result.status !== 0) process.exit(result.status ?? 1)
}
export const bin = (name) => join(root, 'node_modules', '.bin', name)

/** Installs from the lock file when node_modules is missing or does not belong to it. */
export function ensureInstalled() {
  const lock = hashOf(readFileSync(join(root, 'package-lock.json')), process.version)
  if (existsSync(join(root, 'node_modules')) && isStamped('install', lock)) return
  say('Installing packages from the lock file')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  setStamp('install', lock)
}

function* filesUnder(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* filesUnder(path)
    else yield path
  }
}

/** Builds pages and server when a source is newer than the last build. */
export function ensureBuilt() {
  const sources = ['core', 'contract', 'solver', 'planner', 'server', 'devices', 'web', 'demo'].flatMap((folder) => [
    ...filesUnder(join(root, folder)),
  ])
  sources.push(
    ...['vite.config.ts', 'package-lock.json', 'scripts/build.mjs', 'scripts/bundle.mjs'].map((file) =>
      join(root, file),
    ),
  )
  const seen = hashOf(
    ...sources
      .filter((f) => !f.endsWith('.test.ts'))
      .map((file) => `${file} ${statSync(file).mtimeMs} ${statSync(file).size}\n`),
  )
  if (
    existsSync(join(root, 'dist/server/main.js')) &&
    existsSync(join(root, 'dist/web/index.html')) &&
    isStamped('build', seen)
  )
    return
  say('Building')
  run(process.execPath, [join(root, 'scripts/build.mjs')])
  setStamp('build', seen)
}

/**
 * The path of a Chromium for the browser tests: CHROMIUM_PATH, Debian's headless shell (it draws no window of its own and so
 * leaves the cores to the tests), else Debian's whole browser, or the shell installed with apt when that is possible.
 */
export function ensureChromium() {
  const given = process.env.CHROMIUM_PATH
  if (given) {
    if (!existsSync(given)) fail(`CHROMIUM_PATH names ${given}, which does not exist.`)
    return given
  }
  const shell = '/usr/bin/chromium-headless-shell'
  const there = [shell, '/usr/bin/chromium'].find((path) => existsSync(path))
  if (there) return there
  if (process.getuid?.() === 0 && spawnSync('which', ['apt-get']).status === 0) {
    say('Installing Chromium for the browser tests')
    execFileSync('apt-get', ['update', '-qq'], { stdio: 'ignore' })
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell'], {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    if (existsSync(shell)) return shell
  }
  fail(
    'The browser tests need Chromium. Install it (on Debian: apt-get install chromium-headless-shell) or set CHROMIUM_PATH to one.',
  )
}

/** A prepared database image, so that a fresh start need not wait for the engine to lay out an empty one. */
export function ensureImage() {
  const image = join(cache, 'database.tgz')
  const migrations = [...filesUnder(join(root, 'server/db/migrations'))].map((file) => readFileSync(file))
  const seen = hashOf(...migrations, readFileSync(join(root, 'package-lock.json')))
  if (existsSync(image) && isStamped('image', seen)) return image
  say('Preparing an empty database')
  mkdirSync(cache, { recursive: true })
  run(process.execPath, ['--import', 'tsx', join(root, 'server/db/image.ts'), image])
  setStamp('image', seen)
  return image
}

function fail(text) {
  console.error(text)
  process.exit(1)
}
