import { DownloadOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { fileName, judgementCsv, speedsCsv } from '@emery/core'
import { useBench } from '../bench-context.ts'
import { saveCsv } from '../../readings/save-csv.ts'
import panel from '../steps/panel.module.css'
import styles from './speeds.module.css'

/** The speeds, and how they are judged, as tables. */
export function SpeedFiles() {
  const { settled, rules } = useBench()
  const save = (text: string, what: string) => saveCsv(text, `${fileName(settled.drive.name)}.${what}.csv`)
  return (
    <section className={panel['section']} aria-label="As tables">
      <div className={styles['files']}>
        <Button icon={<DownloadOutlined />} onClick={() => save(speedsCsv(settled), 'speeds')}>
          Speeds (CSV)
        </Button>
        <Button icon={<DownloadOutlined />} onClick={() => save(judgementCsv(settled, rules), 'ranges')}>
          Ranges and time (CSV)
        </Button>
      </div>
    </section>
  )
}
