/** Whether a drive can be run, and if not, why and where: docs/mechanics/running.md. */
import { isSprung } from '../adjusters/kinds.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import type { CordPath } from '../path/cord-path.ts'
import { listed } from '../solution/part-names.ts'
import { shaftSpeeds, type ShaftSpeeds } from '../speeds/shaft-speeds.ts'

/** One reason why a drive does not run. */
export interface CannotRun {
  readonly code:
    'NO_BELT' | 'NOT_ROUTED' | 'NOT_MEASURED' | 'NO_PATH' | 'TOO_LONG' | 'TOO_SHORT' | 'NOT_DRIVEN' | 'FIGHTS'
  /** In a sentence, with what to do about it. */
  readonly why: string
  /** Where it is seen on the drawing. */
  readonly belt: string | null
  readonly shafts: readonly string[]
}

export interface RunnableBelt {
  readonly settled: SettledBelt
  readonly path: CordPath
}

export type Runnable =
  | {
      readonly ok: true
      /** Those a running crank turns. */
      readonly belts: readonly RunnableBelt[]
      /** Belts that are left standing, and why. */
      readonly standing: readonly CannotRun[]
      readonly speeds: ShaftSpeeds
    }
  | { readonly ok: false; readonly reasons: readonly CannotRun[] }

/** The belts of a drive that can run; a drive runs as soon as one of them does. */
export function runnable(settled: SettledDrive): Runnable {
  const speeds = shaftSpeeds(settled)
  const opposed = speeds.fights.filter((fight) => fight.opposed)
  if (opposed.length > 0)
    return {
      ok: false,
      reasons: opposed.map(({ shaft, belts }) => ({
        code: 'FIGHTS',
        why: `Two belts would turn ${nameOf(settled, shaft)} in opposite directions. Change the route of one of them.`,
        belt: belts[1],
        shafts: [shaft],
      })),
    }
  const belts: RunnableBelt[] = []
  const standing: CannotRun[] = []
  for (const belt of settled.belts) {
    const reason = whyNot(settled, belt, speeds)
    if (reason !== null) standing.push(reason)
    else if (belt.path.ok) belts.push({ settled: belt, path: belt.path })
  }
  if (belts.length > 0) return { ok: true, belts, standing, speeds }
  const none: CannotRun = { code: 'NO_BELT', why: 'There is no belt yet. Add one in Route.', belt: null, shafts: [] }
  return { ok: false, reasons: standing.length > 0 ? standing : [none] }
}

function whyNot(settled: SettledDrive, belt: SettledBelt, { reached }: ShaftSpeeds): CannotRun | null {
  const { path, pulleys, adjuster } = belt
  const { id, name } = belt.belt
  const called = name === '' ? 'The belt' : `“${name}”`
  const of = (ids: readonly string[]) => [
    ...new Set(ids.flatMap((each) => pulleys.filter((pulley) => pulley.id === each).map(({ shaft }) => shaft))),
  ]
  if (!path.ok) {
    if (path.why === 'unrouted')
      return { code: 'NOT_ROUTED', why: `${called} has no route yet. Thread it in Route.`, belt: id, shafts: [] }
    if (path.why === 'overlap') {
      const at = pulleys[path.at]
      const next = pulleys[(path.at + 1) % pulleys.length]
      const shafts = of([at?.id ?? '', next?.id ?? ''])
      return {
        code: 'NO_PATH',
        why: `${listed(shafts.map((each) => nameOf(settled, each)))} overlap, so no belt can run between them. Check their places and sizes in Measure.`,
        belt: id,
        shafts,
      }
    }
    const shafts = of([...path.places, ...path.sizes])
    return {
      code: 'NOT_MEASURED',
      why: `${called} cannot be drawn yet: ${listed(shafts.map((each) => nameOf(settled, each)))} ${shafts.length === 1 ? 'is' : 'are'} not measured. Read place and size in Measure.`,
      belt: id,
      shafts,
    }
  }
  if (pulleys.every(({ shaft }) => reached.get(shaft)?.ratio == null))
    return {
      code: 'NOT_DRIVEN',
      why: `Nothing turns ${called === 'The belt' ? 'the belt' : called}: it does not reach the crank.`,
      belt: id,
      shafts: [],
    }
  if (adjuster !== null && isSprung(adjuster.adjuster) && adjuster.seat?.ok === false) {
    const long = adjuster.seat.why === 'long'
    return {
      code: long ? 'TOO_LONG' : 'TOO_SHORT',
      why: long
        ? `${called} is too long: it hangs slack with the tensioner at its stop. Check its length in Length.`
        : `${called} is too short: it does not go on, even with the tensioner held back. Check its length in Length.`,
      belt: id,
      shafts: [adjuster.adjuster.shaft],
    }
  }
  return null
}

function nameOf({ drive }: SettledDrive, shaft: string): string {
  const found = drive.shafts.find(({ id }) => id === shaft)
  return found === undefined || found.name === '' ? shaft : found.name
}
