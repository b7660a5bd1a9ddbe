import { applyPatches, enablePatches, produce, produceWithPatches, type Patch } from 'immer'
import { createStore, type StoreApi } from 'zustand/vanilla'
import type { AlignmentMove, LineWay } from '@emery/core/alignment'
import type { BeltLinePart } from '@emery/core/api'
import type { BeltLineChoice } from '@emery/core/belt-line-parts'
import {
  checkDrive,
  setRoute,
  type ReadUnder,
  type ReadWhile,
  type CheckedDrive,
  type DriveDraft,
  type DriveEdit,
  type RouteEntry,
} from '@emery/core/drive'
import type { SettledDrive } from '@emery/core/path'
import type { PulleySize } from '@emery/core/resize'
import type { BeltAge, BeltCondition, OperatingPoint } from '@emery/core/tension'
import type { EditResult } from '../../ui/edit-result.ts'
import { flipped, nextEntries } from './threading.ts'

enablePatches()

/** One step of the session that can be taken back: the difference and its reverse. */
interface HistoryStep {
  readonly label: string
  readonly forward: readonly Patch[]
  readonly backward: readonly Patch[]
}

/** What a number on the screen that can be laid open is about. */
export type WorkingSubject =
  | { readonly of: 'length' | 'wanted'; readonly belt: string }
  | { readonly of: 'ratio' | 'time'; readonly shaft: string }
  | { readonly of: 'speed'; readonly shaft: string; readonly engineRpm: number }
  | { readonly of: 'belt speed'; readonly belt: string; readonly engineRpm: number }
  | {
      readonly of: 'grip'
      readonly belt: string
      readonly point: OperatingPoint
      readonly condition: BeltCondition | null
    }

/** What the Measure step is about at the moment. */
export type Measuring = 'pulleys' | 'places' | 'photo' | 'adjusters'

/** A belt being threaded by hand: the route so far, and why the last pulley was refused. */
export interface ThreadingBelt {
  readonly belt: string
  readonly entries: readonly RouteEntry[]
  readonly refusal: string | null
}

/** What is in hand in the Speeds step: kept while other steps are looked at, never saved. */
export interface SpeedsInHand {
  readonly view: 'now' | 'right'
  /** The shaft asked about; null for the one in hand on the drawing, or the one that is worst off. */
  readonly shaft: string | null
  /** Engine speed looked at, rpm; null for cruise. */
  readonly engineRpm: number | null
  /** The speed wanted, rpm of the shaft's own, and at which engine speed. */
  readonly wanted: { readonly rpm: number | null; readonly engineRpm: number } | null
  /** Versions to be compared, each as the sizes it changes. */
  readonly compared: readonly (readonly PulleySize[])[]
  /** A version held up to the drive `base`, for the drawing. */
  readonly trying: { readonly base: CheckedDrive; readonly settled: SettledDrive } | null
}

/** What is in hand in the Alignment step. */
export interface AlignmentInHand {
  /** The belt’s line as it is read, or as parts of several families would make it. */
  readonly view: 'read' | 'sets'
  readonly way: LineWay
  readonly during: ReadWhile
  /** What works hard while the running engine is read. */
  readonly under: ReadUnder
  /** What was asked before anything is moved, and has been answered, by signKey. */
  readonly answered: readonly string[]
  /** The pulley that is being read: the straightedge is drawn over it. */
  readonly reading: string | null
  /** The moves that would bring the drive into line, and whether it is drawn as if they were done. */
  readonly moves: readonly AlignmentMove[]
  readonly mended: boolean
  /** Parts that a shaft must be put together with, by shaft; and a set of parts that is looked at. */
  readonly must: Readonly<Record<string, readonly string[]>>
  readonly shown: readonly { readonly shaft: string; readonly choice: BeltLineChoice<BeltLinePart> }[] | null
}

/** What is in hand in the Tension step: the operating point, and a condition of the belts that is only looked at. */
export interface TensionInHand {
  /** The belts under way, or how they are set and checked by hand. */
  readonly view: 'running' | 'set'
  /** How old the belt is that is set by hand, and the span it is checked on: the longest while none is picked. */
  readonly age: BeltAge
  readonly span: string | null
  /** null for cruise. */
  readonly engineRpm: number | null
  readonly load: number
  /** The throttle is blipped, in place of a steady speed. */
  readonly blip: boolean
  readonly condition: BeltCondition | null
}

/**
 * The bench's state in three scopes: the document (saved, undoable), the session (what is in hand), and the gesture
 * of the moment. Only the document ever leaves the page.
 */
export interface BenchState {
  readonly drive: CheckedDrive
  readonly past: readonly HistoryStep[]
  readonly future: readonly HistoryStep[]
  /** Where the gesture of the moment began and what it has come to; null between gestures. */
  readonly gesture: { readonly before: CheckedDrive; readonly edit: DriveEdit | null } | null

  readonly selected: string | null
  readonly beltInHand: string | null
  /** A belt length held up to the drive to see where its adjuster would stand. */
  readonly tryingLength: number | null
  readonly working: WorkingSubject | null
  readonly measuring: Measuring
  readonly threading: ThreadingBelt | null
  /** A route held up to the drive to see how it would run. */
  readonly tryingRoute: { readonly belt: string; readonly route: readonly RouteEntry[] } | null

  readonly speeds: SpeedsInHand
  readonly tension: TensionInHand
  readonly alignment: AlignmentInHand

  /** Makes one undoable change, unless it would leave a value out of range. */
  readonly edit: (label: string, edit: DriveEdit) => EditResult
  /** A gesture shows changes as it goes, always from where it began, and is one step in the end. */
  readonly beginGesture: () => void
  readonly duringGesture: (edit: DriveEdit) => void
  readonly endGesture: (label: string) => void
  readonly cancelGesture: () => void
  readonly undo: () => void
  readonly redo: () => void
  /** Takes another version of the whole document, as one undoable step. */
  readonly replace: (label: string, drive: CheckedDrive) => void

  readonly select: (pulley: string | null) => void
  readonly takeBelt: (belt: string) => void
  readonly tryLength: (length: number | null) => void
  readonly showWorking: (subject: WorkingSubject | null) => void
  readonly measure: (what: Measuring) => void
  readonly tryRoute: (trying: BenchState['tryingRoute']) => void
  readonly setAlignment: (change: Partial<AlignmentInHand>) => void
  readonly setTension: (change: Partial<TensionInHand>) => void
  readonly setSpeeds: (change: Partial<SpeedsInHand>) => void
  /** Threading is a gesture: the belt follows pulley by pulley, and is one step in the end. */
  readonly beginThreading: (belt: string) => void
  readonly threadOnto: (pulley: string) => void
  readonly unthread: () => void
  readonly flipThreaded: (pulley: string) => void
  readonly endThreading: (keep: boolean) => void
}

export type BenchStore = StoreApi<BenchState>

/** Steps that can be taken back; a day's work is a few hundred. */
const MAX_STEPS = 1000

const changedBy = (drive: CheckedDrive, edit: DriveEdit): CheckedDrive =>
  produce(drive, (draft) => edit(draft as unknown as DriveDraft))

export function createBenchStore(drive: CheckedDrive): BenchStore {
  return createStore<BenchState>()((set, get) => {
    const rethread = (entries: readonly RouteEntry[]) => {
      const { threading } = get()
      if (threading === null) return
      get().duringGesture(setRoute(threading.belt, entries))
      set({ threading: { ...threading, entries, refusal: null } })
    }
    return {
      drive,
      past: [],
      future: [],
      gesture: null,
      selected: null,
      beltInHand: drive.belts[0]?.id ?? null,
      tryingLength: null,
      working: null,
      measuring: 'pulleys',
      threading: null,
      tryingRoute: null,
      speeds: { view: 'now', shaft: null, engineRpm: null, wanted: null, compared: [], trying: null },
      alignment: {
        view: 'read',
        way: 'depth',
        during: 'standing',
        under: 'throttle',
        answered: [],
        reading: null,
        moves: [],
        mended: false,
        must: {},
        shown: null,
      },
      tension: { view: 'running', age: 'used', span: null, engineRpm: null, load: 1, blip: false, condition: null },

      edit: (label, edit) => {
        const change = recorded(get(), label, get().drive, edit)
        if (!change.ok) return change
        set(change.state)
        return { ok: true }
      },

      beginGesture: () => set({ gesture: { before: get().drive, edit: null } }),
      duringGesture: (edit) => {
        const { gesture } = get()
        if (gesture !== null) set({ drive: changedBy(gesture.before, edit), gesture: { ...gesture, edit } })
      },
      endGesture: (label) => {
        const { gesture } = get()
        if (gesture === null) return
        const change = gesture.edit === null ? null : recorded(get(), label, gesture.before, gesture.edit)
        // What a gesture left out of range goes back, like any other edit that cannot be right.
        set({ ...(change?.ok === true ? change.state : { drive: gesture.before }), gesture: null })
      },
      cancelGesture: () => {
        const { gesture } = get()
        if (gesture !== null) set({ drive: gesture.before, gesture: null })
      },

      undo: () => {
        const { past, future, drive: now } = get()
        const step = past.at(-1)
        if (step === undefined) return
        set({ drive: applyPatches(now, [...step.backward]), past: past.slice(0, -1), future: [step, ...future] })
      },
      redo: () => {
        const { past, future, drive: now } = get()
        const [step, ...rest] = future
        if (step !== undefined)
          set({ drive: applyPatches(now, [...step.forward]), past: [...past, step], future: rest })
      },
      replace: (label, to) => {
        const change = recorded(get(), label, get().drive, (draft) => Object.assign(draft, to))
        if (change.ok) set(change.state)
      },

      // A pulley picked on the drawing is what is asked about from then on.
      select: (selected) => set({ selected, speeds: { ...get().speeds, shaft: null } }),
      takeBelt: (beltInHand) => set({ beltInHand, tryingLength: null, tension: { ...get().tension, span: null } }),
      tryLength: (tryingLength) => set({ tryingLength }),
      showWorking: (working) => set({ working }),
      measure: (measuring) => set({ measuring }),
      tryRoute: (tryingRoute) => set({ tryingRoute }),
      setAlignment: (change) => set({ alignment: { ...get().alignment, ...change } }),
      setTension: (change) => set({ tension: { ...get().tension, ...change } }),
      setSpeeds: (change) => set({ speeds: { ...get().speeds, ...change } }),

      beginThreading: (belt) => {
        get().cancelGesture()
        get().beginGesture()
        get().duringGesture(setRoute(belt, []))
        set({ threading: { belt, entries: [], refusal: null }, beltInHand: belt, selected: null, tryingRoute: null })
      },
      threadOnto: (pulley) => {
        const { threading, drive } = get()
        if (threading === null) return
        const next = nextEntries(drive, threading.belt, threading.entries, pulley)
        if (next.is === 'refused') set({ threading: { ...threading, refusal: next.why } })
        else if (next.is === 'closed') get().endThreading(true)
        else rethread(next.entries)
      },
      unthread: () => {
        const { threading } = get()
        if (threading !== null) rethread(threading.entries.slice(0, -1))
      },
      flipThreaded: (pulley) => {
        const { threading } = get()
        if (threading !== null)
          rethread(threading.entries.map((entry) => (entry.pulley === pulley ? flipped(entry) : entry)))
      },
      endThreading: (keep) => {
        const { threading } = get()
        if (threading === null) return
        set({ threading: null })
        if (keep && threading.entries.length >= 2) get().endGesture('route a belt')
        else get().cancelGesture()
      },
    }
  })
}

type Recorded =
  { readonly ok: true; readonly state: Partial<BenchState> } | { readonly ok: false; readonly message: string }

/** The state after an edit, with the step that takes it back; an edit that changes nothing leaves no step. */
function recorded({ past }: BenchState, label: string, from: CheckedDrive, edit: DriveEdit): Recorded {
  const [drive, forward, backward] = produceWithPatches(from, (draft) => {
    edit(draft)
  })
  const read = checkDrive(drive)
  if (!read.ok) return { ok: false, message: read.problems[0]?.message ?? 'cannot be right' }
  if (forward.length === 0) return { ok: true, state: {} }
  return { ok: true, state: { drive, past: [...past, { label, forward, backward }].slice(-MAX_STEPS), future: [] } }
}
