/** Running a new belt in: set, run, let cool, set again, look again after some distance: docs/mechanics/tension.md. */
import { COOL_MINUTES, RUN_MINUTES, SECOND_CHECK_KM } from './nominal.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft, DriveEdit } from '../drive/edits.ts'
import type { RunIn } from '../drive/tension-reading.ts'

const MS_PER_MINUTE = 60_000

/** When it is over what began at a moment and lasts some minutes, ms since 1970. */
function over(began: string, minutes: number): number {
  // eslint-disable-next-line no-restricted-globals -- reads the moment it is given, not the clock
  return Date.parse(began) + minutes * MS_PER_MINUTE
}

/** What is to be done next; while the belt runs or cools, when that is over, ms since 1970. */
export type RunInStep =
  | { readonly is: 'to run' }
  | { readonly is: 'running'; readonly until: number }
  | { readonly is: 'run' }
  | { readonly is: 'cooling'; readonly until: number }
  | { readonly is: 'to re-set' }
  | { readonly is: 'to check'; readonly atDistance: number | null }
  | { readonly is: 'done' }

/** Where a running-in stands at a moment, ms since 1970. */
export function runInStep(runIn: RunIn, now: number): RunInStep {
  const { startedAt, stoppedAt, resetAt, resetDistance, checkedAt } = runIn
  if (checkedAt !== undefined) return { is: 'done' }
  if (resetAt !== undefined)
    return { is: 'to check', atDistance: resetDistance === undefined ? null : resetDistance + SECOND_CHECK_KM }
  if (stoppedAt !== undefined) {
    const until = over(stoppedAt, COOL_MINUTES)
    return now < until ? { is: 'cooling', until } : { is: 'to re-set' }
  }
  if (startedAt === undefined) return { is: 'to run' }
  const until = over(startedAt, RUN_MINUTES)
  return now < until ? { is: 'running', until } : { is: 'run' }
}

/** A belt of a drive that is being run in, and what it waits for. */
export interface RunInDue {
  readonly belt: string
  readonly name: string
  readonly step: RunInStep
}

/** Everything that is still to be done about belts that are being run in. */
export function runInsDue({ belts }: Pick<CheckedDrive, 'belts'>, now: number): readonly RunInDue[] {
  return belts.flatMap(({ id, name, runIn }): RunInDue[] => {
    if (runIn === undefined) return []
    const step = runInStep(runIn, now)
    return step.is === 'done' ? [] : [{ belt: id, name: name || id, step }]
  })
}

/** A belt has been set: its running-in begins, whatever an earlier one had come to. */
export function beginRunIn(beltId: string, at: string): DriveEdit {
  return ofBelt(beltId, (belt) => {
    belt.runIn = { setAt: at }
  })
}

export type RunInMoment = 'startedAt' | 'stoppedAt' | 'resetAt' | 'checkedAt'

/** Something of the running-in has been done. */
export function noteRunIn(beltId: string, moment: RunInMoment, at: string, distance?: number): DriveEdit {
  return ofBelt(beltId, (belt) => {
    if (belt.runIn === undefined) return
    belt.runIn[moment] = at
    if (moment === 'resetAt' && distance !== undefined) belt.runIn.resetDistance = distance
  })
}

/** No running-in is wanted after all. */
export function dropRunIn(beltId: string): DriveEdit {
  return ofBelt(beltId, (belt) => {
    delete belt.runIn
  })
}

function ofBelt(beltId: string, edit: (belt: DriveDraft['belts'][number]) => void): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt !== undefined) edit(belt)
  }
}
