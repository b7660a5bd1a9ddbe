import { makeCopy } from './lib/copies.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { COPIES } from './lib/places.mjs'
import { runMain, say, step } from './lib/say.mjs'

/**
 * `npm run copies`: a copy that is proved and kept by the rule (seven days, four weeks, twelve months), as the service does each night; Emery may go on
 * running.
 */
await runMain(async () => {
  const { file, tables, rows } = await withDatabase(({ url }) =>
    step('Copying the database, and putting the copy back beside it', () => makeCopy(url, COPIES)),
  )
  say(`${file} in ${COPIES} holds ${rows} rows in ${tables} tables. Keep the folder on another disk as well.`)
})
