import { useMemo } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { driveBounds, joined } from '../ui/drive-shapes/drive-bounds.ts'
import { SmallDrive, type SmallMark } from '../ui/drive-shapes/small-drive.tsx'

interface RevisionDrawingProps {
  readonly drive: CheckedDrive
  /** The version beside it, whose frame it shares so that the two can be compared by eye. */
  readonly other: CheckedDrive
  /** Ids of parts that differ. */
  readonly changed: readonly string[]
}

/** Large enough to read at half a screen's width, whatever the drive's size. */
const LETTERS = 1 / 24

/** One version drawn, what differs from the other in the accent. */
export function RevisionDrawing({ drive, other, changed }: RevisionDrawingProps) {
  const settled = useMemo(() => settleDrive(drive), [drive])
  const beside = useMemo(() => settleDrive(other), [other])
  const mark = (...ids: readonly string[]): SmallMark => (ids.some((id) => changed.includes(id)) ? 'changed' : 'plain')
  return (
    <SmallDrive
      settled={settled}
      box={joined(driveBounds(settled), driveBounds(beside))}
      letters={LETTERS}
      label={`${drive.name}, drawn`}
      pulleyMark={({ id, shaft }) => mark(id, shaft)}
      beltMark={({ belt: { id } }) => mark(id)}
    />
  )
}
