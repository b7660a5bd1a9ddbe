import { useMemo } from 'react'
import { settleDrive, type CheckedDrive } from '@emery/core'
import { SmallDrive } from '../shapes/small-drive.tsx'

/** A drive small enough for a row of a list: its pulleys and belts, nothing written. */
export function DriveMiniature({ drive }: { readonly drive: CheckedDrive }) {
  const settled = useMemo(() => settleDrive(drive), [drive])
  return <SmallDrive settled={settled} width={112} height={76} />
}
