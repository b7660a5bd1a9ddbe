import type { CheckedDrive } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import type { CordRoll } from '../path/drive-index.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { turnOf, type Sign } from '../path/turning.ts'
import type { Turn } from '../drive/engine.ts'
import { RATIO_FIGHT_SHARE } from '../numerics/tolerances.ts'

export interface ShaftSpeed {
  readonly shaft: string
  readonly turns: Turn
  /** Turns of this shaft for one turn of the crank; above 1 is overdriven. Null while a diameter on the way is not known. */
  readonly ratio: number | null
  /** The way the ratio came from the crank: belts crossed, driving pulley first. Empty for the crank itself, and where the ratio is not known. */
  readonly through: readonly SpeedStep[]
}

/** One belt crossed on the way from the crank: `ratio = r_driving / r_driven`. */
export interface SpeedStep {
  readonly belt: string
  readonly driving: string
  readonly driven: string
  readonly drivingRadius: number
  readonly drivenRadius: number
}

/** A shaft that two belts would turn differently: by how much, or which way. */
export interface SpeedFight {
  readonly shaft: string
  readonly belts: readonly [string, string]
  /** Null where a diameter is not known; such shafts fight over the direction only. */
  readonly ratios: readonly [number | null, number | null]
  readonly opposed: boolean
}

export interface ShaftSpeeds {
  /** Only shafts that a belt reaches, the crank first. */
  readonly reached: ReadonlyMap<string, ShaftSpeed>
  readonly fights: readonly SpeedFight[]
}

/**
 * Walks from the crank over every belt: along one belt `ratio = r_driving / r_driven`, pulleys on one shaft share its
 * speed, so ratios multiply from belt to belt. A shaft reached twice keeps the first ratio; a second one further
 * off than RATIO_FIGHT_SHARE, or the other way round, is a fight.
 */
export function shaftSpeeds({ drive, belts }: SettledDrive): ShaftSpeeds {
  const crank = crankOf(drive)
  const reached = new Map<string, ShaftSpeed>([
    [crank, { shaft: crank, turns: drive.engine.crankTurns, ratio: 1, through: [] }],
  ])
  const fights: SpeedFight[] = []
  const reachedBy = new Map<string, string>()
  let waiting: readonly SettledBelt[] = belts
  for (;;) {
    const belt = waiting.find(({ pulleys }) => pulleys.some(({ shaft }) => reached.has(shaft)))
    if (belt === undefined) return { reached, fights }
    waiting = waiting.filter((other) => other !== belt)
    walkBelt(belt, reached, reachedBy, fights)
  }
}

function walkBelt(
  { belt, pulleys, rolls }: SettledBelt,
  reached: Map<string, ShaftSpeed>,
  reachedBy: Map<string, string>,
  fights: SpeedFight[],
): void {
  const at = drivingPulley(pulleys, reached)
  const driving = pulleys[at]
  const drivingRoll = rolls[at]
  const source = driving === undefined ? undefined : reached.get(driving.shaft)
  if (driving === undefined || drivingRoll === undefined || source === undefined) return
  // Turning directions follow contact, not geometry, so a path that cannot be traced still has its ratios.
  const sourceSign: Sign = source.turns === 'ccw' ? 1 : -1
  pulleys.forEach((pulley, i) => {
    const roll = rolls[i]
    if (i === at || roll === undefined) return
    const turns = turnOf((sourceSign * drivingRoll.sigma * roll.sigma) as Sign)
    const speed = {
      shaft: pulley.shaft,
      turns,
      ...ratioAcross(source, belt.id, [driving, drivingRoll], [pulley, roll]),
    }
    const known = reached.get(pulley.shaft)
    if (known === undefined) {
      reached.set(pulley.shaft, speed)
      reachedBy.set(pulley.shaft, belt.id)
      return
    }
    const opposed = known.turns !== turns
    const apart =
      known.ratio !== null && speed.ratio !== null && Math.abs(speed.ratio / known.ratio - 1) > RATIO_FIGHT_SHARE
    if (opposed || apart) {
      fights.push({
        shaft: pulley.shaft,
        belts: [reachedBy.get(pulley.shaft) ?? belt.id, belt.id],
        ratios: [known.ratio, speed.ratio],
        opposed,
      })
    }
  })
}

/** Where a belt takes its speed from: a shaft whose ratio is known before one of which only the direction is. */
function drivingPulley(pulleys: readonly Pulley[], reached: ReadonlyMap<string, ShaftSpeed>): number {
  const known = pulleys.findIndex(({ shaft }) => reached.get(shaft)?.ratio != null)
  return known >= 0 ? known : pulleys.findIndex(({ shaft }) => reached.has(shaft))
}

function ratioAcross(
  source: ShaftSpeed,
  belt: string,
  [driving, { r: drivingRadius }]: readonly [Pulley, CordRoll],
  [driven, { r: drivenRadius }]: readonly [Pulley, CordRoll],
): Pick<ShaftSpeed, 'ratio' | 'through'> {
  if (source.ratio === null || drivingRadius === null || drivenRadius === null) return { ratio: null, through: [] }
  const step = { belt, driving: driving.id, driven: driven.id, drivingRadius, drivenRadius }
  return { ratio: (source.ratio * drivingRadius) / drivenRadius, through: [...source.through, step] }
}

function crankOf(drive: CheckedDrive): string {
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')
  if (crank === undefined) throw new Error('A checked drive has a crank.')
  return crank.id
}

/** Belt speed in m/s: `v = 2π·r·n / 60 000` with r in mm and n in rpm of the shaft the pulley sits on. */
export function beltSpeed(radius: number, rpm: number): number {
  return (2 * Math.PI * radius * rpm) / 60000
}

/** How fast a belt runs at an engine speed in rpm, m/s; null while no pulley of it has both a known size and a known ratio. */
export function speedOfBelt(
  { pulleys, rolls }: SettledBelt,
  { reached }: ShaftSpeeds,
  engineRpm: number,
): number | null {
  const at = pulleys.findIndex(({ shaft }, i) => reached.get(shaft)?.ratio != null && rolls[i]?.r != null)
  const ratio = reached.get(pulleys[at]?.shaft ?? '')?.ratio
  const radius = rolls[at]?.r
  return ratio == null || radius == null ? null : beltSpeed(radius, ratio * engineRpm)
}
