import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { Button, Popconfirm } from 'antd'
import dayjs from 'dayjs'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { RequestFailure } from '../api/client.ts'
import { sendWaitingWrites, waitingWrites } from '../api/write.ts'
import { sendUnsavedDrive } from '../bench/send-unsaved-drive.ts'
import { drivesWithUnsaved } from '../saving/unsaved-drives.ts'
import { sendJobEdit, waitingJobEdits } from '../job-edits/job-outbox.ts'
import { jobsKey } from '../jobs/jobs-api.ts'
import { forgetChange } from '../saving/outbox.ts'
import { usePreferences } from '../ui/preferences.ts'
import styles from './waiting-changes.module.css'
import { writeWords } from './write-words.ts'
import { tell } from '../ui/tell.ts'

/** Milliseconds between two looks at what waits. */
const EVERY_MS = 5000
/** Younger changes are the screen's own to send. */
const OWN_MS = 8000
/** Bytes of room in this browser below which it is said, while there still is some. */
const LITTLE_ROOM = 5_000_000

/** One thing that waits, as it is listed. */
interface Listed {
  readonly id: string
  readonly words: string
  readonly madeAt: number | null
  /** The screen on which it can be seen, or from which it is sent. */
  readonly to: string | null
}

/**
 * Sends what an earlier visit, or another screen, left unsent, and lists what of it waits. The screen a change was made on need not be
 * open for it. A drive that someone else has changed meanwhile waits for its bench, where one chooses.
 */
export function WaitingChanges() {
  const queries = useQueryClient()
  const person = usePreferences((state) => state.person)
  const [waiting, setWaiting] = useState<readonly Listed[]>([])
  const [littleRoom, setLittleRoom] = useState(false)
  /** Drives that someone else has changed meanwhile: their bench asks which is to stand. */
  const conflicts = useRef(new Set<string>())
  useEffect(() => {
    let stopped = false
    let busy = false
    const refused = (words: string, reason: Error) => tell.error(`Not saved: ${words}. ${reason.message}`, 12)
    const look = async () => {
      if (busy || stopped) return
      busy = true
      try {
        setWaiting(await listed(person, conflicts.current))
        await sendAll(queries, person, { refused, conflicts: conflicts.current })
        setWaiting(await listed(person, conflicts.current))
        setLittleRoom(await hasLittleRoom())
      } finally {
        busy = false
      }
    }
    void look()
    const timer = setInterval(() => void look(), EVERY_MS)
    const now = () => void look()
    addEventListener('online', now)
    return () => {
      stopped = true
      clearInterval(timer)
      removeEventListener('online', now)
    }
  }, [queries, person])
  if (waiting.length === 0 && !littleRoom) return null
  return (
    <div role="status" className={styles['waiting']}>
      {waiting.length > 0 && (
        <details>
          <summary>
            {waiting.length === 1 ? '1 change is' : `${waiting.length} changes are`} kept in this browser and waiting
            for the server
          </summary>
          <ul>
            {waiting.map(({ id, words, madeAt, to }) => (
              <li key={id}>
                {to === null ? words : <Link to={to}>{words}</Link>}
                {madeAt !== null && <span className="soft"> {dayjs(madeAt).format('D MMM, HH:mm')}</span>}
                {to === null && (
                  <Popconfirm
                    title="Discard this change? It is not sent any more."
                    okText="Discard"
                    onConfirm={() =>
                      void forgetChange(id).then(() => setWaiting((before) => before.filter((each) => each.id !== id)))
                    }
                  >
                    <Button size="small" aria-label={`Discard: ${words}`}>
                      Discard
                    </Button>
                  </Popconfirm>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
      {littleRoom && <p>This browser has little room left to keep changes in. Free some space on this device.</p>}
    </div>
  )
}

/** Whether a change is no longer on its way from the screen it was made on. */
const isOld = ({ madeAt }: { readonly madeAt: number }) => Date.now() - madeAt > OWN_MS

/** What waits and is not on its way from an open screen. */
async function listed(person: string, conflicts: ReadonlySet<string>): Promise<readonly Listed[]> {
  const jobs = (await waitingJobEdits(person)).filter(isOld)
  const writes = (await waitingWrites(person)).filter(isOld)
  const drives = drivesWithUnsaved(person, OWN_MS)
  return [
    ...drives.map((id) => ({
      id,
      words: conflicts.has(id) ? 'Drive changed, and by someone else too. Open it and choose' : 'Drive changed',
      madeAt: null,
      to: `/drives/${id}`,
    })),
    ...jobs.map(({ id, madeAt, change: { driveId } }) => ({
      id,
      words: 'Job changed',
      madeAt,
      to: `/drives/${driveId}/belt-change`,
    })),
    ...writes.map(({ id, madeAt, change }) => ({ id, words: writeWords(change), madeAt, to: null })),
  ]
}

async function sendAll(
  queries: QueryClient,
  person: string,
  { refused, conflicts }: { readonly refused: (words: string, reason: Error) => void; readonly conflicts: Set<string> },
): Promise<void> {
  let sent = 0
  for (const drive of drivesWithUnsaved(person, OWN_MS).filter((id) => !conflicts.has(id))) {
    const became = await sendUnsavedDrive(drive, person)
    if (became === 'sent') sent++
    if (became === 'in conflict') conflicts.add(drive)
  }
  for (const each of (await waitingJobEdits(person)).filter(isOld))
    try {
      await sendJobEdit(queries, each)
      void queries.invalidateQueries({ queryKey: jobsKey(each.change.driveId) })
    } catch (reason) {
      if (!(reason instanceof RequestFailure)) throw reason
      if (reason.away) return
      refused('a change to a job', reason)
    }
  await sendWaitingWrites((await waitingWrites(person)).filter(isOld), ({ change }, refusal) => {
    if (refusal === null) sent++
    else refused(writeWords(change).toLowerCase(), refusal)
  })
  // Lists, dues and the Board may all show it.
  if (sent > 0) void queries.invalidateQueries()
}

/** Whether there is little room left; false where the browser does not say. */
async function hasLittleRoom(): Promise<boolean> {
  // Only a page served over TLS, or from this machine, is told.
  if (!('storage' in navigator)) return false
  const { quota, usage } = await navigator.storage.estimate()
  return quota !== undefined && usage !== undefined && quota - usage < LITTLE_ROOM
}
