import type { CheckedDrive } from '@emery/core/drive'
import { photoOfDrive, surveyDrive, type DriveSurvey, type PhotoResult } from '@emery/core/survey'
import { useRestingDrive } from './bench-context.ts'

/** Keeps what was worked out of a drive for as long as that drive is looked at, for all who ask. */
function remembered<Result>(workOut: (drive: CheckedDrive) => Result): (drive: CheckedDrive) => Result {
  const known = new WeakMap<CheckedDrive, { readonly result: Result }>()
  return (drive) => {
    const entry = known.get(drive) ?? { result: workOut(drive) }
    known.set(drive, entry)
    return entry.result
  }
}

const surveyOf = remembered(surveyDrive)
const photoOf = remembered(photoOfDrive)

/** What the drive's distances say; undefined without any. */
export function useSurvey(): DriveSurvey | undefined {
  return surveyOf(useRestingDrive())
}

/** What the drive's photo says; undefined without one. */
export function usePhotoResult(): PhotoResult | undefined {
  return photoOf(useRestingDrive())
}
