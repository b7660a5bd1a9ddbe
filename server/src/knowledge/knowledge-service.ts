import type { DataSource } from 'typeorm'
import type { KnowledgeSave, KnowledgeVersion, KnowledgeVersionSummary } from '@emery/core/api'
import { NOMINAL_KNOWLEDGE, readKnowledge, type Knowledge } from '@emery/core/noise'
import { ApiError } from '../http/errors.ts'
import { KnowledgeEntity, type KnowledgeRow } from './knowledge.entity.ts'
import { managerOf } from '../database/unit-of-work.ts'

/** Versions listed at once. */
const MAX_VERSIONS = 200

/** What ships with Emery, of which every version of a workshop comes. */
const SHIPPED: KnowledgeVersionSummary = { version: 0, reason: 'ships with Emery', by: '', at: '' }

/** The knowledge of noises, in the versions this workshop has made of it; versions are added, never changed. */
export class KnowledgeService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** The newest that can be read: one out of an older Emery that no longer holds together is left aside. */
  async current(): Promise<KnowledgeVersion> {
    const rows = await managerOf(this.source).find(KnowledgeEntity, { order: { version: 'DESC' }, take: 1 })
    const read = rows[0] === undefined ? undefined : versionOf(rows[0])
    return read ?? { ...SHIPPED, version: rows[0]?.version ?? 0, knowledge: NOMINAL_KNOWLEDGE }
  }

  /** The newest first, with what ships as the last. */
  async list(): Promise<KnowledgeVersionSummary[]> {
    const rows = await managerOf(this.source).find(KnowledgeEntity, {
      select: { version: true, reason: true, by: true, savedAt: true },
      order: { version: 'DESC' },
      take: MAX_VERSIONS,
    })
    return [...rows.map(summaryOf), SHIPPED]
  }

  async get(version: number): Promise<KnowledgeVersion> {
    if (version === 0) return { ...SHIPPED, knowledge: NOMINAL_KNOWLEDGE }
    const row = await managerOf(this.source).findOneBy(KnowledgeEntity, { version })
    const read = row === null ? undefined : versionOf(row)
    if (read === undefined) throw new ApiError('KNOWLEDGE_NOT_FOUND')
    return read
  }

  /** Adds a version on top of the one that was seen; the version is the key, so that of two at once one is refused. */
  async save(
    knowledge: Knowledge,
    { basedOn, reason, by }: KnowledgeSave & { readonly by: string },
  ): Promise<KnowledgeVersion> {
    const row = { version: basedOn + 1, file: JSON.stringify(knowledge), reason, by, savedAt: this.now() }
    const newest = await this.newest()
    const added =
      newest === basedOn
        ? (
            (
              await managerOf(this.source)
                .createQueryBuilder()
                .insert()
                .into(KnowledgeEntity)
                .values(row)
                .orIgnore()
                .execute()
            ).raw as { readonly affectedRows: number }
          ).affectedRows
        : 0
    if (added !== 1) {
      const [current = SHIPPED] = await this.list()
      throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn }, current } })
    }
    return { ...summaryOf(row), knowledge }
  }

  private async newest(): Promise<number> {
    return (await managerOf(this.source).maximum(KnowledgeEntity, 'version')) ?? 0
  }
}

function summaryOf({ version, reason, by, savedAt }: Omit<KnowledgeRow, 'file'>): KnowledgeVersionSummary {
  return { version, reason, by, at: savedAt.toISOString() }
}

function versionOf(row: KnowledgeRow): KnowledgeVersion | undefined {
  const read = readKnowledge(JSON.parse(row.file))
  if (!read.ok) return undefined
  const version = { ...summaryOf(row), knowledge: read.knowledge }
  return read.carriedOver === null ? version : { ...version, carriedOver: read.carriedOver }
}
