import type { JobFields, MarkedPhoto } from '@emery/core'
import { CheckPhotos } from '../../walkround/check-photos.tsx'
import styles from './fit.module.css'
import type { JobEdit } from './use-job.ts'

interface JobPicturesProps {
  readonly pictures: JobFields['pictures']
  readonly onEdit: (how: JobEdit) => void
}

/** The routing as it was before anything came off, to look at when the belt goes on again. */
export function JobPictures({ pictures, onEdit }: JobPicturesProps) {
  return (
    <div className={styles['pictures']}>
      <CheckPhotos
        photos={pictures}
        of="the routing before"
        onChange={(next) => onEdit((of) => ({ ...of, pictures: merged(of.pictures, pictures, next) }))}
      />
    </div>
  )
}

/** What was changed here, on top of what stands there: a picture that somebody else has added meanwhile stays. */
function merged(
  there: readonly MarkedPhoto[],
  shown: readonly MarkedPhoto[],
  next: readonly MarkedPhoto[],
): MarkedPhoto[] {
  const theirs = there.filter(({ id }) => !shown.some((photo) => photo.id === id) && !next.some((p) => p.id === id))
  return [...next, ...theirs]
}
