import { Button } from 'antd'
import { Link, useRouteError } from 'react-router'
import { Notice } from '../ui/notice.tsx'

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
      <Button type="primary" onClick={() => location.reload()}>
        Reopen
      </Button>
    </Notice>
  )
}
