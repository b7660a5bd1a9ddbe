import { LessThan, MoreThan, type DataSource } from 'typeorm'
import { managerOf } from '../database/unit-of-work.ts'
import { NewsEntity } from './news.entity.ts'

/** How often the database is asked, ms: what another server has written is seen within a second. */
const LOOK_MS = 400
/**
 * News that are looked at again: a transaction may be over only after one that was begun later, and its number is then below what was seen.
 * No write takes as long as it takes to make so many others.
 */
const LOOK_BACK = 500
/** News read at once; those beyond are read the next time. */
const MOST_AT_ONCE = 2 * LOOK_BACK
/** How long news are kept, ms, and writes between two looks for those that are older. */
const KEPT_MS = 600_000
const TIDY_EVERY = 500

export type Hear = (subjects: readonly string[]) => void

/**
 * Tells whoever listens what kind of thing was written, by this server or any other on the same database: news travel through a table
 * that all of them share. Nobody asks the database while nobody listens.
 */
export class LiveNews {
  private readonly listeners = new Set<Hear>()
  private timer: NodeJS.Timeout | undefined
  private seen = new Set<number>()
  private last = 0
  private made = 0

  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** Within the transaction of a write, so that it is told only of what was kept. */
  async written(subject: string): Promise<void> {
    const manager = managerOf(this.source)
    await manager.insert(NewsEntity, { subject: subject.slice(0, 40), at: this.now() })
    if (++this.made % TIDY_EVERY === 0)
      await manager.delete(NewsEntity, { at: LessThan(new Date(this.now().getTime() - KEPT_MS)) })
  }

  /** Calls back with every new subject, once each time; the answer ends it. */
  async listen(hear: Hear): Promise<() => void> {
    if (this.listeners.size === 0) await this.begin()
    this.listeners.add(hear)
    return () => {
      this.listeners.delete(hear)
      if (this.listeners.size === 0) clearTimeout(this.timer)
    }
  }

  private async begin(): Promise<void> {
    const [newest] = await this.source.manager.find(NewsEntity, { order: { id: 'DESC' }, take: 1 })
    this.last = newest?.id ?? 0
    this.seen = new Set((await this.since()).map(({ id }) => id))
    this.again()
  }

  private since() {
    return this.source.manager.find(NewsEntity, {
      take: MOST_AT_ONCE,
      where: { id: MoreThan(this.last - LOOK_BACK) },
      order: { id: 'ASC' },
    })
  }

  private again(): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.look(), LOOK_MS).unref()
  }

  private async look(): Promise<void> {
    try {
      const fresh = (await this.since()).filter(({ id }) => !this.seen.has(id))
      for (const { id } of fresh) {
        this.seen.add(id)
        this.last = Math.max(this.last, id)
      }
      for (const id of this.seen) if (id <= this.last - 2 * LOOK_BACK) this.seen.delete(id)
      const subjects = [...new Set(fresh.map(({ subject }) => subject))]
      if (subjects.length > 0) for (const hear of this.listeners) hear(subjects)
    } catch {
      // The database is away for a moment: pages ask again when they are looked at, and news go on with it.
    }
    if (this.listeners.size > 0) this.again()
  }
}
