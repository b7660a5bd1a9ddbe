import type { JobWork } from '@emery/core/api'
import type { Belt } from '@emery/core/drive'
import { workId, withWork } from '@emery/core/jobs'
import { PutIntoJob } from '../job-edits/put-into-job.tsx'

interface BeltIntoJobProps {
  readonly driveId: string
  readonly belt: Pick<Belt, 'id' | 'name'>
  /** What to ask for. */
  readonly number: string
}

/** Puts the belt that was chosen into the job: its part is wanted, and the old one comes off. */
export function BeltIntoJob({ driveId, belt, number }: BeltIntoJobProps) {
  return <PutIntoJob driveId={driveId} how={(job) => withWork(job, [replaced(belt)], { number })} />
}

function replaced({ id, name }: BeltIntoJobProps['belt']): JobWork {
  const part = `belt.${id}`
  const what = name === '' ? 'Belt' : name
  const because = 'Its length was chosen in Length.'
  return { id: workId('replace', part, what), does: 'replace', part, what, because, lines: [], prove: '', from: 'belt' }
}
