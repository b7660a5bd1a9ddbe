import { useMemo } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'

/** A drive small enough for a row of a list: its pulleys and belts, nothing written. */
export function DriveMiniature({ drive }: { readonly drive: CheckedDrive }) {
  const settled = useMemo(() => settleDrive(drive), [drive])
  return <SmallDrive settled={settled} width={112} height={76} />
}
