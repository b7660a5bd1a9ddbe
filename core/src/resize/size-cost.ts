/** What a set of pulley sizes costs, and the least that any set between two could: docs/mechanics/other-pulleys.md. */
import type { Pulley } from '../drive/pulley.ts'
import { traceCord, type CordCircle } from '../path/cord-path.ts'
import { settleDrive, travelsNow, type SettledDrive } from '../path/settle.ts'
import type { ShopRules } from '../rules/rules.ts'
import { allProblems, describeSettled } from '../solution/solve-drive.ts'
import { engineTime, type TimeBin } from '../speeds/engine-time.ts'
import { USUAL_USE } from '../speeds/nominal.ts'
import { timeOutside } from '../speeds/judge-speeds.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import { usefulRange, type UsefulRange } from '../speeds/useful-range.ts'
import { radiusPerSize, sizeOf, withSizes } from './resize.ts'

/**
 * Points of cost, a choice of ours. A hundredth of the time out of range is one point; so are 2 % beyond the highest speed at the engine's
 * highest, 10 % short of the least at idle, 50 mm of belt, and 500 mm of pulley: enough to choose the smaller change of two that do
 * the same.
 */
export const POINTS = { time: 100, overspeed: 50, underspeed: 10, belt: 0.02, change: 0.002 } as const

export interface CostParts {
  readonly total: number
  /** Time out of range and speeds beyond it, over all shafts. */
  readonly speeds: number
  /** mm by which the belts' paths change, with every adjuster where it stands now, summed. */
  readonly beltChange: number
}

/** One run of a belt over a pulley, whose cord radius may follow a free size. */
interface Run {
  readonly base: number
  /** Place among the free pulleys; −1 for one that stays. */
  readonly free: number
}

interface Loop {
  readonly circles: readonly CordCircle[]
  readonly runs: readonly Run[]
  readonly turning: number
  readonly length: number
}

interface Driven {
  readonly through: readonly { readonly driving: Run; readonly driven: Run }[]
  readonly range: UsefulRange
}

/** Costs sets of sizes for some pulleys of one drive. Sizes come in the order of the pulleys given. */
export class SizeCost {
  private readonly loops: readonly Loop[]
  private readonly driven: readonly Driven[]
  private readonly bins: readonly TimeBin[]
  private readonly sizes: readonly number[]
  private readonly slopes: readonly number[]
  private readonly held: Readonly<Record<string, number>>
  private readonly had: ReadonlySet<string>

  constructor(
    private readonly settled: SettledDrive,
    private readonly free: readonly Pulley[],
    private readonly rules: ShopRules,
  ) {
    const { drive } = settled
    this.sizes = free.map((pulley) => sizeOf(pulley) ?? 0)
    this.slopes = free.map(radiusPerSize)
    this.bins = engineTime(drive.use ?? USUAL_USE, drive.engine)
    this.held = travelsNow(settled)
    // Every adjuster held where it stands, the drive is compared with itself.
    this.had = new Set(this.blockers(settleDrive(drive, this.held)))
    this.loops = settleDrive(drive, this.held).belts.flatMap(({ pulleys, circles, path, ribsSign }): Loop[] => {
      if (!path.ok) return []
      const runs = pulleys.map(({ id }, i): Run => this.run(id, circles[i]?.r ?? 0))
      return [{ circles: circles.map((circle) => ({ ...circle })), runs, turning: ribsSign, length: path.length }]
    })
    this.driven = [...shaftSpeeds(settled).reached.values()].flatMap(({ shaft: id, ratio, through }): Driven[] => {
      const shaft = drive.shafts.find((each) => each.id === id)
      if (shaft === undefined || ratio === null || shaft.kind === 'crank') return []
      const range = usefulRange(shaft, rules)
      if (range.min === null && range.max === null) return []
      const steps = through.map(({ driving, driven, drivingRadius, drivenRadius }) => ({
        driving: this.run(driving, drivingRadius),
        driven: this.run(driven, drivenRadius),
      }))
      return [{ through: steps, range }]
    })
  }

  private run(pulley: string, base: number): Run {
    return { base, free: this.free.findIndex(({ id }) => id === pulley) }
  }

  /** What a set costs; undefined where its belts have no path. */
  of(sizes: readonly number[]): CostParts | undefined {
    let beltChange = 0
    for (const loop of this.loops) {
      const length = this.lengthOf(loop, sizes)
      if (length === undefined) return undefined
      beltChange += Math.abs(length - loop.length)
    }
    const speeds = this.speedCost(sizes, sizes)
    return { total: speeds + POINTS.belt * beltChange + this.changeCost(sizes, sizes), speeds, beltChange }
  }

  /**
   * The least that any set with every size between two could cost. A ratio grows with driving sizes and shrinks with driven ones, a
   * belt's path grows with every pulley on it (`dL/dr = wrap ≥ 0`), so the corners of the box bound all that lies in it.
   */
  atLeast(low: readonly number[], high: readonly number[]): number {
    let belt = 0
    for (const loop of this.loops) {
      const [shortest, longest] = [this.lengthOf(loop, low), this.lengthOf(loop, high)]
      belt += Math.max(0, (shortest ?? -Infinity) - loop.length, loop.length - (longest ?? Infinity))
    }
    return this.speedCost(low, high) + POINTS.belt * belt + this.changeCost(low, high)
  }

  /** Whether a set can be built: nothing is wrong with it that was not wrong before, wraps included. */
  goes(sizes: readonly number[]): boolean {
    const drive = withSizes(
      this.settled.drive,
      sizes.map((size, k) => ({ pulley: this.free[k]?.id ?? '', size })),
    )
    return this.blockers(settleDrive(drive, this.held)).every((name) => this.had.has(name))
  }

  /** What stands in the way of a drive, by name; that its belts are of the wrong length is to be mended by others. */
  private blockers(settled: SettledDrive): readonly string[] {
    return allProblems(describeSettled(settled, { rules: this.rules }))
      .filter(({ code, severity }) => (severity === 'error' && code !== 'OUT_OF_REACH') || code === 'WRAP_LOW')
      .map(({ code, where }) => `${code} ${where.join(' ')}`)
  }

  private radius({ base, free }: Run, sizes: readonly number[]): number {
    if (free < 0) return base
    return base + ((sizes[free] ?? 0) - (this.sizes[free] ?? 0)) * (this.slopes[free] ?? 0)
  }

  /** Length of the cord's path; undefined where there is none that goes round once. */
  private lengthOf({ circles, runs, turning }: Loop, sizes: readonly number[]): number | undefined {
    for (const [i, run] of runs.entries()) {
      const circle = circles[i]
      if (circle !== undefined) circle.r = this.radius(run, sizes)
    }
    const path = traceCord(circles)
    return path.ok && path.turning === turning ? path.length : undefined
  }

  private speedCost(low: readonly number[], high: readonly number[]): number {
    const { idleRpm, maxRpm } = this.settled.drive.engine
    let cost = 0
    for (const { through, range } of this.driven) {
      let [slowest, fastest] = [1, 1]
      for (const { driving, driven } of through) {
        slowest *= this.radius(driving, low) / this.radius(driven, high)
        fastest *= this.radius(driving, high) / this.radius(driven, low)
      }
      // Too slow is least so at the fastest, too fast at the slowest.
      cost += POINTS.time * timeOutside(range, fastest, this.bins).below
      cost += POINTS.time * timeOutside(range, slowest, this.bins).above
      if (range.max !== null) cost += POINTS.overspeed * Math.max(0, (slowest * maxRpm) / range.max.rpm - 1)
      if (range.min !== null) cost += POINTS.underspeed * Math.max(0, 1 - (fastest * idleRpm) / range.min.rpm)
    }
    return cost
  }

  /** Points for pulleys changed at all: mm of diameter at the cord, summed. */
  private changeCost(low: readonly number[], high: readonly number[]): number {
    let change = 0
    for (const [k, now] of this.sizes.entries()) {
      const nearest = Math.min(Math.max(now, low[k] ?? now), high[k] ?? now)
      change += 2 * (this.slopes[k] ?? 0) * Math.abs(nearest - now)
    }
    return POINTS.change * change
  }
}
