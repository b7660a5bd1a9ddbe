import { DownloadOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { fileName, judgementCsv, speedsCsv } from '@emery/core/exchange'
import { useBench } from '../bench/bench-context.ts'
import { saveCsv } from '../ui/save-csv.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './speeds.module.css'

/** The speeds, and how they are judged, as tables. */
export function SpeedFiles() {
  const { settled, rules } = useBench()
  const save = (text: string, what: string) => saveCsv(text, `${fileName(settled.drive.name)}.${what}.csv`)
  return (
    <PanelSection label="Export">
      <div className={styles['files']}>
        <Button icon={<DownloadOutlined aria-hidden />} onClick={() => save(speedsCsv(settled), 'speeds')}>
          Speeds (CSV)
        </Button>
        <Button icon={<DownloadOutlined aria-hidden />} onClick={() => save(judgementCsv(settled, rules), 'ranges')}>
          Ranges and time (CSV)
        </Button>
      </div>
    </PanelSection>
  )
}
