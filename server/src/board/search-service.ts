import type { DataSource } from 'typeorm'
import type { Found } from '@emery/core/api'
import { likeOf } from './words.ts'

/** Shown of each kind. */
const MAX_OF_A_KIND = 6

interface Raw {
  readonly id: string
  readonly driveId?: string
  readonly title: string
  readonly hint: string
}

/** Every word has to be found in `text`. */
const having = (text: string, words: readonly string[]) =>
  words.map(() => `CONCAT_WS(' ', ${text}) LIKE ?`).join(' AND ')

/** The same in the column that is kept for it. */
const inWords = (words: readonly string[]) => words.map(() => 'words LIKE ?').join(' AND ')

const few = `LIMIT ${MAX_OF_A_KIND}`

/** Finds vehicles, drives, jobs and belts by words of what stands on them. */
export class SearchService {
  constructor(private readonly source: DataSource) {}

  async find(words: readonly string[]): Promise<Found[]> {
    if (words.length === 0) return []
    const likes = words.map(likeOf)
    const ask = async (kind: Found['kind'], sql: string) =>
      (await this.source.query<Raw[]>(`${sql} LIMIT ${MAX_OF_A_KIND}`, likes)).map(
        ({ id, driveId = null, title, hint }) => ({
          kind,
          id,
          driveId,
          title,
          hint,
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
        `SELECT drive.id, CONCAT_WS(', ', vehicles.name, drive.name) AS title, COALESCE(vehicles.plate, '') AS hint
           FROM (SELECT id FROM drives FORCE INDEX (drives_words) WHERE deletedAt IS NULL AND ${inWords(words)} ORDER BY updatedAt DESC ${few}) found
           JOIN drives drive ON drive.id = found.id LEFT JOIN vehicles ON vehicles.id = drive.vehicleId
          ORDER BY drive.updatedAt DESC, drive.id`,
      ),
      ask(
        'job',
        `SELECT job.id, job.driveId, CONCAT_WS(', ', CONCAT('Job ', job.number), vehicles.name, NULLIF(job.complaint, '')) AS title,
                job.stage AS hint
           FROM (SELECT id FROM jobs FORCE INDEX (jobs_words) WHERE deletedAt IS NULL AND ${inWords(words)} ORDER BY openedAt DESC ${few}) found
           JOIN jobs job ON job.id = found.id LEFT JOIN vehicles ON vehicles.id = job.vehicleId
          ORDER BY job.openedAt DESC, job.number DESC`,
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
