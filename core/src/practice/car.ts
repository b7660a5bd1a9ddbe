/** A made-up car in the practice bay: a drive with something wrong, asked by looking, listening and touching. docs/mechanics/practice.md */
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive, type SettledDrive } from '../path/settle.ts'
import { withFaults, type RunFault } from '../running/faults.ts'
import { Listener, type Sounding, type SoundKind, SOUND_KINDS } from '../running/listen.ts'
import { RunningDrive } from '../running/running-drive.ts'
import { CONDITION_SHARE } from '../tension/nominal.ts'
import type { Trouble } from '../running/trouble.ts'

/** How the engine is run while somebody listens and looks. */
export interface Condition {
  readonly rpm: number
  readonly load: number
  readonly wet?: boolean
  /** The throttle is opened quickly, to about twice the speed, and let go. */
  readonly blip?: boolean
}

/** What was heard and seen over some seconds. */
export interface Run {
  /** How loud each kind was at its loudest, 0 where it was not heard. */
  readonly loud: Readonly<Record<SoundKind, number>>
  /** The loudest of all; null where nothing was. */
  readonly loudest: Sounding | null
  /** Degrees that an arm nodded, mm that a span swung, W of slip and the position where it slipped most. */
  readonly nod: number
  readonly swing: number
  readonly slipWatts: number
  readonly slipsAt: number | null
  /** Degrees at which belt and pulley met at worst, by position. */
  readonly entry: readonly number[]
  /** Share of the speed that its ratio would give a pulley, the slowest of all. */
  readonly keepsUp: number
  /** Whether a belt was thrown off. */
  readonly thrown: boolean
}

const SETTLES_S = 0.5
const RUNS_S = 1
const DT = 1 / 60

export class PracticeCar {
  /** The drive as it should be, and as it is. */
  readonly whole: SettledDrive
  readonly faulty: SettledDrive
  readonly trouble: Trouble
  private readonly runs = new Map<string, Run>()

  constructor(
    drive: CheckedDrive,
    readonly faults: readonly RunFault[],
  ) {
    const { drive: changed, trouble } = withFaults(drive, faults)
    this.whole = settleDrive(drive)
    this.faulty = settleDrive(changed)
    this.trouble = trouble
  }

  get idle(): number {
    return this.whole.drive.engine.idleRpm
  }

  /** The drive as it is, at a standstill; null where it cannot run, which is a fault that shows. */
  standing(): RunningDrive | null {
    const drive = RunningDrive.of(this.faulty, { trouble: this.trouble })
    return 'cannot' in drive ? null : drive
  }

  /** The same without its faults: what a sound one would be like. */
  sound(): RunningDrive {
    const drive = RunningDrive.of(this.whole)
    if ('cannot' in drive) throw new Error(drive.cannot[0]?.why)
    return drive
  }

  /** Runs it in a condition; the same condition gives the same, and is worked out once. */
  run(condition: Condition): Run {
    const key = JSON.stringify(condition)
    const known = this.runs.get(key)
    if (known !== undefined) return known
    const drive = this.standing()
    const run = drive === null ? NOTHING : watched(drive, this.trouble, condition)
    this.runs.set(key, run)
    return run
  }
}

const SILENT = Object.fromEntries(SOUND_KINDS.map((kind) => [kind, 0])) as Record<SoundKind, number>
const NOTHING: Run = {
  loud: SILENT,
  loudest: null,
  nod: 0,
  swing: 0,
  slipWatts: 0,
  slipsAt: null,
  entry: [],
  keepsUp: 0,
  thrown: true,
}

function watched(drive: RunningDrive, trouble: Trouble, { rpm, load, wet = false, blip = false }: Condition): Run {
  const listener = new Listener(drive, trouble)
  drive.startAt(rpm, 0)
  drive.wantedLoad = load
  drive.grip = wet ? CONDITION_SHARE.wet : 1
  drive.advance(SETTLES_S)
  listener.hear(SETTLES_S)
  const { positions, bodies } = drive.plan
  const loud = { ...SILENT }
  const entry = new Array<number>(positions.length).fill(0)
  let [loudest, nod, swing, slipWatts, slipsAt, keepsUp, thrown]: [
    Sounding | null,
    number,
    number,
    number,
    number | null,
    number,
    boolean,
  ] = [null, 0, 0, 0, null, 1, false]
  const slipped = drive.slipped.slice()
  for (let t = 0; t < RUNS_S; t += DT) {
    if (blip) drive.engine.asked = t < RUNS_S / 2 ? 2.2 * rpm : rpm
    drive.advance(DT)
    const { sounds } = listener.hear(DT)
    for (const sound of sounds) {
      loud[sound.kind] = Math.max(loud[sound.kind], sound.loud)
      if (sound.loud > (loudest?.loud ?? 0)) loudest = sound
    }
    for (const k of drive.plan.belts.keys()) nod = Math.max(nod, listener.nodOf(k))
    for (const [i, { prev, body }] of positions.entries()) {
      entry[i] = Math.max(entry[i] ?? 0, Math.abs(listener.entryAt(i)))
      swing = Math.max(swing, 1000 * (drive.flutter.reach[i] as number))
      const { ratio } = bodies[body] ?? { ratio: 1 }
      keepsUp = Math.min(keepsUp, (drive.speed[body] as number) / (ratio * drive.engine.mean))
      if (drive.gripUse(i) === Infinity) thrown = true
      const gone = Math.abs((drive.slipped[i] as number) - (slipped[i] as number))
      const watts = (gone / RUNS_S) * Math.abs((drive.tension[i] as number) - (drive.tension[prev] as number))
      if (watts > slipWatts) [slipWatts, slipsAt] = [watts, i]
    }
  }
  return { loud, loudest, nod, swing, slipWatts, slipsAt, entry, keepsUp, thrown }
}
