import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { saveAs } from 'file-saver'
import { useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { CheckedDrive } from '@emery/core/drive'
import { fileName } from '@emery/core/exchange'
import { settleDrive } from '@emery/core/path'
import { withFaults, type RunFault } from '@emery/core/running'
import { driveQuery } from '../drives/drives-api.ts'
import { PickDrive } from '../drives/pick-drive.tsx'
import { useShopRules } from '../rules/rules-api.ts'
import { PanelSection } from '../ui/panel.tsx'
import { saveCsv } from '../ui/save-csv.ts'
import { useTopBar } from '../ui/top-bar.ts'
import { CannotRunNow } from './cannot-run.tsx'
import { EngineControls } from './engine-controls.tsx'
import { HeardNow, LOUD, SoundControls } from './heard-now.tsx'
import { OverTime } from './over-time.tsx'
import { PutFaults } from './put-faults.tsx'
import { namesOf, Readouts } from './readouts.tsx'
import { RunningCanvas } from './running-canvas.tsx'
import styles from './running.module.css'
import { TakenList } from './taken-list.tsx'
import { unknownBelts } from './unknown-belts.ts'
import { useEngine } from './use-engine.ts'
import { useReadFrame, useRunning } from './use-running.ts'
import { useSoundOut } from './use-sound-out.ts'

const NO_FAULTS: readonly RunFault[] = []

/** Any drive as it runs: turned, heard, read, changed and listened to again. */
export function RunningScreen() {
  const { driveId = '' } = useParams()
  const { data: record } = useQuery({ ...driveQuery(driveId), enabled: driveId !== '' })
  const navigate = useNavigate()
  const title = record === undefined ? 'Run it' : `${record.vehicle?.name ?? record.document.name}, running`
  useTopBar(
    useMemo(
      () => ({
        title: <strong>{title}</strong>,
        commands:
          driveId === ''
            ? []
            : [{ id: 'drive', label: 'Back to the drive', run: () => void navigate(`/drives/${driveId}`) }],
      }),
      [title, driveId, navigate],
    ),
  )
  return (
    <div className={styles['page']}>
      <h1 className="unseen">{title}</h1>
      {record === undefined ? (
        <div className={styles['work']}>
          <PickDrive driveId={driveId} under="/run" none="none" />
          <p>{driveId === '' ? 'Choose the drive that is to run.' : 'Loading the drive …'}</p>
        </div>
      ) : (
        <RunOne key={driveId} driveId={driveId} drive={record.document} />
      )}
    </div>
  )
}

function RunOne({ driveId, drive }: { readonly driveId: string; readonly drive: CheckedDrive }) {
  const rules = useShopRules()
  const [faults, setFaults] = useState(NO_FAULTS)
  const engine = useEngine(drive.engine)
  const { isPaused, controls } = engine
  const [volume, setVolume] = useState(LOUD)
  const [pinned, setPinned] = useState<readonly number[]>([])
  const running = useRunning(drive, { faults, rules, controls, isPaused })
  const frame = useReadFrame(running)
  const sound = useSoundOut(running, volume)
  const settled = useMemo(() => settleDrive(withFaults(drive, faults).drive, {}, rules), [drive, faults, rules])
  const { started, work } = running
  if (started?.ok === false)
    return (
      <div className={styles['work']}>
        <PickDrive driveId={driveId} under="/run" none="none" />
        <CannotRunNow settled={settled} reasons={started.cannot} stepAt={(step) => `/drives/${driveId}/${step}`} />
        {faults.length > 0 && <PutFaults drive={drive} faults={faults} onFaults={setFaults} />}
      </div>
    )
  if (started === null || work === null) return <p role="status">Preparing the drive …</p>
  const { parts } = started
  const nameOf = namesOf(settled, parts)
  const pin = (i: number) =>
    setPinned(pinned.includes(i) ? pinned.filter((each) => each !== i) : [...pinned, i].slice(-3))
  const chosen = parts.positions[pinned.at(-1) ?? -1]?.pulley ?? null
  return (
    <>
      <div className={styles['work']}>
        <PickDrive driveId={driveId} under="/run" none="none" />
        <RunningCanvas
          {...{ settled, parts, running, chosen }}
          onPulley={(pulley) => pin(parts.positions.findIndex((each) => each.pulley === pulley))}
        />
        <HeardNow frame={frame} isKnown={unknownBelts(parts).size === 0} />
        <EngineControls
          {...engine.shown}
          onStart={() => {
            sound.begin()
            engine.start()
          }}
          onWater={() => void work.wet()}
        />
      </div>
      <aside className={styles['side']} aria-label="Readings">
        <SoundControls volume={volume} level={sound.level} onVolume={setVolume} />
        <Readouts {...{ settled, parts, frame, pinned }} onPin={pin} />
        <OverTime running={running} pinned={pinned} nameOf={nameOf} />
        <PutFaults drive={drive} faults={faults} onFaults={setFaults} />
        <PanelSection title="Save what was recorded">
          <div className={styles['save']}>
            <Button
              disabled={frame === null}
              onClick={() => void work.csv().then((text) => saveCsv(text, `${fileName(drive.name)}-run.csv`))}
            >
              Readings as CSV
            </Button>
            <Button
              disabled={frame === null}
              onClick={() =>
                void work
                  .wav()
                  .then((bytes) =>
                    saveAs(
                      new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'audio/wav' }),
                      `${fileName(drive.name)}-run.wav`,
                    ),
                  )
              }
            >
              The last minute as WAV
            </Button>
          </div>
        </PanelSection>
        <TakenList drive={drive} taken={parts.taken} />
        {parts.standing.map(({ why }) => (
          <p key={why} className={styles['note']}>
            {why}
          </p>
        ))}
      </aside>
    </>
  )
}
