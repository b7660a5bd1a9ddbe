import { Button } from 'antd'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { registerSW } from 'virtual:pwa-register'
import styles from './waiting-changes.module.css'

/** Milliseconds after which the new version is in place; a browser that has not said so by then is not waited for. */
const TAKEN_MS = 4000
/** Milliseconds between two looks whether the server has a new version. */
const LOOK_MS = 3600_000

/**
 * Keeps the application in this browser for when the network is away, says when it is, and offers a new version once it is there: it is taken
 * when somebody presses, never in the middle of work.
 */
export function Offline() {
  const [update, setUpdate] = useState<(() => Promise<void>) | null>(null)
  useEffect(() => {
    // Only a page served over TLS, or from this machine, may keep anything.
    if (!('serviceWorker' in navigator)) return undefined
    // Asked for, so that a browser short of room takes from others first; whether it agrees is its own affair.
    void navigator.storage.persist().catch(() => undefined)
    let timer: ReturnType<typeof setInterval> | undefined
    const take = registerSW({
      immediate: true,
      onNeedRefresh: () =>
        setUpdate(() => async () => {
          await take(true)
          setTimeout(() => location.reload(), TAKEN_MS)
        }),
      onRegisteredSW: (_address, registration) => {
        timer = setInterval(() => void registration?.update().catch(() => undefined), LOOK_MS)
      },
    })
    return () => clearInterval(timer)
  }, [])
  const online = useSyncExternalStore(subscribe, () => navigator.onLine)
  if (online && update === null) return null
  return (
    <div role="status" className={styles['waiting']}>
      {!online && <p>{isKept() ? OFFLINE_KEPT : OFFLINE_OPEN}</p>}
      {update !== null && (
        <p>
          A new version of Emery is ready.{' '}
          <Button size="small" onClick={() => void update()}>
            Load it
          </Button>
        </p>
      )}
    </div>
  )
}

const OFFLINE_KEPT =
  'No network. What was opened lately can be read; what you change is kept here and sent when the network is back.'
const OFFLINE_OPEN =
  'No network, and this browser keeps no pages: leave this one open. What you change is sent when the network is back.'

/** Whether this page would come up again without a network: a service worker answers for it. */
function isKept(): boolean {
  return 'serviceWorker' in navigator && navigator.serviceWorker.controller !== null
}

function subscribe(changed: () => void): () => void {
  addEventListener('online', changed)
  addEventListener('offline', changed)
  return () => {
    removeEventListener('online', changed)
    removeEventListener('offline', changed)
  }
}
