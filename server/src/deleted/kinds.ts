import type { EntityManager } from 'typeorm'
import type { DeletedKind, Role } from '@emery/core/api'

/** A kind of row that is marked as deleted rather than removed. */
interface Kind {
  readonly kind: DeletedKind
  /** Its address below `/api`, with the id in parentheses. */
  readonly path: RegExp
  readonly table: string
  /** What a row is called: an SQL expression over `subject`. */
  readonly title: string
  /** Whether it belongs to a drive, and so is named with it and comes back with it. */
  readonly ofDrive: boolean
  /** Who may bring one back: whoever may delete one. */
  readonly needs: Role
}

const ofDrive = (kind: DeletedKind, named: string, title: string): Kind => ({
  kind,
  path: new RegExp(`^/drives/[^/]+/${named}/([^/]+)`),
  table: named,
  title,
  ofDrive: true,
  needs: 'mechanic',
})

/** A drive with the vehicle it is on: many are called “Main drive”. */
export function driveTitle(drive: string): string {
  return `CONCAT_WS(', ', (SELECT vehicle.name FROM vehicles vehicle WHERE vehicle.id = ${drive}.vehicleId), ${drive}.name)`
}

/** What is nested stands before what it is nested in. */
export const KINDS: readonly Kind[] = [
  ofDrive('fitting', 'fittings', 'subject.mark'),
  ofDrive('diagnosis', 'diagnoses', 'subject.causeName'),
  ofDrive('inspection', 'inspections', 'LEFT(subject.inspectedAt, 10)'),
  {
    kind: 'vehicle',
    path: /^\/vehicles\/([^/]+)/,
    table: 'vehicles',
    title: "CONCAT_WS(', ', NULLIF(subject.name, ''), NULLIF(subject.plate, ''))",
    ofDrive: false,
    needs: 'mechanic',
  },
  {
    kind: 'drive',
    path: /^\/drives\/([^/]+)/,
    table: 'drives',
    title: driveTitle('subject'),
    ofDrive: false,
    needs: 'mechanic',
  },
  {
    kind: 'job',
    path: /^\/jobs\/([^/]+)/,
    table: 'jobs',
    title: "CONCAT_WS(': ', CONCAT('Job ', subject.number), NULLIF(subject.complaint, ''))",
    ofDrive: true,
    needs: 'mechanic',
  },
  {
    kind: 'shelf belt',
    path: /^\/shelf\/([^/]+)/,
    table: 'shelf_belts',
    title: "CONCAT_WS(', ', NULLIF(subject.mark, ''), NULLIF(subject.place, ''))",
    ofDrive: false,
    needs: 'mechanic',
  },
  {
    kind: 'part of the table',
    path: /^\/belt-line-parts\/([^/]+)/,
    table: 'belt_line_parts',
    title: 'subject.name',
    ofDrive: false,
    needs: 'mechanic',
  },
  {
    kind: 'picture',
    path: /^\/photos\/([^/]+)/,
    table: 'photos',
    title: "CONCAT_WS(', ', DATE_FORMAT(subject.addedAt, '%Y-%m-%d'), NULLIF(subject.addedBy, ''))",
    ofDrive: false,
    needs: 'mechanic',
  },
  { kind: 'person', path: /^\/people\/([^/]+)/, table: 'people', title: 'subject.name', ofDrive: false, needs: 'lead' },
]

/** The row that an address below `/api` is about, and what it is called; null where there is none. */
export async function subjectOf(
  manager: EntityManager,
  path: string,
): Promise<{ readonly id: string; readonly words: string } | null> {
  for (const { kind, path: pattern, table, title } of KINDS) {
    const id = pattern.exec(path)?.[1]
    if (id === undefined) continue
    const [row] = await manager.query<{ readonly title: string | null }[]>(
      `SELECT ${title} AS title FROM ${table} subject WHERE subject.id = ?`,
      [id],
    )
    return row === undefined ? null : { id, words: `${kind} ${row.title ?? ''}`.trim() }
  }
  return null
}
