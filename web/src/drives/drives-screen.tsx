import { DownloadOutlined, ImportOutlined, DeleteOutlined, PlusOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { Button, Tooltip } from 'antd'
import { useCallback, useMemo, useState, type DragEvent } from 'react'
import { Link, useNavigate } from 'react-router'
import { allProblems, beltLabel, runInsDue, solveDrive, type DriveRecord } from '@emery/core'
import { driveListQuery, exportAddress } from '../api/drives.ts'
import { Notice } from '../app/notice.tsx'
import listPage from '../app/list-page.module.css'
import { SearchField } from '../app/search-field.tsx'
import { useTopBar } from '../app/top-bar.ts'
import { useNow } from '../app/use-now.ts'
import { runInDueWords } from '../readings/run-in-words.ts'
import { VerdictMark, type Verdict } from '../readings/verdict-mark.tsx'
import { DriveMiniature } from './drive-miniature.tsx'
import styles from './drives-screen.module.css'
import { useDeleteDrive } from './use-delete-drive.tsx'
import { useDriveFiles } from './use-drive-files.tsx'
import { vehicleTitle } from '../vehicles/vehicle-title.ts'

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
          { id: 'import', label: 'Import a drive document or a table', keys: 'I', run: chooseFile },
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
        <Button size="large" icon={<ImportOutlined />} onClick={chooseFile}>
          Import a drive
        </Button>
        <Button type="primary" size="large" icon={<PlusOutlined />} onClick={startNew}>
          New drive
        </Button>
      </div>
      {files.element}
      {error !== null && data === undefined ? (
        <Notice title="The drives cannot be shown" detail={error.message}>
          <Button onClick={() => void refetch()}>Try again</Button>
        </Notice>
      ) : isPending ? (
        <p role="status" className={styles['waiting']}>
          Fetching the drives …
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
          {data.drives.length} of {data.total} are shown. Search for the others.
        </p>
      )}
    </div>
  )
}

function NoDrives({ search }: { readonly search: string }) {
  if (search.trim() !== '')
    return (
      <Notice
        title={`No drive matches “${search.trim()}”`}
        detail="Try a part of the vehicle’s name, its plate or the drive’s name."
      />
    )
  return (
    <Notice
      title="No drives yet"
      detail="Start one from what is on the engine in front of you, or from a made-up drive. A drive document (NAME.drive.json) or a table of pulleys (CSV) can be dropped on this page."
    />
  )
}

/** ms between two looks at what is due. */
const LOOKED_AT_MS = 10_000

function DriveRow({ record, onDelete }: { readonly record: DriveRecord; readonly onDelete: () => void }) {
  const { id, vehicle, document } = record
  const name = [vehicle?.name, document.name].filter((part) => part !== undefined).join(', ')
  const standing = useMemo(() => standingOf(record), [record])
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
          {document.belts.map(({ id: belt, section, ribs, length }) => (
            <span key={belt}>
              {length === null ? `${section}, length not known` : beltLabel(section, ribs, length)}
            </span>
          ))}
        </span>
        <span className={styles['standing']}>
          <VerdictMark verdict={standing.verdict} />
          {standing.words}
          {due.map((each) => (
            <span key={each.belt} className={styles['due']}>
              {runInDueWords(each, now)}
            </span>
          ))}
        </span>
      </Link>
      <span className={styles['actions']}>
        <Tooltip title="Export">
          <Button
            type="text"
            size="large"
            icon={<DownloadOutlined />}
            href={exportAddress(id)}
            download
            aria-label={`Export ${name}`}
          />
        </Tooltip>
        <Tooltip title="Delete">
          <Button type="text" size="large" icon={<DeleteOutlined />} onClick={onDelete} aria-label={`Delete ${name}`} />
        </Tooltip>
      </span>
    </li>
  )
}

/** How a drive stands, in a word and a count. */
function standingOf({ document }: DriveRecord): { readonly verdict: Verdict; readonly words: string } {
  const all = allProblems(solveDrive(document))
  // A drive that is still being measured is not wrong, only unfinished.
  const unfinished = all.find(({ code }) => code === 'NOT_MEASURED' || code === 'NOT_ROUTED')
  if (unfinished !== undefined)
    return { verdict: 'none', words: unfinished.code === 'NOT_MEASURED' ? 'being measured' : 'no route yet' }
  const errors = all.filter(({ severity }) => severity === 'error').length
  if (errors > 0) return { verdict: 'act', words: errors === 1 ? 'one thing is wrong' : `${errors} things are wrong` }
  if (all.length > 0)
    return { verdict: 'watch', words: all.length === 1 ? 'one thing to watch' : `${all.length} things to watch` }
  return { verdict: 'fine', words: 'fine' }
}
