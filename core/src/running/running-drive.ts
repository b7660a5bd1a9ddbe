/** A drive as a system in time: docs/mechanics/running.md has every equation, and what is left out. SI units throughout. */
import { mustRule, ruleKey } from '../rules/rules.ts'
import type { SettledDrive } from '../path/settle.ts'
import type { Curve } from './arm.ts'
import { RunningEngine } from './engine.ts'
import { Flutter } from './flutter.ts'
import { LOAD_COMES_WITHIN, SLIDING_SHARE, STALLS_BELOW, TWIST_DAMPING } from './nominal.ts'
import { planOf, type Body, type Position, type RunArm, type RunBelt, type RunPlan } from './plan.ts'
import { armDamping, armInertia, springEnergy, stepFor } from './stability.ts'
import { runnable, type CannotRun } from './runnable.ts'
import { Spans } from './spans.ts'
import { NO_TROUBLE, type Trouble } from './trouble.ts'

/** Steps between two looks at how far the belt goes round beside an arm: it moves slowly. */
const REGRIP_EVERY = 32

/** Rounds in which slip on one pulley is let reach the next. */
const SLIP_ROUNDS = 3
/** m of belt that is not worth sliding. */
const STILL = 1e-12

export interface RunOptions {
  readonly trouble?: Trouble
  /** s; chosen for stability when left out. */
  readonly step?: number
}

/** Joules since the start. */
export interface Energy {
  /** Given by the crank. */
  given: number
  /** Taken by the parts' loads and by what drags. */
  taken: number
  /** Lost in slip and creep on pulleys, and in damping. */
  slipped: number
  damped: number
}

export class RunningDrive {
  readonly engine: RunningEngine
  readonly flutter: Flutter
  readonly step: number
  readonly energy: Energy = { given: 0, taken: 0, slipped: 0, damped: 0 }
  time = 0
  /** Share of their load that the parts are asked for, 0 to 1, and what they have come to. */
  wantedLoad = 0
  load = 0
  /** Share of dry friction on the belts’ grooved side, and on smooth faces: water, say. */
  grip = 1

  /** By body: rad/s and rad. */
  readonly speed: Float64Array
  readonly angle: Float64Array
  /** By body with a clutch: rad that it is twisted. */
  readonly twist: Float64Array
  /** By position, of the span that leaves it: N, and m of unstretched belt in it. */
  readonly tension: Float64Array
  private readonly spans: Spans
  /** By position: m/s that the belt runs faster than the pulley, and m that it has slipped in all. */
  readonly slip: Float64Array
  readonly slipped: Float64Array
  private readonly gripFactor: Float64Array
  private readonly wrap: Float64Array
  /** By belt: N that its own throw takes, travel of its arm and its rate, and its speed, m/s. */
  readonly throwForce: Float64Array
  readonly travel: Float64Array
  private readonly travelRate: Float64Array
  readonly beltSpeed: Float64Array
  /** m that each belt has run. */
  readonly run: Float64Array
  private readonly torque: Float64Array
  /** By position, for the inner loops. */
  private readonly radius: Float64Array
  private readonly bodyOf: Int32Array
  private readonly before: Int32Array
  private readonly beltOf: Int32Array
  private readonly armDamping: Float64Array
  private readonly twistDamping: Float64Array
  private gripKnownFor = NaN
  private steps = 0
  private turnedOver = 0

  private constructor(
    readonly settled: SettledDrive,
    readonly plan: RunPlan,
    readonly standing: readonly CannotRun[],
    step?: number,
  ) {
    const { positions, bodies, belts } = plan
    const [p, b, k] = [positions.length, bodies.length, belts.length]
    this.engine = new RunningEngine(settled.drive.engine, mustRule(settled.rules, ruleKey.throttleBlip))
    this.speed = new Float64Array(b)
    this.angle = new Float64Array(b)
    this.twist = new Float64Array(b)
    this.torque = new Float64Array(b)
    this.radius = Float64Array.from(positions, ({ radius }) => radius)
    this.bodyOf = Int32Array.from(positions, ({ body }) => body)
    this.before = Int32Array.from(positions, ({ prev }) => prev)
    this.beltOf = Int32Array.from(positions, ({ belt }) => belt)
    this.twistDamping = new Float64Array(b)
    this.spans = new Spans(plan)
    this.tension = this.spans.tension
    this.slip = new Float64Array(p)
    this.slipped = new Float64Array(p)
    this.gripFactor = new Float64Array(p)
    this.wrap = Float64Array.from(positions, ({ wrap }) => wrap)
    this.throwForce = new Float64Array(k)
    this.travel = Float64Array.from(belts, ({ arm }) => arm?.u ?? 0)
    this.travelRate = new Float64Array(k)
    this.beltSpeed = new Float64Array(k)
    this.run = new Float64Array(k)
    this.armDamping = new Float64Array(k)
    for (const [i, { arm, stiffness }] of belts.entries()) {
      if (arm === null) continue
      const before = (positions[arm.position] as Position).prev
      const beside = [before, arm.position].map((at) => (positions[at] as Position).span)
      this.armDamping[i] = armDamping(arm, stiffness, beside)
    }
    for (const [i, body] of bodies.entries())
      if (body.carries !== null) {
        const reduced = 1 / (1 / body.inertia + 1 / (bodies[body.carries.body]?.inertia ?? 1))
        this.twistDamping[i] = 2 * TWIST_DAMPING * Math.sqrt(body.carries.twist * reduced)
      }
    this.step = step ?? stepFor(plan)
    this.flutter = new Flutter(plan)
    this.gripUp()
  }

  /** A drive ready to be run from a standstill, or why it cannot be. */
  static of(
    settled: SettledDrive,
    { trouble = NO_TROUBLE, step }: RunOptions = {},
  ): RunningDrive | { readonly cannot: readonly CannotRun[] } {
    const found = runnable(settled)
    if (!found.ok) return { cannot: found.reasons }
    return new RunningDrive(settled, planOf(settled, found, trouble), found.standing, step)
  }

  /** Brings everything to the speeds it has at an engine speed at once, as if it had run so for long. */
  startAt(rpm: number, load: number): void {
    this.engine.rpm = rpm
    this.wantedLoad = load
    this.load = load
    for (const [i, { ratio }] of this.plan.bodies.entries()) this.speed[i] = ratio * this.engine.mean
  }

  /** Runs on for some seconds; whole steps, so that what is left is made up for next time. */
  advance(seconds: number): void {
    this.turnedOver += seconds
    this.gripUp()
    while (this.turnedOver >= this.step) {
      this.turnedOver -= this.step
      this.oneStep(this.step)
    }
  }

  /** Joules in stretched belts, turning parts, arms and twisted clutches. */
  stored(): number {
    let sum = 0
    for (const { stiffness, count, first, last, arm } of this.plan.belts) {
      for (let i = first; i <= last; i++) sum += count * this.spans.stored(i, stiffness)
      if (arm === null || arm.frozen) continue
      const k = this.plan.positions[first]?.belt ?? 0
      sum += (armInertia(arm) * (this.travelRate[k] as number) ** 2) / 2 + springEnergy(arm, this.travel[k] as number)
    }
    for (const [i, { inertia, isCrank, carries }] of this.plan.bodies.entries()) {
      if (!isCrank) sum += (inertia * (this.speed[i] as number) ** 2) / 2
      if (carries !== null) sum += (carries.twist * Math.max(0, this.twist[i] as number) ** 2) / 2
    }
    return sum
  }

  /** m of unstretched belt in the spans of one belt: what it has of it never changes, whatever it does. */
  beltIn(belt: RunBelt): number {
    return this.spans.beltIn(belt)
  }

  /** N that one pulley takes from its belts, beyond their throw. */
  hubLoad(at: number): number {
    const { belt, prev } = this.plan.positions[at] as Position
    const thrown = this.throwForce[belt] as number
    const wrap = this.wrap[at] as number
    const [before, after] = [(this.tension[prev] as number) - thrown, (this.tension[at] as number) - thrown]
    return Math.sqrt(Math.max(0, before * before + after * after - 2 * before * after * Math.cos(wrap)))
  }

  /** Share of its grip that one pulley uses at this moment. */
  gripUse(at: number): number {
    const { belt, prev } = this.plan.positions[at] as Position
    const [before, after] = [this.tension[prev] as number, this.tension[at] as number]
    const held = Math.min(before, after) - (this.throwForce[belt] as number)
    if (held <= 0) return Infinity
    return Math.abs(after - before) / (held * (this.gripFactor[at] as number))
  }

  private oneStep(dt: number): void {
    const { engine } = this
    engine.step(dt)
    this.load += (dt / LOAD_COMES_WITHIN) * (this.wantedLoad - this.load)
    this.push(dt)
    this.move(dt)
    this.slide(dt)
    this.flutter.follow(this, dt)
    this.time += dt
    this.steps++
  }

  /** A step of speeds, which stand half a step ahead of the places: what pulls at every body and arm. */
  private push(dt: number): void {
    const { plan, torque, speed, tension, energy } = this
    torque.fill(0)
    for (const { first, last, count } of plan.belts)
      for (let i = first; i <= last; i++) {
        const [body, prev] = [this.bodyOf[i] as number, this.before[i] as number]
        const pull = count * (this.radius[i] as number) * ((tension[i] as number) - (tension[prev] as number))
        torque[body] = (torque[body] as number) + pull
      }
    for (let i = 0; i < plan.bodies.length; i++) {
      const { isCrank, carries, load, drag, inertia, ratio } = plan.bodies[i] as Body
      if (isCrank) {
        const own = ratio * this.engine.speed
        energy.given -= dt * (torque[i] as number) * own
        speed[i] = own
        continue
      }
      const before = speed[i] as number
      let sum = torque[i] as number
      if (carries !== null) {
        const apart = before - (speed[carries.body] as number)
        const turned = this.twist[i] as number
        // A one-way clutch only pushes; what it carries runs on.
        if (turned > 0) {
          const damping = (this.twistDamping[i] as number) * apart
          const passes = Math.max(0, carries.twist * turned + damping)
          sum -= passes
          torque[carries.body] = (torque[carries.body] as number) + passes
          energy.damped += dt * Math.max(0, damping * apart)
        }
      }
      // What resists a turn does not turn anything back: it fades as the part comes to a stand.
      const resists =
        ((load === null ? 0 : load(before, this.load)) + drag) * Math.min(1, Math.max(0, before / STALLS_BELOW))
      const after = Math.max(0, before + (dt / inertia) * (sum - resists))
      energy.taken += (dt * resists * (before + after)) / 2
      speed[i] = after
    }
    for (let k = 0; k < plan.belts.length; k++) {
      const { arm } = plan.belts[k] as RunBelt
      if (arm === null || arm.frozen) continue
      const { prev } = plan.positions[arm.position] as Position
      const u = this.travel[k] as number
      const rate = this.travelRate[k] as number
      const thrown = this.throwForce[k] as number
      const belt =
        ((tension[prev] as number) - thrown) * arm.before.slope(u) +
        ((tension[arm.position] as number) - thrown) * arm.after.slope(u)
      const damping = this.armDamping[k] as number
      const force = arm.torque(u) * arm.sweep - belt - damping * rate
      this.travelRate[k] = rate + (dt / armInertia(arm)) * force
      energy.damped += dt * damping * rate * rate
      // The throw that the belt carries itself does work on whoever bends its path.
      energy.given += dt * thrown * rate * (arm.before.slope(u) + arm.after.slope(u))
    }
  }

  /** A step of places: what runs from span to span, how far the arm and every body have come. */
  private move(dt: number): void {
    const { plan, speed, tension, slip, energy } = this
    for (let i = 0; i < plan.bodies.length; i++) {
      const { carries } = plan.bodies[i] as Body
      this.angle[i] = (this.angle[i] as number) + dt * (speed[i] as number)
      if (carries !== null) {
        const apart = (speed[i] as number) - (speed[carries.body] as number)
        this.twist[i] = Math.max(0, (this.twist[i] as number) + dt * apart)
      }
    }
    for (let k = 0; k < plan.belts.length; k++) {
      const { arm, first, last, stiffness, mass, count } = plan.belts[k] as RunBelt
      if (arm !== null && !arm.frozen) this.swing(k, arm, dt)
      let fastest = 0
      for (let i = first; i <= last; i++) {
        const prev = this.before[i] as number
        const surface = (this.radius[i] as number) * (speed[this.bodyOf[i] as number] as number)
        fastest += surface
        const [before, after] = [tension[prev] as number, tension[i] as number]
        // It lies still on the pulley where it comes on, as stretched as it comes; it creeps to what leaves.
        const slides = slip[i] as number
        const flow = (dt * (surface + slides)) / (1 + before / stiffness)
        this.spans.pass(i, flow)
        const differ = after - before
        energy.slipped += count * ((flow * differ * differ) / (2 * stiffness) + dt * differ * slides)
      }
      const v = fastest / (last - first + 1)
      this.beltSpeed[k] = v
      this.run[k] = (this.run[k] as number) + dt * v
      this.throwForce[k] = mass * v * v
      this.spans.stretch(plan.belts[k] as RunBelt, this.travel[k] as number)
    }
  }

  private swing(k: number, arm: RunArm, dt: number): void {
    let u = (this.travel[k] as number) + dt * (this.travelRate[k] as number)
    // Stops give back nothing.
    if (u < arm.from || u > arm.to) {
      u = Math.min(arm.to, Math.max(arm.from, u))
      this.energy.damped += (armInertia(arm) * (this.travelRate[k] as number) ** 2) / 2
      this.travelRate[k] = 0
    }
    this.travel[k] = u
    const at = arm.position
    const { prev, next } = this.plan.positions[at] as Position
    if (this.steps % REGRIP_EVERY !== 0) return
    for (const [i, position] of [prev, at, next].entries()) {
      this.wrap[position] = (arm.wraps[i] as Curve).at(u)
      this.regrip(position)
    }
  }

  /**
   * Where a pulley holds less than its spans differ by, belt slides over it, as fast as keeps the two at `e^(μw)` of each other. A pulley on
   * which it slides holds less than one on which it lies, so it slides on until there is nothing left to slide for.
   */
  private slide(dt: number): void {
    for (let round = 0; round < SLIP_ROUNDS; round++) {
      let slid = false
      for (let i = 0; i < this.before.length; i++) if (this.slideOn(i, dt)) slid = true
      if (!slid) break
    }
    const { slip, slipped } = this
    for (let i = 0; i < slip.length; i++) slipped[i] = (slipped[i] as number) + dt * (slip[i] as number)
  }

  private slideOn(i: number, dt: number): boolean {
    const { spans, slip } = this
    const factor = this.gripFactor[i] as number
    if (factor === Infinity) return false
    const prev = this.before[i] as number
    const belt = this.beltOf[i] as number
    const thrown = this.throwForce[belt] as number
    const [before, after] = [spans.strained[prev] as number, spans.strained[i] as number]
    const slides = slip[i] as number
    const sign = slides !== 0 ? Math.sign(slides) : after > before ? 1 : -1
    const low = (sign > 0 ? before : after) - thrown
    const high = (sign > 0 ? after : before) - thrown
    // Nothing holds a belt whose slack side is thrown off.
    if (slides === 0 && high <= (low > 0 ? 1 + factor : 1) * low) return false
    const ratio = low > 0 ? 1 + SLIDING_SHARE * factor : 1
    const { stiffness, count } = this.plan.belts[belt] as RunBelt
    const [a, b] = [spans.slope(prev, stiffness), spans.slope(i, stiffness)]
    const wanted = (high - ratio * low) / (sign > 0 ? b + ratio * a : a + ratio * b)
    const moved = Math.max(wanted, -Math.abs(slides) * dt)
    if (Math.abs(moved) < STILL) return false
    const stored = this.spans.stored(prev, stiffness) + this.spans.stored(i, stiffness)
    spans.pass(i, sign * moved)
    spans.tighten(prev, stiffness)
    spans.tighten(i, stiffness)
    this.energy.slipped += count * (stored - this.spans.stored(prev, stiffness) - this.spans.stored(i, stiffness))
    slip[i] = moved === wanted ? slides + (sign * moved) / dt : 0
    return true
  }

  private gripUp(): void {
    if (this.gripKnownFor === this.grip) return
    this.gripKnownFor = this.grip
    for (let i = 0; i < this.plan.positions.length; i++) this.regrip(i)
  }

  private regrip(i: number): void {
    const { friction } = this.plan.positions[i] as Position
    this.gripFactor[i] = friction === Infinity ? Infinity : Math.expm1(friction * this.grip * (this.wrap[i] as number))
  }
}
