import { useQueryClient } from '@tanstack/react-query'
import { App } from 'antd'
import { useEffect, useState } from 'react'
import { RequestFailure } from '../api/client.ts'
import { usePreferences } from '../ui/preferences.ts'
import { sendJobEdit, waitingJobEdits } from './job-outbox.ts'
import { jobsKey } from './jobs-api.ts'
import styles from './waiting-job-edits.module.css'

/** Milliseconds between two looks at what waits. */
const EVERY_MS = 5000
/** Younger changes are the screen's own to send. */
const OWN_MS = 8000

/**
 * Sends what an earlier visit, or another screen, left unsent, and says how much of it waits. The screen a change was made on need
 * not be open for it.
 */
export function WaitingJobEdits() {
  const queries = useQueryClient()
  const { message } = App.useApp()
  const person = usePreferences((state) => state.person)
  const [waiting, setWaiting] = useState(0)
  useEffect(() => {
    let stopped = false
    let busy = false
    const look = async () => {
      if (busy || stopped) return
      busy = true
      try {
        const old = (await waitingJobEdits(person)).filter(({ madeAt }) => Date.now() - madeAt > OWN_MS)
        let left = old.length
        setWaiting(left)
        for (const each of old) {
          try {
            await sendJobEdit(queries, each)
            void queries.invalidateQueries({ queryKey: jobsKey(each.change.driveId) })
          } catch (reason) {
            if (reason instanceof RequestFailure && reason.away) break
            void message.error(`A change to a job was refused: ${reason instanceof Error ? reason.message : 'unknown'}`)
          }
          left--
          setWaiting(left)
        }
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
  }, [queries, person, message])
  if (waiting === 0) return null
  return (
    <p role="status" className={styles['waiting']}>
      {waiting === 1 ? '1 change to a job is' : `${waiting} changes to jobs are`} kept in this browser and waiting for
      the server.
    </p>
  )
}
