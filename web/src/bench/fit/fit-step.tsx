import { Button } from 'antd'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import {
  FIT_PHASES,
  jobPlan,
  jobStanding,
  moveRefusal,
  newJob,
  type JobFields,
  type JobPlan,
  type JobStanding,
  type JobStep,
} from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import { STAGE_WORDS } from '../../jobs/stage-words.ts'
import { useMay } from '../../people/use-may.ts'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import { AddStep } from './add-step.tsx'
import styles from './fit.module.css'
import { JobFindings } from './job-findings.tsx'
import { JobHead } from './job-head.tsx'
import { JobParts } from './job-parts.tsx'
import { JobPictures } from './job-pictures.tsx'
import { JobTime } from './job-time.tsx'
import { OneStep } from './one-step.tsx'
import { PHASE_WORDS } from '../../jobs/phase-words.ts'
import { useJob } from './use-job.ts'

/** The work of changing belts, step by step, ticked with time and name; what the job waits for, its parts, people and sign-off. */
export function FitStep() {
  const { settled } = useBench()
  const { driveId = '' } = useParams()
  const [search, setSearch] = useSearchParams()
  const { job: inHand, kept, jobs, edit, failure } = useJob(driveId, search.get('job'))
  const job = useMemo(() => inHand ?? newJob(driveId), [inHand, driveId])
  const plan = useMemo(() => jobPlan(settled, job), [settled, job])
  const standing = useMemo(() => jobStanding(settled, job), [settled, job])
  const tickOf = (step: JobStep) => job.ticks.find((tick) => tick.step === step.id)
  const next = plan.steps.find((step) => tickOf(step) === undefined)
  return (
    <>
      <JobHead
        job={job}
        kept={kept}
        jobs={jobs}
        order={plan.order}
        standing={standing}
        next={job.closedAt === null ? next : undefined}
        failure={failure}
        onEdit={edit}
      />
      <JobFindings job={job} onEdit={edit} />
      <JobParts parts={job.parts} onEdit={edit} />
      {FIT_PHASES.map((phase) => {
        const steps = plan.steps.filter((step) => step.phase === phase)
        return (
          steps.length > 0 && (
            <section key={phase} className={panel['section']} aria-label={PHASE_WORDS[phase]}>
              <h2 className="heading">{PHASE_WORDS[phase]}</h2>
              <ol className={styles['steps']}>
                {steps.map((step, i) => (
                  <OneStep
                    key={step.id}
                    step={step}
                    tick={tickOf(step)}
                    next={step === next}
                    torque={job.torques.find((each) => each.step === step.id)?.value ?? ''}
                    over={earlier(plan, steps, i, job)}
                    onEdit={edit}
                  />
                ))}
              </ol>
              {phase === 'before' && <JobPictures pictures={job.pictures} onEdit={edit} />}
            </section>
          )
        )
      })}
      <AddStep onEdit={edit} />
      <JobTime job={job} onEdit={edit} />
      <Foot
        begun={inHand !== undefined}
        job={job}
        standing={standing}
        onSignOff={() => {
          edit((of) => ({ ...of, closedAt: stampNow().at }))
          // It stays in hand; without being asked for, the next job would take its place.
          if (kept !== undefined) setSearch({ job: kept.id }, { replace: true })
        }}
        onReopen={() => edit((of) => ({ ...of, closedAt: null, signedBy: '' }))}
        onAnother={() => setSearch({})}
      />
    </>
  )
}

/** The step before one, where the two may change places and neither is done. */
function earlier(plan: JobPlan, steps: readonly JobStep[], i: number, { ticks }: JobFields): JobStep | undefined {
  const [before, step] = [steps[i - 1], steps[i]]
  if (before === undefined || step === undefined) return undefined
  if (ticks.some((tick) => tick.step === before.id || tick.step === step.id)) return undefined
  return moveRefusal(plan, step.id, before.id) === undefined ? before : undefined
}

interface FootProps {
  readonly begun: boolean
  readonly job: JobFields
  readonly standing: JobStanding
  readonly onSignOff: () => void
  readonly onReopen: () => void
  readonly onAnother: () => void
}

/** What is still to do, and the end of the job. */
function Foot({ begun, job, standing, onSignOff, onReopen, onAnother }: FootProps) {
  const { stepsDone, stepsAll, looks, stage } = standing
  const mayClose = useMay('mechanic')
  if (job.closedAt !== null)
    return (
      <div className={styles['foot']}>
        <b>
          Signed off {dayjs(job.closedAt).format('D MMM YYYY HH:mm')}
          {job.signedBy === '' ? '' : `, ${job.signedBy}`}
        </b>
        {mayClose && <Button onClick={onReopen}>Open it again</Button>}
        <Button onClick={onAnother}>Another job</Button>
      </div>
    )
  const toGo = stepsAll - stepsDone
  return (
    <div className={styles['foot']}>
      <Button type="primary" disabled={!begun || toGo > 0 || looks > 0 || !mayClose} onClick={onSignOff}>
        Sign the job off
      </Button>
      <span className={panel['soft']}>
        {begun && toGo > 0 && `${toGo} of ${stepsAll} steps to go. `}
        {looks > 0 && `${looks} wait for a lead’s look. `}
        {toGo === 0 && !mayClose && 'An apprentice does not sign off; ask a mechanic or a lead. '}
        {begun && toGo > 0 && `It waits for: ${STAGE_WORDS[stage].toLowerCase()}.`}
      </span>
      <Link to={`/drives/${job.driveId}/lineup`}>Line-up</Link>
    </div>
  )
}
