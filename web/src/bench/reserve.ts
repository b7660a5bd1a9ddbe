import { GRIP_MARGIN } from '@emery/core/tension'
import type { Verdict } from '@emery/core/verdict'

/** Reserve of grip below which a pulley is worth a look, and below which it slips. */
export const RESERVE = { watch: GRIP_MARGIN, act: 1 } as const

/** Null, and what is no number, stand for a grip that is not known. */
export function reserveVerdict(reserve: number | null): Verdict {
  if (reserve === null || Number.isNaN(reserve)) return 'unknown'
  return reserve < RESERVE.act ? 'act' : reserve < RESERVE.watch ? 'watch' : 'fine'
}
