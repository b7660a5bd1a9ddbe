import { DndContext } from '@dnd-kit/core'
import { lazy, memo, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { useStore } from 'zustand'
import type { DriveRecord } from '@emery/core/api'
import { settleDrive } from '@emery/core/path'
import { sketchDrive } from '@emery/core/sketch'
import { allProblems, describeSettled, type ProblemCode } from '@emery/core/solution'
import { useShopRules } from '../rules/rules-api.ts'
import { useTopBar } from '../ui/top-bar.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { useBenchCommands } from './drive-commands.tsx'
import { BenchContext, useBench, useBenchState, type BenchParts } from '../bench/bench-context.ts'
import styles from './drive-screen.module.css'
import { DriveName } from './drive-name.tsx'
import { DueNote } from './due-note.tsx'
import { DrawingOrPhoto } from './drawing-or-photo.tsx'
import { Panes } from './panes.tsx'
import { SaveMark } from './save-mark.tsx'
import { StepStrip } from './step-strip.tsx'
import { LengthStep } from '../length/length-step.tsx'
import { ProblemList } from '../bench/panels/problem-list.tsx'
import { firstStep, isStep, STEPS, type StepId } from '../bench/panels/steps.ts'
import type { BenchStore } from '../bench/store/bench-store.ts'
import { Tape } from '../bench/tape/tape.tsx'
import { useDraggingBelt } from '../bench/tape/use-dragging-belt.ts'
import { useBenchStore } from '../bench/use-bench-store.ts'
import { useThrottled } from '../bench/use-throttled.ts'
import { Panel } from '../ui/panel.tsx'
import { tell } from '../ui/tell.ts'

/** Milliseconds between figures that change while a pulley is dragged; faster than this nobody reads them. */
const READABLE_MS = 80

// What only some visits need is fetched when they do.
const MeasureStep = lazy(async () => ({ default: (await import('../measure/measure-step.tsx')).MeasureStep }))
const RouteStep = lazy(async () => ({ default: (await import('../route/route-step.tsx')).RouteStep }))
const SpeedsStep = lazy(async () => ({ default: (await import('../speeds/speeds-step.tsx')).SpeedsStep }))
const TensionStep = lazy(async () => ({ default: (await import('../tension/tension-step.tsx')).TensionStep }))
const AlignmentStep = lazy(async () => ({ default: (await import('../alignment/alignment-step.tsx')).AlignmentStep }))
const BeltChangeStep = lazy(async () => ({
  default: (await import('../jobs/belt-change/belt-change-step.tsx')).BeltChangeStep,
}))
const AlignmentStrip = lazy(async () => ({
  default: (await import('../alignment/alignment-strip.tsx')).AlignmentStrip,
}))
const PulleyCard = lazy(async () => ({ default: (await import('../bench/panels/pulley-card.tsx')).PulleyCard }))
const Conflict = lazy(async () => ({ default: (await import('./conflict.tsx')).Conflict }))
const WorkingOfSubject = lazy(async () => ({ default: (await import('./working-of-subject.tsx')).WorkingOfSubject }))
const ExportDialog = lazy(async () => ({ default: (await import('./export-dialog.tsx')).ExportDialog }))

const STEP_PANELS: Readonly<Record<StepId, React.ComponentType>> = {
  measure: MeasureStep,
  route: RouteStep,
  length: LengthStep,
  speeds: SpeedsStep,
  tension: TensionStep,
  alignment: AlignmentStep,
  'belt-change': BeltChangeStep,
}

/** What a step says itself, with more to it than the list of what wants a look. */
const SAID_BY_STEP: Readonly<Partial<Record<StepId, readonly ProblemCode[]>>> = {
  measure: ['NOT_MEASURED'],
  speeds: ['OVER_SPEED', 'BELTS_FIGHT'],
}

/** Says it where an address names a step that there is not; another is shown in its place. */
function useNoSuchStep(wanted: string | undefined): void {
  useEffect(() => {
    if (wanted !== undefined && !isStep(wanted)) tell.info(`There is no step “${wanted}”. This one is shown instead.`)
  }, [wanted])
}

/** The drive workspace: the steps over the drawing, the step's panel beside it, the tape along the bottom. */
export function Bench({ record }: { readonly record: DriveRecord }) {
  const { open, saveState } = useBenchStore(record)
  const { store, saver } = open
  const parts = useBenchParts(store)
  const { step: wanted } = useParams()
  // What a drive opens with is settled once: measuring the last pulley must not turn the page.
  const [opensWith] = useState(() => firstStep(parts.settled))
  const step = isStep(wanted) ? wanted : opensWith
  useNoSuchStep(wanted)
  // While a pulley is dragged the drawing comes first; panel and tape follow as often as figures can be read.
  const dragging = useStore(store, (state) => state.gesture !== null)
  const following = useDeferredValue(useThrottled(parts, dragging ? READABLE_MS : 0))
  const [exporting, setExporting] = useState(false)
  const openExport = useCallback(() => setExporting(true), [])
  const commands = useBenchCommands(record, open, openExport)
  const openTension = useCallback(() => commands.find(({ id }) => id === 'step-tension')?.run(), [commands])
  const openInspection = useCallback(() => commands.find(({ id }) => id === 'inspection')?.run(), [commands])
  const tryNow = useCallback(() => saver.tryNow(), [saver])
  useTopBar(
    useMemo(
      () => ({
        title: (
          <div className={styles['inHand']}>
            <DriveName store={store} vehicle={record.vehicle} />
            <SaveMark state={saveState} onTryNow={tryNow} />
          </div>
        ),
        commands,
      }),
      [record.vehicle, store, saveState, tryNow, commands],
    ),
  )

  return (
    <BenchContext.Provider value={parts}>
      <div className={styles['bench']} data-step={step}>
        <h1 className="unseen">
          {STEPS.find(({ id }) => id === step)?.label}: {record.vehicle?.name ?? record.document.name}
        </h1>
        <StepStrip step={step} parts={following} commands={commands} />
        <Panes step={step} parts={parts}>
          <DrawingOrPhoto step={step} />
          <DueNote driveId={record.id} onTension={openTension} onInspection={openInspection} />
          <BenchContext.Provider value={following}>
            <PanelAndTape step={step} />
          </BenchContext.Provider>
        </Panes>
      </div>
      <WorkingWhenAsked />
      {exporting && (
        <Suspense fallback={null}>
          <ExportDialog drive={parts.settled.drive} onClose={() => setExporting(false)} />
        </Suspense>
      )}
      {saveState.is === 'conflict' && (
        <Suspense fallback={null}>
          <Conflict conflict={saveState.conflict} store={store} saver={saver} vehicleId={record.vehicle?.id ?? null} />
        </Suspense>
      )}
    </BenchContext.Provider>
  )
}

const PanelAndTape = memo(function PanelAndTape({ step }: { readonly step: StepId }) {
  const StepPanel = STEP_PANELS[step]
  const { solution } = useBench()
  // What is wrong stands before what follows from it; what is only worth a look stands after.
  const urgent = allProblems(solution).some(({ severity }) => severity === 'error')
  // A belt that is still being threaded is not wrong, only unfinished.
  const threading = useBenchState((state) => state.threading !== null)
  const picked = useBenchState((state) => state.selected !== null)
  const { sensors, onDragMove, onDragEnd } = useDraggingBelt()
  return (
    <DndContext sensors={sensors} onDragMove={onDragMove} onDragEnd={onDragEnd} onDragCancel={onDragEnd}>
      <Panel label={STEPS.find(({ id }) => id === step)?.label}>
        {step !== 'measure' && picked && (
          <Suspense fallback={null}>
            <PulleyCard />
          </Suspense>
        )}
        {urgent && !threading && <ProblemList without={SAID_BY_STEP[step] ?? []} />}
        <Suspense fallback={<p role="status">Loading this step …</p>}>
          <StepPanel />
        </Suspense>
        {!urgent && !threading && <ProblemList without={SAID_BY_STEP[step] ?? []} />}
      </Panel>
      {step === 'alignment' ? (
        <Suspense fallback={null}>
          <AlignmentStrip />
        </Suspense>
      ) : (
        <Tape />
      )}
    </DndContext>
  )
})

/** Solves the drive as it stands on the screen, and, for the drawing, with a length that is only held up to it. */
function useBenchParts(store: BenchStore): BenchParts {
  const drive = useStore(store, (state) => state.drive)
  const beltInHand = useStore(store, (state) => state.beltInHand)
  const trying = useStore(store, (state) => state.tryingLength)
  const tryingRoute = useStore(store, (state) => state.tryingRoute)
  const tryingSizes = useStore(store, (state) => state.speeds.trying)
  const lengths = useLengths()
  const rules = useShopRules()
  const [pointedAt, pointAt] = useState<readonly string[]>([])
  const settled = useMemo(() => settleDrive(drive, {}, rules), [drive, rules])
  // Over a photo every part is to be found in the picture.
  const sketch = useMemo(() => (drive.photo === undefined ? sketchDrive(settled) : null), [drive, settled])
  const shown = useMemo(() => {
    if (tryingSizes?.base === drive) return tryingSizes.settled
    const drawn = sketch?.drive ?? drive
    if (trying === null && tryingRoute === null) return sketch === null ? settled : settleDrive(drawn)
    return settleDrive({
      ...drawn,
      belts: drawn.belts.map((belt) => ({
        ...belt,
        ...(trying !== null && belt.id === beltInHand ? { length: trying } : {}),
        // Held up with the adjuster half-way: the belt's length was for another route.
        ...(belt.id === tryingRoute?.belt ? { route: [...tryingRoute.route], length: null } : {}),
      })),
    })
  }, [settled, sketch, drive, beltInHand, trying, tryingRoute, tryingSizes])
  const solution = useMemo(
    () => describeSettled(settled, { lengthText: lengths.text, rules }),
    [settled, lengths, rules],
  )
  const belt = settled.belts.find((each) => each.belt.id === beltInHand) ?? settled.belts[0]
  return useMemo(
    () => ({ store, settled, shown, sketch, solution, rules, belt, pointedAt, pointAt }),
    [store, settled, shown, sketch, solution, rules, belt, pointedAt],
  )
}

/** The drawer of workings, fetched when the first number is laid open. */
function WorkingWhenAsked() {
  const asked = useBenchState((state) => state.working !== null)
  // Kept once it was opened, so that it can slide out again.
  const [wanted, setWanted] = useState(false)
  if (asked && !wanted) setWanted(true)
  if (!wanted) return null
  return (
    <Suspense fallback={null}>
      <WorkingOfSubject />
    </Suspense>
  )
}
