import { RedoOutlined, UndoOutlined } from '@ant-design/icons'
import { App, Button, Tooltip } from 'antd'
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useStore } from 'zustand'
import {
  describeSettled,
  lengthWorking,
  ratioWorking,
  settleDrive,
  type DriveConflict,
  type DriveRecord,
} from '@emery/core'
import { createDrive, deleteDrive, exportAddress } from '../api/drives.ts'
import { useTopBar, type Command } from '../app/top-bar.ts'
import { useLengths } from '../readings/use-lengths.ts'
import { VerdictMark } from '../readings/verdict-mark.tsx'
import { WorkingDrawer } from '../readings/working-drawer.tsx'
import { BenchContext, type BenchParts } from './bench-context.ts'
import styles from './bench.module.css'
import { ConflictDialog } from './conflict-dialog.tsx'
import { Drawing } from './drawing/drawing.tsx'
import { SaveMark } from './save-mark.tsx'
import { LengthStep } from './steps/length-step.tsx'
import { MeasureStep } from './steps/measure-step.tsx'
import panelStyles from './steps/panel.module.css'
import { ProblemList } from './steps/problem-list.tsx'
import { PulleyCard } from './steps/pulley-card.tsx'
import { SpeedsStep } from './steps/speeds-step.tsx'
import { FIRST_STEP, isStep, STEPS, stepVerdict, type StepId } from './steps/steps.ts'
import type { BenchStore, WorkingSubject } from './store/bench-store.ts'
import { Tape } from './tape/tape.tsx'
import { useBenchStore } from './use-bench-store.ts'
import { useThrottled } from './use-throttled.ts'

/** Milliseconds between figures that change while a pulley is dragged; faster than this nobody reads them. */
const READABLE_MS = 80

const STEP_PANELS: Readonly<Record<StepId, () => React.JSX.Element>> = {
  measure: MeasureStep,
  length: LengthStep,
  speeds: SpeedsStep,
}

/** The drive workspace: the steps over the drawing, the step's panel beside it, the tape along the bottom. */
export function Bench({ record }: { readonly record: DriveRecord }) {
  const { store, saver, saveState } = useBenchStore(record)
  const parts = useBenchParts(store)
  const { step: wanted } = useParams()
  const step = isStep(wanted) ? wanted : FIRST_STEP
  // While a pulley is dragged the drawing comes first; panel and tape follow as often as figures can be read.
  const dragging = useStore(store, (state) => state.gesture !== null)
  const following = useDeferredValue(useThrottled(parts, dragging ? READABLE_MS : 0))
  const name = useStore(store, (state) => state.drive.name)
  const commands = useBenchCommands(record, store)
  const tryNow = useCallback(() => saver.tryNow(), [saver])
  useTopBar(
    useMemo(
      () => ({
        title: (
          <div className={styles['inHand']}>
            <span>{record.vehicle === null ? 'No vehicle' : `${record.vehicle.name} · ${record.vehicle.plate}`}</span>
            <strong>{name}</strong>
            <SaveMark state={saveState} onTryNow={tryNow} />
          </div>
        ),
        commands,
      }),
      [record.vehicle, name, saveState, tryNow, commands],
    ),
  )

  return (
    <BenchContext.Provider value={parts}>
      <div className={styles['bench']}>
        <StepStrip step={step} parts={following} commands={commands} />
        <Drawing />
        <BenchContext.Provider value={following}>
          <PanelAndTape step={step} />
        </BenchContext.Provider>
      </div>
      <Working parts={parts} />
      {saveState.is === 'conflict' && (
        <Conflict conflict={saveState.conflict} store={store} saver={saver} vehicleId={record.vehicle?.id ?? null} />
      )}
    </BenchContext.Provider>
  )
}

const PanelAndTape = memo(function PanelAndTape({ step }: { readonly step: StepId }) {
  const StepPanel = STEP_PANELS[step]
  return (
    <>
      <aside className={panelStyles['panel']} aria-label={STEPS.find(({ id }) => id === step)?.label}>
        <PulleyCard />
        <StepPanel />
        <ProblemList />
      </aside>
      <Tape />
    </>
  )
})

/** Solves the drive as it stands on the screen, and, for the drawing, with a length that is only held up to it. */
function useBenchParts(store: BenchStore): BenchParts {
  const drive = useStore(store, (state) => state.drive)
  const beltInHand = useStore(store, (state) => state.beltInHand)
  const trying = useStore(store, (state) => state.tryingLength)
  const lengths = useLengths()
  const [pointedAt, pointAt] = useState<readonly string[]>([])
  const settled = useMemo(() => settleDrive(drive), [drive])
  const shown = useMemo(() => {
    if (trying === null) return settled
    return settleDrive({
      ...drive,
      belts: drive.belts.map((belt) => (belt.id === beltInHand ? { ...belt, length: trying } : belt)),
    })
  }, [settled, drive, beltInHand, trying])
  const solution = useMemo(() => describeSettled(settled, lengths.text), [settled, lengths])
  const belt = settled.belts.find((each) => each.belt.id === beltInHand) ?? settled.belts[0]
  return useMemo(
    () => ({ store, settled, shown, solution, belt, pointedAt, pointAt }),
    [store, settled, shown, solution, belt, pointedAt],
  )
}

function useBenchCommands(record: DriveRecord, store: BenchStore): readonly Command[] {
  const navigate = useNavigate()
  const { message } = App.useApp()
  return useMemo(() => {
    const go = (step: StepId) => void navigate(`/drives/${record.id}/${step}`, { replace: true })
    const remove = async () => {
      try {
        await deleteDrive(record.id)
        void navigate('/drives')
        void message.success(`${store.getState().drive.name} is deleted.`)
      } catch (error) {
        void message.error(error instanceof Error ? error.message : 'It could not be deleted.')
      }
    }
    return [
      ...STEPS.map(({ id, label }, i) => ({ id: `step-${id}`, label, keys: String(i + 1), run: () => go(id) })),
      {
        id: 'undo',
        label: 'Undo',
        keys: 'Ctrl Z',
        can: () => store.getState().past.length > 0,
        run: () => store.getState().undo(),
      },
      {
        id: 'redo',
        label: 'Redo',
        keys: 'Ctrl Shift Z',
        can: () => store.getState().future.length > 0,
        run: () => store.getState().redo(),
      },
      {
        id: 'redo-y',
        label: 'Redo, the other key',
        keys: 'Ctrl Y',
        can: () => store.getState().future.length > 0,
        run: () => store.getState().redo(),
      },
      { id: 'working', label: 'Working', keys: 'W', run: () => store.getState().showWorking(subjectOf(store)) },
      { id: 'next-pulley', label: 'Next pulley', keys: 'N', run: () => selectNext(store) },
      { id: 'export', label: 'Export this drive', run: () => location.assign(exportAddress(record.id)) },
      { id: 'print', label: 'Print', keys: 'Ctrl P', run: () => window.print() },
      { id: 'delete', label: 'Delete this drive', run: () => void remove() },
    ]
  }, [record.id, store, navigate, message])
}

/** What the working is asked of: the ratio of the shaft in hand, else the length of the belt in hand. */
function subjectOf(store: BenchStore): WorkingSubject | null {
  const { drive, selected, beltInHand } = store.getState()
  const shaft = drive.pulleys.find(({ id }) => id === selected)?.shaft
  const isCrank = drive.shafts.find(({ id }) => id === shaft)?.kind === 'crank'
  if (shaft !== undefined && !isCrank) return { of: 'ratio', shaft }
  return beltInHand === null ? null : { of: 'length', belt: beltInHand }
}

/** Takes the next pulley along the belt in hand. */
function selectNext(store: BenchStore): void {
  const { drive, selected, beltInHand, select } = store.getState()
  const route = drive.belts.find(({ id }) => id === beltInHand)?.route ?? []
  const at = route.findIndex(({ pulley }) => pulley === selected)
  const next = route[(at + 1) % Math.max(1, route.length)]
  if (next !== undefined) select(next.pulley)
}

interface StepStripProps {
  readonly step: StepId
  readonly parts: BenchParts
  readonly commands: readonly Command[]
}

function StepStrip({ step, parts, commands }: StepStripProps) {
  const { store, settled, solution } = parts
  const canUndo = useStore(store, ({ past }) => past.at(-1)?.label)
  const canRedo = useStore(store, ({ future }) => future[0]?.label)
  const run = (id: string) => commands.find((command) => command.id === id)?.run()
  return (
    <div className={styles['strip']}>
      <nav aria-label="Steps">
        {STEPS.map(({ id, label }, i) => (
          <button
            key={id}
            type="button"
            aria-current={id === step ? 'step' : undefined}
            onClick={() => run(`step-${id}`)}
          >
            <b aria-hidden>{i + 1}</b>
            {label}
            <VerdictMark verdict={stepVerdict(id, settled, solution)} />
          </button>
        ))}
      </nav>
      <Tooltip title={canUndo === undefined ? 'Nothing to undo' : `Undo: ${canUndo} (Ctrl Z)`}>
        <Button
          type="text"
          aria-label="Undo"
          icon={<UndoOutlined />}
          disabled={canUndo === undefined}
          onClick={() => run('undo')}
        />
      </Tooltip>
      <Tooltip title={canRedo === undefined ? 'Nothing to redo' : `Redo: ${canRedo} (Ctrl Shift Z)`}>
        <Button
          type="text"
          aria-label="Redo"
          icon={<RedoOutlined />}
          disabled={canRedo === undefined}
          onClick={() => run('redo')}
        />
      </Tooltip>
      <Button type="text" onClick={() => run('working')}>
        Working <kbd>W</kbd>
      </Button>
    </div>
  )
}

function Working({ parts: { store, settled } }: { readonly parts: BenchParts }) {
  const subject = useStore(store, (state) => state.working)
  const working = useMemo(() => {
    if (subject === null) return undefined
    return subject.of === 'length' ? lengthWorking(settled, subject.belt) : ratioWorking(settled, subject.shaft)
  }, [subject, settled])
  return <WorkingDrawer open={subject !== null} working={working} onClose={() => store.getState().showWorking(null)} />
}

interface ConflictProps {
  readonly conflict: DriveConflict
  readonly store: BenchStore
  readonly saver: ReturnType<typeof useBenchStore>['saver']
  readonly vehicleId: string | null
}

function Conflict({ conflict, store, saver, vehicleId }: ConflictProps) {
  const { message } = App.useApp()
  const mine = useStore(store, (state) => state.drive)
  const { current } = conflict
  const takeTheirs = () => {
    store.getState().replace('take the other version', current.document)
    saver.resolve(current, null)
  }
  const keepBoth = async () => {
    try {
      const copy = await createDrive(
        { ...mine, name: `${mine.name}, my copy` },
        vehicleId,
        'kept beside another version',
      )
      void message.success(`Yours is kept as ${copy.document.name}.`)
      takeTheirs()
    } catch (error) {
      void message.error(error instanceof Error ? error.message : 'The copy could not be made.')
    }
  }
  return (
    <ConflictDialog
      conflict={conflict}
      mine={mine}
      onKeepMine={() => saver.resolve(current, mine)}
      onTakeTheirs={takeTheirs}
      onKeepBoth={() => void keepBoth()}
    />
  )
}
