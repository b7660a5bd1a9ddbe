import { openly } from './lib/run-command.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { join } from 'node:path'
import { ROOT, SERVER_DIST } from './lib/places.mjs'
import { runMain } from './lib/say.mjs'
import { buildServer } from './lib/set-up.mjs'

/**
 * `npm run check`: computes from nothing all that Emery computes from other rows (what is due, how far jobs are, words to search by) and says what
 * stands otherwise. Nothing is changed; Emery may go on running. `--demo` for the made-up garage.
 */
await runMain(async () => {
  await buildServer()
  await withDatabase(async ({ url }) => {
    process.exitCode = await openly(process.execPath, [join(SERVER_DIST, 'check-main.mjs')], {
      cwd: ROOT,
      env: { ...process.env, EMERY_DATABASE_URL: url },
    })
  })
})
