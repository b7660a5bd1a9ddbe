import { useQueryClient } from '@tanstack/react-query'
import { App, Button } from 'antd'
import { lazy, Suspense, useCallback, useRef, useState, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { checkDrive, MOST_TEXT, type DriveDocument } from '@emery/core'
import { RequestFailure } from '../api/client.ts'
import { createDrive, driveKeys, importDrive } from '../api/drives.ts'
import { usePreferences } from '../app/preferences.ts'
import styles from './drives-screen.module.css'

const CsvPreview = lazy(async () => ({ default: (await import('./csv-preview.tsx')).CsvPreview }))

interface DriveFiles {
  readonly chooseFile: () => void
  readonly importFiles: (files: FileList | null) => void
  /** The hidden file control and what was wrong with the last file. */
  readonly element: ReactNode
}

interface Refusal {
  readonly file: string
  readonly message: string
  readonly lines: readonly string[]
}

/** Bringing drives in from files. */
export function useDriveFiles(): DriveFiles {
  const input = useRef<HTMLInputElement>(null)
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { message } = App.useApp()
  const [refusal, setRefusal] = useState<Refusal | null>(null)
  const chooseFile = useCallback(() => input.current?.click(), [])

  const [table, setTable] = useState<{ readonly file: string; readonly text: string } | null>(null)
  const store = async (document: DriveDocument) => {
    setTable(null)
    const read = checkDrive(document)
    if (!read.ok) {
      const lines = read.problems.map(({ path, message }) => `${path} ${message}.`)
      setRefusal({ file: table?.file ?? document.name, message: 'These pulleys do not make a drive.', lines })
      return
    }
    try {
      const by = usePreferences.getState().person
      const record = await createDrive({ document: read.drive, vehicleId: null, reason: 'read from a table', by })
      await queries.invalidateQueries({ queryKey: driveKeys.lists })
      void navigate(`/drives/${record.id}`)
    } catch (error) {
      setRefusal(refusalOf(document.name, error))
    }
  }

  const importOne = async (file: File) => {
    setRefusal(null)
    try {
      if (file.size > MOST_TEXT) throw new RequestFailure(false, 'This is larger than a drive document can be (1 MB).')
      if (/\.csv$/i.test(file.name) || file.type === 'text/csv') {
        setTable({ file: file.name, text: await file.text() })
        return
      }
      const record = await importDrive(await file.text(), usePreferences.getState().person)
      await queries.invalidateQueries({ queryKey: driveKeys.lists })
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

  return {
    chooseFile,
    importFiles,
    element: (
      <>
        <input
          ref={input}
          type="file"
          accept=".json,application/json,.csv,text/csv"
          hidden
          aria-label="Drive document to import"
          onChange={(event) => importFiles(event.target.files)}
        />
        {table !== null && (
          <Suspense fallback={null}>
            <CsvPreview
              key={table.file}
              file={table.file}
              text={table.text}
              onTake={(document) => void store(document)}
              onClose={() => setTable(null)}
            />
          </Suspense>
        )}
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
