import { GRIP_MARGIN } from '@emery/core/tension'

/** Reserve of grip below which a pulley is worth a look, and below which it slips. */
export const RESERVE = { watch: GRIP_MARGIN, act: 1 } as const

export function reserveVerdict(reserve: number): 'fine' | 'watch' | 'act' {
  return reserve < RESERVE.act ? 'act' : reserve < RESERVE.watch ? 'watch' : 'fine'
}
