import { resolve } from 'node:path'
import { backUp } from './lib/backup.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { Hindrance, runMain, say, step } from './lib/say.mjs'

/** `npm run backup -- FILE`: everything Emery keeps, in one file; Emery may go on running. `--demo` for the made-up garage. */
await runMain(async () => {
  const [file] = process.argv.slice(2).filter((word) => !word.startsWith('--'))
  if (file === undefined) throw new Hindrance('Say where the copy goes, like: npm run backup -- emery-saturday.sql.gz')
  await withDatabase(({ url }) => step('Copying the database', () => backUp(url, resolve(file))))
  say(`Everything is in ${resolve(file)}. Keep it on another machine; pictures and names are in it.`)
})
