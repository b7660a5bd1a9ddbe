import type { DriveConflict, DriveRecord } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import { RequestFailure } from '../../api/client.ts'
import type { SaveRequest } from '../../drives/drives-api.ts'

export type SaveState =
  | { readonly is: 'saved'; readonly at: string }
  | { readonly is: 'changed' }
  | { readonly is: 'saving' }
  /** The server does not answer; what was changed is tried again, and kept in this browser where there is room. */
  | { readonly is: 'away'; readonly retryInMs: number; readonly kept: boolean }
  | { readonly is: 'conflict'; readonly conflict: DriveConflict }
  | { readonly is: 'refused'; readonly message: string }

/** A change that the server has not acknowledged, as it is kept in the browser. */
export interface Unsaved {
  readonly basedOn: number
  /** A save that was sent and not answered: it must be sent again as it was, lest it count twice. */
  readonly sent: SaveRequest | null
  readonly document: CheckedDrive
}

/** Where changes are kept while the server is away; the browser's own storage outside tests. */
export interface UnsavedShelf {
  readonly read: () => Unsaved | null
  /** False where it could not be kept: there is no room, or no storage at all. */
  readonly write: (unsaved: Unsaved | null) => boolean
}

export interface SaverParts {
  readonly send: (save: SaveRequest) => Promise<DriveRecord>
  readonly shelf: UnsavedShelf
  readonly newId: () => string
  readonly onState: (state: SaveState) => void
}

/** Milliseconds of quiet before a change is sent. */
export const QUIET_MS = 400
/** Milliseconds to wait before trying again, longer each time. */
const RETRY_MS = [1000, 2000, 4000, 8000, 15_000] as const

/**
 * Sends a drive's changes to the server one save at a time, newest last. A save without an answer is sent again under
 * the same id, so that it counts once; what is not acknowledged is on the shelf and outlives the page.
 */
export class Saver {
  /** The newest version of the drive that this page has seen. */
  version: number
  private pending: CheckedDrive | null = null
  /** What was done since the last save, each thing once. */
  private done = new Set<string>()
  private sent: SaveRequest | null = null
  private failures = 0
  private timer: ReturnType<typeof setTimeout> | undefined
  /** The save that is on its way; it rejects only on a fault of the program. */
  private sending: Promise<void> | null = null
  private stopped = false
  /** Whether what is unsaved is in this browser, and not in the page alone. */
  private kept = true
  state: SaveState

  constructor(
    private readonly parts: SaverParts,
    record: Pick<DriveRecord, 'version' | 'updatedAt'>,
  ) {
    this.version = record.version
    this.state = { is: 'saved', at: record.updatedAt }
  }

  /** Takes up what an earlier visit left unsaved; returns the document it had reached, if there is one. */
  resume(): CheckedDrive | null {
    const unsaved = this.parts.shelf.read()
    if (unsaved === null) return null
    this.version = unsaved.basedOn
    this.sent = unsaved.sent
    // A document that was sent and not changed since needs sending once only.
    const same = JSON.stringify(unsaved.sent?.document) === JSON.stringify(unsaved.document)
    this.pending = same ? (unsaved.sent?.document ?? null) : unsaved.document
    this.tell({ is: 'changed' })
    this.schedule(0)
    return unsaved.document
  }

  /** A new state of the document, and what was done to it; it is sent after a moment of quiet. */
  changed(document: CheckedDrive, what?: string): void {
    if (this.state.is === 'refused') this.failures = 0
    this.pending = document
    if (what !== undefined) this.done.add(what)
    this.shelve()
    if (this.state.is === 'conflict') return
    if (this.sending === null && this.failures === 0) {
      this.tell({ is: 'changed' })
      this.schedule(QUIET_MS)
    }
  }

  /** Sends now what is waiting, after the person asked or the network came back. */
  tryNow(): void {
    if (this.pending !== null || this.sent !== null) this.schedule(0)
  }

  /** Goes on from a version that another tab has saved; false while something of this page's own is unsaved. */
  follow({ version, updatedAt }: Pick<DriveRecord, 'version' | 'updatedAt'>): boolean {
    if (this.state.is !== 'saved' || version <= this.version) return false
    this.version = version
    this.tell({ is: 'saved', at: updatedAt })
    return true
  }

  /** Ends a conflict: this document stands on the version that is there now. */
  resolve(current: Pick<DriveRecord, 'version' | 'updatedAt'>, document: CheckedDrive | null): void {
    this.version = current.version
    this.sent = null
    this.pending = document
    this.failures = 0
    this.shelve()
    this.tell(document === null ? { is: 'saved', at: current.updatedAt } : { is: 'changed' })
    if (document !== null) this.schedule(0)
  }

  /** Ends the saver's timers; what is unsaved stays on the shelf. */
  stop(): void {
    this.stopped = true
    clearTimeout(this.timer)
    // The last change need not wait for its moment of quiet when the page is left.
    if (this.sending === null && this.pending !== null && this.state.is === 'changed') void this.sendNext()
  }

  /** Sends all that is waiting; resolves to whether everything is with the server now. */
  async flush(): Promise<boolean> {
    while (this.pending !== null || this.sent !== null) {
      await (this.sending ?? this.sendNext())
      if (this.failures > 0 || this.state.is === 'conflict') return false
    }
    return true
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.sendNext(), ms)
  }

  private sendNext(): Promise<void> {
    const save = this.sent ?? this.nextSave()
    if (this.sending !== null || this.state.is === 'conflict' || save === null) return Promise.resolve()
    this.sending = this.sendOne(save)
    return this.sending
  }

  private async sendOne(save: SaveRequest): Promise<void> {
    clearTimeout(this.timer)
    this.sent = save
    this.shelve()
    this.tell({ is: 'saving' })
    try {
      this.acknowledged(await this.parts.send(save), save)
    } catch (error) {
      this.failed(error)
    } finally {
      this.sending = null
    }
    if (this.failures === 0 && this.pending !== null && !this.stopped) this.schedule(QUIET_MS)
  }

  private nextSave(): SaveRequest | null {
    if (this.pending === null) return null
    const reason = reasonFor([...this.done])
    this.done = new Set()
    return { basedOn: this.version, saveId: this.parts.newId(), document: this.pending, reason }
  }

  private acknowledged(record: DriveRecord, save: SaveRequest): void {
    this.version = record.version
    this.sent = null
    this.failures = 0
    if (this.pending === save.document) this.pending = null
    this.shelve()
    this.tell(this.pending === null ? { is: 'saved', at: record.updatedAt } : { is: 'changed' })
  }

  private failed(error: unknown): void {
    if (!(error instanceof RequestFailure)) throw error
    const { conflict } = error.details
    if (conflict !== undefined && 'document' in conflict.yours) {
      this.sent = null
      this.tell({ is: 'conflict', conflict: conflict as DriveConflict })
      return
    }
    this.failures++
    if (!error.away) {
      this.sent = null
      this.tell({ is: 'refused', message: error.message })
      return
    }
    const retryInMs = RETRY_MS[Math.min(this.failures, RETRY_MS.length) - 1] ?? 15_000
    this.tell({ is: 'away', retryInMs, kept: this.kept })
    if (!this.stopped) this.schedule(retryInMs)
  }

  private shelve(): void {
    const document = this.pending ?? this.sent?.document ?? null
    this.kept = this.parts.shelf.write(document === null ? null : { basedOn: this.version, sent: this.sent, document })
  }

  private tell(state: SaveState): void {
    this.state = state
    this.parts.onState(state)
  }
}

/** Characters of a reason the server keeps. */
const MAX_REASON = 120

function reasonFor(done: readonly string[]): string {
  if (done.length === 0) return 'changed'
  const all = done.join(', ')
  return all.length <= MAX_REASON ? all : `${all.slice(0, MAX_REASON - 2).trimEnd()} …`
}
