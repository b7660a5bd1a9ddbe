import { Button } from 'antd'
import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { settleDrive } from '@emery/core/path'
import type { ExerciseKey, Telling } from '@emery/core/practice'
import { withFaults } from '@emery/core/running'
import { NOMINAL_RULES } from '@emery/core/rules'
import { EngineControls } from '../running/engine-controls.tsx'
import { HeardNow, LOUD, SoundControls } from '../running/heard-now.tsx'
import { RunningCanvas } from '../running/running-canvas.tsx'
import running from '../running/running.module.css'
import { useEngine } from '../running/use-engine.ts'
import { useReadFrame, useRunning } from '../running/use-running.ts'
import { useSoundOut } from '../running/use-sound-out.ts'
import { tell } from '../ui/tell.ts'
import { useTopBar } from '../ui/top-bar.ts'
import { ByHand } from './by-hand.tsx'
import { DoneSoFar } from './done-so-far.tsx'
import { titleOf } from './exercise-address.ts'
import { MendIt } from './mend-it.tsx'
import { keepResult } from './practice-api.ts'
import { useDoings, usePractice } from './practice-store.ts'
import styles from './practice.module.css'
import { TellingAtEnd } from './telling-at-end.tsx'
import { useExercise, type InHand } from './use-exercise.ts'

interface ExerciseScreenProps {
  readonly address: string
  readonly exercise: ExerciseKey
}

/** One car with one complaint. */
export function ExerciseScreen({ address, exercise }: ExerciseScreenProps) {
  const doings = useDoings(address)
  const { inHand, isMissing } = useExercise(exercise, doings)
  const { begin, takeBack } = usePractice()
  useTopBar(
    useMemo(
      () => ({
        title: <strong>{titleOf(address)}</strong>,
        commands: [
          { id: 'undo', label: 'Take back the last thing done', keys: 'Ctrl Z', run: () => takeBack(address) },
          { id: 'begin', label: 'Begin this exercise from the start', run: () => begin(address) },
        ],
      }),
      [address, begin, takeBack],
    ),
  )
  return (
    <>
      <h1 className="unseen">{titleOf(address)}</h1>
      {isMissing ? (
        <p className={styles['list']}>No example drives came with this Emery, so there is no car to practise on.</p>
      ) : inHand === null ? (
        <p role="status">Loading the car …</p>
      ) : (
        <Bay address={address} inHand={inHand} />
      )}
    </>
  )
}

function Bay({ address, inHand }: { readonly address: string; readonly inHand: InHand }) {
  const { opened, stands, work } = inHand
  const { drive } = opened
  const doings = useDoings(address)
  const { add, end, begin } = usePractice()
  const engine = useEngine(drive.engine)
  const { isPaused, controls } = engine
  const [volume, setVolume] = useState(LOUD)
  const [tool, setTool] = useState<string | null>(null)
  const [read, setRead] = useState<string | null>(null)
  const [telling, setTelling] = useState<Telling | null>(null)
  const { faults } = stands
  const isRunning = useRunning(drive, { faults, rules: NOMINAL_RULES, controls, isPaused })
  const frame = useReadFrame(isRunning)
  const sound = useSoundOut(isRunning, volume)
  const settled = useMemo(() => settleDrive(withFaults(drive, faults).drive), [drive, faults])
  const { started } = isRunning
  const latest = stands.shown.at(-1)?.shown.words ?? 'Choose something to try, or start the engine and listen.'
  const touch = (pulley: string) => {
    if (tool === null) return
    void work.showAt(tool, pulley).then((words) => setRead(words ?? 'That is not done pulley by pulley.'))
    // Laid to one pulley after the other it is one test; after a repair it is another.
    const since = doings.slice(1 + doings.findLastIndex(({ is }) => is === 'remedy'))
    if (!since.some((doing) => doing.is === 'test' && doing.test === tool)) add(address, { is: 'test', test: tool })
  }
  // What was written down ends it, also when the page is opened again.
  const isFinished = doings.some(({ is }) => is === 'named')
  useEffect(() => {
    if (!isFinished) return undefined
    let mine = true
    void work.telling(doings).then((told) => {
      if (mine) setTelling(told)
    })
    return () => {
      mine = false
    }
  }, [isFinished, work, doings])
  const finish = (cause: string) => {
    const named = { is: 'named' as const, cause }
    engine.stop()
    void work.telling([...doings, named]).then(({ isNamedRight, fault }) => {
      const { minutes, wrongParts, isMended, shown } = stands
      add(address, named)
      end(address, { isNamedRight, isMended, minutes, wrongParts: wrongParts.length, fault })
      keepResult({
        exercise: address,
        fault,
        isNamedRight,
        isMended,
        minutes,
        wrongParts: wrongParts.length,
        tests: shown.length,
      }).catch((reason: unknown) => tell.error(reason instanceof Error ? reason.message : String(reason)))
    })
  }
  if (isFinished && telling !== null)
    return (
      <TellingAtEnd
        {...{ telling, stands, opened }}
        onAgain={() => {
          begin(address)
          setTelling(null)
        }}
      />
    )
  return (
    <div className={running['page']}>
      <div className={running['work']}>
        <p className={styles['complaint']}>{opened.complaint}</p>
        {started?.ok === true ? (
          <RunningCanvas settled={settled} parts={started.parts} running={isRunning} chosen={null} onPulley={touch} />
        ) : (
          <p className={running['picture']} role="status">
            {started === null ? 'Preparing the drive …' : started.cannot.map(({ why }) => why).join(' ')}
          </p>
        )}
        <p className={styles['read']} role="status">
          {read ?? (tool === null ? latest : 'Press a pulley on the drawing, or its name in the list.')}
        </p>
        <HeardNow frame={frame} />
        <EngineControls
          {...engine.shown}
          onStart={() => {
            sound.begin()
            setTool(null)
            engine.start()
          }}
          onWater={() => {
            void isRunning.work?.wet()
            add(address, { is: 'test', test: 'water' })
          }}
        />
      </div>
      <aside className={running['side']} aria-label="The job">
        <ClockAndPurse {...{ stands, opened }} />
        <SoundControls volume={volume} level={sound.level} onVolume={setVolume} />
        <ByHand
          drive={drive}
          settled={settled}
          {...{ work, tool }}
          isOn={engine.isOn}
          onTool={(next) => {
            setTool(next)
            setRead(null)
            if (next !== null) engine.stop()
          }}
          onTouch={touch}
          onRead={setRead}
          onTest={(test) => {
            add(address, { is: 'test', test })
            if (test !== 'press-span') setRead(null)
          }}
        />
        <DoneSoFar stands={stands} />
        <MendIt
          drive={drive}
          onRemedy={(remedy, at) => {
            setRead(null)
            add(address, { is: 'remedy', remedy, at })
          }}
          onFinish={finish}
          isMended={stands.isMended}
        />
        <div className={styles['ways']}>
          <Button onClick={() => begin(address)}>Begin from the start</Button>
          <Link to="/practice">All exercises</Link>
        </div>
      </aside>
    </div>
  )
}

function ClockAndPurse({ stands, opened }: Pick<InHand, 'stands' | 'opened'>) {
  const figures = [
    { name: 'Clock', spent: stands.minutes, of: opened.minutes, unit: 'min' },
    { name: 'Purse', spent: stands.money, of: opened.money, unit: 'spent' },
  ]
  return (
    <dl className={styles['meters']} aria-label="Clock and purse">
      {figures.map(({ name, spent, of, unit }) => (
        <div key={name} data-over={spent > of}>
          <dt>{name}</dt>
          <dd className="figures">
            {spent}{' '}
            <small>
              of {of} {unit}
            </small>
          </dd>
        </div>
      ))}
    </dl>
  )
}
