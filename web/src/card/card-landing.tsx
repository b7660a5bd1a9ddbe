import { useMutation, useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useMemo } from 'react'
import { Link, Navigate, useLocation, useNavigate, useParams } from 'react-router'
import { readCardCode } from '@emery/core/card-code'
import { createDrive, driveQuery } from '../drives/drives-api.ts'
import { Notice } from '../ui/notice.tsx'
import { useTopBar } from '../ui/top-bar.ts'

/** Where the code of a card leads: to its drive where it is kept here; elsewhere the drive is read out of the code itself. */
export function CardLanding() {
  const { driveId = '' } = useParams()
  const { hash } = useLocation()
  const navigate = useNavigate()
  useTopBar(useMemo(() => ({ title: <strong>Card</strong>, commands: [] }), []))
  const { data, error } = useQuery({ ...driveQuery(driveId), retry: false })
  const read = useMemo(() => readCardCode(hash), [hash])
  const {
    mutate,
    isPending,
    error: refusal,
  } = useMutation({
    mutationFn: createDrive,
    onSuccess: ({ id }) => void navigate(`/drives/${id}`, { replace: true }),
  })
  if (data !== undefined) return <Navigate to={`/drives/${driveId}`} replace />
  if (error === null)
    return (
      <p role="status" style={{ padding: 32 }}>
        Loading the drive …
      </p>
    )
  if (!read.ok)
    return (
      <Notice inPage title="This drive is not kept here" detail={read.message}>
        <Link to="/drives">All drives</Link>
      </Notice>
    )
  const { drive, holds } = read
  return (
    <Notice
      inPage
      title={`“${drive.name}” is not kept here`}
      detail={
        holds === 'whole'
          ? 'The code holds the whole drive. Bring it in to work with it.'
          : 'The code holds its pulleys, routes and adjusters, but no readings. Bring it in to work with it.'
      }
    >
      <Button
        type="primary"
        loading={isPending}
        onClick={() => mutate({ document: drive, vehicleId: null, reason: 'read from a card' })}
      >
        Bring it in
      </Button>
      <Link to="/drives">All drives</Link>
      {refusal !== null && <p role="alert">{refusal.message}</p>}
    </Notice>
  )
}
