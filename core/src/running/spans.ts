/** The belt between the pulleys: how much of it is in every span, and how tight that makes it. SI units. */
import type { Position, RunBelt, RunPlan } from './plan.ts'

export class Spans {
  /** By position, of the span that leaves it: N. */
  readonly tension: Float64Array
  /** N, below nothing where a span hangs slack: by as much as it would have to be pulled to be straight. */
  readonly strained: Float64Array
  /** m of unstretched belt. */
  readonly unstretched: Float64Array
  /** m between the pulleys as they stand, and without what an arm's travel adds. */
  private readonly stretchedTo: Float64Array
  private readonly fixed: Float64Array

  constructor(private readonly plan: RunPlan) {
    const n = plan.positions.length
    this.tension = new Float64Array(n)
    this.strained = new Float64Array(n)
    this.unstretched = new Float64Array(n)
    this.stretchedTo = new Float64Array(n)
    this.fixed = new Float64Array(n)
    for (const belt of plan.belts) this.layOn(belt)
  }

  /** m of unstretched belt in the spans of one belt: what it has of it never changes, whatever it does. */
  beltIn({ first, last }: RunBelt): number {
    let sum = 0
    for (let i = first; i <= last; i++) sum += this.unstretched[i] as number
    return sum
  }

  /** Puts the pulleys of one belt where its arm's travel has them, and stretches its spans to that. */
  stretch({ arm, first, last, stiffness }: RunBelt, travel: number): void {
    this.reach(arm, [first, last], travel)
    for (let i = first; i <= last; i++) this.tighten(i, stiffness)
  }

  /** Lets m of unstretched belt pass a position, out of the span before it into the one after. */
  pass(i: number, by: number): void {
    const { prev } = this.plan.positions[i] as Position
    this.unstretched[prev] = (this.unstretched[prev] as number) - by
    this.unstretched[i] = (this.unstretched[i] as number) + by
  }

  /** N of a span from what is in it. */
  tighten(i: number, stiffness: number): void {
    const strained = stiffness * ((this.stretchedTo[i] as number) / (this.unstretched[i] as number) - 1)
    this.strained[i] = strained
    this.tension[i] = Math.max(0, strained)
  }

  /** N that a span loses for each m of unstretched belt that is let into it. */
  slope(i: number, stiffness: number): number {
    return (stiffness + (this.strained[i] as number)) / (this.unstretched[i] as number)
  }

  /** J in one stretched span. */
  stored(i: number, stiffness: number): number {
    const tension = this.tension[i] as number
    return ((this.unstretched[i] as number) * tension * tension) / (2 * stiffness)
  }

  private layOn({ first, last, rest, stiffness, arm }: RunBelt): void {
    for (let i = first; i <= last; i++) this.fixed[i] = (this.plan.positions[i] as Position).span
    if (arm !== null) {
      // What the arm's travel adds is counted from where it stands.
      const before = (this.plan.positions[arm.position] as Position).prev
      this.fixed[before] = (this.fixed[before] as number) - arm.before.at(arm.u)
      this.fixed[arm.position] = (this.fixed[arm.position] as number) - arm.after.at(arm.u)
    }
    this.reach(arm, [first, last], arm?.u ?? 0)
    for (let i = first; i <= last; i++) {
      this.unstretched[i] = (this.stretchedTo[i] as number) / (1 + rest / stiffness)
      this.tighten(i, stiffness)
    }
  }

  private reach(arm: RunBelt['arm'], [first, last]: readonly [number, number], travel: number): void {
    for (let i = first; i <= last; i++) this.stretchedTo[i] = this.fixed[i] as number
    if (arm === null) return
    const { prev } = this.plan.positions[arm.position] as Position
    this.stretchedTo[prev] = (this.fixed[prev] as number) + arm.before.at(travel)
    this.stretchedTo[arm.position] = (this.fixed[arm.position] as number) + arm.after.at(travel)
  }
}
