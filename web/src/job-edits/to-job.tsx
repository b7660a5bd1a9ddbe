import { FileAddOutlined } from '@ant-design/icons'
import { Button } from 'antd'
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

interface ToJobProps {
  readonly driveId: string
  /** What is put into it: the beginning of `… to job 7`. */
  readonly what: string
  readonly how: JobEdit
}

/** A press that makes steps and parts of what was found. */
export function ToJob({ driveId, what, how }: ToJobProps) {
  const { put, where } = useToJob(driveId)
  return (
    <Button icon={<FileAddOutlined aria-hidden />} onClick={() => put(how)}>
      {what} to {where}
    </Button>
  )
}

/** Puts something into the job as soon as it is known which: for a list that would otherwise ask for the jobs of every drive in it. */
export function PutIntoJob({ driveId, how }: Omit<ToJobProps, 'what'>) {
  const { put, loading } = useToJob(driveId)
  const isPut = useRef(false)
  useEffect(() => {
    if (loading || isPut.current) return
    isPut.current = true
    put(how)
  }, [loading, put, how])
  return null
}
