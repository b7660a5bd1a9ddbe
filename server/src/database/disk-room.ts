import { statfs } from 'node:fs/promises'
import type { DataSource } from 'typeorm'
import { ApiError } from '../http/errors.ts'

/** Milliseconds for which a look at the disk holds. */
const LOOK_HOLDS_MS = 1000

/**
 * The room on the disk under the database. MariaDB may fall over when the last of it is gone, so writes are refused a little earlier, and what
 * is there can still be read.
 */
export class DiskRoom {
  private folder: Promise<string> | undefined
  private looked = { at: -Infinity, free: Infinity }

  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    /** Bytes below which nothing is written. */
    private readonly keptFree: number,
  ) {}

  /** Rejects with DISK_FULL where too little room is left. A database on another machine looks after its own. */
  async check(): Promise<void> {
    const now = this.now().getTime()
    if (Math.abs(now - this.looked.at) > LOOK_HOLDS_MS) this.looked = { at: now, free: await this.free() }
    if (this.looked.free < this.keptFree) throw new ApiError('DISK_FULL')
  }

  private async free(): Promise<number> {
    try {
      const { bavail, bsize } = await statfs(await (this.folder ??= this.askFolder()))
      return bavail * bsize
    } catch {
      this.folder = undefined
      return Infinity
    }
  }

  private async askFolder(): Promise<string> {
    const [row] = await this.source.query<readonly { readonly folder: string }[]>('SELECT @@datadir AS folder')
    return row?.folder ?? ''
  }
}
