import { useCallback, useEffect, useRef } from 'react'
import { useNavigate } from 'react-router'
import { useJob, type JobEdit } from './use-job.ts'

/** Puts something into the job that is open on a drive, or begins one with it, and goes there. */
export function useToJob(driveId: string) {
  const { kept, edit, loading } = useJob(driveId, null)
  const navigate = useNavigate()
  const put = useCallback(
    (how: JobEdit) => {
      edit(how)
      void navigate(`/drives/${driveId}/belt-change`)
    },
    [edit, navigate, driveId],
  )
  return { put, loading, where: kept === undefined ? 'a new job' : `job ${kept.number}` }
}

export interface PutIntoJobProps {
  readonly driveId: string
  readonly how: JobEdit
}

/** Puts something into the job as soon as it is known which. */
export function PutIntoJob({ driveId, how }: PutIntoJobProps) {
  const { put, loading } = useToJob(driveId)
  const isPut = useRef(false)
  useEffect(() => {
    if (loading || isPut.current) return
    isPut.current = true
    put(how)
  }, [loading, put, how])
  return null
}
