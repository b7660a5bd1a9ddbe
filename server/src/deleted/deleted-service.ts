import type { DataSource } from 'typeorm'
import {
  DELETED_DAYS,
  MAX_DELETED_LISTED,
  mayAs,
  type DeletedKind,
  type DeletedRecord,
  type Role,
} from '@emery/core/api'
import { managerOf } from '../database/unit-of-work.ts'
import { driveTitle, KINDS } from './kinds.ts'

const DAY_MS = 24 * 3600_000

interface Found {
  readonly id: string
  readonly title: string | null
  readonly deletedAt: Date
  readonly driveId: string | null
  readonly driveName: string | null
  readonly doneBy: string | null
}

/** What was deleted lately and can be brought back. */
export class DeletedService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** What someone of a role may bring back, the last deleted first. What went with its drive comes back with it and is not listed. */
  async list(role: Role): Promise<DeletedRecord[]> {
    const since = new Date(this.now().getTime() - DELETED_DAYS * DAY_MS)
    const lists = await Promise.all(
      KINDS.filter(({ needs }) => mayAs(role, needs)).map(async (kind) => {
        const { table, title } = kind
        const drive = kind.ofDrive
          ? {
              columns: `drive.id AS driveId, ${driveTitle('drive')} AS driveName`,
              join: JOIN_DRIVE,
              and: 'AND drive.deletedAt IS NULL',
            }
          : { columns: 'NULL AS driveId, NULL AS driveName', join: '', and: '' }
        const rows = await managerOf(this.source).query<Found[]>(
          `SELECT subject.id, ${title} AS title, subject.deletedAt, ${drive.columns},
                  (SELECT entry.doneBy FROM audit_entries entry
                    WHERE entry.subjectId = subject.id AND entry.action = 'delete' ORDER BY entry.id DESC LIMIT 1) AS doneBy
             FROM ${table} subject ${drive.join}
            WHERE subject.deletedAt > ? ${drive.and}
            ORDER BY subject.deletedAt DESC LIMIT ${MAX_DELETED_LISTED}`,
          [since],
        )
        return rows.map((row) => deletedRecord(kind.kind, row))
      }),
    )
    return lists
      .flat()
      .toSorted((a, b) => (a.deletedAt < b.deletedAt ? 1 : -1))
      .slice(0, MAX_DELETED_LISTED)
  }
}

const JOIN_DRIVE = 'JOIN drives drive ON drive.id = subject.driveId'

function deletedRecord(kind: DeletedKind, { id, title, deletedAt, driveId, driveName, doneBy }: Found): DeletedRecord {
  return {
    kind,
    id,
    title: title ?? '',
    drive: driveId === null ? null : { id: driveId, name: driveName ?? '' },
    deletedAt: deletedAt.toISOString(),
    by: doneBy,
    restore: restoreAddress(kind, id, driveId ?? ''),
  }
}

function restoreAddress(kind: DeletedKind, id: string, driveId: string): string {
  const below: Readonly<Record<DeletedKind, string>> = {
    vehicle: '/vehicles',
    drive: '/drives',
    job: '/jobs',
    fitting: `/drives/${driveId}/fittings`,
    diagnosis: `/drives/${driveId}/diagnoses`,
    inspection: `/drives/${driveId}/inspections`,
    'shelf belt': '/shelf',
    'part of the table': '/belt-line-parts',
    picture: '/photos',
    person: '/people',
  }
  return `${below[kind]}/${id}/restore`
}
