import { Button, Modal } from 'antd'
import { saveAs } from 'file-saver'
import { DRIVE_MEDIA_TYPE, type CheckedDrive } from '@emery/core/drive'
import { driveDxf, driveSvg, fileName, pulleysCsv } from '@emery/core/exchange'
import { settleDrive } from '@emery/core/path'
import { solveDrive } from '@emery/core/solution'
import styles from './drive-screen.module.css'

interface Format {
  readonly label: string
  readonly what: string
  readonly ending: string
  readonly type: string
  readonly content: (drive: CheckedDrive) => string
}

const FORMATS: readonly Format[] = [
  {
    label: 'Drive document',
    what: 'complete, for backup or another installation',
    ending: 'drive.json',
    type: DRIVE_MEDIA_TYPE,
    content: (drive) => `${JSON.stringify(drive, null, 2)}\n`,
  },
  {
    label: 'DXF drawing',
    what: 'R12, millimetres, layers for pulleys, belts and adjusters',
    ending: 'dxf',
    type: 'image/vnd.dxf',
    content: (drive) => driveDxf(settleDrive(drive)),
  },
  {
    label: 'SVG drawing',
    what: 'full size, for printing or cutting',
    ending: 'svg',
    type: 'image/svg+xml',
    content: (drive) => driveSvg(settleDrive(drive)),
  },
  {
    label: 'CSV table',
    what: 'pulleys, positions, ratios and speeds; pulleys can be imported again',
    ending: 'csv',
    type: 'text/csv;charset=utf-8',
    content: (drive) => pulleysCsv(drive, solveDrive(drive)),
  },
]

/** The drive as it stands on the screen, in open formats. */
export function ExportDialog({ drive, onClose }: { readonly drive: CheckedDrive; readonly onClose: () => void }) {
  const save = ({ content, type, ending }: Format) => {
    saveAs(new Blob([content(drive)], { type }), `${fileName(drive.name)}.${ending}`)
    onClose()
  }
  return (
    <Modal open onCancel={onClose} footer={null} title="Export this drive" width={560}>
      <ul className={styles['formats']}>
        {FORMATS.map((format) => (
          <li key={format.ending}>
            <Button size="large" onClick={() => save(format)}>
              {format.label}
            </Button>
            <span>{format.what}</span>
          </li>
        ))}
      </ul>
    </Modal>
  )
}
