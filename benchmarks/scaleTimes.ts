import { evidenceSearchSchema } from '#contract/evidence.ts'
import { ShopEvidence } from '#server/logbook/evidence.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { Database } from '#server/db/database.ts'
import { nothingMeasured } from '#core/job/documents.ts'
import { NOTHING_ON } from '#core/frame/condition.ts'
import { setups } from './libraryTimes.ts'
import { timedServer } from './timedServer.ts'

const facts = (i: number) => ({
  ...{ name: `Player ${i}`, age: 30, build: null, level: 'club', hand: 'right', hoursPerWeek: 3, style: 'spin' },
  ...{
    mishits: null,
    late: null,
    tired: null,
    pain: null,
    painWhere: '',
    complaints: null,
    cameFrom: null,
    ceiling: null,
    wants: '',
  },
})

/** A surname of three or four syllables, of which there are some thousands. */
const SYLLABLES = `ARRAY['ba','ke','lo','mi','nu','ra','se','ti','vo','za','du','fe','gi','ho','ju','pa','sa','be','ko','tu']`
export const SURNAME = `(${SYLLABLES})[1 + (n * 7) % 20] || (${SYLLABLES})[1 + (n / 3) % 20] || (${SYLLABLES})[1 + (n / 61) % 20] || (${SYLLABLES})[1 + (n / 1201) % 20]`

/** So many jobs with players, frames, three saved stages each and four readings, straight into the tables. */
async function fill(db: Database, from: number, to: number): Promise<void> {
  const geometry = JSON.stringify(tennis.geometry)
  const measure = JSON.stringify(nothingMeasured({ ...NOTHING_ON, grip: 'base', stringsG: 16 }, 10.16))
  for (let a = from; a < to; a += 1000) {
    const [first, last] = [a, Math.min(to, a + 1000) - 1]
    const part = [first, last]
    await db.query(
      `INSERT INTO player (id, facts) SELECT 'p' || n, jsonb_set($3::jsonb, '{name}', to_jsonb('Player ' || n || ' ' || ${SURNAME})) FROM generate_series($1::int, $2::int) n`,
      [...part, JSON.stringify(facts(0))],
    )
    await db.query(
      `INSERT INTO frame (id, label, player_id, geometry) SELECT 'f' || n, 'Frame ' || n, 'p' || n, $3::jsonb FROM generate_series($1::int, $2::int) n`,
      [...part, geometry],
    )
    await db.query(
      `INSERT INTO job (id, kind, frame_id, ticket) SELECT 'j' || n, 'job', 'f' || n, '{"owner":"","due":"","price":"","strings":"","returnToOriginal":false}' FROM generate_series($1::int, $2::int) n`,
      part,
    )
    await db.query(
      // One in a hundred is promised within the week.
      `INSERT INTO job_index (job_id, changed_at, number, player_name, saved, due_at)
       SELECT j.id, now(), j.number, 'Player ' || n || ' ' || ${SURNAME}, '{player,measure}', CASE WHEN n % 100 = 7 THEN now() + (n % 150) * interval '1 hour' END FROM generate_series($1::int, $2::int) n JOIN job j ON j.id = 'j' || n`,
      part,
    )
    await db.query(
      `INSERT INTO stage_revision (job_id, stage, revision, kind, content_of, body, used)
       SELECT 'j' || n, s.stage, r, 'edit', r, CASE s.stage WHEN 'player' THEN jsonb_build_object('playerId', 'p' || n, 'facts', $3::jsonb) ELSE $4::jsonb END, '{}'
       FROM generate_series($1::int, $2::int) n, (VALUES ('player'), ('measure')) s(stage), generate_series(1, 3) r`,
      [...part, JSON.stringify(facts(1)), measure],
    )
    await db.query(
      `INSERT INTO reading (id, job_id, quantity, value, axis_cm, method_id, purpose)
       SELECT 'r' || n || q.quantity, 'j' || n, q.quantity, q.value, q.axis, 'scale', 'measure' FROM generate_series($1::int, $2::int) n,
         (VALUES ('mass', 320, NULL::float8), ('balance', 32, NULL), ('swingWeight', 320, 10.16), ('twistWeight', 14, NULL)) q(quantity, value, axis)`,
      part,
    )
  }
  await db.exec('ANALYZE')
}

/**
 * Times over HTTP with 10, 2,000 and 20,000 jobs, of the records, of saves alone and during an import of 20,000 setups, and of 20,000 readings, ms.
 */
export async function scaleTimes(repeats: number): Promise<Record<string, number[]>> {
  const { db, times, ask, close } = await timedServer('scale')
  let revision = 3
  const save = (name: string) =>
    ask(name, 'PUT', '/jobs/j5/stages/measure', {
      expected: revision++,
      body: nothingMeasured(NOTHING_ON, 10.16),
      used: {},
      by: '',
    })
  let filled = 0
  for (const jobs of [10, 2000, 20000]) {
    await fill(db, filled, jobs)
    filled = jobs
    // The first are for warming up: a server just started most of all.
    const warming = jobs === 10 ? 30 : 3
    for (let i = 0; i < repeats + warming; i++) {
      const name = (what: string) => (i < warming ? 'warm' : `${what}, ${jobs} jobs`)
      await ask(name('start page'), 'GET', '/jobs?state=open&undated=true&limit=12')
      await ask(name('the day'), 'GET', '/day')
      await ask(name('job page'), 'GET', '/jobs/j5')
      await save(name('save'))
    }
    const start = performance.now()
    while (((await ask('warm', 'GET', '/evidence')) as { left: number }).left > 0);
    times[`records looked through, ${jobs} jobs`] = [performance.now() - start]
    const again = performance.now()
    await new ShopEvidence().find(db, evidenceSearchSchema.parse({}))
    times[`records after a restart, ${jobs} jobs`] = [performance.now() - again]
    for (let i = 0; i < repeats; i++) await ask(`what the records say, ${jobs} jobs`, 'GET', '/evidence')
  }
  const many = [...setups(20000)].map(({ body }) => {
    const { mass } = body.reports[0].figures
    mass!.high = mass!.low
    return body
  })
  let over = false
  const importing = ask('import of 20,000 setups', 'POST', '/library/import', {
    setups: many,
    commit: true,
    by: '',
  }).then(() => (over = true))
  while (!over) {
    await save('save during an import')
    await new Promise((next) => setTimeout(next, 50))
  }
  await importing
  const readings = Array.from({ length: 20000 }, (_, i) => ({
    ...{
      id: `bulk-${i}`,
      quantity: 'mass',
      value: 300 + (i % 40) / 10,
      axisCm: null,
      methodId: 'scale',
      typed: '',
      purpose: 'measure',
    },
    ...{ by: '', supersedes: null },
  }))
  over = false
  const bulk = ask('20,000 readings', 'POST', '/jobs/j7/readings/bulk', readings).then(() => (over = true))
  while (!over) {
    await save('save during 20,000 readings')
    await new Promise((next) => setTimeout(next, 50))
  }
  await bulk
  await close()
  return times
}
