/** Every way in which a part may be aligned, each made on the document and looked at there: what the plan is held against. */
import { ENTRY_LIMITS, OUT_MM } from '../alignment/nominal.ts'
import type { AlignmentMove } from '../alignment/move-choices.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { SettledDrive } from '../path/settle.ts'
import { changed } from './drives.ts'

/** What one way of changing a part leaves, and what it takes. */
export interface Tried {
  readonly moves: number
  readonly way: number
  readonly groove: boolean
  /** mm of offset, and of lean at the rim. */
  readonly left: { readonly offset: number; readonly rim: number; readonly lean: number }
}

export const isIn = ({ offset, lean }: Tried['left']) =>
  offset <= OUT_MM + 1e-9 && lean <= ENTRY_LIMITS['multi-rib'].fine + 1e-9

/** What brings a part in comes first, then few moves, another groove, little left over, short ways; what does not, by what it leaves. */
export function rankOf({ moves, way, groove, left }: Tried): number {
  const sum = left.offset + left.rim
  return isIn(left) ? 1e3 * moves + (groove ? 0 : 100) + sum + 1e-5 * way : 1e6 + 1e3 * sum
}

/** A part as it stands, and every way in which its `moves` let it stand, each made on the document and looked at there. */
export function everyWay(drive: CheckedDrive, id: string, crank: string): Tried[] {
  const shaft = drive.shafts.find((each) => each.id === id)
  const entryAt =
    drive.belts[0]?.route.findIndex(({ pulley }) => drive.pulleys.find((p) => p.id === pulley)?.shaft === id) ?? -1
  const pulley = drive.pulleys.find(({ id: each }) => each === drive.belts[0]?.route[entryAt]?.pulley)
  if (shaft === undefined || pulley === undefined) return []
  const along = (shaft.moves ?? []).flatMap((move): { z: number; groove?: number }[] => {
    if (move.kind === 'press') return [-0.2, -0.1, 0.1, 0.2, 0.3].map((z) => ({ z }))
    if (move.kind === 'shim') return [-1, -0.5, 0.5, 1].map((z) => ({ z }))
    if (move.kind === 'spacer') return move.thicknesses.map((z) => ({ z }))
    const spare = pulley.face === 'ribbed' ? pulley.grooves - (drive.belts[0]?.ribs ?? 0) : -1
    return move.kind === 'groove' && drive.belts[0]?.route[entryAt]?.contact === 'ribs'
      ? Array.from({ length: Math.max(0, spare + 1) }, (_, k) => ({ z: 0, groove: k + 1 }))
      : []
  })
  const straightens = pulley.tilt !== undefined && shaft.moves?.some(({ kind }) => kind === 'straighten') === true
  return [{ z: 0 }, ...along].flatMap((way: { z: number; groove?: number }) =>
    (straightens ? [false, true] : [false]).flatMap((straight): Tried[] => {
      const made = changed(drive, (draft) => {
        const part = draft.pulleys.find((each) => each.id === pulley.id)
        if (part !== undefined) part.z = (part.z ?? 0) + way.z
        if (part !== undefined && straight) delete part.tilt
        const entry = draft.belts[0]?.route[entryAt]
        if (entry !== undefined && way.groove !== undefined) entry.groove = way.groove
      })
      const left = standsOff(made, id, crank)
      if (left === null) return []
      const moved = way.z !== 0 || way.groove !== undefined
      return [{ moves: Number(moved) + Number(straight), way: Math.abs(way.z), groove: way.groove !== undefined, left }]
    }),
  )
}

/** mm that a part stands off the crank’s line, or leans at its rim, from the document alone; null for one without grooves on the belt. */
function standsOff(drive: CheckedDrive, id: string, crank: string): Tried['left'] | null {
  const [belt] = drive.belts
  const line = (shaft: string): number | null => {
    const entry = belt?.route.find(({ pulley }) => drive.pulleys.find((each) => each.id === pulley)?.shaft === shaft)
    const pulley = drive.pulleys.find((each) => each.id === entry?.pulley)
    if (
      belt === undefined ||
      entry === undefined ||
      pulley === undefined ||
      pulley.face !== 'ribbed' ||
      entry.contact !== 'ribs'
    )
      return null
    // The middle of the grooves it runs in, 3.56 mm apart.
    const middle = (pulley.grooves - belt.ribs) / 2 + 1
    return (pulley.z ?? NaN) + (middle - (entry.groove ?? middle)) * 3.56
  }
  const pulley = drive.pulleys.find((each) => each.shaft === id)
  const tan = (deg: number) => Math.tan((deg * Math.PI) / 180)
  const lean = Math.hypot(tan(pulley?.tilt?.x ?? 0), tan(pulley?.tilt?.y ?? 0))
  const degrees = (Math.atan(lean) * 180) / Math.PI
  const rim = (lean * (pulley !== undefined && 'diameter' in pulley ? (pulley.diameter ?? 0) : 0)) / 2
  const [own, datum] = [line(id), line(crank)]
  if (own === null || datum === null) return rim === 0 ? null : { offset: 0, rim, lean: degrees }
  return { offset: Math.abs(own - datum), rim, lean: degrees }
}

/** The same after the moves of a plan, made on the document. */
export function leftOf(
  { drive }: SettledDrive,
  moves: readonly AlignmentMove[],
  id: string,
  crank: string,
): Tried['left'] | null {
  const made = changed(drive, (draft) => {
    for (const move of moves.filter(({ shaft }) => shaft === id)) {
      for (const pulley of draft.pulleys) {
        if (pulley.shaft !== id) continue
        if (move.kind === 'straighten') delete pulley.tilt
        else if (move.kind !== 'groove') pulley.z = (pulley.z ?? 0) + move.by
      }
      const entry = draft.belts[0]?.route.find(({ pulley }) => move.kind === 'groove' && pulley === move.pulley)
      if (entry !== undefined && move.kind === 'groove') entry.groove = move.groove
    }
  })
  return standsOff(made, id, crank)
}
