import type { DataSource } from 'typeorm'
import type { Found } from '@emery/core'
import { likeOf } from './words.ts'

/** Shown of each kind. */
const MOST_OF_A_KIND = 6

interface Raw {
  readonly id: string
  readonly driveId?: string
  readonly title: string
  readonly hint: string
}

/** Every word has to be found in `text`. */
const having = (text: string, words: readonly string[]) =>
  words.map(() => `CONCAT_WS(' ', ${text}) LIKE ?`).join(' AND ')

/** Finds vehicles, drives, jobs and belts by words of what stands on them. */
export class SearchService {
  constructor(private readonly source: DataSource) {}

  async find(words: readonly string[]): Promise<Found[]> {
    if (words.length === 0) return []
    const likes = words.map(likeOf)
    const ask = async (kind: Found['kind'], sql: string) =>
      (await this.source.query<Raw[]>(`${sql} LIMIT ${MOST_OF_A_KIND}`, likes)).map(
        ({ id, driveId = null, title, hint }) => ({
          ...{ kind, id, driveId, title, hint },
        }),
      )
    const found = await Promise.all([
      ask(
        'vehicle',
        `SELECT id, name AS title, plate AS hint FROM vehicles
          WHERE deletedAt IS NULL AND ${having('name, plate, engine', words)} ORDER BY name, id`,
      ),
      ask(
        'drive',
        `SELECT drives.id, CONCAT_WS(', ', vehicles.name, drives.name) AS title, COALESCE(vehicles.plate, '') AS hint
           FROM drives LEFT JOIN vehicles ON vehicles.id = drives.vehicleId
          WHERE drives.deletedAt IS NULL AND ${having('drives.name, vehicles.name, vehicles.plate', words)}
          ORDER BY drives.updatedAt DESC, drives.id`,
      ),
      ask(
        'job',
        `SELECT jobs.id, jobs.driveId, CONCAT_WS(', ', CONCAT('Job ', jobs.number), vehicles.name, NULLIF(jobs.complaint, '')) AS title,
                jobs.stage AS hint
           FROM jobs JOIN drives ON drives.id = jobs.driveId LEFT JOIN vehicles ON vehicles.id = drives.vehicleId
          WHERE jobs.deletedAt IS NULL
            AND ${having("'job', jobs.number, jobs.complaint, drives.name, vehicles.name, vehicles.plate", words)}
          ORDER BY jobs.openedAt DESC, jobs.number DESC`,
      ),
      ask(
        'belt',
        `SELECT id, mark AS title, CONCAT_WS(' · ', place, count) AS hint FROM shelf_belts
          WHERE deletedAt IS NULL AND ${having('mark, section, place, note', words)} ORDER BY mark, id`,
      ),
    ])
    return found.flat()
  }
}
