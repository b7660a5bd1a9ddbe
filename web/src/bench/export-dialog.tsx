import { Button, Modal } from 'antd'
import { saveAs } from 'file-saver'
import {
  DRIVE_MEDIA_TYPE,
  driveDxf,
  driveSvg,
  fileName,
  pulleysCsv,
  settleDrive,
  solveDrive,
  type CheckedDrive,
} from '@emery/core'
import styles from './bench.module.css'

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
    what: 'everything, to keep or to take to another Emery',
    ending: 'drive.json',
    type: DRIVE_MEDIA_TYPE,
    content: (drive) => `${JSON.stringify(drive, null, 2)}\n`,
  },
  {
    label: 'DXF drawing',
    what: 'release 12, millimetres, layers for pulleys, belts and adjusters',
    ending: 'dxf',
    type: 'image/vnd.dxf',
    content: (drive) => driveDxf(settleDrive(drive)),
  },
  {
    label: 'SVG drawing',
    what: 'true size on paper or a cutter',
    ending: 'svg',
    type: 'image/svg+xml',
    content: (drive) => driveSvg(settleDrive(drive)),
  },
  {
    label: 'CSV table',
    what: 'pulleys, places, ratios and speeds; pulleys can be read in again',
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
