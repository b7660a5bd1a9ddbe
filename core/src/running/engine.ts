/** The engine as the belt sees it: a crank that turns as it is told, in pulses. docs/mechanics/running.md */
import type { Engine } from '../drive/engine.ts'
import { COMES_WITHIN, CYLINDERS, FALLS_BY, IRREGULARITY, STROKES } from './nominal.ts'

/** rad/s in a turn a minute. */
export const RADIANS_PER_RPM = (2 * Math.PI) / 60

/** Its speed follows what it is asked for, as fast as it can; each firing swings it about its mean. */
export class RunningEngine {
  /** Mean speed, rad/s, and angle turned, rad. */
  mean = 0
  angle = 0
  /** Speed with the swing of the firing, rad/s. */
  speed = 0
  asked = 0
  private readonly firingsPerTurn: number

  /** `risesBy` is in rpm a second. */
  constructor(
    { cylinders = CYLINDERS, strokes = STROKES }: Pick<Engine, 'cylinders' | 'strokes'>,
    private readonly risesBy: number,
  ) {
    this.firingsPerTurn = (cylinders * 2) / strokes
  }

  /** Firings a second. */
  get firing(): number {
    return (this.firingsPerTurn * this.mean) / (2 * Math.PI)
  }

  /** Swing of the speed, peak to peak over its mean. */
  get irregularity(): number {
    if (this.mean <= 0) return 0
    const slow = Math.min(1.5, (IRREGULARITY.atRpm * RADIANS_PER_RPM) / this.mean)
    return IRREGULARITY.share * slow ** 2 * (IRREGULARITY.perTurn / this.firingsPerTurn) ** 2
  }

  set rpm(rpm: number) {
    this.asked = rpm
    this.mean = rpm * RADIANS_PER_RPM
    this.speed = this.mean
  }

  get rpm(): number {
    return this.mean / RADIANS_PER_RPM
  }

  step(dt: number): void {
    const wanted = this.asked * RADIANS_PER_RPM
    const change = (wanted - this.mean) / COMES_WITHIN
    const most = (change > 0 ? this.risesBy : FALLS_BY) * RADIANS_PER_RPM
    this.mean = Math.max(0, this.mean + dt * Math.min(most, Math.max(-most, change)))
    this.angle += dt * this.mean
    this.speed = this.mean * (1 + (this.irregularity / 2) * Math.sin(this.firingsPerTurn * this.angle))
  }
}
