import { useState } from 'react'
import { Link, useRouteError } from 'react-router'
import { Notice } from '../ui/notice.tsx'
import { PlainButton } from '../ui/plain-button.tsx'
import { isNotFetched, reloadIfAnswered } from './chunks.ts'

export function NoSuchPage() {
  return (
    <Notice title="Page not found">
      <Link to="/drives">Back to the drives</Link>
    </Notice>
  )
}

/** What is left when a screen fails: nothing typed is gone, since changes are saved as they are made. */
export function Crash() {
  const error = useRouteError()
  return (
    <Notice title="This screen stopped working" detail={error instanceof Error ? error.message : undefined}>
      <p>Your entries are saved or kept in this browser.</p>
      <PlainButton kind="primary" onClick={() => location.reload()}>
        Reopen
      </PlainButton>
    </Notice>
  )
}

/** In place of a screen that fails, or that was never loaded before the server went away; what is round it lives on. */
export function ScreenFailed() {
  const error = useRouteError()
  return isNotFetched(error) ? <NotLoaded /> : <Crash />
}

function NotLoaded() {
  const [stillAway, setStillAway] = useState(false)
  const again = async () => setStillAway(!(await reloadIfAnswered()))
  return (
    <Notice
      title="This screen is not loaded yet"
      detail="The Emery server is not responding. Screens that were open before go on working."
    >
      <PlainButton kind="primary" onClick={() => void again()}>
        Try again
      </PlainButton>
      {stillAway && <p role="alert">The server is still not responding.</p>}
    </Notice>
  )
}
