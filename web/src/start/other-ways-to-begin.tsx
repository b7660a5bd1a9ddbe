import { FileOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import type { DriveDocument } from '@emery/core/drive'
import { examplesQuery } from '../drives/drives-api.ts'
import { DriveMiniature } from '../drives/drive-miniature.tsx'
import { useDriveFiles } from '../drives/use-drive-files.tsx'
import styles from './new-drive.module.css'

/** Drives to begin from instead: a made-up one, or a file. */
export function OtherWaysToBegin({
  begin,
}: {
  readonly begin: (document: DriveDocument, reason: string) => Promise<void>
}) {
  const { data } = useQuery(examplesQuery())
  const files = useDriveFiles()
  return (
    <aside className={styles['aside']}>
      <h2 className="heading">Or start from</h2>
      <Button size="large" block icon={<FileOutlined aria-hidden />} onClick={files.chooseFile}>
        A file: drive document or CSV
      </Button>
      {files.element}
      <ul aria-label="Example drives">
        {(data ?? []).map(({ id, name, document }) => (
          <li key={id}>
            <button
              type="button"
              onClick={() =>
                void begin({ ...document, name: `${document.name}, copy` }, 'started from an example drive')
              }
            >
              <DriveMiniature drive={document} />
              <span>{name}</span>
            </button>
          </li>
        ))}
      </ul>
    </aside>
  )
}
