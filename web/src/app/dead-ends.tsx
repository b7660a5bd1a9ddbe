import { Button } from 'antd'
import { Link, useRouteError } from 'react-router'
import { Notice } from './notice.tsx'

export function NoSuchPage() {
  return (
    <Notice title="There is nothing at this address">
      <Link to="/drives">Back to the drives</Link>
    </Notice>
  )
}

/** What is left when a screen fails: nothing typed is gone, since changes are saved as they are made. */
export function Crash() {
  const error = useRouteError()
  return (
    <Notice title="This screen failed" detail={error instanceof Error ? error.message : undefined}>
      <p>What you entered is saved or kept in this browser.</p>
      <Button type="primary" onClick={() => location.reload()}>
        Open it again
      </Button>
    </Notice>
  )
}
