/** What a reserve of grip comes to: docs/mechanics/tension.md. */
import type { Verdict } from '../verdict/verdict.ts'
import { GRIP_MARGIN } from './nominal.ts'

/** Reserve of grip below which a pulley is worth a look, and below which it slips. */
export const RESERVE = { watch: GRIP_MARGIN, act: 1 } as const

/** Null, and what is no number, stand for a grip that is not known. */
export function reserveVerdict(reserve: number | null): Verdict {
  if (reserve === null || Number.isNaN(reserve)) return 'unknown'
  return reserve < RESERVE.act ? 'act' : reserve < RESERVE.watch ? 'watch' : 'fine'
}
