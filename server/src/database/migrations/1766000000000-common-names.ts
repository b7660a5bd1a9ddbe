import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Tables and columns that had names of their own, before and after. */
const TABLES = [
  ['findings', 'diagnoses'],
  ['walkrounds', 'inspections'],
  ['stack_parts', 'belt_line_parts'],
] as const
const COLUMNS = [
  ['diagnoses', 'foundAt', 'diagnosedAt'],
  ['diagnoses', 'foundBy', 'diagnosedBy'],
  ['inspections', 'walkedAt', 'inspectedAt'],
  ['inspections', 'walkedBy', 'inspectedBy'],
  ['jobs', 'looks', 'reviewsWaiting'],
] as const
const KEYS = [
  ['diagnoses', 'findings_drive', 'diagnoses_drive'],
  ['inspections', 'walkrounds_drive', 'inspections_drive'],
] as const

interface Tick {
  readonly look?: unknown
  readonly lookedBy?: unknown
}
interface Part {
  readonly place?: unknown
}

/**
 * Everything gets the name it is commonly known by, with its rows. Each step looks whether it was made already, so that a migration
 * that was cut off can be begun again.
 */
export class CommonNames1766000000000 implements MigrationInterface {
  readonly name = 'CommonNames1766000000000'

  async up(runner: QueryRunner): Promise<void> {
    await renameAll(runner, (pair) => pair)
    await eachDocument(runner, 'jobs', 'document', inCommonWords)
    await eachDocument(runner, 'inspections', 'checks', withVerdicts({ ok: 'fine', replace: 'act' }))
    await runner.query(`UPDATE jobs SET stage = 'belt-change' WHERE stage = 'fit'`)
    await runner.query(
      `UPDATE shop_rules SET ruleKey = CONCAT(LEFT(ruleKey, CHAR_LENGTH(ruleKey) - 5), 'min') WHERE ruleKey LIKE '%.least'`,
    )
    await runner.query(
      `UPDATE shop_rules SET ruleKey = CONCAT(LEFT(ruleKey, CHAR_LENGTH(ruleKey) - 4), 'max') WHERE ruleKey LIKE '%.most'`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `UPDATE shop_rules SET ruleKey = CONCAT(LEFT(ruleKey, CHAR_LENGTH(ruleKey) - 3), 'least') WHERE ruleKey LIKE '%.min'`,
    )
    await runner.query(
      `UPDATE shop_rules SET ruleKey = CONCAT(LEFT(ruleKey, CHAR_LENGTH(ruleKey) - 3), 'most') WHERE ruleKey LIKE '%.max'`,
    )
    await runner.query(`UPDATE jobs SET stage = 'fit' WHERE stage = 'belt-change'`)
    await eachDocument(runner, 'inspections', 'checks', withVerdicts({ fine: 'ok', act: 'replace' }))
    await eachDocument(runner, 'jobs', 'document', inOldWords)
    await renameAll(runner, ([was, is]) => [is, was])
  }
}

type Pair = readonly [was: string, is: string]

/** Renames what still has its former name: first the columns and keys of tables that are there under either name, then the tables. */
async function renameAll(runner: QueryRunner, direction: (pair: Pair) => Pair): Promise<void> {
  for (const table of TABLES) {
    const [was, is] = direction(table)
    if (await runner.hasTable(was)) await runner.query(`RENAME TABLE ${was} TO ${is}`)
  }
  const called = (table: string) => {
    const pair = TABLES.find(([, is]) => is === table)
    return pair === undefined ? table : direction(pair)[1]
  }
  for (const [table, ...column] of COLUMNS) {
    const [was, is] = direction(column)
    if (await runner.hasColumn(called(table), was))
      await runner.query(`ALTER TABLE ${called(table)} RENAME COLUMN ${was} TO ${is}`)
  }
  for (const [table, ...key] of KEYS) {
    const [was, is] = direction(key)
    if (await isThere(runner, 'STATISTICS', 'INDEX_NAME', was))
      await runner.query(`ALTER TABLE ${called(table)} RENAME INDEX ${was} TO ${is}`)
    if (await isThere(runner, 'TABLE_CONSTRAINTS', 'CONSTRAINT_NAME', `${was}_fk`))
      await runner.query(
        `ALTER TABLE ${called(table)} DROP FOREIGN KEY ${was}_fk,
          ADD CONSTRAINT ${is}_fk FOREIGN KEY (driveId) REFERENCES drives (id) ON DELETE NO ACTION ON UPDATE NO ACTION`,
      )
  }
}

async function isThere(runner: QueryRunner, kind: string, column: string, name: string): Promise<boolean> {
  const found = (await runner.query(
    `SELECT 1 FROM information_schema.${kind} WHERE TABLE_SCHEMA = DATABASE() AND ${column} = ? LIMIT 1`,
    [name],
  )) as unknown[]
  return found.length > 0
}

type JobDocument = Readonly<Record<string, unknown>>

async function eachDocument(
  runner: QueryRunner,
  table: string,
  column: string,
  change: (document: never) => unknown,
): Promise<void> {
  const rows = (await runner.query(`SELECT id, ${column} AS document FROM ${table}`)) as {
    readonly id: string
    readonly document: string
  }[]
  for (const { id, document } of rows)
    await runner.query(`UPDATE ${table} SET ${column} = ? WHERE id = ?`, [
      JSON.stringify(change(JSON.parse(document) as never)),
      id,
    ])
}

/** The verdicts of an inspection's checks in other words. */
function withVerdicts(words: Readonly<Record<string, string>>) {
  return (checks: readonly { readonly verdict: string }[]) =>
    checks.map((check) => ({ ...check, verdict: words[check.verdict] ?? check.verdict }))
}

function inCommonWords({ findings, ...job }: JobDocument): JobDocument {
  return {
    ...job,
    ticks: ((job['ticks'] ?? []) as readonly Tick[]).map(({ look, lookedBy, ...tick }) =>
      look === undefined ? tick : { ...tick, review: look, reviewedBy: lookedBy },
    ),
    parts: ((job['parts'] ?? []) as readonly Part[]).map((part) =>
      part.place === 'gone back' ? { ...part, place: 'returned' } : part,
    ),
    diagnoses: findings ?? job['diagnoses'] ?? [],
  }
}

function inOldWords({ diagnoses, ...job }: JobDocument): JobDocument {
  return {
    ...job,
    ticks: ((job['ticks'] ?? []) as readonly Readonly<Record<string, unknown>>[]).map(
      ({ review, reviewedBy, ...tick }) => ({ ...tick, look: review, lookedBy: reviewedBy }),
    ),
    parts: ((job['parts'] ?? []) as readonly Part[]).map((part) =>
      part.place === 'returned' ? { ...part, place: 'gone back' } : part,
    ),
    findings: diagnoses ?? [],
  }
}
