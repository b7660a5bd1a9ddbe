import { Button, Checkbox, Input } from 'antd'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { FIT_PHASES, fitPlan, type FitPhase, type FitStep as Step, type JobFields, type JobTick } from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import { Caution } from '../../readings/caution.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './fit.module.css'
import { useJob } from './use-job.ts'

const PHASE_WORDS: Readonly<Record<FitPhase, string>> = {
  before: 'Before anything comes off',
  off: 'Off, from the outermost',
  'while off': 'While they are off',
  on: 'On, from the innermost',
  tension: 'Tension',
  check: 'Stop and check',
  run: 'Run',
  prove: 'Prove it',
  're-check': 'Look again',
}

/** The work of changing belts, step by step, ticked with time and name. */
export function FitStep() {
  const { settled } = useBench()
  const { driveId = '' } = useParams()
  const { job, edit, failure } = useJob(driveId)
  const { belts } = settled.drive
  const [without, setWithout] = useState<readonly string[]>([])
  const [sameBelts, setSameBelts] = useState(false)
  const [noise, setNoise] = useState(false)
  const plan = useMemo(
    () =>
      fitPlan(settled, {
        ...{ sameBelts, noise },
        belts: settled.drive.belts.map(({ id }) => id).filter((id) => !without.includes(id)),
      }),
    [settled, without, sameBelts, noise],
  )
  const tickOf = (step: Step) => job?.ticks.find((tick) => tick.step === step.id)
  const next = plan.steps.find((step) => tickOf(step) === undefined)
  const name = (id: string) => belts.find((belt) => belt.id === id)?.name ?? id
  return (
    <>
      <section className={panel['section']} aria-label="The job">
        <h2 className="heading">The job</h2>
        <Line
          label="Complaint"
          value={job?.complaint ?? ''}
          onWrite={(complaint) => edit((of) => ({ ...of, complaint }))}
        />
        <Line label="Asked for" value={job?.asked ?? ''} onWrite={(asked) => edit((of) => ({ ...of, asked }))} />
        <div className={styles['what']}>
          {belts.length > 1 &&
            belts.map(({ id }) => (
              <Checkbox
                key={id}
                checked={!without.includes(id)}
                onChange={({ target }) =>
                  setWithout(target.checked ? without.filter((other) => other !== id) : [...without, id])
                }
              >
                {name(id)}
              </Checkbox>
            ))}
          <Checkbox checked={sameBelts} onChange={({ target }) => setSameBelts(target.checked)}>
            The same belts go back on
          </Checkbox>
          <Checkbox checked={noise} onChange={({ target }) => setNoise(target.checked)}>
            There was a noise
          </Checkbox>
        </div>
        {plan.order.circular.length > 0 && (
          <p role="alert">
            {plan.order.circular.map(name).join(', ')} are in each other’s way: are their places along the shafts right?{' '}
            <Link to={`/drives/${driveId}/lineup`}>Line-up</Link>
          </p>
        )}
        {plan.order.unknown.length > 0 && (
          <p className={panel['soft']}>
            Nobody has said which runs further out:{' '}
            {plan.order.unknown.map(([a, b]) => `${name(a)} or ${name(b)}`).join('; ')}. Look from the side.
          </p>
        )}
        {failure !== null && <p role="alert">{failure}</p>}
      </section>
      {FIT_PHASES.map((phase) => {
        const steps = plan.steps.filter((step) => step.phase === phase)
        return (
          steps.length > 0 && (
            <section key={phase} className={panel['section']} aria-label={PHASE_WORDS[phase]}>
              <h2 className="heading">{PHASE_WORDS[phase]}</h2>
              <ol className={styles['steps']}>
                {steps.map((step) => (
                  <OneStep
                    key={step.id}
                    step={step}
                    tick={tickOf(step)}
                    next={step === next}
                    torque={job?.torques.find((each) => each.step === step.id)?.value ?? ''}
                    onEdit={edit}
                  />
                ))}
              </ol>
            </section>
          )
        )
      })}
      <div className={styles['foot']}>
        <Button
          type="primary"
          disabled={job === undefined || next !== undefined}
          onClick={() => edit((of) => ({ ...of, closedAt: stampNow().at }))}
        >
          Close the job
        </Button>
        {job !== undefined && next !== undefined && (
          <span className={panel['soft']}>
            {plan.steps.filter((step) => tickOf(step) === undefined).length} of {plan.steps.length} steps to go
          </span>
        )}
      </div>
    </>
  )
}

interface OneStepProps {
  readonly step: Step
  readonly tick: JobTick | undefined
  readonly next: boolean
  readonly torque: string
  readonly onEdit: (how: (fields: JobFields) => JobFields) => void
}

/** One step: how, what can hurt, and its tick; one that is done or left out is folded to a line. */
function OneStep({ step, tick, next, torque, onEdit }: OneStepProps) {
  const lengths = useLengths()
  const [skipping, setSkipping] = useState<string | null>(null)
  const set = (is: JobTick['is'], reason = '') =>
    onEdit((of) => ({
      ...of,
      ticks: [
        ...of.ticks.filter((each) => each.step !== step.id),
        { ...{ step: step.id, title: step.title, is, reason }, ...stampNow() },
      ],
    }))
  const takeBack = () => onEdit((of) => ({ ...of, ticks: of.ticks.filter((each) => each.step !== step.id) }))
  return (
    <li data-next={next} data-ticked={tick !== undefined}>
      <Checkbox checked={tick?.is === 'done'} onChange={() => (tick === undefined ? set('done') : takeBack())}>
        {step.title}
      </Checkbox>
      {tick === undefined ? (
        <div>
          {step.lines.map((line) => (
            <p key={line}>{line}</p>
          ))}
          {step.slack !== undefined && (
            <p>
              It needs <b className="figures">{lengths.text(step.slack)}</b> of slack for its last rim.
            </p>
          )}
          {step.torque === true && (
            <Line
              label="Torque, from the service data"
              value={torque}
              onWrite={(value) =>
                onEdit((of) => ({
                  ...of,
                  torques: [
                    ...of.torques.filter((each) => each.step !== step.id),
                    ...(value === '' ? [] : [{ step: step.id, value }]),
                  ],
                }))
              }
            />
          )}
          {step.cautions.map((caution) => (
            <Caution key={caution}>{caution}</Caution>
          ))}
          {skipping === null ? (
            next && (
              <Button type="text" onClick={() => setSkipping('')}>
                Leave it out …
              </Button>
            )
          ) : (
            <form
              className={styles['skip']}
              onSubmit={(event) => {
                event.preventDefault()
                if (skipping.trim() === '') return
                set('skipped', skipping.trim())
                setSkipping(null)
              }}
            >
              <Input
                autoFocus
                aria-label={`Why “${step.title}” is left out`}
                placeholder="Why"
                maxLength={300}
                value={skipping}
                onChange={({ target }) => setSkipping(target.value)}
              />
              <Button htmlType="submit" disabled={skipping.trim() === ''}>
                Leave it out
              </Button>
            </form>
          )}
        </div>
      ) : (
        <small>
          {tick.is === 'skipped' ? `left out: ${tick.reason}, ` : ''}
          {dayjs(tick.at).format('D MMM HH:mm')}
          {tick.by === '' ? '' : `, ${tick.by}`}
          {tick.is === 'skipped' && (
            <Button type="text" onClick={takeBack}>
              Ask again
            </Button>
          )}
        </small>
      )}
    </li>
  )
}

interface LineProps {
  readonly label: string
  readonly value: string
  readonly onWrite: (value: string) => void
}

/** A line that is written down when it is left. */
function Line({ label, value, onWrite }: LineProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const leave = () => {
    if (draft !== null && draft.trim() !== value) onWrite(draft.trim())
    setDraft(null)
  }
  return (
    <label className={styles['line']}>
      {label}
      <Input
        value={draft ?? value}
        maxLength={label.startsWith('Torque') ? 60 : 500}
        onChange={({ target }) => setDraft(target.value)}
        onBlur={leave}
        onPressEnter={leave}
      />
    </label>
  )
}
