import { join } from 'node:path'
import { restore } from './lib/backup.mjs'
import { makeCopy } from './lib/copies.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { COPIES, DATA, ROOT, SERVER_DIST, WEB_DIST } from './lib/places.mjs'
import { isInstalled, lastLines, must, quietly } from './lib/run-command.mjs'
import { Hindrance, runMain, say, step } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { buildServer, buildWeb, setUp } from './lib/set-up.mjs'

/**
 * `npm run upgrade`, once the new Emery is checked out: builds it, makes a copy that is proved, brings the database up to date, computes again what is computed
 * from other rows, starts the server once, and starts the service again where there is one. If any of it fails after the copy, the copy is put back. `--demo` for the
 * made-up garage.
 */
await runMain(async () => {
  await setUp()
  await buildWeb()
  await buildServer()
  const service = await serviceRuns()
  if (service) await must('systemctl', ['stop', 'emery.service'])
  await withDatabase(async ({ url, shared }) => {
    if (shared) throw new Hindrance('Emery is running. Stop it, and upgrade then.')
    const { file } = await step('Making a copy', () => makeCopy(url, COPIES))
    try {
      await step('Bringing the database up to date, and trying the server on it', () => tryServer(url))
      await step('Computing again what is computed from other rows', () => compute(url))
    } catch (error) {
      await step('Putting the copy back', () => restore(url, join(COPIES, file)))
      const why = error instanceof Error ? error.message : String(error)
      throw new Hindrance(
        `The upgrade did not succeed: ${why} Everything stands as before it. Check out the Emery that ran before, and start that.`,
      )
    }
  })
  if (service) await must('systemctl', ['start', 'emery.service'])
  say(service ? 'Emery is upgraded and runs again.' : 'Emery is upgraded. Start it: npm start')
})

/** Starts the server, which brings the database up to date, asks it how it is, and stops it. */
async function tryServer(databaseUrl) {
  const server = await startServer({ databaseUrl, port: 0, webDir: WEB_DIST, logFile: join(DATA, 'upgrade.log') })
  try {
    const response = await fetch(`http://127.0.0.1:${server.port}/api/health`)
    if (!response.ok) throw new Hindrance('The new server does not reach the database.')
  } finally {
    await server.stop()
  }
}

async function compute(url) {
  const { status, output } = await quietly(process.execPath, [join(SERVER_DIST, 'check-main.mjs'), '--mend'], {
    cwd: ROOT,
    env: { ...process.env, EMERY_DATABASE_URL: url },
  })
  if (status !== 0) throw new Hindrance(lastLines(output))
}

async function serviceRuns() {
  if (!isInstalled('systemctl')) return false
  return (await quietly('systemctl', ['is-active', '--quiet', 'emery.service'])).status === 0
}
