import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { ROOT } from './lib/places.mjs'
import { isInstalled, must, quietly } from './lib/run-command.mjs'
import { Hindrance, runMain, say, step } from './lib/say.mjs'
import { serviceFiles, SETTINGS, STATE_DIR } from './lib/service.mjs'
import { buildServer, buildWeb, setUp } from './lib/set-up.mjs'

const USER = 'emery'

const SETTINGS_TEXT = `# What Emery is told; docs/reference/settings.md says what there is.
# EMERY_HOST=0.0.0.0
# EMERY_PUBLIC_URL=https://emery.example
# EMERY_PROXIES=loopback
`

/**
 * `npm run install-service`: Emery as a service of this machine, started with it, copied each night. `-- --into FOLDER` writes its files below a folder, to be
 * looked at, and does nothing else.
 */
await runMain(async () => {
  const files = serviceFiles({ root: ROOT, node: process.execPath, user: USER })
  const into = process.argv.indexOf('--into')
  if (into !== -1) {
    const folder = process.argv[into + 1]
    if (folder === undefined) throw new Hindrance('Say which folder, like: npm run install-service -- --into /tmp/look')
    for (const [path, text] of Object.entries(files)) write(join(folder, path), text)
    say(`The files are below ${folder}. Nothing else was done.`)
    return
  }
  if (!isInstalled('systemctl')) throw new Hindrance('This machine has no systemd to run a service.')
  if (process.getuid?.() !== 0) throw new Hindrance('Services are installed by root: sudo npm run install-service')
  await setUp()
  await buildWeb()
  await buildServer()
  if ((await quietly('id', [USER])).status !== 0)
    await must('useradd', ['--system', '--home-dir', STATE_DIR, '--shell', '/usr/sbin/nologin', '--user-group', USER])
  for (const [path, text] of Object.entries(files)) write(path, text)
  if (!existsSync(SETTINGS)) write(SETTINGS, SETTINGS_TEXT, 0o640)
  await step('Starting Emery with the machine', async () => {
    await must('systemctl', ['daemon-reload'])
    await must('systemctl', ['enable', '--now', 'emery.service', 'emery-copy.timer'])
  })
  say(`Emery runs as a service. Its settings are in ${SETTINGS}, what it keeps in ${STATE_DIR}.`)
  say('How it is: systemctl status emery. What it logs: journalctl -u emery')
})

function write(path, text, mode = 0o644) {
  mkdirSync(dirname(path), { recursive: true })
  writeFileSync(path, text, { mode })
}
