import { useQueryClient } from '@tanstack/react-query'
import { App, Button } from 'antd'
import { useCallback, useRef, useState, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { MOST_TEXT, type DriveRecord } from '@emery/core'
import { RequestFailure } from '../api/client.ts'
import { deleteDrive, driveKeys, importDrive, restoreDrive } from '../api/drives.ts'
import styles from './drives-screen.module.css'

interface DriveFiles {
  readonly chooseFile: () => void
  readonly importFiles: (files: FileList | null) => void
  readonly remove: (record: Pick<DriveRecord, 'id' | 'document'>) => void
  /** The hidden file control and what was wrong with the last file. */
  readonly element: ReactNode
}

interface Refusal {
  readonly file: string
  readonly message: string
  readonly lines: readonly string[]
}

/** Bringing drives in from files, and taking them out again, with a way back. */
export function useDriveFiles(): DriveFiles {
  const input = useRef<HTMLInputElement>(null)
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { message } = App.useApp()
  const [refusal, setRefusal] = useState<Refusal | null>(null)
  const chooseFile = useCallback(() => input.current?.click(), [])

  const importOne = async (file: File) => {
    setRefusal(null)
    try {
      if (file.size > MOST_TEXT) throw new RequestFailure(false, 'This is larger than a drive document can be (1 MB).')
      const record = await importDrive(await file.text())
      await queries.invalidateQueries({ queryKey: driveKeys.all })
      void message.success(`${record.document.name} is imported.`)
      void navigate(`/drives/${record.id}`)
    } catch (error) {
      setRefusal(refusalOf(file.name, error))
    }
  }
  const importFiles = (files: FileList | null) => {
    const file = files?.[0]
    if (file !== undefined) void importOne(file)
    // The same file may be chosen again after it has been mended.
    if (input.current !== null) input.current.value = ''
  }

  const restore = async (id: string) => {
    await restoreDrive(id)
    await queries.invalidateQueries({ queryKey: driveKeys.all })
  }
  const removeOne = async ({ id, document }: Pick<DriveRecord, 'id' | 'document'>) => {
    try {
      await deleteDrive(id)
    } catch (error) {
      void message.error(error instanceof Error ? error.message : 'It could not be deleted.')
      return
    }
    await queries.invalidateQueries({ queryKey: driveKeys.all })
    const key = `deleted-${id}`
    void message.open({
      key,
      duration: 12,
      content: (
        <>
          {document.name} is deleted.{' '}
          <Button
            type="link"
            onClick={() => {
              message.destroy(key)
              void restore(id)
            }}
          >
            Bring it back
          </Button>
        </>
      ),
    })
  }

  return {
    chooseFile,
    importFiles,
    remove: (record) => void removeOne(record),
    element: (
      <>
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Drive document to import"
          onChange={(event) => importFiles(event.target.files)}
        />
        {refusal !== null && (
          <section className={styles['refusal']} role="alert">
            <h2>{refusal.file} was not imported</h2>
            <p>{refusal.message}</p>
            <ul>
              {refusal.lines.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            <Button onClick={() => setRefusal(null)}>Close</Button>
          </section>
        )}
      </>
    ),
  }
}

function refusalOf(file: string, error: unknown): Refusal {
  if (!(error instanceof RequestFailure)) return { file, message: 'The file could not be read.', lines: [] }
  const lines = (error.details.problems ?? []).map(({ path, message }) => `${path} ${message}.`)
  return { file, message: error.message, lines }
}
