import type { DataSource, SelectQueryBuilder } from 'typeorm'
import { JOB_STAGES, type Board, type BoardDue, type BoardRow, type JobStage, type JobStanding } from '@emery/core'
import { JobEntity } from '../jobs/job.entity.ts'
import { likeOf } from './words.ts'

export interface BoardQuery {
  readonly stage: JobStage | null
  readonly vehicleId: string | null
  /** Every word has to stand in the complaint, the job's number, the vehicle's name or plate, or the drive's name. */
  readonly words: readonly string[]
  readonly limit: number
  readonly offset: number
}

/** Entries of what falls due that are shown at once. */
const MOST_DUE = 30
/** km and days ahead at which something is shown as falling due (nominal). */
const AHEAD_KM = 500
const AHEAD_MS = 14 * 86_400_000

/** Jobs by what they wait for, and what falls due. Nothing is computed here: it was, when the job, the drive or the walkround was saved. */
export class BoardService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async board(query: BoardQuery): Promise<Board> {
    const [rows, total, counts, due] = await Promise.all([
      this.rows(query),
      this.total(query),
      this.counts(),
      this.due(),
    ])
    return { rows, total, counts, ...due }
  }

  private async rows(query: BoardQuery): Promise<BoardRow[]> {
    const found = await this.matching(query)
      .select([
        ...['job.id AS id', 'job.number AS number', 'job.complaint AS complaint', 'job.stage AS stage'],
        ...['job.stepsDone AS stepsDone', 'job.stepsAll AS stepsAll', 'job.looks AS looks', 'job.dueOn AS dueOn'],
        ...['job.dueKm AS dueKm', 'job.openedAt AS openedAt', 'job.closedAt AS closedAt'],
        ...['drive.id AS driveId', 'drive.name AS driveName', 'drive.version AS driveVersion'],
        ...VEHICLE_COLUMNS,
      ])
      .orderBy('job.openedAt', 'DESC')
      .addOrderBy('job.number', 'DESC')
      .limit(query.limit)
      .offset(query.offset)
      .getRawMany<RawRow>()
    return found.map(boardRow)
  }

  private async total(query: BoardQuery): Promise<number> {
    return this.matching(query).getCount()
  }

  private async counts(): Promise<Board['counts']> {
    const found: { stage: JobStage; count: string }[] = await this.source.query(
      'SELECT stage, COUNT(*) AS count FROM jobs WHERE deletedAt IS NULL GROUP BY stage',
    )
    const count = new Map(found.map((each) => [each.stage, Number(each.count)]))
    return Object.fromEntries(JOB_STAGES.map((stage) => [stage, count.get(stage) ?? 0])) as Record<JobStage, number>
  }

  /** Overdue first; by distance only where the vehicle's was read. */
  private async due(): Promise<Pick<Board, 'due' | 'dueTotal'>> {
    const until = new Date(this.now().getTime() + AHEAD_MS).toISOString().slice(0, 10)
    const found: RawDue[] = await this.source.query(
      `SELECT due.words, due.dueOn, due.dueKm, drive.id AS driveId, drive.name AS driveName,
              vehicle.id AS vehicleId, vehicle.name AS vehicleName, vehicle.plate, vehicle.distance,
              COUNT(*) OVER () AS total
         FROM drive_dues due
         JOIN drives drive ON drive.id = due.driveId AND drive.deletedAt IS NULL
         LEFT JOIN vehicles vehicle ON vehicle.id = drive.vehicleId
        WHERE (due.dueOn IS NULL AND due.dueKm IS NULL) OR due.dueOn <= ? OR due.dueKm <= vehicle.distance + ?
        ORDER BY due.dueOn IS NOT NULL OR due.dueKm IS NOT NULL, due.dueOn, due.dueKm - vehicle.distance, due.driveId
        LIMIT ?`,
      [until, AHEAD_KM, MOST_DUE],
    )
    return { due: found.map(boardDue), dueTotal: Number(found[0]?.total ?? 0) }
  }

  private matching({ stage, vehicleId, words }: BoardQuery): SelectQueryBuilder<object> {
    const query = this.source
      .createQueryBuilder()
      .from(JobEntity, 'job')
      .innerJoin('drive', 'drive', 'drive.id = job.driveId')
      .leftJoin('vehicle', 'vehicle', 'vehicle.id = drive.vehicleId')
      .where('job.deletedAt IS NULL')
    if (stage !== null) query.andWhere('job.stage = :stage', { stage })
    if (vehicleId !== null) query.andWhere('drive.vehicleId = :vehicleId', { vehicleId })
    for (const [i, word] of words.entries())
      query.andWhere(
        `CONCAT_WS(' ', job.complaint, job.number, drive.name, vehicle.name, vehicle.plate) LIKE :word${i}`,
        { [`word${i}`]: likeOf(word) },
      )
    return query
  }
}

const VEHICLE_COLUMNS = [
  ...['vehicle.id AS vehicleId', 'vehicle.name AS vehicleName', 'vehicle.plate AS plate'],
  'vehicle.distance AS distance',
]

interface RawVehicle {
  readonly vehicleId: string | null
  readonly vehicleName: string
  readonly plate: string
  readonly distance: number | null
}

interface RawRow extends JobStanding, RawVehicle {
  readonly id: string
  readonly number: number
  readonly complaint: string
  readonly openedAt: Date
  readonly closedAt: Date | null
  readonly driveId: string
  readonly driveName: string
  readonly driveVersion: number
}

interface RawDue extends RawVehicle {
  readonly words: string
  readonly dueOn: string | null
  readonly dueKm: number | null
  readonly driveId: string
  readonly driveName: string
  readonly total: string
}

function vehicleOf({ vehicleId, vehicleName, plate, distance }: RawVehicle): BoardRow['vehicle'] {
  return vehicleId === null ? null : { id: vehicleId, name: vehicleName, plate, distance }
}

function boardRow(row: RawRow): BoardRow {
  const { id, number, complaint, stage, stepsDone, stepsAll, looks, dueOn, dueKm } = row
  return {
    ...{ id, number, complaint, stage, stepsDone, stepsAll, looks, dueOn, dueKm },
    openedAt: row.openedAt.toISOString(),
    closedAt: row.closedAt?.toISOString() ?? null,
    drive: { id: row.driveId, name: row.driveName, version: row.driveVersion },
    vehicle: vehicleOf(row),
  }
}

function boardDue(row: RawDue): BoardDue {
  const { driveId, driveName, words, dueOn, dueKm } = row
  return { driveId, driveName, words, dueOn, dueKm, vehicle: vehicleOf(row) }
}
