import { resolve } from 'node:path'
import { restore } from './lib/backup.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { Hindrance, runMain, say, step } from './lib/say.mjs'

/** `npm run restore -- FILE --over`: puts a copy back over what is there now. `--demo` for the made-up garage. */
await runMain(async () => {
  const [file] = process.argv.slice(2).filter((word) => !word.startsWith('--'))
  if (file === undefined)
    throw new Hindrance('Say which copy to put back, like: npm run restore -- emery-saturday.sql.gz --over')
  if (!process.argv.includes('--over'))
    throw new Hindrance('What Emery keeps now is replaced by the copy. Say that you mean it with --over.')
  await withDatabase(async ({ url, shared }) => {
    if (shared) throw new Hindrance('Emery is running. Stop it, put the copy back, and start it again.')
    await step('Putting the copy back', () => restore(url, resolve(file)))
  })
  say('It is back. Emery brings an older copy up to date when it next starts.')
})
