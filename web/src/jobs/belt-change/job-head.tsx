import { Button, Checkbox, Input, InputNumber } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Job, JobFields, JobStatus } from '@emery/core/api'
import { CONDITIONS, type Condition } from '@emery/core/belt-change'
import { workTitle, type JobPlan, type JobStep } from '@emery/core/jobs'
import { setBeltsFromFront } from '@emery/core/drive'
import { FrontToBack } from '../../parts/front-to-back.tsx'
import { hoursText } from '../hours-text.ts'
import { STAGE_WORDS } from '../stage-words.ts'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from './belt-change.module.css'
import { Line } from './line.tsx'
import { stepAnchor } from './step-anchor.ts'
import type { JobEdit } from '../../job-edits/use-job.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { JobHistory } from './job-history.tsx'
import { Odometer } from '../../ui/odometer.tsx'
import { useUnits } from '../../ui/use-units.ts'

/** When a complaint shows, so that it is proved gone then. */
const CONDITION_WORDS: Readonly<Record<Condition, string>> = {
  cold: 'cold',
  warm: 'warm',
  damp: 'in the damp',
  load: 'under load',
  throttle: 'opening the throttle',
  idle: 'at idle',
}

interface JobHeadProps {
  readonly job: JobFields
  readonly kept: Job | undefined
  readonly jobs: readonly Job[]
  readonly order: JobPlan['order']
  readonly status: JobStatus
  /** The first step that is neither done nor left out. */
  readonly next: JobStep | undefined
  readonly failure: string | null
  readonly onEdit: (how: JobEdit) => void
}

/** What the job is about: its number, what it waits for, the next step, what was complained of and asked for, which belts come off. */
export function JobHead({ job, kept, jobs, order, status, next, failure, onEdit }: JobHeadProps) {
  const units = useUnits()
  const { store, settled } = useBench()
  const { belts } = settled.drive
  const name = (id: string) => belts.find((belt) => belt.id === id)?.name ?? id
  // Open by itself while nothing is written, and open still when something is: nobody is to lose the next field while they write.
  const [chosen, setWriting] = useState<boolean | null>(null)
  const [history, setHistory] = useState(false)
  const writing = job.closedAt === null && (chosen ?? (job.complaint === '' && job.asked === ''))
  return (
    <PanelSection label="The job" title={kept === undefined ? 'A new job' : `Job ${kept.number}`}>
      <p className={styles['waits']}>
        {job.closedAt === null ? 'Waiting for: ' : ''}
        <b>{STAGE_WORDS[status.stage]}</b>
        {status.dueOn !== null && `, due ${dayjs(status.dueOn).format('D MMM')}`}
        {status.dueKm !== null && ` or at ${units.distance.text(status.dueKm)}`}
      </p>
      {next !== undefined && (
        <button type="button" className={styles['goNext']} onClick={() => goTo(next.id)}>
          <small>
            Next, {status.stepsDone} of {status.stepsAll} done
          </small>
          {next.title}
        </button>
      )}
      <CameBack job={job} jobs={jobs} />
      <OtherJobs jobs={jobs} kept={kept} />
      {writing ? (
        <JobWords
          job={job}
          onEdit={(how) => {
            setWriting(true)
            onEdit(how)
          }}
        />
      ) : (
        <Said job={job} name={name} />
      )}
      {order.circular.length > 0 && (
        <p role="alert">
          {order.circular.map(name).join(', ')} block each other. Check their positions along the shafts.{' '}
          <Link to={`/drives/${job.driveId}/alignment`}>Alignment</Link>
        </p>
      )}
      {(order.unknown.length > 0 || order.bySaid) && (
        <FrontToBack
          belts={order.off.flatMap((id) => belts.filter((belt) => belt.id === id))}
          said={order.unknown.length === 0}
          onSay={(ids) => store.getState().edit('say which belt is nearer', setBeltsFromFront(ids))}
        />
      )}
      {failure !== null && (
        <p role="alert" className={styles['failure']}>
          <VerdictMark verdict="watch" label="" />
          {failure}
        </p>
      )}
      <div className={styles['papers']}>
        {job.closedAt === null && (
          <Button aria-expanded={writing} onClick={() => setWriting(!writing)}>
            {writing ? 'Done' : 'Edit'}
          </Button>
        )}
        {kept !== undefined && <Button onClick={() => setHistory(true)}>History</Button>}
        {kept !== undefined && <Link to={`/drives/${job.driveId}/job/${kept.id}/sheet`}>Job sheet</Link>}
        {kept !== undefined &&
          belts.map(({ id }) => (
            <Link key={id} to={`/drives/${job.driveId}/card/${id}`}>
              Card of {name(id)}
            </Link>
          ))}
      </div>
      {history && kept !== undefined && <JobHistory jobId={kept.id} onClose={() => setHistory(false)} />}
    </PanelSection>
  )
}

/** Brings a step into sight, ready to be ticked. */
function goTo(stepId: string): void {
  const step = document.getElementById(stepAnchor(stepId))
  step?.scrollIntoView({ block: 'center' })
  step?.querySelector('input')?.focus({ preventScroll: true })
}

/** The job after which the same complaint came back: what was done then, beside what is to be done now. */
function CameBack({ job, jobs }: Pick<JobHeadProps, 'job' | 'jobs'>) {
  const before = jobs.find(({ id }) => id === job.comebackOf)
  if (before === undefined) return null
  const { id, number, complaint, closedAt, work, ticks, distance } = before
  const done = work.map((each) => workTitle(each))
  const skipped = ticks.filter(({ is }) => is === 'skipped').map(({ title, reason }) => `${title} (${reason})`)
  return (
    <section aria-label="Came back" className={styles['cameBack']}>
      <h3 className="heading">Came back after job {number}</h3>
      <p>
        <Link to={`?job=${id}`}>Job {number}</Link>
        {closedAt === null ? '' : `, ${dayjs(closedAt).format('D MMM YYYY')}`}
        {distance === null ? '' : ` at ${distance.toLocaleString('en')} km`}:{' '}
        {complaint === '' ? 'no complaint' : complaint}
      </p>
      <p>{done.length === 0 ? 'Its work is in its steps.' : `Done then: ${done.join(', ')}.`}</p>
      {skipped.length > 0 && <p>Skipped then: {skipped.join('; ')}.</p>}
    </section>
  )
}

/** What was written of the job, to read. */
function Said({ job, name }: { readonly job: JobFields; readonly name: (beltId: string) => string }) {
  const units = useUnits()
  const { complaint, asked, distance, without, sameBelts, noise, shows, promisedFor, priority, estimate } = job
  const others = [
    asked === '' ? '' : `requested: ${asked}`,
    distance === null ? '' : units.distance.text(distance),
    without.length === 0 ? '' : `stays on: ${without.map(name).join(', ')}`,
    sameBelts ? 'the same belts are refitted' : '',
    noise ? 'complaint is a noise' : '',
    promisedFor === '' ? '' : `promised for ${dayjs(promisedFor).format('ddd D MMM HH:mm')}`,
    priority === 'urgent' ? 'urgent' : '',
    estimate === null ? '' : `estimate ${hoursText(estimate)}`,
    shows.length === 0 ? '' : `it shows ${shows.map((each) => CONDITION_WORDS[each]).join(', ')}`,
  ]
  return (
    <p>
      <b>{complaint === '' ? 'No complaint' : complaint}</b>
      <br />
      {others.filter((each) => each !== '').join(' · ')}
    </p>
  )
}

/** What is complained of and asked for, what the vehicle had run, and which belts come off, to be written. */
function JobWords({ job, onEdit }: Pick<JobHeadProps, 'job' | 'onEdit'>) {
  const { belts } = useBench().settled.drive
  return (
    <>
      <Line label="Complaint" value={job.complaint} onWrite={(complaint) => onEdit((of) => ({ ...of, complaint }))} />
      <Line label="Requested" value={job.asked} onWrite={(asked) => onEdit((of) => ({ ...of, asked }))} />
      <Distance value={job.distance} onWrite={(distance) => onEdit((of) => ({ ...of, distance }))} />
      <div className={styles['what']}>
        {belts.length > 1 &&
          belts.map(({ id, name }) => (
            <Checkbox
              key={id}
              checked={!job.without.includes(id)}
              onChange={({ target }) =>
                onEdit((of) => ({
                  ...of,
                  without: [...of.without.filter((other) => other !== id), ...(target.checked ? [] : [id])],
                }))
              }
            >
              {name}
            </Checkbox>
          ))}
        <Checkbox
          checked={job.sameBelts}
          onChange={({ target }) => onEdit((of) => ({ ...of, sameBelts: target.checked }))}
        >
          Refit the same belts
        </Checkbox>
        <Checkbox checked={job.noise} onChange={({ target }) => onEdit((of) => ({ ...of, noise: target.checked }))}>
          Complaint is a noise
        </Checkbox>
      </div>
      <Promised job={job} onEdit={onEdit} />
      <fieldset className={styles['shows']}>
        <legend>It shows</legend>
        <Checkbox.Group
          value={job.shows}
          options={CONDITIONS.map((value) => ({ value, label: CONDITION_WORDS[value] }))}
          onChange={(shows) => onEdit((of) => ({ ...of, shows }))}
        />
      </fieldset>
    </>
  )
}

/** When it is promised for, whether it can wait, and how long it is expected to take. */
function Promised({ job: { promisedFor, priority, estimate }, onEdit }: Pick<JobHeadProps, 'job' | 'onEdit'>) {
  // Kept when a field is left: a day that is half typed is another day.
  const [day, setDay] = useState<string | null>(null)
  const [minutes, setMinutes] = useState<number | null | undefined>()
  const keepDay = () => {
    if (day !== null && day !== promisedFor) onEdit((of) => ({ ...of, promisedFor: day }))
    setDay(null)
  }
  const keepMinutes = () => {
    if (minutes !== undefined && minutes !== estimate) onEdit((of) => ({ ...of, estimate: minutes }))
    setMinutes(undefined)
  }
  return (
    <div className={styles['promised']}>
      <label>
        Promised for
        <Input
          type="datetime-local"
          value={day ?? promisedFor}
          onChange={({ target }) => setDay(target.value.slice(0, 16))}
          onBlur={keepDay}
          onPressEnter={keepDay}
        />
      </label>
      <label>
        Estimate, minutes
        <InputNumber
          min={1}
          max={6000}
          precision={0}
          value={minutes === undefined ? estimate : minutes}
          onChange={setMinutes}
          onBlur={keepMinutes}
          onPressEnter={keepMinutes}
        />
      </label>
      <Checkbox
        checked={priority === 'urgent'}
        onChange={({ target }) => onEdit((of) => ({ ...of, priority: target.checked ? 'urgent' : 'normal' }))}
      >
        Urgent
      </Checkbox>
      {promisedFor !== '' && dayjs(promisedFor).isBefore(dayjs()) && (
        <p role="status">That has passed. The job stands as late on the Board.</p>
      )}
    </div>
  )
}

/** The other jobs on this drive, to look at. */
function OtherJobs({ jobs, kept }: Pick<JobHeadProps, 'jobs' | 'kept'>) {
  const others = jobs.filter(({ id }) => id !== kept?.id)
  if (others.length === 0) return null
  return (
    <nav className={styles['papers']} aria-label="Other jobs on this drive">
      {others.slice(0, 6).map(({ id, number, closedAt }) => (
        <Link key={id} to={`?job=${id}`}>
          Job {number}
          {closedAt === null ? '' : `, ${dayjs(closedAt).format('D MMM YYYY')}`}
        </Link>
      ))}
    </nav>
  )
}

/** What the odometer shows, kept when the field is left. */
function Distance({
  value,
  onWrite,
}: {
  readonly value: number | null
  readonly onWrite: (km: number | null) => void
}) {
  // Undefined while nobody types: what the job has is shown, whoever wrote it.
  const [read, setRead] = useState<number | null>()
  const keep = () => {
    if (read !== undefined && read !== value) onWrite(read)
    setRead(undefined)
  }
  return (
    <div className={styles['line']} onBlur={keep} onKeyDown={({ key }) => key === 'Enter' && keep()}>
      <Odometer value={read === undefined ? value : read} placeholder="" onRead={setRead} />
    </div>
  )
}
