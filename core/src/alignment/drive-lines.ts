/** The line that every belt should keep, and where each shaft's pulleys stand against it: docs/mechanics/alignment.md. */
import type { Shaft } from '../drive/shaft.ts'
import { degrees } from '../numerics/vectors.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'
import { groovePlane, isLineKnown } from './entry-angles.ts'
import { sectionFigures } from '../sections/sections.ts'
import { linesRead, outBeyond } from './line-readings.ts'
import { ENTRY_LIMITS, OUT_MM } from './nominal.ts'
import { AS_IT_IS, leanOf, moved, radiusOf, type Choice } from './move-choices.ts'

/** Where one shaft's parts stand, with what may be done to it done. */
export interface Stands {
  readonly shaft: string
  /** mm from the line, of each of its grooved pulleys, and how far that may be. */
  readonly offsets: readonly { readonly offset: Mm; readonly within: Mm }[]
  /** Degrees, and mm at the rim. */
  readonly tilt: number
  readonly rim: Mm
  /** Degrees of lean that alone would make a span of its belts run at an angle. */
  readonly mayLean: number
}

/** The line of every belt, and where each shaft's pulleys stand against it. */
export class DriveLines {
  /** mm within which each pulley counts as in line, by belt and pulley: by how well it was read. */
  private readonly within = new Map<string, Mm>()

  constructor(readonly settled: SettledDrive) {
    for (const { id } of settled.drive.belts)
      for (const { pulley, sigma } of linesRead(settled.drive, id)) this.within.set(`${id} ${pulley}`, outBeyond(sigma))
  }

  /** Every shaft but the crank that a belt's grooves turn, those nearer to the crank by belts first. */
  outward(): readonly Shaft[] {
    const { drive, belts } = this.settled
    const order: Shaft[] = []
    const reached = new Set(drive.shafts.filter(({ kind }) => kind === 'crank').map(({ id }) => id))
    for (let waiting: readonly SettledBelt[] = belts; waiting.length > 0;) {
      const next = waiting.find(({ pulleys }) => pulleys.some(({ shaft }) => reached.has(shaft))) ?? waiting[0]
      if (next === undefined) break
      waiting = waiting.filter((belt) => belt !== next)
      for (const { shaft: id } of next.pulleys) {
        const shaft = drive.shafts.find((each) => each.id === id)
        if (shaft === undefined || reached.has(id)) continue
        reached.add(id)
        order.push(shaft)
      }
    }
    return order
  }

  /** Where a shaft's grooved pulleys stand if `choice` were made; null where nothing of it has been read, or no line to hold it against. */
  standsOf(shaft: Shaft, choice: Choice, shifted: ReadonlyMap<string, Choice>): Stands | null {
    const offsets: Stands['offsets'][number][] = []
    let [tilt, rim, mayLean] = [0, 0, Infinity]
    for (const belt of this.settled.belts)
      belt.pulleys.forEach((pulley, i) => {
        const entry = belt.belt.route[i]
        if (pulley.shaft !== shaft.id || entry === undefined) return
        const lean = choice.straight ? 0 : leanOf(pulley)
        mayLean = Math.min(mayLean, ENTRY_LIMITS[sectionFigures(belt.belt.section).family].fine)
        if (lean > 0) {
          tilt = Math.max(tilt, degrees(Math.atan(lean)))
          rim = Math.max(rim, lean * radiusOf(pulley))
        }
        const datum = this.datumOf(belt, shaft.id, shifted)
        if (datum === null || pulley.face === 'smooth' || !isLineKnown(pulley) || entry.contact !== 'ribs') return
        const { z } = moved({ pulley, plane: groovePlane(belt.belt, pulley, entry) }, choice)
        offsets.push({ offset: z - datum, within: this.within.get(`${belt.belt.id} ${pulley.id}`) ?? OUT_MM })
      })
    return offsets.length === 0 && rim === 0 ? null : { shaft: shaft.id, offsets, tilt, rim, mayLean }
  }

  /** The line that a belt should keep: the crank's, or that of the shaft which drives it, as it will stand. */
  private datumOf({ belt, pulleys }: SettledBelt, of: string, shifted: ReadonlyMap<string, Choice>): Mm | null {
    const nearest = ['crank', ...this.outward().map(({ id }) => id)]
    const crank = this.settled.drive.shafts.find(({ kind }) => kind === 'crank')?.id
    for (const id of nearest) {
      const shaft = id === 'crank' ? crank : id
      const at = pulleys.findIndex(
        (pulley, i) =>
          pulley.shaft === shaft &&
          pulley.face !== 'smooth' &&
          isLineKnown(pulley) &&
          belt.route[i]?.contact === 'ribs',
      )
      const [pulley, entry] = [pulleys[at], belt.route[at]]
      if (pulley === undefined || entry === undefined) continue
      // A shaft is not held against itself.
      if (pulley.shaft === of) return null
      return moved({ pulley, plane: groovePlane(belt, pulley, entry) }, shifted.get(pulley.shaft) ?? AS_IT_IS).z
    }
    return null
  }
}
