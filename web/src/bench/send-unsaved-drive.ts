import { v4 as newId } from 'uuid'
import { saveDrive } from '../drives/drives-api.ts'
import { isOpenSomewhere } from './store/other-tabs.ts'
import { Saver } from './store/saver.ts'
import { browserShelf } from './store/unsaved-shelf.ts'

/** What becomes of a drive's changes that are sent without its bench; in conflict they wait until someone opens it and chooses. */
export type SentUnsaved = 'sent' | 'waits' | 'in conflict'

/** Sends what a person left unsaved of a drive, as its bench would; where one has it open, that bench does. */
export async function sendUnsavedDrive(driveId: string, person: string): Promise<SentUnsaved> {
  if (await isOpenSomewhere(driveId)) return 'waits'
  const saver = new Saver(
    {
      send: (save) => saveDrive(driveId, save),
      shelf: browserShelf(driveId, { person, passesOn: true }),
      newId,
      onState: () => undefined,
    },
    { version: 0, updatedAt: '' },
  )
  if (saver.resume() === null) return 'waits'
  const isSent = await saver.flush()
  saver.stop()
  return isSent ? 'sent' : saver.state.is === 'conflict' ? 'in conflict' : 'waits'
}
