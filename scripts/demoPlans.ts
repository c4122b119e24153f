import { writeFile } from 'node:fs/promises'
import { openEmbedded } from '#server/db/embedded.ts'
import { migrate } from '#server/db/migrate.ts'
import { solveDemoPlans } from '#server/demo/solvePlans.ts'

/** Works out the plans of the made-up jobs and keeps them where the demo takes them from. */
const db = await openEmbedded({ dataDir: null })
await migrate(db)
await writeFile(process.argv[2], `${JSON.stringify(await solveDemoPlans(db), null, 2)}\n`)
await db.close()
