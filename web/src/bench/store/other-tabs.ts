import type { DriveRecord } from '@emery/core/api'
import { checkDrive, type CheckedDrive } from '@emery/core/drive'

const CHANNEL = 'emery-drives'

/** Milliseconds a tab gets to say that it has a drive open. */
const ANSWER_MS = 300

/** A version of a drive that another tab of this browser has saved. */
export interface SavedElsewhere {
  readonly version: number
  readonly updatedAt: string
  readonly document: CheckedDrive
}

type Message =
  | ({ readonly says: 'saved'; readonly drive: string } & SavedElsewhere)
  | { readonly says: 'who has it open' | 'it is open here'; readonly drive: string }

/**
 * What the tabs of one browser tell each other about a drive that is open: what one has saved the others show, so that nobody is in conflict
 * with themselves; and that it is open, so that no other screen sends what its bench is about to send.
 */
export class OtherTabs {
  private channel = openChannel()

  constructor(
    private readonly drive: string,
    onSaved: (saved: SavedElsewhere) => void,
  ) {
    if (this.channel === null) return
    this.channel.onmessage = ({ data }: MessageEvent<Message>) => {
      if (data.drive !== drive) return
      if (data.says === 'who has it open') this.say({ says: 'it is open here', drive })
      if (data.says !== 'saved') return
      // A tab of an earlier version may say it in its own way.
      const read = checkDrive(data.document)
      if (read.ok) onSaved({ version: data.version, updatedAt: data.updatedAt, document: read.drive })
    }
  }

  tellSaved({ version, updatedAt, document }: DriveRecord): void {
    this.say({ says: 'saved', drive: this.drive, version, updatedAt, document })
  }

  /** What is saved after this is told to nobody: the page is being left. */
  close(): void {
    this.channel?.close()
    this.channel = null
  }

  private say(message: Message): void {
    this.channel?.postMessage(message)
  }
}

/** Whether a bench of this browser has a drive open. */
export function isOpenSomewhere(drive: string): Promise<boolean> {
  const channel = openChannel()
  if (channel === null) return Promise.resolve(false)
  return new Promise((resolve) => {
    const done = (isOpen: boolean) => {
      clearTimeout(timer)
      channel.close()
      resolve(isOpen)
    }
    const timer = setTimeout(() => done(false), ANSWER_MS)
    channel.onmessage = ({ data }: MessageEvent<Message>) => {
      if (data.drive === drive && data.says === 'it is open here') done(true)
    }
    channel.postMessage({ says: 'who has it open', drive } satisfies Message)
  })
}

function openChannel(): BroadcastChannel | null {
  return typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL)
}
