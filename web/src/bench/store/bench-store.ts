import { applyPatches, enablePatches, produce, produceWithPatches, type Patch } from 'immer'
import { createStore, type StoreApi } from 'zustand/vanilla'
import type { EditResult } from '../../readings/edit-result.ts'
import { checkDrive, type CheckedDrive, type DriveDraft, type DriveEdit } from '@emery/core'

enablePatches()

/** One step of the session that can be taken back: the difference and its reverse. */
interface HistoryStep {
  readonly label: string
  readonly forward: readonly Patch[]
  readonly backward: readonly Patch[]
}

/** What a number on the screen that can be laid open is about. */
export type WorkingSubject =
  { readonly of: 'length'; readonly belt: string } | { readonly of: 'ratio'; readonly shaft: string }

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
}

export type BenchStore = StoreApi<BenchState>

/** Steps that can be taken back; a day's work is a few hundred. */
const MOST_STEPS = 1000

const changedBy = (drive: CheckedDrive, edit: DriveEdit): CheckedDrive =>
  produce(drive, (draft) => edit(draft as unknown as DriveDraft))

export function createBenchStore(drive: CheckedDrive): BenchStore {
  return createStore<BenchState>()((set, get) => ({
    drive,
    past: [],
    future: [],
    gesture: null,
    selected: null,
    beltInHand: drive.belts[0]?.id ?? null,
    tryingLength: null,
    working: null,

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
      if (step !== undefined) set({ drive: applyPatches(now, [...step.forward]), past: [...past, step], future: rest })
    },
    replace: (label, to) => {
      const change = recorded(get(), label, get().drive, (draft) => Object.assign(draft, to))
      if (change.ok) set(change.state)
    },

    select: (selected) => set({ selected }),
    takeBelt: (beltInHand) => set({ beltInHand, tryingLength: null }),
    tryLength: (tryingLength) => set({ tryingLength }),
    showWorking: (working) => set({ working }),
  }))
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
  return { ok: true, state: { drive, past: [...past, { label, forward, backward }].slice(-MOST_STEPS), future: [] } }
}
