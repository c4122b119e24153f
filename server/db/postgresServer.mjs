// A PostgreSQL of one's own for tests and attacks: private folder, free port of this machine only. Plain Node.
import { execFileSync, spawnSync } from 'node:child_process'
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, chownSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const DEBIAN = '/usr/lib/postgresql'
const root = process.getuid?.() === 0

/** The folder of PostgreSQL's programs: PG_BIN, Debian's newest, or installed with apt when that is possible; null when there is none. */
export function postgresBin(say = console.log) {
  const find = () => {
    if (process.env.PG_BIN) return process.env.PG_BIN
    if (!existsSync(DEBIAN)) return null
    const versions = readdirSync(DEBIAN).sort((a, b) => Number(b) - Number(a))
    return versions.map((v) => join(DEBIAN, v, 'bin')).find((bin) => existsSync(join(bin, 'initdb'))) ?? null
  }
  const there = find()
  if (there) return there
  if (!root || spawnSync('which', ['apt-get']).status !== 0) return null
  say('· Installing PostgreSQL for the tests')
  execFileSync('apt-get', ['update', '-qq'], { stdio: 'ignore' })
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'postgresql'], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  return find()
}

const freePort = () =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => done(port))
    })
  })

/**
 * Lays out a fresh server and starts it. It does not run as root: there it runs as the user that Debian made for it.
 * @returns its address, how to stop and start it, how to break one of its backends, and how to be rid of it
 */
export async function startPostgres(bin = postgresBin()) {
  if (!bin) throw new Error('PostgreSQL is not here. Install it (on Debian: apt-get install postgresql) or set PG_BIN.')
  const folder = mkdtempSync(join(tmpdir(), 'kevro-postgres-'))
  const data = join(folder, 'data')
  mkdirSync(data)
  const user = root
    ? { uid: Number(execFileSync('id', ['-u', 'postgres'])), gid: Number(execFileSync('id', ['-g', 'postgres'])) }
    : {}
  if (root) for (const path of [folder, data]) chownSync(path, user.uid, user.gid)
  chmodSync(folder, 0o700)
  const port = await freePort()
  const run = (program, args) => {
    const { status, stderr } = spawnSync(join(bin, program), args, { ...user, cwd: folder, encoding: 'utf8' })
    if (status !== 0) throw new Error(`${program}: ${stderr}`)
  }
  run('initdb', ['-D', data, '-U', 'kevro', '-A', 'trust', '-E', 'UTF8', '--locale=C', '-N'])
  const log = join(folder, 'log')
  const options = `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c fsync=off -c max_connections=60`
  const start = () => run('pg_ctl', ['-D', data, '-l', log, '-o', options, '-w', 'start'])
  const stop = (mode = 'fast') => run('pg_ctl', ['-D', data, '-m', mode, '-w', 'stop'])
  start()
  return {
    url: (database = 'postgres') => `postgres://kevro@127.0.0.1:${port}/${database}`,
    start,
    stop,
    end() {
      try {
        stop('immediate')
      } catch {
        // It was stopped already.
      }
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
