import type { DriveDraft, DriveEdit, Stamp } from '../drive/edits.ts'
import type { AidLay, LengthReading, LengthReadingOf } from '../drive/length-reading.ts'

/** Keeps a reading of a belt's length. */
export function addLengthReading(reading: LengthReading): DriveEdit {
  return (draft) => {
    draft.lengths = [...(draft.lengths ?? []), { ...reading }]
  }
}

/** Deletes a reading. */
export function removeLengthReading(id: string): DriveEdit {
  return (draft) => {
    if (draft.lengths !== undefined) draft.lengths = draft.lengths.filter((reading) => reading.id !== id)
  }
}

/** Puts a reading aside, or counts it again; it is kept either way. */
export function leaveOutLengthReading(id: string, leftOut: boolean): DriveEdit {
  return changeReading(id, (reading) => {
    if (leftOut) reading.leftOut = true
    else delete reading.leftOut
  })
}

/** How what was laid round lay in the grooves. */
export function setLay(id: string, lay: AidLay): DriveEdit {
  return changeReading(id, (reading) => {
    if (reading.how === 'aid') reading.lay = lay
  })
}

/** Where an adjuster stood with a belt on. */
export type Standing = Required<Pick<LengthReadingOf<'trial'>, 'scale' | 'place'>>

/** Where the adjuster stood with a belt that was tried on, or with the old one. */
export function setStanding(id: string, { scale, place }: Standing): DriveEdit {
  return changeReading(id, (reading) => {
    if (reading.how !== 'aid') Object.assign(reading, { scale, place })
  })
}

/** Somebody looked: a belt that would not go on sat in every groove. */
export function confirmSeated(id: string): DriveEdit {
  return changeReading(id, (reading) => {
    if (reading.how === 'trial') reading.seated = true
  })
}

/** Where a belt went that was tried on and does not stay, and who took it; null where it is still about. */
export function sendTrialBelt(id: string, to: 'shop' | 'shelf' | null, { by, at }: Stamp): DriveEdit {
  return changeReading(id, (reading) => {
    if (reading.how !== 'trial') return
    if (to === null) delete reading.wentTo
    else reading.wentTo = { place: to, by, at }
  })
}

type DraftReading = NonNullable<DriveDraft['lengths']>[number]

function changeReading(id: string, change: (reading: DraftReading) => void): DriveEdit {
  return (draft) => {
    const reading = draft.lengths?.find((each) => each.id === id)
    if (reading !== undefined) change(reading)
  }
}
