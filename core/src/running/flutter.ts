/** How every span swings in its first mode: docs/mechanics/running.md. SI units. */
import { BOW, SPAN_DAMPING } from './nominal.ts'
import type { Position, RunBelt, RunPlan } from './plan.ts'

const MM_PER_M = 1000
/** What makes spans swing, and with what they swing. */
interface Shaking {
  /** N, by position; m/s, by belt; rad/s and rad, by body. */
  readonly tension: Float64Array
  readonly beltSpeed: Float64Array
  readonly speed: Float64Array
  readonly angle: Float64Array
}

/** Share of a movement of both ends that the first mode takes up. */
/** s. The fastest span swings in a hundredth of a second. */
const LEAST_STEP = 2.5e-4
const FIRST_MODE = 4 / Math.PI
/** s over which the mean tension, from which damping and bow are reckoned, forgets. */
const FORGETS_WITHIN = 0.2
/** m. No span swings farther than its pulleys are apart from it: there it hits something. */
const FARTHEST = 0.04
/** Share of a turn that something in a groove lifts the belt for. */
const BUMP_LASTS = 0.04

/**
 * A span is a string that runs, let swing by the run-out of its two pulleys and by a tension that pulses:
 * `ÿ + 2ζω·ẏ + ω²·y = −(4/π)·ÿ_ends − (π/s)²·(T − T̄)/m·y₀`, `ω = (π/s)·√(T/m)·(1 − m·v²/T)`, T with what the swing itself stretches.
 */
export class Flutter {
  /** By position, of the span that leaves it: m, and m/s. */
  readonly swing: Float64Array
  private readonly rate: Float64Array
  private readonly mean: Float64Array
  /** m: how far it has swung of late. */
  readonly reach: Float64Array
  /** By position: m/s² by which its pulley pushes. */
  private readonly push: Float64Array
  private waiting = 0

  constructor(private readonly plan: RunPlan) {
    const n = plan.positions.length
    this.swing = new Float64Array(n)
    this.rate = new Float64Array(n)
    this.mean = new Float64Array(n)
    this.reach = new Float64Array(n)
    this.push = new Float64Array(n)
  }

  /** Lets a span go from m beside its line. */
  pluck(at: number, by: number): void {
    this.swing[at] = by
  }

  /** Goes along with the drive, in steps of its own: a span swings slower than what tightens it. */
  follow(drive: Shaking, dt: number): void {
    this.waiting += dt
    if (this.waiting < LEAST_STEP) return
    this.step(drive, this.waiting)
    this.waiting = 0
  }

  private step(drive: Shaking, dt: number): void {
    const { positions, belts } = this.plan
    for (let i = 0; i < positions.length; i++) this.push[i] = this.pushAt(drive, i)
    const fade = Math.exp(-dt / FORGETS_WITHIN)
    for (let i = 0; i < positions.length; i++) {
      const { belt, next, span } = positions[i] as Position
      const { mass, stiffness } = belts[belt] as RunBelt
      const tension = drive.tension[i] as number
      const before = this.mean[i] as number
      const mean = before === 0 ? tension : tension + fade * (before - tension)
      this.mean[i] = mean
      const y = this.swing[i] as number
      const v = drive.beltSpeed[belt] as number
      const k = Math.PI / span
      const pulled = Math.max(1, tension + (stiffness * (k * y) ** 2) / 4)
      const runs = Math.max(0, 1 - (mass * v * v) / pulled)
      const stiff = k * k * (pulled / mass) * runs * runs
      const ends = ((this.push[i] as number) + (this.push[next] as number)) / 2
      const bow = (k * k * (tension - mean) * (BOW / MM_PER_M)) / mass
      const rate = this.rate[i] as number
      const damping = 2 * SPAN_DAMPING * Math.sqrt(stiff) * rate
      const faster = rate + dt * (-stiff * y - damping + FIRST_MODE * ends - bow)
      this.rate[i] = faster
      const to = Math.min(FARTHEST, Math.max(-FARTHEST, y + dt * faster))
      this.swing[i] = to
      this.reach[i] = Math.max(Math.abs(to), (this.reach[i] as number) * fade)
    }
  }

  /** m/s² by which a pulley pushes a span's end: its run-out once a turn, and whatever lies in a groove. */
  private pushAt(drive: Shaking, i: number): number {
    const { body, runOut, bump } = this.plan.positions[i] as Position
    const speed = drive.speed[body] as number
    const angle = drive.angle[body] as number
    let push = runOut * speed * speed * Math.cos(angle)
    if (bump > 0) {
      const turned = (angle / (2 * Math.PI)) % 1
      if (turned < BUMP_LASTS)
        push += (bump / 2) * (speed / BUMP_LASTS) ** 2 * Math.cos((2 * Math.PI * turned) / BUMP_LASTS)
    }
    return push
  }
}
