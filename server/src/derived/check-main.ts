import { dataSourceFor } from '../database/data-source.ts'
import { checkDerived, mendDerived } from './check-derived.ts'

/** Prints what is stale, a line each; exits with 1 where anything is. With `--mend` all of it is computed again first. */
const url = process.env['EMERY_DATABASE_URL'] ?? ''
const source = await dataSourceFor(url).initialize()
try {
  if (process.argv.includes('--mend')) await mendDerived(source, () => new Date())
  const stale = await checkDerived(source, () => new Date())
  for (const { table, row, stands, wouldBe } of stale)
    process.stdout.write(
      `${table} ${row}\n  stands:   ${JSON.stringify(stands)}\n  would be: ${JSON.stringify(wouldBe)}\n`,
    )
  process.stdout.write(stale.length === 0 ? 'All that is computed is as it should be.\n' : `${stale.length} stale.\n`)
  process.exitCode = stale.length === 0 ? 0 : 1
} finally {
  await source.destroy()
}
