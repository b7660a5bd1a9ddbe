import { useMemo } from 'react'
import type { CheckedDrive, RouteEntry } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'

interface RouteThumbProps {
  readonly drive: CheckedDrive
  readonly belt: string
  readonly route: readonly RouteEntry[]
}

/** A route as a small drawing: pulleys, the belt, and which of them it meets with its back. */
export function RouteThumb({ drive, belt, route }: RouteThumbProps) {
  const settled = useMemo(
    () =>
      settleDrive({
        ...drive,
        belts: drive.belts.map((each) => (each.id === belt ? { ...each, route: [...route], length: null } : each)),
      }),
    [drive, belt, route],
  )
  const contacts = new Map(
    route.map(({ pulley, contact }) => [pulley, contact === 'back' ? ('back' as const) : ('plain' as const)]),
  )
  return (
    <SmallDrive
      settled={settled}
      width={128}
      height={104}
      pulleyMark={({ id }) => contacts.get(id) ?? 'unmet'}
      beltMark={({ belt: { id } }) => (id === belt ? 'plain' : 'unmet')}
    />
  )
}
