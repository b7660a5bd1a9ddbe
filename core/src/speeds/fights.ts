/** Belts that would turn one shaft differently, and what comes of it: docs/mechanics/speeds.md. */
import { familyOf } from '../sections/families.ts'
import type { SettledDrive } from '../path/settle.ts'
import { beltSpeed, shaftSpeeds, type SpeedFight } from './shaft-speeds.ts'

/** A fight laid open. */
export interface FightExplained extends SpeedFight {
  /** Share by which the second belt would turn the shaft faster than the first; negative for slower. Null where opposed or not known. */
  readonly apart: number | null
  /** m/s at which one of them rubs over its pulley at cruise; null where a diameter is not known. */
  readonly rubbing: number | null
  /** The belt that has to give way because the other one has teeth; null where the slacker of the two does. */
  readonly slips: string | null
  /** A size of the second belt's pulley on that shaft at which they would agree: mm as the pulley is read, or teeth. */
  readonly agreeAt: { readonly pulley: string; readonly size: number; readonly unit: 'mm' | 'teeth' } | null
}

/** Every fight of a drive: by how much, how fast one belt must rub, and which size would end it. */
export function explainFights(settled: SettledDrive): readonly FightExplained[] {
  const { cruiseRpm } = settled.drive.engine
  return shaftSpeeds(settled).fights.map((fight) => {
    const [first, second] = fight.ratios
    const contested = runOn(settled, fight)
    if (first === null || second === null || contested === undefined)
      return { ...fight, apart: null, rubbing: null, slips: givesWay(settled, fight), agreeAt: null }
    // The shaft turns by the first belt; the cord comes by the second: the difference is rubbed away on the pulley.
    const difference = fight.opposed ? first + second : Math.abs(second - first)
    const apart = fight.opposed ? null : second / first - 1
    return {
      ...fight,
      apart,
      rubbing: beltSpeed(contested.r, difference * cruiseRpm),
      slips: givesWay(settled, fight),
      agreeAt: apart === null ? null : agreeingSize(contested, apart),
    }
  })
}

type Run = { readonly pulley: SettledDrive['belts'][number]['pulleys'][number]; readonly r: number }

/** How the second belt runs on the shaft that is fought over. */
function runOn(settled: SettledDrive, { shaft, belts }: SpeedFight): Run | undefined {
  const belt = settled.belts.find(({ belt: { id } }) => id === belts[1])
  const at = belt?.pulleys.findLastIndex((pulley) => pulley.shaft === shaft) ?? -1
  const [pulley, r] = [belt?.pulleys[at], belt?.rolls[at]?.r]
  return pulley === undefined || r == null ? undefined : { pulley, r }
}

function givesWay(settled: SettledDrive, { belts: [first, second] }: SpeedFight): string | null {
  const toothed = (id: string) => settled.belts.some(({ belt }) => belt.id === id && familyOf(belt.section).meshes)
  if (toothed(first) === toothed(second)) return null
  return toothed(first) ? second : first
}

/** `r' = r·(1 + apart)` on the fought-over shaft brings the second belt's ratio to the first's. */
function agreeingSize({ pulley, r }: Run, apart: number): FightExplained['agreeAt'] {
  if (pulley.face === 'toothed')
    return { pulley: pulley.id, size: Math.round((pulley.teeth ?? 0) * (1 + apart)), unit: 'teeth' }
  return { pulley: pulley.id, size: (pulley.diameter ?? 0) + 2 * r * apart, unit: 'mm' }
}
