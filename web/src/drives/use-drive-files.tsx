import { useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useCallback, useRef, useState, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import {
  checkDrive,
  MAX_TEXT,
  problemLine,
  readDriveText,
  type CheckedDrive,
  type DriveDocument,
} from '@emery/core/drive'
import { RequestFailure } from '../api/client.ts'
import { createDrive, driveKeys, importDrive } from './drives-api.ts'
import { PlainButton } from '../ui/plain-button.tsx'
import { tell } from '../ui/tell.ts'
import { withControls } from '../ui/with-controls.tsx'
import styles from './drives-screen.module.css'

const DrivePreview = lazy(async () => ({
  default: await withControls(async () => (await import('./drive-preview.tsx')).DrivePreview),
}))
const CsvPreview = lazy(async () => ({
  default: await withControls(async () => (await import('./csv-preview.tsx')).CsvPreview),
}))

interface DriveFiles {
  readonly chooseFile: () => void
  readonly importFiles: (files: FileList | null) => void
  /** The hidden file control and what was wrong with the last file. */
  readonly element: ReactNode
}

/** A drive document that was read and waits to be taken. */
interface PickedDocument {
  readonly file: string
  readonly text: string
  readonly drive: CheckedDrive
}

const NOT_A_DRIVE = 'This is not a valid drive document. Nothing was saved.'

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
  const [refusal, setRefusal] = useState<Refusal | null>(null)
  const chooseFile = useCallback(() => input.current?.click(), [])

  const [document, setDocument] = useState<PickedDocument | null>(null)
  const [table, setTable] = useState<{ readonly file: string; readonly text: string } | null>(null)
  const store = async (made: DriveDocument) => {
    setTable(null)
    const read = checkDrive(made)
    if (!read.ok) {
      const lines = read.problems.map(problemLine)
      setRefusal({ file: table?.file ?? made.name, message: 'These pulleys do not form a drive.', lines })
      return
    }
    try {
      const record = await createDrive({ document: read.drive, vehicleId: null, reason: 'imported from CSV' })
      await queries.invalidateQueries({ queryKey: driveKeys.lists })
      void navigate(`/drives/${record.id}`)
    } catch (error) {
      setRefusal(refusalOf(made.name, error))
    }
  }

  const importOne = async (file: File) => {
    setRefusal(null)
    try {
      if (file.type.startsWith('image/')) {
        const { readCodeIn } = await import('./read-code.ts')
        const read = await readCodeIn(file)
        if (read.ok) setDocument({ file: file.name, text: JSON.stringify(read.drive), drive: read.drive })
        else setRefusal({ file: file.name, message: read.message, lines: [] })
        return
      }
      if (file.size > MAX_TEXT)
        throw new RequestFailure(false, 'The file is larger than 1 MB, the limit for a drive document.')
      if (/\.csv$/i.test(file.name) || file.type === 'text/csv') {
        setTable({ file: file.name, text: await file.text() })
        return
      }
      const text = await file.text()
      const read = readDriveText(text)
      if (read.ok) setDocument({ file: file.name, text, drive: read.drive })
      else setRefusal({ file: file.name, message: NOT_A_DRIVE, lines: read.problems.map(problemLine) })
    } catch (error) {
      setRefusal(refusalOf(file.name, error))
    }
  }
  const takeDocument = async ({ file, text }: PickedDocument) => {
    setDocument(null)
    try {
      const record = await importDrive(text)
      await queries.invalidateQueries({ queryKey: driveKeys.lists })
      tell.success(`${record.document.name} is imported.`)
      void navigate(`/drives/${record.id}`)
    } catch (error) {
      setRefusal(refusalOf(file, error))
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
          accept=".json,application/json,.csv,text/csv,image/*"
          hidden
          aria-label="Drive document to import"
          onChange={(event) => importFiles(event.target.files)}
        />
        {document !== null && (
          <Suspense fallback={null}>
            <DrivePreview
              file={document.file}
              drive={document.drive}
              onTake={() => void takeDocument(document)}
              onClose={() => setDocument(null)}
            />
          </Suspense>
        )}
        {table !== null && (
          <Suspense fallback={null}>
            <CsvPreview
              key={table.file}
              file={table.file}
              text={table.text}
              onTake={(made) => void store(made)}
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
            <PlainButton onClick={() => setRefusal(null)}>Close</PlainButton>
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
