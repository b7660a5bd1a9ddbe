import type { JobFields } from '@emery/core/api'
import { CheckPhotos } from '../../inspection/check-photos.tsx'
import styles from './belt-change.module.css'
import type { JobEdit } from '../../job-edits/use-job.ts'

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
        of="routing before work"
        onChange={(next) => onEdit((of) => ({ ...of, pictures: [...next] }))}
      />
    </div>
  )
}
