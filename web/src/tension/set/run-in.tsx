import { Button } from 'antd'
import { useState, type ReactNode } from 'react'
import type { DriveEdit, RunIn as RunInKept } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import { familyOf } from '@emery/core/sections'
import {
  beginRunIn,
  COOL_MINUTES,
  dropRunIn,
  noteRunIn,
  RUN_MINUTES,
  runInStep,
  SECOND_CHECK_KM,
  settingFor,
  type RunInMoment,
  type RunInStep,
} from '@emery/core/tension'
import type { Verdict } from '@emery/core/verdict'
import { stampNow } from '../../ui/preferences.ts'
import { useNow } from '../../ui/use-now.ts'
import { Caution } from '../../ui/caution.tsx'
import { timeLeft } from '../../ui/run-in-words.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from './run-in.module.css'
import { FigureInput } from '../../ui/figure-input.tsx'
import { useUnits } from '../../ui/use-units.ts'

const ORDER: readonly RunInStep['is'][] = ['to run', 'running', 'run', 'cooling', 'to re-set', 'to check', 'done']

/** Running a belt in that was set by hand: set, run, let cool, re-set, look again after some distance. The drive keeps every moment. */
export function RunIn(props: RunInProps) {
  return (
    <PanelSection title="Run-in">
      <RunInThread {...props} />
    </PanelSection>
  )
}

interface RunInProps {
  readonly belt: SettledBelt
  /** Told of each moment that is noted, for a job in which the run-in is a step. */
  readonly onNoted?: (moment: RunInMoment) => void
}

/** The same without a panel of its own: what is to be done next, wherever it is looked at. */
export function RunInThread({ belt, onNoted = () => undefined }: RunInProps) {
  const units = useUnits()
  const { store } = useBench()
  const { id, runIn } = belt.belt
  const edit = (label: string, change: DriveEdit) => store.getState().edit(label, change)
  if (runIn === undefined)
    return (
      <>
        <p>
          A new belt beds in and loses tension. Run it for {RUN_MINUTES} minutes, let it cool, re-tension it, and check
          it again after {units.distance.text(SECOND_CHECK_KM)}.
        </p>
        <Button
          className={styles['begin'] ?? ''}
          onClick={() => edit('start the run-in', beginRunIn(id, stampNow().at))}
        >
          Tension is set: start the run-in
        </Button>
      </>
    )
  return <Running belt={belt} runIn={runIn} edit={edit} onNoted={onNoted} />
}

interface RunningProps {
  readonly belt: SettledBelt
  readonly runIn: RunInKept
  readonly edit: (label: string, change: DriveEdit) => unknown
  readonly onNoted: (moment: RunInMoment) => void
}

const SECOND = 1000

function Running({ belt, runIn, edit, onNoted }: RunningProps) {
  const { id } = belt.belt
  const [km, setKm] = useState<number | null>(null)
  const units = useUnits()
  const ticks = runIn.resetAt === undefined && runIn.startedAt !== undefined
  const now = useNow(ticks ? SECOND : null)
  const step = runInStep(runIn, now)
  const at = ORDER.indexOf(step.is)
  const note = (label: string, moment: RunInMoment, distance?: number) => {
    edit(label, noteRunIn(id, moment, stampNow().at, distance))
    onNoted(moment)
  }
  const setting = settingFor(belt.belt, 'run in')
  const { hasRibs } = familyOf(belt.belt.section)
  const perRib = hasRibs ? ` (${units.force.text(setting / belt.belt.ribs)} a rib)` : ''
  const wanted = `${units.force.text(setting)}${perRib}`
  return (
    <>
      <ol className={styles['steps']}>
        <Step verdict="fine" what={`Set, ${momentText(runIn.setAt)}`} />
        <Step verdict={at > 2 ? 'fine' : 'watch'} what={`Run ${RUN_MINUTES} minutes at a fast idle`}>
          {step.is === 'to run' && (
            <>
              <Caution>
                Nothing left on the engine, hair and sleeves tied back. Stand to the side, never in line with the belt.
              </Caution>
              <Button type="primary" onClick={() => note('start the run-in', 'startedAt')}>
                Engine running
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
                {step.is === 'run' ? 'Engine stopped' : 'Already stopped'}
              </Button>
            </p>
          )}
        </Step>
        <Step
          verdict={at > 3 ? 'fine' : at < 3 ? 'unknown' : 'watch'}
          what="Let it cool until you can rest a hand on it"
        >
          {step.is === 'cooling' && (
            <p className={styles['clock']} role="timer">
              <b className="figures">{timeLeft(step.until, now)}</b>
              <span className="soft">about {COOL_MINUTES} minutes (nominal)</span>
            </p>
          )}
        </Step>
        <Step verdict={at > 4 ? 'fine' : at < 3 ? 'unknown' : 'watch'} what={`Re-tension to ${wanted}`}>
          {(step.is === 'to re-set' || step.is === 'cooling') && (
            <div className={styles['reset']}>
              <p>Engine off and key out. Measure above, adjust, and save the reading. Then:</p>
              <FigureInput
                label="Odometer now, km"
                labelled
                placeholder="distance now"
                min={0}
                max={5_000_000}
                value={km}
                onRead={setKm}
              />
              <Button
                type={step.is === 'to re-set' ? 'primary' : 'default'}
                onClick={() => note('re-set after the run-in', 'resetAt', km ?? undefined)}
              >
                Re-tensioned
              </Button>
            </div>
          )}
        </Step>
        <Step
          verdict={step.is === 'done' ? 'fine' : step.is === 'to check' ? 'watch' : 'unknown'}
          what={
            step.is === 'to check' && step.atDistance !== null
              ? `Check again at ${units.distance.text(step.atDistance)}`
              : `Check again after ${units.distance.text(SECOND_CHECK_KM)} (nominal)`
          }
        >
          {step.is === 'to check' && (
            <Button onClick={() => note('check after the run-in', 'checkedAt')}>Measured again, correct</Button>
          )}
        </Step>
      </ol>
      <button
        type="button"
        className={styles['drop']}
        onClick={() => edit(step.is === 'done' ? 'delete the run-in' : 'end the run-in', dropRunIn(id))}
      >
        {step.is === 'done' ? 'Run in: close this list' : 'End the run-in'}
      </button>
    </>
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
      <VerdictMark
        verdict={verdict}
        label={{ fine: 'done', watch: 'to do', act: 'to do', unknown: 'later' }[verdict]}
      />
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
