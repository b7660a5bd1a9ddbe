import { DeleteOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import type { JobFields, JobWork as Work } from '@emery/core/api'
import { withoutWork, withWork, workThatGoesWith, workTitle } from '@emery/core/jobs'
import { useBench } from '../../bench/bench-context.ts'
import type { JobEdit } from '../../job-edits/use-job.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from './belt-change.module.css'

interface JobWorkProps {
  readonly job: JobFields
  readonly onEdit: (how: JobEdit) => void
}

const FROM: Readonly<Record<Work['from'], string>> = {
  diagnosis: 'diagnosis',
  inspection: 'inspection',
  alignment: 'alignment plan',
  belt: 'belt chosen in Length',
  together: 'done together',
}

/** What is done because of what was found, and what is best done with it: each is a step of the work, and a part where one is needed. */
export function JobWork({ job, onEdit }: JobWorkProps) {
  const { drive } = useBench().settled
  const open = job.closedAt === null
  const proposed = open ? workThatGoesWith(drive, job.work) : []
  if (job.work.length === 0) return null
  return (
    <PanelSection title="Work">
      <ul className={styles['found']} aria-label="Work planned">
        {job.work.map((work) => (
          <li key={work.id}>
            <span>
              <b>{workTitle(work)}</b> <small className="soft">{FROM[work.from]}</small>
            </span>
            {open && (
              <Button
                type="text"
                aria-label={`Remove from this job: ${workTitle(work)}`}
                icon={<DeleteOutlined aria-hidden />}
                onClick={() => onEdit((of) => withoutWork(of, work.id))}
              />
            )}
            <p className="soft">{work.because}</p>
          </li>
        ))}
      </ul>
      {proposed.length > 0 && (
        <>
          <h3 className={styles['together']}>Best done together</h3>
          <ul className={styles['found']} aria-label="Best done together">
            {proposed.map((work) => (
              <li key={work.id}>
                <span>{workTitle(work)}</span>
                <Button
                  aria-label={`Add to this job: ${workTitle(work)}`}
                  onClick={() => onEdit((of) => withWork(of, [work]))}
                >
                  Add
                </Button>
                <p className="soft">{work.because}</p>
              </li>
            ))}
          </ul>
        </>
      )}
    </PanelSection>
  )
}
