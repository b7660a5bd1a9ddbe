import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { Finding, JobFields } from '@emery/core'
import { findingsQuery } from '../../api/findings.ts'
import panel from '../steps/panel.module.css'
import styles from './fit.module.css'
import type { JobEdit } from './use-job.ts'

interface JobFindingsProps {
  readonly job: JobFields
  readonly onEdit: (how: JobEdit) => void
}

/** Findings that are offered at once; older ones led to jobs of their own. */
const MOST_OFFERED = 3

/** What was found on the drive and led to this job: what is to be done about it, and how the repair is proved. */
export function JobFindings({ job, onEdit }: JobFindingsProps) {
  const { data: findings = [] } = useQuery(findingsQuery(job.driveId))
  const linked = findings.filter(({ id }) => job.findings.includes(id))
  const offered = job.closedAt === null ? findings.filter(({ id }) => !job.findings.includes(id)) : []
  if (linked.length + offered.length === 0) return null
  const title = ({ causeName, at }: Finding) => `${causeName}, ${dayjs(at).format('D MMM')}`
  return (
    <section className={panel['section']} aria-label="Found">
      <h2 className="heading">Found</h2>
      <ul className={styles['found']}>
        {linked.map((finding) => (
          <li key={finding.id}>
            <Link to={`/noise/${job.driveId}/sheet/${finding.id}`}>{title(finding)}</Link>
            {job.closedAt === null && (
              <Button
                type="text"
                aria-label={`${finding.causeName} is not of this job`}
                onClick={() => onEdit((of) => ({ ...of, findings: of.findings.filter((id) => id !== finding.id) }))}
              >
                Not of this job
              </Button>
            )}
            <p className={panel['soft']}>
              {finding.actions.join('. ')}. Proved when: {finding.prove}
            </p>
          </li>
        ))}
        {offered.slice(0, MOST_OFFERED).map((finding) => (
          <li key={finding.id}>
            <span>{title(finding)}</span>
            <Button
              aria-label={`${finding.causeName} led to this job`}
              onClick={() => onEdit((of) => withFinding(of, finding))}
            >
              Led to this job
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The job with a finding in it; it was a noise that led there, and with nothing else said it is what is complained of. */
function withFinding(job: JobFields, { id, causeName }: Finding): JobFields {
  return {
    ...job,
    findings: [...job.findings.filter((other) => other !== id), id],
    noise: true,
    complaint: job.complaint === '' ? causeName : job.complaint,
  }
}
