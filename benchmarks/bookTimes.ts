import { NOTHING_ON } from '#core/frame/condition.ts'
import { nothingMeasured } from '#core/job/documents.ts'
import { unknownPlayer } from '#core/player/facts.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { Database } from '#server/db/database.ts'
import { SURNAME } from './scaleTimes.ts'
import { timedServer } from './timedServer.ts'

/** Of so many jobs; a fifth as many players, with two frames each. */
const SIZES = [10, 1000, 100_000]
const AT_ONCE = 2000

/** A book of so many jobs, straight into the tables: eight are promised within the week and two are promised for no day, the others are signed off. */
async function fillBook(db: Database, from: number, to: number): Promise<void> {
  const geometry = JSON.stringify(tennis.geometry)
  const facts = JSON.stringify({ ...unknownPlayer(''), age: 30, level: 'club' })
  const steps: [share: number, sql: string, more: unknown[]][] = [
    [5, `INSERT INTO player (id, facts) SELECT 'p' || n, jsonb_set($3::jsonb, '{name}', to_jsonb('Player ' || n || ' ' || ${SURNAME})) FROM generate_series($1::int, $2::int) n`, [facts]], // prettier-ignore
    [2.5, `INSERT INTO frame (id, label, player_id, geometry) SELECT 'f' || n, 'Frame ' || n, 'p' || n / 2, $3::jsonb FROM generate_series($1::int, $2::int) n`, [geometry]], // prettier-ignore
    [1, `INSERT INTO job (id, kind, frame_id, ticket) SELECT 'j' || n, 'job', 'f' || floor(n / 2.5)::int, '{"owner":"","due":"","price":"","strings":"","returnToOriginal":false}' FROM generate_series($1::int, $2::int) n`, []], // prettier-ignore
    [1, `INSERT INTO job_index (job_id, changed_at, number, player_id, player_name, saved, due_at, signed_by)
         SELECT j.id, now(), j.number, p.id, p.facts ->> 'name', '{player,measure}', CASE WHEN n < 8 THEN now() + n * interval '11 hours' END,
           CASE WHEN n > 9 THEN 'JQ' END
         FROM generate_series($1::int, $2::int) n JOIN job j ON j.id = 'j' || n JOIN player p ON p.id = 'p' || n / 5`, []], // prettier-ignore
  ]
  for (const [share, sql, more] of steps)
    for (let a = Math.floor(from / share); a < to / share; a += AT_ONCE)
      await db.query(sql, [a, Math.min(to / share, a + AT_ONCE) - 1, ...more].map((v) => (typeof v === 'number' ? Math.ceil(v) : v))) // prettier-ignore
  await db.exec('ANALYZE')
}

/** Times over HTTP of the pages that are open all day, and of finding, as the book grows, ms. */
export async function bookTimes(repeats: number): Promise<Record<string, number[]>> {
  const { db, times, ask: send, close } = await timedServer('book')
  const ask = (name: string, path: string, body?: unknown) => send(name, body === undefined ? 'GET' : 'PUT', path, body)
  const measured = nothingMeasured({ ...NOTHING_ON, grip: 'base' }, tennis.axisCm)
  let revision = 0
  let filled = 0
  for (const jobs of SIZES) {
    await fillBook(db, filled, jobs)
    filled = jobs
    const warming = jobs === SIZES[0] ? 30 : 3
    for (let i = 0; i < repeats + warming; i++) {
      const at = (what: string) => (i < warming ? 'warm' : `${what}, ${jobs} jobs`)
      await ask(at('start page: jobs without a day'), '/jobs?state=open&undated=true&limit=12')
      await ask(at('start page: the day'), '/day')
      await ask(at('job page'), '/jobs/j5')
      await ask(at('save'), '/jobs/j5/stages/measure', { expected: revision++, body: measured, used: {}, by: '' })
      await ask(at('jobs by player'), '/jobs?sort=player')
      await ask(at('people by last seen'), '/book/players?sort=seen')
      await ask(at('frames by jobs'), '/book/frames?sort=jobs')
      await ask(at('people too heavy for age'), '/book/players?overClass=true')
      await ask(at('find a job'), `/jobs?find=player+${7 + (i % 3)}`)
      for (const [what, find] of [
        ['two letters', 'sa'],
        ['a name', 'sabeko'],
        ['misspelt', 'sabekkolo'],
        ['what fits all', 'pl'],
        ['a number', '4711'],
        ['nothing', 'zzzzqq'],
      ])
        // prettier-ignore
        await ask(at(`find anything, ${what}`), `/find?find=${find}`)
    }
  }
  await close()
  return times
}
