import { Modal } from 'antd'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { beltLabel } from '@emery/core/sections'
import { allProblems, describeSettled } from '@emery/core/solution'
import { DriveMiniature } from './drive-miniature.tsx'
import styles from './drives-screen.module.css'

interface DrivePreviewProps {
  readonly file: string
  readonly drive: CheckedDrive
  readonly onTake: () => void
  readonly onClose: () => void
}

/** What a drive document holds, before it is taken among the workshop's drives. */
export function DrivePreview({ file, drive, onTake, onClose }: DrivePreviewProps) {
  const wrong = allProblems(describeSettled(settleDrive(drive)))
  return (
    <Modal open width={560} title={file} okText="Import" onOk={onTake} onCancel={onClose}>
      <div className={styles['preview']}>
        <DriveMiniature drive={drive} />
        <div>
          <h3>{drive.name}</h3>
          <p>{drive.shafts.map(({ name }) => name).join(', ')}</p>
          <p className="figures">
            {drive.belts
              .map(({ section, ribs, length, construction }) =>
                length === null ? `${section}, length not known` : beltLabel(section, ribs, length, construction),
              )
              .join(', ')}
          </p>
        </div>
      </div>
      <p>Everything in the file was read.</p>
      {wrong.length > 0 && (
        <ul aria-label="Needs attention">
          {wrong.map(({ code, where, message }) => (
            <li key={`${code} ${where.join(' ')}`}>{message}</li>
          ))}
        </ul>
      )}
    </Modal>
  )
}
