import type { RouteEntry } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import { degrees } from '../numerics/vectors.ts'
import { traceCord, type CordCircle, type CordPath } from '../path/cord-path.ts'
import { statedMinusCord } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import { listed } from '../solution/part-names.ts'
import { entriesOf, pulleysForBelt, routeSet, TRAVELS_LOOKED_AT, type RouteSet, type Stop } from './route-set.ts'
import { SpanTable, type TableSpan } from './span-table.ts'

/** One valid route, with what speaks for and against it. */
export interface RouteOption {
  readonly route: readonly RouteEntry[]
  /** Stated length with the adjuster half-way, mm. */
  readonly statedLength: Mm
  /** The pulley with the least wrap, degrees, with the adjuster half-way. */
  readonly leastWrap: { readonly pulley: string; readonly angle: number }
  /** The pulley whose wrap is nearest to what it needs or furthest below it, where the adjuster works. */
  readonly tightest: { readonly pulley: string; readonly angle: number }
  /** Degrees of wrap that are missing, over all pulleys. */
  readonly wrapMissing: number
  /** Pulleys between the crank and the adjuster, the way the belt runs; null without a crank or an adjuster. */
  readonly pulleysToAdjuster: number | null
  /** Pulleys on the belt's back. */
  readonly reverseBends: number
  /** mm to the nearest metal that the belt does not touch; null where there is none. */
  readonly clearance: Mm | null
  /** The same in words. */
  readonly reasons: readonly string[]
}

export type RouteRejection = 'PULLEYS_OVERLAP' | 'SPAN_HITS_PULLEY' | 'SPANS_CROSS' | 'ROUTE_NOT_SIMPLE'

export interface RouteSearch {
  /** Best first. */
  readonly routes: readonly RouteOption[]
  /** Valid routes in all. */
  readonly found: number
  /** Beginnings of routes that were given up, by why. */
  readonly rejected: Readonly<Partial<Record<RouteRejection, number>>>
  /** Beginnings of routes that were looked at. */
  readonly searched: number
  /** Why there is no route, a sentence each; empty when there is one. */
  readonly impossible: readonly string[]
}

export interface RouteSearchOptions {
  /** Routes to come back with (default 8). */
  readonly max?: number
  /** The pulleys the belt must run on; those of its route when left out. */
  readonly pulleys?: readonly string[]
  readonly lengthText?: (mm: Mm) => string
}

/** How far a search has come: a share from 0 to 1, and valid routes so far. */
export interface RouteProgress {
  readonly done: number
  readonly found: number
}

/** Beginnings looked at between two reports; some ten milliseconds of work. */
const REPORT_EVERY = 4000
/** Clearance beyond this is as good as any, mm: a belt flaps by less. */
const AMPLE_CLEARANCE_MM = 25

/** Searches all closed routes over a belt's pulleys: docs/mechanics/route-search.md. Runs to its end. */
export function searchRoutes(drive: CheckedDrive, beltId: string, options: RouteSearchOptions = {}): RouteSearch {
  const steps = routeSearch(drive, beltId, options)
  for (;;) {
    const step = steps.next()
    if (step.done === true) return step.value
  }
}

/** The same in steps, so that whoever runs it can show how far it has come and stop. */
export function* routeSearch(
  drive: CheckedDrive,
  beltId: string,
  { max: most = 8, pulleys = pulleysForBelt(drive, beltId), lengthText }: RouteSearchOptions = {},
): Generator<RouteProgress, RouteSearch> {
  const set = routeSet(drive, beltId, pulleys, lengthText)
  if ('impossible' in set) return { routes: [], found: 0, rejected: {}, searched: 0, impossible: set.impossible }
  const walk = new RouteWalk(set, most)
  yield* walk.run()
  const result = walk.result()
  if (result.found > 0) return result
  const blocking = pulleys.filter((left) => {
    const without = routeSet(
      drive,
      beltId,
      pulleys.filter((id) => id !== left),
    )
    if ('impossible' in without) return false
    const trial = new RouteWalk(without, 1, true)
    trial.runToEnd()
    return trial.result().found > 0
  })
  return { ...result, impossible: [whyNone(set, blocking, result)] }
}

function whyNone({ pulleys, words, belt }: RouteSet, blocking: readonly string[], { rejected }: RouteSearch): string {
  const named = listed(pulleys.filter(({ id }) => blocking.includes(id)).map((pulley) => words.pulley(pulley)))
  if (blocking.length > 0) {
    const one = blocking.length === 1 ? `Without ${named} there is a route` : `Without one of ${named} there is a route`
    return `${words.belt(belt)} cannot run clear over these pulleys in any order. ${one}: check its position and size, or move it.`
  }
  const hits = (rejected.SPAN_HITS_PULLEY ?? 0) >= (rejected.SPANS_CROSS ?? 0)
  return `${words.belt(belt)} cannot run clear in any order: ${hits ? 'it runs into pulleys' : 'it crosses itself'} every time. Check positions and sizes.`
}

/** A depth-first walk over beginnings of routes, from the crank on; each is given up as soon as it cannot be right. */
class RouteWalk {
  private readonly table: SpanTable
  private readonly rejected = new Map<RouteRejection, number>()
  private readonly best: Judged[] = []
  private readonly path: number[] = []
  private readonly spans: number[] = []
  private readonly visited: boolean[]
  private searched = 0
  private found = 0

  constructor(
    private readonly set: RouteSet,
    private readonly max: number,
    private readonly firstOnly = false,
  ) {
    this.table = new SpanTable(set)
    this.visited = set.pulleys.map(() => false)
  }

  *run(): Generator<RouteProgress> {
    const start = Math.max(this.set.crank, 0)
    for (const [i, stop] of this.set.stops.entries()) {
      if (stop.pulley !== start) continue
      this.visited[start] = true
      this.path.push(i)
      yield* this.extend(0, 1)
      this.path.pop()
    }
  }

  runToEnd(): void {
    const steps = this.run()
    while (steps.next().done !== true);
  }

  result(): RouteSearch {
    return {
      routes: this.best.map(({ option }) => option),
      found: this.found,
      rejected: Object.fromEntries(this.rejected),
      searched: this.searched,
      impossible: [],
    }
  }

  /** Goes on from the last stop; this part of the tree is the share [from, from + width] of the whole. */
  private *extend(from: number, width: number): Generator<RouteProgress> {
    const last = this.path.at(-1) as number
    if (this.path.length === this.set.pulleys.length) {
      this.close(last)
      return
    }
    const { stops } = this.set
    for (let next = 0; next < stops.length; next++) {
      const { pulley } = stops[next] as Stop
      if (this.visited[pulley] === true) continue
      if (this.firstOnly && this.found > 0) return
      this.searched++
      if (this.searched % REPORT_EVERY === 0) yield { done: from + (width * next) / stops.length, found: this.found }
      if (!this.take(last, next)) continue
      this.visited[pulley] = true
      this.path.push(next)
      // Only the upper branches report their share; deeper ones are a blink.
      if (this.path.length <= 4) yield* this.extend(from + (width * next) / stops.length, width / stops.length)
      else yield* this.extend(from, 0)
      this.path.pop()
      this.spans.pop()
      this.visited[pulley] = false
    }
  }

  /** Lays the span between two stops, unless it meets metal or crosses what is laid already. */
  private take(from: number, to: number): boolean {
    const number = this.table.number(from, to)
    const span = this.table.span(number)
    if (span === undefined) return false
    if (typeof span === 'string') {
      this.reject(span)
      return false
    }
    for (const other of this.spans) {
      if (this.table.cross(number, other)) {
        this.reject('SPANS_CROSS')
        return false
      }
    }
    this.spans.push(number)
    return true
  }

  private close(last: number): void {
    if (!this.take(last, this.path[0] as number)) return
    const judged = judge(this.set, this.table, this.path, this.spans)
    this.spans.pop()
    if (judged === undefined) {
      this.reject('ROUTE_NOT_SIMPLE')
      return
    }
    this.found++
    const at = this.best.findIndex((other) => compare(judged, other) < 0)
    if (at < 0) this.best.push(judged)
    else this.best.splice(at, 0, judged)
    if (this.best.length > this.max) this.best.pop()
  }

  private reject(why: RouteRejection): void {
    this.rejected.set(why, (this.rejected.get(why) ?? 0) + 1)
  }
}

interface Judged {
  readonly option: RouteOption
  readonly merits: readonly number[]
}

/**
 * How good a closed route is; undefined unless it goes round once, the right way, at every travel. In order: wrap that is
 * missing where the adjuster works, to whole degrees; pulleys between crank and adjuster; reverse bends; clearance, to a tenth up to ample; length.
 */
function judge(set: RouteSet, table: SpanTable, path: readonly number[], spans: readonly number[]): Judged | undefined {
  const stops = path.map((i) => set.stops[i] as Stop)
  const paths: CordPath[] = []
  for (const t of TRAVELS_LOOKED_AT.keys()) {
    const traced = traceCord(stops.map(({ circles }) => circles[t] as CordCircle))
    if (!traced.ok || traced.turning !== set.ribsSign) return undefined
    paths.push(traced)
  }
  // Released, the belt is going on or off and does not run.
  const running = paths.slice(1)
  const wraps = stops.map((_, i) => Math.min(...running.map((traced) => degrees(traced.wraps[i] as number))))
  const short = wraps.map((wrap, i) => (stops[i]?.leastWrap ?? 0) - wrap)
  const tightest = short.indexOf(Math.max(...short))
  const wrapMissing = short.reduce((sum, missing) => sum + Math.max(0, missing), 0)
  const clearance = Math.min(...spans.map((number) => (table.span(number) as TableSpan).clearance))
  const middle = paths[1] as CordPath
  const least = middle.wraps.indexOf(Math.min(...middle.wraps))
  const idOf = (at: number) => set.pulleys[stops[at]?.pulley ?? 0]?.id ?? ''
  const option = {
    route: entriesOf(set, stops),
    statedLength: middle.length + statedMinusCord(set.belt.section),
    leastWrap: { pulley: idOf(least), angle: degrees(middle.wraps[least] ?? 0) },
    tightest: { pulley: idOf(tightest), angle: wraps[tightest] ?? 0 },
    wrapMissing,
    pulleysToAdjuster: stopsBetween(stops, set),
    reverseBends: stops.filter(({ contact }) => contact === 'back').length,
    clearance: Number.isFinite(clearance) ? clearance : null,
  }
  const merits = [
    Math.round(wrapMissing),
    option.pulleysToAdjuster ?? 0,
    option.reverseBends,
    -Math.round(10 * Math.min(clearance, AMPLE_CLEARANCE_MM)),
    option.statedLength,
  ]
  return { option: { ...option, reasons: reasonsFor(set, option) }, merits }
}

function compare({ merits: a }: Judged, { merits: b }: Judged): number {
  const at = a.findIndex((merit, i) => merit !== b[i])
  return at < 0 ? 0 : (a[at] as number) - (b[at] as number)
}

function stopsBetween(stops: readonly Stop[], { crank, adjusted }: RouteSet): number | null {
  if (crank < 0 || adjusted < 0 || crank === adjusted) return null
  const [from, to] = [crank, adjusted].map((pulley) => stops.findIndex((stop) => stop.pulley === pulley)) as [
    number,
    number,
  ]
  return (to - from - 1 + stops.length) % stops.length
}

function reasonsFor({ pulleys, words }: RouteSet, option: Omit<RouteOption, 'reasons'>): string[] {
  const name = (id: string) => {
    const pulley = pulleys.find((each) => each.id === id) as Pulley
    return words.pulley(pulley)
  }
  const { pulley, angle } = option.tightest
  const wrap =
    option.wrapMissing > 0
      ? `${name(pulley)} has ${angle.toFixed(0)}° of wrap, too little. In all, ${option.wrapMissing.toFixed(0)}° are missing.`
      : `Every wrap is enough. ${name(pulley)}, with ${angle.toFixed(0)}°, is closest to its minimum.`
  const adjuster =
    option.pulleysToAdjuster === null
      ? []
      : option.pulleysToAdjuster === 0
        ? ['The adjuster is on the slack span, just after the crank.']
        : [
            `${option.pulleysToAdjuster} pulley${option.pulleysToAdjuster === 1 ? ' lies' : 's lie'} between crank and adjuster.`,
          ]
  const bends =
    option.reverseBends === 0
      ? 'No reverse bend.'
      : `${option.reverseBends} reverse bend${option.reverseBends === 1 ? '' : 's'}.`
  const clear = option.clearance === null ? [] : [`Minimum clearance ${words.length(option.clearance)}.`]
  return [wrap, ...adjuster, bends, ...clear]
}
