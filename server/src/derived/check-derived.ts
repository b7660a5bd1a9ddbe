import { IsNull, type DataSource, type EntityManager } from 'typeorm'
import { rewriteWords } from '../board/find-words.ts'
import { inTransaction } from '../database/unit-of-work.ts'
import { DriveEntity } from '../drives/drive.entity.ts'
import { Derived } from './derived.ts'

/** Columns that are computed from other rows, by table; of jobs that are done, how far they were stays as it was. */
const COMPUTED = [
  ['drives', 'SELECT id AS row_, CONVERT(words USING utf8mb4) AS words FROM drives WHERE deletedAt IS NULL'],
  [
    'jobs',
    `SELECT jobs.id AS row_, CONVERT(jobs.words USING utf8mb4) AS words, jobs.vehicleId, jobs.stage, jobs.stepsDone, jobs.stepsAll,
            jobs.reviewsWaiting, jobs.dueOn, jobs.dueKm
       FROM jobs JOIN drives ON drives.id = jobs.driveId AND drives.deletedAt IS NULL
      WHERE jobs.deletedAt IS NULL AND jobs.stage <> 'done'`,
  ],
  [
    'drive_dues',
    `SELECT CONCAT(drive_dues.driveId, ' ', drive_dues.position) AS row_, drive_dues.words, drive_dues.vehicleId, drive_dues.dueOn, drive_dues.dueKm, drive_dues.aheadKm
       FROM drive_dues JOIN drives ON drives.id = drive_dues.driveId AND drives.deletedAt IS NULL`,
  ],
] as const

/** One computed value that is not what it would be if it were computed now. */
export interface Stale {
  readonly table: string
  readonly row: string
  readonly stands: unknown
  readonly wouldBe: unknown
}

/**
 * Computes from nothing all that is computed, compares it with what stands there, and leaves everything as it was. Dues hang on the day too:
 * those of yesterday may be others today.
 */
export async function checkDerived(source: DataSource, now: () => Date): Promise<readonly Stale[]> {
  const derived = new Derived(source, now)
  let found: readonly Stale[] = []
  const undone = new Error('Nothing of this is kept.')
  await inTransaction(source, async (manager) => {
    const before = await snapshot(manager)
    for (const id of await drivesIn(manager)) await computeAgain(manager, derived, id)
    found = compared(before, await snapshot(manager))
    throw undone
  }).catch((error: unknown) => {
    if (error !== undone) throw error
  })
  return found
}

/**
 * Computes all of it again and keeps it, a drive at a time: what another Emery has computed by other rules, before an upgrade, is as this one would
 * have it.
 */
export async function mendDerived(source: DataSource, now: () => Date): Promise<void> {
  const derived = new Derived(source, now)
  for (const id of await drivesIn(source.manager))
    await inTransaction(source, (manager) => computeAgain(manager, derived, id))
}

async function drivesIn(manager: EntityManager): Promise<readonly string[]> {
  return (await manager.find(DriveEntity, { where: { deletedAt: IsNull() }, select: { id: true } })).map(({ id }) => id)
}

async function computeAgain(manager: EntityManager, derived: Derived, driveId: string): Promise<void> {
  await rewriteWords(manager, { driveId })
  await derived.afterDriveChanged(driveId)
}

type Snapshot = ReadonlyMap<string, { readonly table: string; readonly row: string; readonly value: string }>

async function snapshot(manager: EntityManager): Promise<Snapshot> {
  const all = new Map<string, { table: string; row: string; value: string }>()
  for (const [table, sql] of COMPUTED) {
    const rows = await manager.query<({ readonly row_: string } & Record<string, unknown>)[]>(sql)
    for (const { row_: row, ...rest } of rows) all.set(`${table} ${row}`, { table, row, value: JSON.stringify(rest) })
  }
  return all
}

function compared(before: Snapshot, after: Snapshot): Stale[] {
  const keys = new Set([...before.keys(), ...after.keys()])
  return [...keys].flatMap((key) => {
    const [stands, wouldBe] = [before.get(key), after.get(key)]
    if (stands?.value === wouldBe?.value) return []
    const { table, row } = (stands ?? wouldBe) as { table: string; row: string }
    const read = (value: string | undefined): unknown => (value === undefined ? null : JSON.parse(value))
    return [{ table, row, stands: read(stands?.value), wouldBe: read(wouldBe?.value) }]
  })
}
