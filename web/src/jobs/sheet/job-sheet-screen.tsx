import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import type { DriveRecord, Diagnosis, Job, JobTick } from '@emery/core/api'
import { PLAN_PHASES } from '@emery/core/belt-change'
import { jobPlan, priceOf, workTitle, type JobStep } from '@emery/core/jobs'
import { settleDrive } from '@emery/core/path'
import { beltLabel } from '@emery/core/sections'
import { DriveCode } from '../../card/drive-code.tsx'
import { driveQuery } from '../../drives/drives-api.ts'
import { diagnosesQuery } from '../../noise/diagnoses-api.ts'
import { jobsQuery } from '../jobs-api.ts'
import { useShopRules } from '../../rules/rules-api.ts'
import { useMoney } from '../../rules/use-money.ts'
import { Notice } from '../../ui/notice.tsx'
import { PHASE_WORDS } from '../phase-words.ts'
import { hoursText } from '../hours-text.ts'
import { Sheet } from '../../ui/print/sheet.tsx'
import paper from '../../ui/print/sheet.module.css'
import { SmallDrive } from '../../ui/drive-shapes/small-drive.tsx'
import styles from './job-sheet.module.css'
import { PLACE_WORDS, STAGE_WORDS } from '../stage-words.ts'
import { useUnits } from '../../ui/use-units.ts'

/** A job on one page: the steps in their order with room to tick, its parts, and the drive as it is routed. */
export function JobSheetScreen() {
  const { driveId = '', jobId = '' } = useParams()
  const { data: record, error } = useQuery(driveQuery(driveId))
  const { data: jobs, error: noJobs } = useQuery(jobsQuery(driveId))
  const { data: diagnoses = [] } = useQuery(diagnosesQuery(driveId))
  const job = jobs?.find(({ id }) => id === jobId)
  const failure = error ?? noJobs
  if (record !== undefined && job !== undefined)
    return <JobSheet record={record} job={job} found={diagnoses.filter(({ id }) => job.diagnoses.includes(id))} />
  if (failure !== null || jobs !== undefined)
    return (
      <Notice title="Job not found" detail={failure?.message ?? 'It may have been deleted.'}>
        <Link to={`/drives/${driveId}/belt-change`}>Fit</Link>
      </Notice>
    )
  return (
    <p role="status" style={{ padding: 32 }}>
      Loading the job …
    </p>
  )
}

interface JobSheetProps {
  readonly record: DriveRecord
  readonly job: Job
  /** What was found and led to it. */
  readonly found: readonly Diagnosis[]
}

function JobSheet({ record, job, found }: JobSheetProps) {
  const units = useUnits()
  const rules = useShopRules()
  const money = useMoney()
  const settled = useMemo(() => settleDrive(record.document), [record])
  const { steps } = useMemo(() => jobPlan(settled, job, rules), [settled, job, rules])
  const { status, parts, time } = job
  const partsPrice = priceOf(parts.filter(({ place }) => place !== 'returned' && place !== 'shelf'))
  const total = partsPrice === null || job.labourPrice === null ? null : partsPrice + job.labourPrice
  const head = [
    `Opened ${dayjs(job.openedAt).format('D MMM YYYY')}`,
    job.distance === null ? '' : units.distance.text(job.distance),
    job.hands.length === 0 ? '' : `on it: ${job.hands.join(', ')}`,
    time.length === 0 ? '' : hoursText(time.reduce((sum, { minutes }) => sum + minutes, 0)),
    job.closedAt === null
      ? `waits for: ${STAGE_WORDS[status.stage].toLowerCase()}`
      : `signed off ${dayjs(job.closedAt).format('D MMM YYYY')}${job.signedBy === '' ? '' : `, ${job.signedBy}`}`,
  ]
  const belts = record.document.belts.map(({ name, section, ribs, length, construction }) =>
    length === null
      ? `${name}: ${section}, length not known`
      : `${name}: ${beltLabel(section, ribs, length, construction)}`,
  )
  return (
    <Sheet
      record={record}
      name={`Job ${job.number}`}
      back={{ to: `/drives/${record.id}/belt-change?job=${job.id}`, label: 'Back to the belt change' }}
    >
      <h1>Job {job.number}</h1>
      <p>
        {job.complaint === '' ? '' : `“${job.complaint}” `}
        {job.asked === '' ? '' : `Requested: ${job.asked}. `}
        {head.filter((each) => each !== '').join(', ')}.
        {found.map(({ id, causeName, prove }) => (
          <span key={id}>
            {' '}
            Found: {causeName}. Proof of repair: {prove}
          </span>
        ))}
      </p>
      <div className={paper['two']}>
        <section>
          <h2>Belts and parts</h2>
          <ul className={paper['lines']}>
            {belts.map((belt) => (
              <li key={belt}>{belt}</li>
            ))}
            {parts.map(({ id, what, number, count, place, price, backBy }) => (
              <li key={id}>
                {count > 1 ? `${count} × ` : ''}
                {what} {number}: {PLACE_WORDS[place]}
                {price != null && money !== null && `, ${money.text(count * price)}`}
                {place === 'on trial' && backBy !== '' && `, back by ${dayjs(backBy).format('D MMM')}`}
              </li>
            ))}
          </ul>
          {job.work.length > 0 && (
            <ul className={paper['lines']} aria-label="Work">
              {job.work.map((work) => (
                <li key={work.id}>
                  {workTitle(work)}: {work.because}
                </li>
              ))}
            </ul>
          )}
          {total !== null && total > 0 && money !== null && <p>Parts and labour: {money.text(total)}</p>}
          <DriveCode record={record} />
        </section>
        <SmallDrive settled={settled} letters={0.05} label="The drive from the front, as it is routed" />
      </div>
      <div className={styles['steps']} data-many={steps.length > 30}>
        {PLAN_PHASES.map((phase) => {
          const of = steps.filter((step) => step.phase === phase)
          return (
            of.length > 0 && (
              <section key={phase}>
                <h2>{PHASE_WORDS[phase]}</h2>
                <ol>
                  {of.map((step) => (
                    <Step
                      key={step.id}
                      step={step}
                      tick={job.ticks.find((tick) => tick.step === step.id)}
                      torque={job.torques.find((torque) => torque.step === step.id)?.value}
                    />
                  ))}
                </ol>
              </section>
            )
          )
        })}
      </div>
      <p className={styles['caution']}>
        Before cranking: turned twice by hand, every groove seated, nothing left on the engine. Hold a spring-loaded arm
        until it stops. Never use the starter to roll a belt on. Torque values are the vehicle maker’s.
      </p>
    </Sheet>
  )
}

interface StepProps {
  readonly step: JobStep
  readonly tick: JobTick | undefined
  readonly torque: string | undefined
}

function Step({ step, tick, torque }: StepProps) {
  const done = tick === undefined ? '' : `${dayjs(tick.at).format('D MMM HH:mm')} ${tick.by}`
  return (
    <li>
      <span aria-hidden>{tick === undefined ? '☐' : tick.is === 'done' ? '☑' : '☒'}</span>
      <span>
        {step.title}
        {step.torque === true && <>: {torque ?? '………'}</>}
        {tick?.is === 'skipped' && <em> skipped: {tick.reason}</em>}
        {tick !== undefined && tick.reading !== '' && <b> {tick.reading}</b>}
        {tick?.review === 'given' && <em> checked by {tick.reviewedBy}</em>}
      </span>
      <small>{done}</small>
    </li>
  )
}
