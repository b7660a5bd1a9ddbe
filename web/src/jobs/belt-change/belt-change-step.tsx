import { Button } from 'antd'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { newJob, type JobFields, type JobStatus } from '@emery/core/api'
import { PLAN_PHASES } from '@emery/core/belt-change'
import { jobPlan, jobStatus, moveRefusal, stepBefore, type JobPlan, type JobStep } from '@emery/core/jobs'
import { STAGE_WORDS } from '../stage-words.ts'
import { useShopRules } from '../../rules/rules-api.ts'
import { useMay } from '../../people/use-may.ts'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import { AddStep } from './add-step.tsx'
import styles from './belt-change.module.css'
import { JobDiagnoses } from './job-diagnoses.tsx'
import { JobHead } from './job-head.tsx'
import { JobParts } from './job-parts.tsx'
import { JobPictures } from './job-pictures.tsx'
import { JobWork } from './job-work.tsx'
import { JobTime } from './job-time.tsx'
import { SignOff } from './sign-off.tsx'
import { OneStep } from './one-step.tsx'
import { PHASE_WORDS } from '../phase-words.ts'
import { useJob, type JobEdit } from '../../job-edits/use-job.ts'

/** The work of changing belts, step by step, ticked with time and name; what the job waits for, its parts, people and sign-off. */
export function BeltChangeStep() {
  const { settled } = useBench()
  const rules = useShopRules()
  const { driveId = '' } = useParams()
  const [search, setSearch] = useSearchParams()
  const { job: inHand, kept, jobs, loading, edit, failure } = useJob(driveId, search.get('job'))
  const job = useMemo(() => inHand ?? newJob(driveId), [inHand, driveId])
  const plan = useMemo(() => jobPlan(settled, job, rules), [settled, job, rules])
  const status = useMemo(() => jobStatus(settled, job, rules), [settled, job, rules])
  // A form for a new job would be filled in beside the one that is open.
  if (loading)
    return (
      <PanelSection title="Job">
        <p role="status">Loading the job …</p>
      </PanelSection>
    )
  const tickOf = (step: JobStep) => job.ticks.find((tick) => tick.step === step.id)
  const next = plan.steps.find((step) => tickOf(step) === undefined)
  return (
    <>
      <JobHead
        job={job}
        kept={kept}
        jobs={jobs}
        order={plan.order}
        status={status}
        next={job.closedAt === null ? next : undefined}
        failure={failure}
        onEdit={edit}
      />
      <JobDiagnoses job={job} onEdit={edit} />
      <JobWork job={job} onEdit={edit} />
      <JobParts kept={kept} parts={job.parts} onEdit={edit} />
      {PLAN_PHASES.map((phase) => {
        const steps = plan.steps.filter((step) => step.phase === phase)
        return (
          steps.length > 0 && (
            <PanelSection title={PHASE_WORDS[phase]} key={phase}>
              <ol className={styles['steps']}>
                {steps.map((step, i) => (
                  <OneStep
                    key={step.id}
                    step={step}
                    tick={tickOf(step)}
                    next={step === next}
                    torque={job.torques.find((each) => each.step === step.id)?.value ?? ''}
                    before={stepBefore(plan, job.ticks, step.id)}
                    over={earlier(plan, steps, i, job)}
                    onEdit={edit}
                  />
                ))}
              </ol>
              {phase === 'before' && <JobPictures pictures={job.pictures} onEdit={edit} />}
            </PanelSection>
          )
        )
      })}
      <AddStep onEdit={edit} />
      <JobTime job={job} onEdit={edit} />
      <Foot
        begun={inHand !== undefined}
        job={job}
        status={status}
        onSignOff={(how) => {
          edit(how)
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
  readonly status: JobStatus
  readonly onSignOff: (how: JobEdit) => void
  readonly onReopen: () => void
  readonly onAnother: () => void
}

/** What is still to do, and the end of the job. */
function Foot({ begun, job, status, onSignOff, onReopen, onAnother }: FootProps) {
  const { stepsDone, stepsAll, reviewsWaiting, stage } = status
  const mayClose = useMay('mechanic')
  if (job.closedAt !== null)
    return (
      <div className={styles['foot']}>
        <b>
          Signed off {dayjs(job.closedAt).format('D MMM YYYY HH:mm')}
          {job.signedBy === '' ? '' : `, ${job.signedBy}`}
        </b>
        {stage === 're-check' && <span className="soft">A second look is due. Tick it above when it is done.</span>}
        {mayClose && <Button onClick={onReopen}>Reopen</Button>}
        <Button onClick={onAnother}>New job</Button>
      </div>
    )
  const toGo = stepsAll - stepsDone
  return (
    <div className={styles['foot']}>
      <SignOff job={job} disabled={!begun || toGo > 0 || reviewsWaiting > 0 || !mayClose} onSignOff={onSignOff} />
      <span className="soft">
        {begun && toGo > 0 && `${toGo} of ${stepsAll} steps left. `}
        {reviewsWaiting > 0 &&
          `${reviewsWaiting === 1 ? 'One tick needs' : `${reviewsWaiting} ticks need`} a lead’s check. `}
        {toGo === 0 && !mayClose && 'Apprentices cannot sign off. Ask a mechanic or a lead. '}
        {begun && toGo > 0 && `Waiting for: ${STAGE_WORDS[stage].toLowerCase()}.`}
      </span>
      <Link to={`/drives/${job.driveId}/alignment`}>Alignment</Link>
    </div>
  )
}
