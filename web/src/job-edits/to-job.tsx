import { useState } from 'react'
import { PlainButton } from '../ui/plain-button.tsx'
import { useLater } from '../ui/use-later.ts'
import type { PutIntoJobProps } from './put-into-job.tsx'

// All that checks and sends a job: fetched with the first press.
const loadPut = () => import('./put-into-job.tsx')

interface ToJobProps extends PutIntoJobProps {
  readonly children: string
  /** What it is called to a screen reader, where that is more. */
  readonly label?: string
}

/** A press that makes steps and parts of what was found. Which job there is, is asked only then: a list would ask for those of every drive in it. */
export function ToJob({ driveId, how, label, children }: ToJobProps) {
  const [pressed, setPressed] = useState(false)
  const put = useLater(loadPut, pressed)
  return (
    <>
      <PlainButton disabled={pressed} aria-label={label ?? children} onClick={() => setPressed(true)}>
        {children}
      </PlainButton>
      {put !== null && <put.PutIntoJob driveId={driveId} how={how} />}
    </>
  )
}
