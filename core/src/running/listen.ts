/** What a drive that runs sounds like, from how it runs and nothing else: docs/mechanics/running.md. */
import { FRICTION, USED_SETTING } from '../tension/nominal.ts'
import {
  CATCHES_BELOW,
  CHIRPS_FROM,
  RATTLES,
  ROCKS_AT,
  SLAPS,
  SLIP_HEARD,
  SLIP_LOUDEST,
  WHINES_FROM,
} from './nominal.ts'
import { ribsOf } from '../sections/families.ts'
import type { Body, Position, RunBelt } from './plan.ts'
import type { RunningDrive } from './running-drive.ts'
import type { Trouble } from './trouble.ts'

export const SOUND_KINDS = ['chirp', 'squeal', 'whine', 'grind', 'slap', 'rattle', 'knock'] as const
export type SoundKind = (typeof SOUND_KINDS)[number]

/** One sound as it is at a moment. */
export interface Sounding {
  readonly kind: SoundKind
  /** 0 not heard, 1 as loud as anything on a drive. */
  readonly loud: number
  /** Hz, of a squeal and a whine. */
  readonly pitch: number | null
  /** Times a second that it comes back; null where it does not stop. */
  readonly rate: number | null
  /** Where it comes from: a position, or the belt's spans. */
  readonly at: number | null
  readonly keepsTimeWith: 'belt' | 'crank' | 'part' | 'firing' | null
}

/** A short sound that has just begun. */
export interface Blow {
  readonly kind: 'chirp' | 'slap' | 'rattle' | 'knock'
  readonly loud: number
}

export interface Heard {
  readonly sounds: readonly Sounding[]
  readonly blows: readonly Blow[]
  /** Firings a second. */
  readonly firing: number
}

/** s over which the highest and the lowest place of an arm are remembered. */
const REMEMBERS = 0.15
const LEAST_LOUD = 0.02

/** Somebody beside a running drive. Ask it at least fifty times a second: it counts what has passed since it was last asked. */
export class Listener {
  /** By position: times that the belt's splice, or its own worst place, has come by, and times that it has turned. */
  private readonly passed: Float64Array
  private readonly turned: Float64Array
  private readonly hubAtRest: Float64Array
  private readonly high: Float64Array
  private readonly low: Float64Array
  private fired = 0
  private slapped = 0
  private readonly slip: Float64Array

  constructor(
    private readonly drive: RunningDrive,
    private readonly trouble: Trouble,
  ) {
    const { positions, belts } = drive.plan
    this.passed = new Float64Array(positions.length)
    this.turned = new Float64Array(positions.length)
    this.slip = new Float64Array(positions.length)
    this.hubAtRest = Float64Array.from(positions, (_, i) => drive.hubLoad(i))
    this.high = Float64Array.from(belts, () => -Infinity)
    this.low = Float64Array.from(belts, () => Infinity)
  }

  /** Degrees at which the belt meets a pulley now. */
  entryAt(i: number): number {
    const { entry, wobble, rocks, yields, body } = this.drive.plan.positions[i] as Position
    const angle = this.drive.angle[body] as number
    const hub = this.drive.hubLoad(i)
    const leans = rocks * Math.min(1, hub / ROCKS_AT)
    return (entry ?? 0) + wobble * Math.cos(angle) + leans + yields * (hub - (this.hubAtRest[i] as number))
  }

  /** Degrees that a belt's arm has nodded of late, from peak to peak. */
  nodOf(belt: number): number {
    const { arm } = this.drive.plan.belts[belt] as RunBelt
    if (arm === null) return 0
    return (180 / Math.PI) * arm.sweep * Math.max(0, (this.high[belt] as number) - (this.low[belt] as number))
  }

  hear(dt: number): Heard {
    const { drive } = this
    const sounds: Sounding[] = []
    const blows: Blow[] = []
    const add = (sound: Sounding) => {
      if (sound.loud >= LEAST_LOUD) sounds.push(sound)
    }
    this.watchArms(dt)
    for (let i = 0; i < drive.plan.positions.length; i++) {
      this.chirpsAt(i, add, blows)
      this.squealAt(i, dt, add)
      this.bumpsAt(i, add, blows)
      this.slapAt(i, add)
    }
    this.bearings(add)
    this.arms(dt, add, blows)
    const slap = sounds.filter(({ kind }) => kind === 'slap').toSorted((a, b) => b.loud - a.loud)[0]
    if (slap !== undefined) {
      this.slapped += dt * (slap.rate ?? 0)
      if (this.slapped >= 1) blows.push({ kind: 'slap', loud: slap.loud })
      this.slapped %= 1
    }
    return { sounds, blows, firing: drive.engine.firing }
  }

  private chirpsAt(i: number, add: (sound: Sounding) => void, blows: Blow[]): void {
    const { drive } = this
    const { grooved, friction, belt, wobble, rocks, yields, body } = drive.plan.positions[i] as Position
    const { length } = drive.plan.belts[belt] as RunBelt
    if (!grooved || friction === Infinity) return
    const v = drive.beltSpeed[belt] as number
    const left = drive.grip * (friction / FRICTION.ribs)
    const askew = Math.abs(this.entryAt(i)) * left ** 2 - CHIRPS_FROM
    // What wobbles or rocks passes its worst once a turn; what stands askew catches where the belt's splice comes by.
    const byTurn = wobble > 0 || rocks > 0 || yields > 0
    const times = byTurn
      ? (drive.angle[body] as number) / (2 * Math.PI)
      : ((drive.run[belt] as number) + i / 7) / length
    const isNew = Math.floor(times) > Math.floor(this.passed[i] as number)
    this.passed[i] = times
    const loud = Math.min(1, Math.max(0, askew / 1.5)) / (1 + (v / CATCHES_BELOW) ** 2)
    if (v <= 0) return
    const rate = byTurn ? (drive.speed[body] as number) / (2 * Math.PI) : v / length
    const { isCrank } = drive.plan.bodies[body] as Body
    add({ kind: 'chirp', loud, pitch: null, rate, at: i, keepsTimeWith: !byTurn ? 'belt' : isCrank ? 'crank' : 'part' })
    if (isNew && loud >= LEAST_LOUD) blows.push({ kind: 'chirp', loud })
  }

  private squealAt(i: number, dt: number, add: (sound: Sounding) => void): void {
    const { drive } = this
    const before = this.slip[i] as number
    const gone = Math.abs((drive.slipped[i] as number) - before)
    this.slip[i] = drive.slipped[i] as number
    const speed = gone / dt
    const { prev } = drive.plan.positions[i] as Position
    const power = Math.abs((drive.tension[i] as number) - (drive.tension[prev] as number)) * speed
    const loud = Math.min(1, Math.max(0, Math.log(power / SLIP_HEARD) / Math.log(SLIP_LOUDEST / SLIP_HEARD)))
    add({ kind: 'squeal', loud, pitch: 1300 + 350 * Math.min(3, speed), rate: null, at: i, keepsTimeWith: null })
  }

  private bumpsAt(i: number, add: (sound: Sounding) => void, blows: Blow[]): void {
    const { drive } = this
    const { bump, body } = drive.plan.positions[i] as Position
    if (bump <= 0) return
    const rate = (drive.speed[body] as number) / (2 * Math.PI)
    const turned = (drive.angle[body] as number) / (2 * Math.PI)
    const loud = Math.min(1, (bump * 1000) / 3) * Math.min(1, rate / 5)
    add({ kind: 'knock', loud, pitch: null, rate, at: i, keepsTimeWith: 'part' })
    if (Math.floor(turned) > Math.floor(this.turned[i] as number) && loud >= LEAST_LOUD)
      blows.push({ kind: 'knock', loud })
    this.turned[i] = turned
  }

  private slapAt(i: number, add: (sound: Sounding) => void): void {
    const { drive } = this
    const { belt, span } = drive.plan.positions[i] as Position
    const { mass } = drive.plan.belts[belt] as RunBelt
    const reach = drive.flutter.reach[i] as number
    const loud = Math.min(1, Math.max(0, (reach - SLAPS[0]) / (SLAPS[1] - SLAPS[0])))
    const rate = Math.sqrt(Math.max(1, drive.tension[i] as number) / mass) / (2 * span)
    add({ kind: 'slap', loud, pitch: null, rate, at: i, keepsTimeWith: null })
  }

  private bearings(add: (sound: Sounding) => void): void {
    const { drive } = this
    for (const [i, { shaft, body, belt }] of drive.plan.positions.entries()) {
      const speed = drive.speed[body] as number
      const turns = speed / (2 * Math.PI)
      const rough = this.trouble.rough?.[shaft] ?? 0
      if (rough > 0 && speed > 0)
        add({
          kind: 'grind',
          loud: Math.min(1, 0.25 + rough * Math.sqrt(turns / 40)),
          pitch: null,
          rate: null,
          at: i,
          keepsTimeWith: 'part',
        })
      const {
        belt: { section, ribs },
      } = drive.settled.belts.find((each) => each.belt.id === drive.plan.belts[belt]?.id) ?? {
        belt: { section: 'PK', ribs: 6 } as const,
      }
      const usual = USED_SETTING[section] * ribsOf(section, ribs)
      const over = (drive.tension[i] as number) / usual - WHINES_FROM
      add({
        kind: 'whine',
        loud: turns > 3 ? Math.min(0.8, Math.max(0, over)) : 0,
        pitch: 9 * turns,
        rate: null,
        at: i,
        keepsTimeWith: 'part',
      })
    }
  }

  private arms(dt: number, add: (sound: Sounding) => void, blows: Blow[]): void {
    const { drive } = this
    this.fired += dt * drive.engine.firing
    const fires = this.fired >= 1
    this.fired %= 1
    for (const [k, { arm }] of drive.plan.belts.entries()) {
      if (arm === null) continue
      const loud = Math.min(1, Math.max(0, (this.nodOf(k) - RATTLES[0]) / (RATTLES[1] - RATTLES[0])))
      add({ kind: 'rattle', loud, pitch: null, rate: drive.engine.firing, at: arm.position, keepsTimeWith: 'firing' })
      if (fires && loud >= LEAST_LOUD) blows.push({ kind: 'rattle', loud })
    }
  }

  private watchArms(dt: number): void {
    const forget = Math.min(1, dt / REMEMBERS)
    for (const k of this.drive.plan.belts.keys()) {
      const u = this.drive.travel[k] as number
      const [high, low] = [this.high[k] as number, this.low[k] as number]
      this.high[k] = Number.isFinite(high) ? Math.max(u, high + forget * (u - high)) : u
      this.low[k] = Number.isFinite(low) ? Math.min(u, low + forget * (u - low)) : u
    }
  }
}
