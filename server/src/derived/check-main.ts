import { dataSourceFor } from '../database/data-source.ts'
import { checkDerived } from './check-derived.ts'

/** Prints what is stale, a line each; exits with 1 where anything is. */
const url = process.env['EMERY_DATABASE_URL'] ?? ''
const source = await dataSourceFor(url).initialize()
try {
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
