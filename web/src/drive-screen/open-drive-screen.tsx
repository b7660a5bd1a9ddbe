import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { Link, useParams } from 'react-router'
import { driveQuery } from '../drives/drives-api.ts'
import { Notice } from '../ui/notice.tsx'
import { Bench } from './drive-screen.tsx'

/** Fetches one drive and opens the bench on it. */
export function OpenDriveScreen() {
  const { driveId = '' } = useParams()
  const { data, error, refetch } = useQuery(driveQuery(driveId))
  if (data !== undefined) return <Bench key={driveId} record={data} />
  if (error !== null) {
    return (
      <Notice title="The drive could not be opened" detail={error.message}>
        <Button onClick={() => void refetch()}>Try again</Button>
        <Link to="/drives">All drives</Link>
      </Notice>
    )
  }
  return (
    <p role="status" style={{ padding: 32 }}>
      Loading the drive …
    </p>
  )
}
