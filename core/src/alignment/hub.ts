/** Where a pressed hub stands against its shaft's end, and whether the part wants it there: docs/mechanics/alignment.md. */
import type { Shaft } from '../drive/shaft.ts'
import type { Mm } from '../units/quantity.ts'
import { HUB_WITHIN } from './nominal.ts'

export interface HubAfter {
  /** mm that the hub's face then stands behind the shaft's end, negative in front of it; null where nobody has read where it stands. */
  readonly stands: Mm | null
  /** The same where the part wants it; null where nobody has said. */
  readonly wants: Mm | null
  /** mm that it then stands too far back, negative too far forward; null where either is not known. */
  readonly off: Mm | null
  /** Whether that is as the part wants it; null where it is not known. */
  readonly right: boolean | null
}

/** Where a hub stands once its pulley was pressed by `by` mm, positive away from the block. */
export function hubAfter({ hubStands, hubDepth }: Pick<Shaft, 'hubStands' | 'hubDepth'>, by: Mm): HubAfter {
  const stands = hubStands === undefined ? null : hubStands - by
  const wants = hubDepth ?? null
  const off = stands === null || wants === null ? null : stands - wants
  return { stands, wants, off, right: off === null ? null : Math.abs(off) <= HUB_WITHIN }
}
