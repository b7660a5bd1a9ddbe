import type { DriveEdit } from '../drive/edits.ts'
import type { LengthReading } from '../drive/length-reading.ts'

/** Keeps a reading of a belt's length. */
export function addLengthReading(reading: LengthReading): DriveEdit {
  return (draft) => {
    draft.lengths = [...(draft.lengths ?? []), { ...reading }]
  }
}

/** Strikes a reading out for good. */
export function removeLengthReading(id: string): DriveEdit {
  return (draft) => {
    if (draft.lengths !== undefined) draft.lengths = draft.lengths.filter((reading) => reading.id !== id)
  }
}

/** Puts a reading aside, or counts it again; it is kept either way. */
export function leaveOutLengthReading(id: string, leftOut: boolean): DriveEdit {
  return (draft) => {
    const reading = draft.lengths?.find((each) => each.id === id)
    if (reading === undefined) return
    if (leftOut) reading.leftOut = true
    else delete reading.leftOut
  }
}
