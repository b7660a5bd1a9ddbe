import { DownloadOutlined, ImportOutlined, DeleteOutlined, PlusOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useState, type DragEvent } from 'react'
import { Link, useNavigate } from 'react-router'
import type { DriveRecord } from '@emery/core/api'
import { beltLabel } from '@emery/core/sections'
import { allProblems, solveDrive } from '@emery/core/solution'
import { runInsDue } from '@emery/core/tension'
import type { Verdict } from '@emery/core/verdict'
import { driveListQuery, exportAddress } from './drives-api.ts'
import { Notice } from '../ui/notice.tsx'
import listPage from '../ui/list-page.module.css'
import { PlainButton, PlainLink } from '../ui/plain-button.tsx'
import { SearchField } from '../ui/search-field.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useNow } from '../ui/use-now.ts'
import { runInDueWords } from '../ui/run-in-words.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { DriveMiniature } from './drive-miniature.tsx'
import styles from './drives-screen.module.css'
import { useDeleteDrive } from './use-delete-drive.tsx'
import { useDriveFiles } from './use-drive-files.tsx'
import { vehicleTitle } from '../ui/vehicle-title.ts'

/** Every drive the workshop keeps, the one last worked on first. */
export function DrivesScreen() {
  const [search, setSearch] = useState('')
  const { data, error, isPending, refetch } = useQuery(driveListQuery(search.trim()))
  const files = useDriveFiles()
  const remove = useDeleteDrive()
  const { chooseFile } = files
  const navigate = useNavigate()
  const startNew = useCallback(() => void navigate('/drives/new'), [navigate])
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Drives</strong>,
        commands: [
          { id: 'new', label: 'New drive', keys: 'N', run: startNew },
          { id: 'import', label: 'Import a drive document or a CSV file', keys: 'I', run: chooseFile },
        ],
      }),
      [chooseFile, startNew],
    ),
  )
  const takeDropped = (event: DragEvent) => {
    event.preventDefault()
    files.importFiles(event.dataTransfer.files)
  }

  return (
    <div className={listPage['page']} onDragOver={(event) => event.preventDefault()} onDrop={takeDropped}>
      <div className={listPage['head']}>
        <h1>Drives</h1>
        <SearchField
          label="Search drives"
          placeholder="Vehicle, plate or drive"
          className={listPage['search']}
          value={search}
          onChange={setSearch}
        />
        <PlainButton onClick={chooseFile}>
          <ImportOutlined aria-hidden /> Import a drive
        </PlainButton>
        <PlainButton kind="primary" onClick={startNew}>
          <PlusOutlined aria-hidden /> New drive
        </PlainButton>
      </div>
      {files.element}
      {error !== null && data === undefined ? (
        <Notice inPage title="The drives could not be loaded" detail={error.message}>
          <PlainButton onClick={() => void refetch()}>Try again</PlainButton>
        </Notice>
      ) : isPending ? (
        <p role="status" className={styles['waiting']}>
          Loading drives …
        </p>
      ) : data.drives.length === 0 ? (
        <NoDrives search={search} />
      ) : (
        <ul className={styles['list']}>
          {data.drives.map((record) => (
            <DriveRow
              key={record.id}
              record={record}
              onDelete={() => void remove({ id: record.id, name: record.document.name, version: record.version })}
            />
          ))}
        </ul>
      )}
      {data !== undefined && data.total > data.drives.length && (
        <p className={styles['waiting']}>
          {data.drives.length} of {data.total} are shown. Search to find the others.
        </p>
      )}
    </div>
  )
}

function NoDrives({ search }: { readonly search: string }) {
  if (search.trim() !== '')
    return (
      <Notice
        inPage
        title={`No drive matches “${search.trim()}”`}
        detail="Try part of the vehicle’s name, its plate or the drive’s name."
      />
    )
  return (
    <Notice
      inPage
      title="No drives yet"
      detail="Create one from the parts on your engine, or from an example drive. You can also drop a drive document (NAME.drive.json) or a CSV file of pulleys here."
    />
  )
}

/** ms between two looks at what is due. */
const LOOKED_AT_MS = 10_000

function DriveRow({ record, onDelete }: { readonly record: DriveRecord; readonly onDelete: () => void }) {
  const { id, vehicle, document } = record
  const name = [vehicle?.name, document.name].filter((part) => part !== undefined).join(', ')
  const status = useMemo(() => statusOf(record), [record])
  const now = useNow(document.belts.some(({ runIn }) => runIn !== undefined) ? LOOKED_AT_MS : null)
  const due = runInsDue(document, now)
  return (
    <li className={styles['row']}>
      <Link to={`/drives/${id}`} className={styles['open']}>
        <DriveMiniature drive={document} />
        <span className={styles['what']}>
          <strong>{vehicle === null ? document.name : vehicleTitle(vehicle)}</strong>
          <span>{vehicle === null ? 'no vehicle' : document.name}</span>
        </span>
        <span className={`${styles['belts'] ?? ''} figures`}>
          {document.belts.map(({ id: belt, section, ribs, length, construction }) => (
            <span key={belt}>
              {length === null ? `${section}, length not known` : beltLabel(section, ribs, length, construction)}
            </span>
          ))}
        </span>
        <span className={styles['standing']}>
          <VerdictMark verdict={status.verdict} />
          {status.words}
          {due.map((each) => (
            <span key={each.belt} className={styles['due']}>
              {runInDueWords(each, now)}
            </span>
          ))}
        </span>
      </Link>
      <span className={styles['actions']}>
        <PlainLink kind="quiet" href={exportAddress(id)} download aria-label={`Export ${name}`} title="Export">
          <DownloadOutlined aria-hidden />
        </PlainLink>
        <PlainButton kind="quiet" onClick={onDelete} aria-label={`Delete ${name}`} title="Delete">
          <DeleteOutlined aria-hidden />
        </PlainButton>
      </span>
    </li>
  )
}

/** How a drive stands, in a word and a count. */
function statusOf({ document }: DriveRecord): { readonly verdict: Verdict; readonly words: string } {
  const all = allProblems(solveDrive(document))
  // A drive that is still being measured is not wrong, only unfinished.
  const unfinished = all.find(({ code }) => code === 'NOT_MEASURED' || code === 'NOT_ROUTED')
  if (unfinished !== undefined)
    return { verdict: 'unknown', words: unfinished.code === 'NOT_MEASURED' ? 'being measured' : 'no route yet' }
  const errors = all.filter(({ severity }) => severity === 'error').length
  if (errors > 0) return { verdict: 'act', words: errors === 1 ? 'one fault' : `${errors} faults` }
  if (all.length > 0)
    return { verdict: 'watch', words: all.length === 1 ? 'one thing to watch' : `${all.length} things to watch` }
  return { verdict: 'fine', words: 'fine' }
}
