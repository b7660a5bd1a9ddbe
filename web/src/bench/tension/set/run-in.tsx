import { Button, InputNumber } from 'antd'
import { useState, type ReactNode } from 'react'
import {
  beginRunIn,
  COOL_MINUTES,
  dropRunIn,
  noteRunIn,
  RUN_MINUTES,
  runInStep,
  SECOND_CHECK_KM,
  settingFor,
  type DriveEdit,
  type RunIn as RunInKept,
  type RunInMoment,
  type RunInStep,
  type SettledBelt,
} from '@emery/core'
import { stampNow } from '../../../app/preferences.ts'
import { useNow } from '../../../app/use-now.ts'
import { Caution } from '../../../readings/caution.tsx'
import { timeLeft } from '../../../readings/run-in-words.ts'
import { VerdictMark, type Verdict } from '../../../readings/verdict-mark.tsx'
import { useBench } from '../../bench-context.ts'
import panel from '../../steps/panel.module.css'
import styles from './run-in.module.css'

const ORDER: readonly RunInStep['is'][] = ['to run', 'running', 'run', 'cooling', 'to re-set', 'to check', 'done']

/** Running a belt in that was set by hand: set, run, let cool, re-set, look again after some distance. The drive keeps every moment. */
export function RunIn({ belt }: { readonly belt: SettledBelt }) {
  const { store } = useBench()
  const { id, runIn } = belt.belt
  const edit = (label: string, change: DriveEdit) => store.getState().edit(label, change)
  if (runIn === undefined)
    return (
      <section className={panel['section']} aria-label="Run-in">
        <h2 className="heading">Run-in</h2>
        <p>
          A new belt seats itself and loses tension: run it {RUN_MINUTES} minutes, let it cool, set it again, and look
          once more after {SECOND_CHECK_KM} km.
        </p>
        <Button
          className={styles['begin'] ?? ''}
          onClick={() => edit('begin the run-in', beginRunIn(id, stampNow().at))}
        >
          It is set: begin the run-in
        </Button>
      </section>
    )
  return <Running belt={belt} runIn={runIn} edit={edit} />
}

interface RunningProps {
  readonly belt: SettledBelt
  readonly runIn: RunInKept
  readonly edit: (label: string, change: DriveEdit) => unknown
}

const SECOND = 1000

function Running({ belt, runIn, edit }: RunningProps) {
  const { id } = belt.belt
  const [km, setKm] = useState<number | null>(null)
  const ticks = runIn.resetAt === undefined && runIn.startedAt !== undefined
  const now = useNow(ticks ? SECOND : null)
  const step = runInStep(runIn, now)
  const at = ORDER.indexOf(step.is)
  const note = (label: string, moment: RunInMoment, distance?: number) =>
    edit(label, noteRunIn(id, moment, stampNow().at, distance))
  const wanted = `${Math.round(settingFor(belt.belt, 'run in'))} N`
  return (
    <section className={panel['section']} aria-label="Run-in">
      <h2 className="heading">Run-in</h2>
      <ol className={styles['steps']}>
        <Step verdict="fine" what={`Set, ${momentText(runIn.setAt)}`} />
        <Step verdict={at > 2 ? 'fine' : 'watch'} what={`Run ${RUN_MINUTES} minutes at a fast idle`}>
          {step.is === 'to run' && (
            <>
              <Caution>
                Nothing left on the engine, hair and sleeves tied back. Stand beside the belt, never in line with it.
              </Caution>
              <Button type="primary" onClick={() => note('start the run-in', 'startedAt')}>
                The engine runs
              </Button>
            </>
          )}
          {(step.is === 'running' || step.is === 'run') && (
            <p className={styles['clock']} role="timer">
              <b className="figures">{step.is === 'running' ? timeLeft(step.until, now) : '0:00'}</b>
              <Button
                type={step.is === 'run' ? 'primary' : 'default'}
                onClick={() => note('stop the run-in', 'stoppedAt')}
              >
                {step.is === 'run' ? 'The engine is stopped' : 'Stopped already'}
              </Button>
            </p>
          )}
        </Step>
        <Step verdict={at > 3 ? 'fine' : at < 3 ? 'none' : 'watch'} what="Let it cool until a hand can rest on it">
          {step.is === 'cooling' && (
            <p className={styles['clock']} role="timer">
              <b className="figures">{timeLeft(step.until, now)}</b>
              <span className={panel['soft']}>about {COOL_MINUTES} minutes (nominal)</span>
            </p>
          )}
        </Step>
        <Step verdict={at > 4 ? 'fine' : at < 3 ? 'none' : 'watch'} what={`Set it again, to ${wanted}`}>
          {(step.is === 'to re-set' || step.is === 'cooling') && (
            <div className={styles['reset']}>
              <p>Engine off and key out. Read it above, move it, and keep the reading; then:</p>
              <InputNumber
                aria-label="Distance now, km"
                placeholder="distance now"
                suffix="km"
                min={0}
                value={km}
                onChange={setKm}
              />
              <Button
                type={step.is === 'to re-set' ? 'primary' : 'default'}
                onClick={() => note('re-set after the run-in', 'resetAt', km ?? undefined)}
              >
                It is re-set
              </Button>
            </div>
          )}
        </Step>
        <Step
          verdict={step.is === 'done' ? 'fine' : step.is === 'to check' ? 'watch' : 'none'}
          what={
            step.is === 'to check' && step.atDistance !== null
              ? `Look again at ${step.atDistance.toLocaleString('en-GB')} km`
              : `Look again after ${SECOND_CHECK_KM} km (nominal)`
          }
        >
          {step.is === 'to check' && (
            <Button onClick={() => note('check after the run-in', 'checkedAt')}>Read again, and right</Button>
          )}
        </Step>
      </ol>
      <button
        type="button"
        className={styles['drop']}
        onClick={() => edit(step.is === 'done' ? 'forget the run-in' : 'leave the run-in', dropRunIn(id))}
      >
        {step.is === 'done' ? 'Run in: put this list away' : 'Leave the run-in'}
      </button>
    </section>
  )
}

interface StepProps {
  readonly verdict: Verdict
  readonly what: string
  readonly children?: ReactNode
}

function Step({ verdict, what, children }: StepProps) {
  return (
    <li>
      <VerdictMark verdict={verdict} label={{ fine: 'done', watch: 'to do', act: 'to do', none: 'later' }[verdict]} />
      <div>
        {what}
        {children}
      </div>
    </li>
  )
}

/** A moment as people say it: the day, and the time of it. */
function momentText(at: string): string {
  return new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
}
