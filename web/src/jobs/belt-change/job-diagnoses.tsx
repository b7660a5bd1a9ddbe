import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { Diagnosis, JobFields } from '@emery/core/api'
import { withDiagnosis, withoutDiagnosis } from '@emery/core/jobs'
import { useBench } from '../../bench/bench-context.ts'
import { useKnowledge } from '../../knowledge/knowledge-api.ts'
import { diagnosesQuery } from '../../noise/diagnoses-api.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from './belt-change.module.css'
import type { JobEdit } from '../../job-edits/use-job.ts'

interface JobDiagnosesProps {
  readonly job: JobFields
  readonly onEdit: (how: JobEdit) => void
}

/** Findings that are offered at once; older ones led to jobs of their own. */
const MAX_OFFERED = 3

/** What was found on the drive and led to this job: what is to be done about it, and how the repair is proved. */
export function JobDiagnoses({ job, onEdit }: JobDiagnosesProps) {
  const { drive } = useBench().settled
  const knowledge = useKnowledge()
  const { data: diagnoses = [] } = useQuery(diagnosesQuery(job.driveId))
  const linked = diagnoses.filter(({ id }) => job.diagnoses.includes(id))
  const offered = job.closedAt === null ? diagnoses.filter(({ id }) => !job.diagnoses.includes(id)) : []
  if (linked.length + offered.length === 0) return null
  const title = ({ causeName, at }: Diagnosis) => `${causeName}, ${dayjs(at).format('D MMM')}`
  return (
    <PanelSection title="Found">
      <ul className={styles['found']}>
        {linked.map((diagnosis) => (
          <li key={diagnosis.id}>
            <Link to={`/noise/${job.driveId}/sheet/${diagnosis.id}`}>{title(diagnosis)}</Link>
            {job.closedAt === null && (
              <Button
                type="text"
                aria-label={`${diagnosis.causeName} does not belong to this job`}
                onClick={() => onEdit((of) => withoutDiagnosis(of, diagnosis))}
              >
                Does not belong to this job
              </Button>
            )}
            <p className="soft">
              {diagnosis.actions.join('. ')}. Proof of repair: {diagnosis.prove}
            </p>
          </li>
        ))}
        {offered.slice(0, MAX_OFFERED).map((diagnosis) => (
          <li key={diagnosis.id}>
            <span>{title(diagnosis)}</span>
            <Button
              aria-label={`${diagnosis.causeName} is the reason for this job`}
              onClick={() => onEdit((of) => withDiagnosis(of, drive, knowledge, diagnosis))}
            >
              Reason for this job
            </Button>
          </li>
        ))}
      </ul>
    </PanelSection>
  )
}
