import type { DataSource } from 'typeorm'
import {
  JOB_STAGES,
  shopRulesOf,
  type Board,
  type BoardCounts,
  type BoardDue,
  type BoardDues,
  type BoardRow,
  type BoardPart,
  type BoardParts,
  type JobPart,
  type BoardWeek,
  type Priority,
  type JobStage,
  type JobStatus,
} from '@emery/core/api'
import { mustRule, wearKey } from '@emery/core/rules'
import { RuleService } from '../rules/rule-service.ts'
import { likeOf } from './words.ts'

export interface BoardQuery {
  readonly stage: JobStage | null
  readonly vehicleId: string | null
  /** Who is on it. */
  readonly hand: string | null
  /** In small letters; every word has to stand in the complaint, the job's number, the vehicle's name or plate, or the drive's name. */
  readonly words: readonly string[]
  readonly limit: number
  readonly offset: number
}

/** Jobs of a week's plan that are shown at once. */
const MAX_WEEK = 300
/** Entries of what is due that are shown at once. */
const MAX_DUE = 30
/** km and days ahead at which something is shown as due (nominal). */
const AHEAD_KM = 500
const AHEAD_MS = 14 * 86_400_000

/** Jobs by what they wait for, and what is due. Nothing is computed here: it was, when the job, the drive or the inspection was saved. */
export class BoardService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** One page. How many there are in all nobody is told: counting them would cost more than finding these. */
  async board({ limit, ...query }: BoardQuery): Promise<Board> {
    const ids = await this.ids({ ...query, limit: limit + 1 })
    return { rows: await this.rows(ids.slice(0, limit)), more: ids.length > limit }
  }

  /** Overdue first; by distance only where the vehicle's was read. */
  async dues(): Promise<BoardDues> {
    const until = new Date(this.now().getTime() + AHEAD_MS).toISOString().slice(0, 10)
    const found = await this.source.query<RawDue[]>(
      `SELECT due.*, drive.name AS driveName, vehicle.name AS vehicleName, vehicle.plate, vehicle.distance FROM (
         SELECT driveId, vehicleId, words, part, partName, what, dueOn, dueKm, aheadKm, dueOn IS NOT NULL OR dueKm IS NOT NULL AS later
           FROM drive_dues
          WHERE (dueOn IS NULL AND dueKm IS NULL) OR dueOn <= ? OR aheadKm <= ?
          ORDER BY later, dueOn, aheadKm, driveId
          LIMIT ?
       ) due JOIN drives drive ON drive.id = due.driveId AND drive.deletedAt IS NULL
       LEFT JOIN vehicles vehicle ON vehicle.id = due.vehicleId
       ORDER BY due.later, due.dueOn, due.aheadKm, due.driveId`,
      [until, AHEAD_KM, MAX_DUE + 1],
    )
    const unseen = found.length > MAX_DUE ? [] : await this.unseen(MAX_DUE + 1 - found.length)
    const due = [...found.map(boardDue), ...unseen]
    return { due: due.slice(0, MAX_DUE), more: due.length > MAX_DUE }
  }

  /** The parts of the jobs of some days. */
  async parts(until: string): Promise<BoardParts> {
    const { ids, more } = await this.weekIds(until)
    if (ids.length === 0) return { parts: [], more }
    // Their drives, whose rows are large, are not read for it.
    const found = await this.source.query<RawParts[]>(
      `SELECT job.id, job.number, job.driveId, job.promisedFor, JSON_EXTRACT(job.document, '$.parts') AS parts,
              vehicle.id AS vehicleId, vehicle.name AS vehicleName, vehicle.plate, vehicle.distance
         FROM jobs job LEFT JOIN vehicles vehicle ON vehicle.id = job.vehicleId
        WHERE job.id IN (?) AND JSON_LENGTH(job.document, '$.parts') > 0`,
      [ids],
    )
    const rows = new Map(found.map((row) => [row.id, row]))
    const parts = ids.flatMap((id) => {
      const row = rows.get(id)
      return row === undefined ? [] : partsOf(row)
    })
    return { parts, more }
  }

  /** Vehicles with no inspection and no fitting on record, by the workshop's interval: those that have run furthest first. */
  private async unseen(most: number): Promise<BoardDue[]> {
    const rules = shopRulesOf(await new RuleService(this.source, this.now).list())
    const months = mustRule(rules, wearKey.firstMonths)
    const before = new Date(this.now())
    before.setUTCMonth(before.getUTCMonth() - months)
    const found = await this.source.query<(RawVehicle & { readonly driveId: string | null })[]>(
      `SELECT vehicle.id AS vehicleId, vehicle.name AS vehicleName, vehicle.plate, vehicle.distance,
              (SELECT MIN(drive.id) FROM drives drive WHERE drive.vehicleId = vehicle.id AND drive.deletedAt IS NULL) AS driveId
         FROM vehicles vehicle
        WHERE vehicle.deletedAt IS NULL AND (vehicle.distance >= ? OR vehicle.createdAt <= ?)
          AND NOT EXISTS (SELECT 1 FROM drives drive JOIN inspections seen ON seen.driveId = drive.id AND seen.deletedAt IS NULL
                           WHERE drive.vehicleId = vehicle.id AND drive.deletedAt IS NULL)
          AND NOT EXISTS (SELECT 1 FROM drives drive JOIN fittings fitted ON fitted.driveId = drive.id AND fitted.deletedAt IS NULL
                           WHERE drive.vehicleId = vehicle.id AND drive.deletedAt IS NULL)
        ORDER BY vehicle.distance DESC, vehicle.id LIMIT ?`,
      [mustRule(rules, wearKey.firstKm), before, most],
    )
    return found.map((row): BoardDue => ({
      driveId: row.driveId ?? '',
      driveName: '',
      words: 'Look at the belts: no look at them is on record',
      part: '',
      partName: '',
      what: '',
      dueOn: null,
      dueKm: null,
      vehicle: vehicleOf(row),
    }))
  }

  /** Open jobs promised before a day, the late ones among them, by when they are promised; then those that are promised for no day, the urgent first. */
  async week(until: string): Promise<BoardWeek> {
    const { ids, more } = await this.weekIds(until)
    const rows = new Map((await this.rows(ids)).map((row) => [row.id, row]))
    return { rows: ids.flatMap((id) => rows.get(id) ?? []), more }
  }

  private async weekIds(until: string): Promise<{ readonly ids: readonly string[]; readonly more: boolean }> {
    const found = await this.source.query<{ id: string }[]>(
      `(SELECT id, 0 AS later, promisedFor, 0 AS waits, openedAt FROM jobs
         WHERE deletedAt IS NULL AND promisedFor < ? AND closedAt IS NULL ORDER BY promisedFor LIMIT ?)
       UNION ALL
       (SELECT id, 1 AS later, NULL AS promisedFor, priority <> 'urgent' AS waits, openedAt FROM jobs
         WHERE deletedAt IS NULL AND promisedFor IS NULL AND closedAt IS NULL ORDER BY waits, openedAt LIMIT ?)
       ORDER BY later, promisedFor, waits, openedAt`,
      [until, MAX_WEEK + 1, MAX_WEEK + 1],
    )
    return { ids: found.slice(0, MAX_WEEK).map(({ id }) => id), more: found.length > MAX_WEEK }
  }

  /** Read backward along an index of time and words, until there are enough; left to itself MariaDB would read every job instead. */
  private async ids({ stage, vehicleId, hand, words, limit, offset }: BoardQuery): Promise<string[]> {
    const conditions = [
      'deletedAt IS NULL',
      ...(stage === null ? [] : ['stage = ?']),
      ...(vehicleId === null ? [] : ['vehicleId = ?']),
      ...(hand === null ? [] : ['hands LIKE ?']),
      ...words.map(() => 'words LIKE ?'),
    ]
    const found = await this.source.query<{ id: string }[]>(
      `SELECT id FROM jobs ${words.length === 0 ? '' : 'FORCE INDEX (jobs_words)'} WHERE ${conditions.join(' AND ')}
        ORDER BY openedAt DESC ${words.length === 0 ? ', id DESC' : ''} LIMIT ? OFFSET ?`,
      [
        ...[stage, vehicleId].filter((value) => value !== null),
        ...(hand === null ? [] : [likeOf(`|${hand}|`)]),
        ...words.map(likeOf),
        limit,
        offset,
      ],
    )
    return found.map(({ id }) => id)
  }

  private async rows(ids: readonly string[]): Promise<BoardRow[]> {
    if (ids.length === 0) return []
    const found = await this.source.query<RawRow[]>(
      `SELECT job.id, job.number, job.complaint, job.stage, job.stepsDone, job.stepsAll, job.reviewsWaiting, job.dueOn, job.dueKm,
              job.openedAt, job.closedAt, job.promisedFor, job.priority, job.hands, job.estimate, job.minutes, job.version, drive.id AS driveId, drive.name AS driveName, drive.version AS driveVersion,
              vehicle.id AS vehicleId, vehicle.name AS vehicleName, vehicle.plate, vehicle.distance
         FROM jobs job JOIN drives drive ON drive.id = job.driveId
         LEFT JOIN vehicles vehicle ON vehicle.id = drive.vehicleId
        WHERE job.id IN (?) ORDER BY job.openedAt DESC, job.id DESC`,
      [ids],
    )
    return found.map(boardRow)
  }

  async counts(): Promise<BoardCounts> {
    const found = await this.source.query<{ stage: JobStage; count: string }[]>(
      'SELECT stage, COUNT(*) AS count FROM jobs WHERE deletedAt IS NULL GROUP BY stage',
    )
    const count = new Map(found.map((each) => [each.stage, Number(each.count)]))
    const all = JOB_STAGES.map((stage) => [stage, count.get(stage) ?? 0])
    return { counts: Object.fromEntries(all) as Record<JobStage, number> }
  }
}

interface RawVehicle {
  readonly vehicleId: string | null
  readonly vehicleName: string
  readonly plate: string
  readonly distance: number | null
}

interface RawRow extends JobStatus, RawVehicle {
  readonly id: string
  readonly number: number
  readonly complaint: string
  readonly openedAt: Date
  readonly closedAt: Date | null
  readonly promisedFor: string | null
  readonly priority: Priority
  readonly hands: string
  readonly estimate: number | null
  readonly minutes: number
  readonly version: number
  readonly driveId: string
  readonly driveName: string
  readonly driveVersion: number
}

interface RawParts extends RawVehicle {
  readonly id: string
  readonly number: number
  readonly driveId: string
  readonly promisedFor: string | null
  readonly parts: readonly JobPart[]
}

interface RawDue extends RawVehicle {
  readonly words: string
  readonly part: string
  readonly partName: string
  readonly what: BoardDue['what']
  readonly dueOn: string | null
  readonly dueKm: number | null
  readonly driveId: string
  readonly driveName: string
}

function vehicleOf({ vehicleId, vehicleName, plate, distance }: RawVehicle): BoardRow['vehicle'] {
  return vehicleId === null ? null : { id: vehicleId, name: vehicleName, plate, distance }
}

function partsOf(row: RawParts): BoardPart[] {
  const of = { jobId: row.id, jobNumber: row.number, driveId: row.driveId, promisedFor: row.promisedFor ?? '' }
  // The driver hands over JSON that the database has taken apart as what it is.
  return row.parts.map((part) => ({ ...part, ...of, vehicle: vehicleOf(row) }))
}

function boardRow(row: RawRow): BoardRow {
  const { id, number, complaint, stage, stepsDone, stepsAll, reviewsWaiting, dueOn, dueKm } = row
  const { priority, estimate, minutes, version } = row
  return {
    id,
    number,
    complaint,
    stage,
    stepsDone,
    stepsAll,
    reviewsWaiting,
    dueOn,
    dueKm,
    openedAt: row.openedAt.toISOString(),
    closedAt: row.closedAt?.toISOString() ?? null,
    promisedFor: row.promisedFor ?? '',
    priority,
    hands: row.hands.split('|').filter((hand) => hand !== ''),
    estimate,
    minutes,
    version,
    drive: { id: row.driveId, name: row.driveName, version: row.driveVersion },
    vehicle: vehicleOf(row),
  }
}

function boardDue(row: RawDue): BoardDue {
  const { driveId, driveName, words, part, partName, what, dueOn, dueKm } = row
  return { driveId, driveName, words, part, partName, what, dueOn, dueKm, vehicle: vehicleOf(row) }
}
