/** What a drive did over some seconds, sampled: for charts, files and tests. */
import type { Heard } from './listen.ts'
import { Listener } from './listen.ts'
import type { RunningDrive } from './running-drive.ts'
import type { Trouble } from './trouble.ts'
import { RunningSound } from './running-sound.ts'

/** One moment. Tensions in N, slip in m/s, swings in mm, speeds in rpm. */
export interface Moment {
  readonly time: number
  readonly rpm: number
  readonly load: number
  readonly belts: readonly {
    readonly id: string
    readonly speed: number
    /** Travel of its arm, 0 slack to 1 tight; null without one. */
    readonly travel: number | null
  }[]
  readonly pulleys: readonly {
    readonly belt: string
    readonly pulley: string
    /** Of the span that leaves it. */
    readonly tension: number
    readonly swing: number
    /** Null where the belt is thrown off. */
    readonly gripUse: number | null
    readonly slip: number
    readonly rpm: number
  }[]
  readonly heard: Heard['sounds']
}

const RPM = 60 / (2 * Math.PI)

/** Reads everything that can be read of a drive at this moment. */
export function momentOf(drive: RunningDrive, heard: Heard): Moment {
  const { plan } = drive
  return {
    time: drive.time,
    rpm: drive.engine.rpm,
    load: drive.load,
    belts: plan.belts.map(({ id, arm }, k) => ({
      id,
      speed: drive.beltSpeed[k] as number,
      travel: arm === null ? null : (drive.travel[k] as number),
    })),
    pulleys: plan.positions.map(({ belt, pulley, body }, i) => {
      const use = drive.gripUse(i)
      return {
        belt: plan.belts[belt]?.id ?? '',
        pulley,
        tension: drive.tension[i] as number,
        swing: 1000 * (drive.flutter.reach[i] as number),
        gripUse: Number.isFinite(use) ? use : null,
        slip: drive.slip[i] as number,
        rpm: (drive.speed[body] as number) * RPM,
      }
    }),
    heard: heard.sounds,
  }
}

export interface RecordOptions {
  readonly seconds: number
  /** Moments a second. */
  readonly moments?: number
  /** Samples a second of sound; none is made when left out. */
  readonly soundRate?: number
  readonly trouble?: Trouble
}

/** Runs a drive on and writes down what it does. */
export function recordRun(
  drive: RunningDrive,
  { seconds, moments = 50, soundRate, trouble = {} }: RecordOptions,
): { readonly moments: readonly Moment[]; readonly sound: Float32Array | null } {
  const listener = new Listener(drive, trouble)
  const voice = soundRate === undefined ? null : new RunningSound(soundRate)
  const written: Moment[] = []
  const pieces: Float32Array[] = []
  const dt = 1 / moments
  for (let i = 0; i < Math.round(seconds * moments); i++) {
    drive.advance(dt)
    const heard = listener.hear(dt)
    written.push(momentOf(drive, heard))
    if (voice !== null) pieces.push(voice.make(heard, Math.round((soundRate ?? 0) / moments)))
  }
  return { moments: written, sound: voice === null ? null : joined(pieces) }
}

function joined(pieces: readonly Float32Array[]): Float32Array {
  const whole = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}
