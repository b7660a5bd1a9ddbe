import type { SettledDrive } from '../path/settle.ts'
import { shaftSpeeds, speedOfBelt } from './shaft-speeds.ts'

/** One shaft at one engine speed. */
export interface ShaftAt {
  readonly shaft: string
  /** Turns for one turn of the crank; null while a diameter on the way is not known. */
  readonly ratio: number | null
  readonly rpm: number | null
  /** Share of the speed the part is made for; null where none is given. */
  readonly ofMost: number | null
}

export interface SpeedsAt {
  /** Only shafts that a belt reaches, in the order of the document. */
  readonly shafts: readonly ShaftAt[]
  /** m/s along each belt that runs. */
  readonly belts: readonly { readonly belt: string; readonly speed: number }[]
}

/** How fast everything turns and every belt runs at one engine speed, rpm. */
export function speedsAt(settled: SettledDrive, engineRpm: number): SpeedsAt {
  const speeds = shaftSpeeds(settled)
  return {
    shafts: settled.drive.shafts.flatMap(({ id, maxRpm }): ShaftAt[] => {
      const speed = speeds.reached.get(id)
      if (speed === undefined) return []
      const rpm = speed.ratio === null ? null : speed.ratio * engineRpm
      return [
        { shaft: id, ratio: speed.ratio, rpm, ofMost: rpm === null || maxRpm === undefined ? null : rpm / maxRpm },
      ]
    }),
    belts: settled.belts.flatMap((belt) => {
      const speed = speedOfBelt(belt, speeds, engineRpm)
      return speed === null ? [] : [{ belt: belt.belt.id, speed }]
    }),
  }
}

/**
 * The ratio a tape gives, `d_crank / d` belt by belt from the crank, across the outside; null where a diameter is not known or
 * teeth are counted instead.
 */
export function tapeRatio(settled: SettledDrive, shaftId: string): number | null {
  const through = shaftSpeeds(settled).reached.get(shaftId)?.through ?? []
  const diameterOf = (id: string) => {
    const pulley = settled.drive.pulleys.find((each) => each.id === id)
    return pulley === undefined || pulley.face === 'toothed' ? null : pulley.diameter
  }
  return through.reduce<number | null>((ratio, { driving, driven }) => {
    const [d1, d2] = [diameterOf(driving), diameterOf(driven)]
    return ratio === null || d1 === null || d2 === null ? null : (ratio * d1) / d2
  }, 1)
}

/** What a ratio means, in words: faster or slower than the crank, within a hundredth the same. */
export function driveWords(ratio: number): 'overdriven' | 'underdriven' | 'as fast as the crank' {
  if (Math.abs(ratio - 1) < 0.01) return 'as fast as the crank'
  return ratio > 1 ? 'overdriven' : 'underdriven'
}
