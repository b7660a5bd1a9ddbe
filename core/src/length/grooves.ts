/** Ribs against grooves: which grooves a belt runs in, and which stay empty. */
import { groovesTaken } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { SettledBelt } from '../path/settle.ts'

export interface GrooveUse {
  readonly pulley: string
  readonly grooves: number
  /** First groove used, counted from the front. */
  readonly first: number
  readonly last: number
  /** Grooves that stay empty, counted from the front. */
  readonly empty: readonly number[]
  /** Grooves that the belt has too many ribs for. */
  readonly missing: number
  /** Whether the document names the groove; otherwise it is the one nearest to the crank's belt line. */
  readonly said: boolean
}

/**
 * The grooves of every pulley that has more or fewer of them than the belt has ribs (or belts, for a matched set). Where the
 * route names no groove, the one is taken whose belt line comes nearest to the crank's, first pulley's where the crank has none:
 *
 *   z = z_mid + ((G − 1)/2 − (g − 1) − (R − 1)/2)·e
 */
export function grooveUses({ belt, pulleys }: SettledBelt): GrooveUse[] {
  const { pitch } = sectionFigures(belt.section)
  const ribs = groovesTaken(belt)
  const lineOf = (z: number, grooves: number, first: number) =>
    z + ((grooves - 1) / 2 - (first - 1) - (ribs - 1) / 2) * pitch
  const grooved = pulleys.flatMap((pulley, i) =>
    pulley.face === 'ribbed' || pulley.face === 'vee'
      ? [{ id: pulley.id, z: pulley.z ?? 0, grooves: pulley.grooves, groove: belt.route[i]?.groove }]
      : [],
  )
  // A pulley with no groove to spare says where the belt runs.
  const leading = grooved.find(({ grooves }) => grooves === ribs) ?? grooved[0]
  if (leading === undefined) return []
  const middle = (leading.grooves - ribs) / 2 + 1
  const line = lineOf(leading.z, leading.grooves, leading.groove ?? middle)
  return grooved
    .filter(({ grooves }) => grooves !== ribs)
    .map(({ id, z, grooves, groove }) => {
      const choices = Array.from({ length: Math.max(1, grooves - ribs + 1) }, (_, k) => k + 1)
      const first =
        groove ??
        choices.reduce((best, g) =>
          Math.abs(lineOf(z, grooves, g) - line) < Math.abs(lineOf(z, grooves, best) - line) - 1e-9 ? g : best,
        )
      const last = first + ribs - 1
      const empty = Array.from({ length: grooves }, (_, k) => k + 1).filter((g) => g < first || g > last)
      return {
        pulley: id,
        grooves,
        first,
        last,
        empty,
        missing: Math.max(0, ribs - grooves),
        said: groove !== undefined,
      }
    })
}
