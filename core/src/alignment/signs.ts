/** What else is wrong with a belt’s line, asked or said before anything is pressed: docs/mechanics/alignment.md. */
import { ENTRY_LIMITS, GIVES, OFF_CENTRE, READINGS_APART, WHOLE_RIBS } from './nominal.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { mean } from '../numerics/mean.ts'
import { groovesTaken } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { linesRead, type LineRead } from './line-readings.ts'

export type LineSign =
  /** Two readings of it lie that far apart: one is wrong, or its rim wobbles. */
  | { readonly is: 'readings-apart'; readonly pulley: string; readonly apart: Mm }
  /** The belt’s offset is that of whole grooves: it may lie in the wrong ones. Positive runs too far back. */
  | { readonly is: 'groove-off'; readonly pulley: string; readonly grooves: number; readonly offset: Mm }
  /** The belt has more ribs than the pulley has grooves. */
  | { readonly is: 'more-ribs'; readonly pulley: string; readonly ribs: number; readonly grooves: number }
  /** On a smooth pulley the belt runs that far in front of the middle, with that much bare face left beside it. */
  | { readonly is: 'off-centre'; readonly pulley: string; readonly by: Mm; readonly bare: Mm; readonly over: boolean }
  /** The face leans by more than a groove forgives. */
  | { readonly is: 'leans'; readonly pulley: string; readonly degrees: number; readonly onTensioner: boolean }
  /** Under load the pulley comes forward by that much: its bracket bends, or its bearing has play. */
  | { readonly is: 'gives'; readonly pulley: string; readonly by: Mm }

/** A sign by which it is known that somebody has answered it. */
export function signKey({ is, pulley }: LineSign): string {
  return `${is} ${pulley}`
}

/** What has to be found out about a part before it is moved, and the shaft it stands on. */
export interface FirstOf {
  readonly shaft: string
  readonly sign: LineSign
}

/**
 * What comes before any move, by shaft: a part that gives under load has play or a bracket that bends, an arm that leans a worn bush, and neither is
 * cured by a shim; readings that lie apart are settled first. Whether a belt lies a groove off is asked where `answered` is given; what is named in it
 * has been answered.
 */
export function firstOfAll(drive: CheckedDrive, answered?: readonly string[]): readonly FirstOf[] {
  const shaftOf = new Map(drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  const holds = (sign: LineSign): boolean => {
    switch (sign.is) {
      case 'gives':
        return true
      case 'leans':
        return sign.onTensioner
      case 'readings-apart':
        return answered?.includes(signKey(sign)) !== true
      case 'groove-off':
        return answered !== undefined && !answered.includes(signKey(sign))
      case 'more-ribs':
      case 'off-centre':
        return false
    }
  }
  const seen = new Set<string>()
  return drive.belts
    .flatMap(({ id }) => lineSigns(drive, id))
    .filter(holds)
    .flatMap((sign): FirstOf[] => {
      const shaft = shaftOf.get(sign.pulley)
      // A pulley that two belts run on is told of once.
      if (shaft === undefined || seen.has(signKey(sign))) return []
      seen.add(signKey(sign))
      return [{ shaft, sign }]
    })
}

/** All of one belt, in the order of its route within each kind. */
export function lineSigns(drive: CheckedDrive, beltId: string): readonly LineSign[] {
  const belt = drive.belts.find(({ id }) => id === beltId)
  if (belt === undefined) return []
  const reads = linesRead(drive, beltId)
  const onRoute = belt.route.flatMap(({ pulley: id, contact }) => {
    const pulley = drive.pulleys.find((each) => each.id === id)
    return pulley === undefined ? [] : [{ pulley, contact }]
  })
  const { fine } = ENTRY_LIMITS[sectionFigures(belt.section).family]
  return [
    ...onRoute.flatMap(({ pulley, contact }): LineSign[] =>
      contact === 'ribs' && pulley.face === 'ribbed' && pulley.grooves < groovesTaken(belt)
        ? [{ is: 'more-ribs', pulley: pulley.id, ribs: groovesTaken(belt), grooves: pulley.grooves }]
        : [],
    ),
    ...reads.flatMap((read): LineSign[] => {
      const grooves = groovesOff(drive, beltId, read)
      return grooves === 0 ? [] : [{ is: 'groove-off', pulley: read.pulley, grooves, offset: read.offset ?? 0 }]
    }),
    ...reads.flatMap(({ pulley, each }): LineSign[] => {
      const apart = each.length < 2 ? 0 : Math.max(...each) - Math.min(...each)
      return apart > READINGS_APART ? [{ is: 'readings-apart', pulley, apart }] : []
    }),
    ...onRoute.flatMap(({ pulley }) => offCentre(drive, pulley.id)),
    ...onRoute.flatMap(({ pulley }): LineSign[] => {
      const leans = Math.hypot(pulley.tilt?.x ?? 0, pulley.tilt?.y ?? 0)
      const onTensioner = drive.shafts.some(({ id, kind }) => id === pulley.shaft && kind === 'tensioner')
      return leans > fine ? [{ is: 'leans', pulley: pulley.id, degrees: leans, onTensioner }] : []
    }),
    ...reads.flatMap(({ pulley, offset, scatter, sigma, revving }): LineSign[] => {
      if (offset === null || revving.offset === null) return []
      const by = offset - revving.offset
      // Less than the readings themselves differ, or tell apart, says nothing.
      const told = Math.max(GIVES, scatter + revving.scatter, 2 * Math.hypot(sigma ?? 0, revving.sigma ?? 0))
      return Math.abs(by) > told ? [{ is: 'gives', pulley, by }] : []
    }),
  ]
}

/** Grooves that a belt is likely off by on a pulley, positive where it runs too far back; 0 where it is not that. */
function groovesOff(drive: CheckedDrive, beltId: string, { pulley: id, offset }: LineRead): number {
  const belt = drive.belts.find((each) => each.id === beltId)
  const pulley = drive.pulleys.find((each) => each.id === id)
  if (belt === undefined || pulley === undefined || offset === null || pulley.tilt !== undefined) return 0
  const { pitch, family } = sectionFigures(belt.section)
  if (family === 'toothed') return 0
  const whole = Math.round(offset / pitch)
  return Math.abs(offset - whole * pitch) <= WHOLE_RIBS ? whole : 0
}

function offCentre(drive: CheckedDrive, pulley: string): readonly LineSign[] {
  const read = (drive.alignment ?? []).flatMap((reading) =>
    reading.how === 'margin' && reading.pulley === pulley ? [reading] : [],
  )
  if (read.length === 0) return []
  const [front, back] = [mean(read.map((each) => each.front)), mean(read.map((each) => each.back))]
  const [by, bare] = [(back - front) / 2, Math.min(front, back)]
  return bare < 0 || Math.abs(by) > OFF_CENTRE ? [{ is: 'off-centre', pulley, by, bare, over: bare < 0 }] : []
}
