import { transfer } from 'comlink'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import type { ShopRules } from '@emery/core/rules'
import {
  caption,
  type CannotRun,
  Listener,
  loudestOfEach,
  type Moment,
  momentOf,
  momentsCsv,
  NO_TROUBLE,
  RunningDrive,
  RunningSound,
  type RunFault,
  type SoundKind,
  type Taken,
  withFaults,
} from '@emery/core/running'
import { writeWav } from '@emery/core/sound'
import { CONDITION_SHARE } from '@emery/core/tension'

/** Samples of sound a second; what is heard of a belt lies below half of it. */
export const SOUND_RATE = 22_050
/** Moments a second at which a drive is listened to. */
const LISTENS = 60
/** Longest stretch that is caught up with at once, s: a page that was away does not wait for all of it. */
const LONGEST = 0.1
/** Moments and seconds of sound that are kept to be saved. */
const KEPT_MOMENTS = 60 * 50
const KEPT_SECONDS = 60
/** s until a wet belt is dry again beside a warm engine: a choice of ours. */
const DRIES_WITHIN = 12
/** s over which readings are evened out. */
const READ_WITHIN = 0.3

export interface RunControls {
  /** rpm that the engine is asked for; 0 stands still. */
  readonly asked: number
  /** Share of their load that the parts are asked for. */
  readonly load: number
  /** Seconds of the drive for each second that passes. */
  readonly pace: number
}

/** What a run consists of, in the order of a frame's numbers. */
export interface RunParts {
  readonly positions: readonly {
    readonly belt: number
    readonly pulley: string
    readonly shaft: string
    readonly body: number
  }[]
  readonly bodies: readonly string[]
  readonly belts: readonly { readonly id: string; readonly adjuster: string | null }[]
  readonly taken: readonly Taken[]
  readonly standing: readonly CannotRun[]
}

export interface RunFrame {
  readonly time: number
  readonly rpm: number
  readonly load: number
  /** How wet the belts are, 0 to 1. */
  readonly wet: number
  /** By belt: m run, m/s, travel of its arm, degrees that it nods. */
  readonly run: Float64Array
  readonly beltSpeed: Float64Array
  readonly travel: Float64Array
  readonly nod: readonly number[]
  /** By body: rad, rad/s. */
  readonly angle: Float64Array
  readonly speed: Float64Array
  /** By position: N, m, m, m/s, share. */
  readonly tension: Float64Array
  readonly swing: Float64Array
  readonly reach: Float64Array
  readonly slip: Float64Array
  /** Most of late, and means of late: what a person reads. */
  readonly gripUse: Float64Array
  readonly meanTension: Float64Array
  /** By body. */
  readonly meanSpeed: Float64Array
  readonly heard: readonly {
    readonly kind: SoundKind
    readonly loud: number
    readonly words: string
    readonly at: number | null
  }[]
  readonly sound: Float32Array
}

export type RunStarted =
  { readonly ok: true; readonly parts: RunParts } | { readonly ok: false; readonly cannot: readonly CannotRun[] }

/** What the worker does; the same runs without one in tests. */
export class RunningWork {
  private drive: RunningDrive | null = null
  private listener: Listener | null = null
  private voice = new RunningSound(SOUND_RATE)
  private wetUntil = -Infinity
  private pace = 1
  private moments: Moment[] = []
  private sounds: Float32Array[] = []
  private owed = 0
  private means: {
    readonly tension: Float64Array
    readonly speed: Float64Array
    readonly gripUse: Float64Array
  } | null = null

  /** Puts a drive on, standing still, with faults in it. */
  start(document: CheckedDrive, faults: readonly RunFault[], rules: ShopRules): RunStarted {
    const { drive, trouble } =
      faults.length === 0 ? { drive: document, trouble: NO_TROUBLE } : withFaults(document, faults)
    const found = RunningDrive.of(settleDrive(drive, {}, rules), { trouble })
    this.moments = []
    this.sounds = []
    this.wetUntil = -Infinity
    if ('cannot' in found) {
      this.drive = null
      return { ok: false, cannot: found.cannot }
    }
    this.drive = found
    this.listener = new Listener(found, trouble)
    this.voice = new RunningSound(SOUND_RATE)
    const { positions, bodies, belts, taken } = found.plan
    this.means = {
      tension: found.tension.slice(),
      speed: new Float64Array(bodies.length),
      gripUse: new Float64Array(positions.length),
    }
    return {
      ok: true,
      parts: {
        positions: positions.map(({ belt, pulley, shaft, body }) => ({ belt, pulley, shaft, body })),
        bodies: bodies.map(({ shaft }) => shaft.id),
        belts: belts.map(({ id, arm }) => ({ id, adjuster: arm?.adjuster.id ?? null })),
        taken,
        standing: found.standing,
      },
    }
  }

  control({ asked, load, pace }: RunControls): void {
    this.pace = pace
    if (this.drive === null) return
    this.drive.engine.asked = asked
    this.drive.wantedLoad = load
  }

  /** Squeezes water on the belts. */
  wet(): void {
    if (this.drive !== null) this.wetUntil = this.drive.time + DRIES_WITHIN
  }

  /** Runs on for what has passed outside, and says how everything stands; null where nothing is on. */
  tick(passed: number): RunFrame | null {
    const { drive, listener } = this
    if (drive === null || listener === null) return null
    this.owed += Math.min(LONGEST, passed) * this.pace
    const pieces: Float32Array[] = []
    let last = null
    while (this.owed >= this.pace / LISTENS) {
      const dt = this.pace / LISTENS
      this.owed -= dt
      drive.grip = 1 - (1 - CONDITION_SHARE.wet) * this.wetness(drive)
      drive.advance(dt)
      last = listener.hear(dt)
      this.readOn(drive, dt)
      pieces.push(this.voice.make(last, Math.round(SOUND_RATE / LISTENS)))
      this.keep(momentOf(drive, last))
    }
    const sound = joined(pieces)
    if (sound.length > 0) this.sounds.push(sound.slice())
    while (this.sounds.length > KEPT_SECONDS * LISTENS) this.sounds.shift()
    const frame: RunFrame = {
      time: drive.time,
      rpm: drive.engine.rpm,
      load: drive.load,
      wet: this.wetness(drive),
      run: drive.run.slice(),
      beltSpeed: drive.beltSpeed.slice(),
      travel: drive.travel.slice(),
      nod: drive.plan.belts.map((_, k) => listener.nodOf(k)),
      angle: drive.angle.slice(),
      speed: drive.speed.slice(),
      tension: drive.tension.slice(),
      swing: drive.flutter.swing.slice(),
      reach: drive.flutter.reach.slice(),
      slip: drive.slip.slice(),
      gripUse: this.means?.gripUse.slice() ?? new Float64Array(0),
      meanTension: this.means?.tension.slice() ?? new Float64Array(0),
      meanSpeed: this.means?.speed.slice() ?? new Float64Array(0),
      heard:
        last === null
          ? []
          : loudestOfEach(last.sounds).map((each) => ({
              kind: each.kind,
              loud: each.loud,
              words: caption(each),
              at: each.at,
            })),
      sound,
    }
    return transfer(frame, [sound.buffer])
  }

  /** What was kept as a table: made here, so that the page does not stand still for it. */
  csv(): string {
    return momentsCsv(this.moments)
  }

  /** The last minute as a WAV file. */
  wav(): Uint8Array {
    const bytes = writeWav({ samples: joined(this.sounds), rate: SOUND_RATE })
    return transfer(bytes, [bytes.buffer as ArrayBuffer])
  }

  /** What a person reads: means, and the most of the grip that was used of late; the firing shakes everything by some percent. */
  private readOn(drive: RunningDrive, dt: number): void {
    if (this.means === null) return
    const { tension, speed, gripUse } = this.means
    const share = Math.min(1, dt / READ_WITHIN)
    for (let i = 0; i < tension.length; i++) {
      tension[i] = (tension[i] as number) + share * ((drive.tension[i] as number) - (tension[i] as number))
      gripUse[i] = Math.max(drive.gripUse(i), (1 - share) * (gripUse[i] as number))
      if (!Number.isFinite(drive.gripUse(i))) gripUse[i] = Infinity
      else if (gripUse[i] === Infinity) gripUse[i] = drive.gripUse(i)
    }
    for (let i = 0; i < speed.length; i++)
      speed[i] = (speed[i] as number) + share * ((drive.speed[i] as number) - (speed[i] as number))
  }

  private wetness(drive: RunningDrive): number {
    return Math.min(1, Math.max(0, (this.wetUntil - drive.time) / (DRIES_WITHIN / 3)))
  }

  private keep(moment: Moment): void {
    this.moments.push(moment)
    if (this.moments.length > 2 * KEPT_MOMENTS) this.moments = this.moments.slice(-KEPT_MOMENTS)
  }
}

function joined(pieces: readonly Float32Array[]): Float32Array<ArrayBuffer> {
  const whole = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}
