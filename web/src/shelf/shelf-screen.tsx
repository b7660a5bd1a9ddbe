import {
  DeleteOutlined,
  DownloadOutlined,
  EditOutlined,
  ImportOutlined,
  PlusOutlined,
  SearchOutlined,
} from '@ant-design/icons'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Input, Table, Tooltip, type TableColumnsType } from 'antd'
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import { useSearchParams } from 'react-router'
import type { ShelfBelt, ShelfFields } from '@emery/core/api'
import { shelfCsv } from '@emery/core/exchange'
import { searchShelf } from '@emery/core/length'
import { beltLabel, readLabel } from '@emery/core/sections'
import { shelfKeys, shelfQuery, shelfRows } from './shelf-api.ts'
import { Notice } from '../ui/notice.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useUndoToast } from '../ui/use-undo-toast.tsx'
import { LabelReadings } from '../ui/label-readings.tsx'
import { saveCsv } from '../ui/save-csv.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { BeltForm } from './belt-form.tsx'
import { BeltInHand } from './belt-in-hand.tsx'
import styles from './shelf.module.css'
import { useShelfFile } from './use-shelf-file.tsx'

/** What is being written: nothing, a new belt with what is known of it, or a change to one that is there. */
type Writing = { readonly belt: ShelfBelt | Partial<ShelfFields> | null }

const NOTHING: readonly ShelfBelt[] = []

/** The workshop's belts, what the number on a belt means, and what a belt is good for. */
export function ShelfScreen() {
  const { data: belts = NOTHING, error, isPending, refetch } = useQuery(shelfQuery())
  const [address] = useSearchParams()
  const [search, setSearch] = useState(address.get('q') ?? '')
  // Twenty thousand rows are searched while someone types; the field never waits for them.
  const sought = useDeferredValue(search)
  const found = useMemo(() => searchShelf(belts, sought), [belts, sought])
  const meant = useMemo(() => readLabel(sought), [sought])
  const [picked, setPicked] = useState<string | null>(null)
  const [meaning, setMeaning] = useState(0)
  const [writing, setWriting] = useState<Writing | null>(null)
  const file = useShelfFile()
  const { choose } = file
  const takeOff = useTakeOff()
  const exportAll = useCallback(() => saveCsv(shelfCsv(belts), 'shelf.csv'), [belts])
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Shelf</strong>,
        commands: [
          { id: 'add', label: 'Add a belt to the shelf', keys: 'N', run: () => setWriting({ belt: null }) },
          { id: 'import', label: 'Import belts from CSV', keys: 'I', run: choose },
          { id: 'export', label: 'Export the shelf as CSV', keys: 'E', run: exportAll },
        ],
      }),
      [choose, exportAll],
    ),
  )
  const inHand = belts.find(({ id }) => id === picked) ?? meant[meaning] ?? null
  return (
    <div className={styles['page']}>
      <div className={styles['head']}>
        <h1>Shelf</h1>
        <Input
          className={styles['search'] ?? ''}
          size="large"
          prefix={<SearchOutlined aria-hidden />}
          placeholder="Label, location or note"
          aria-label="Search the shelf or read a label"
          allowClear
          maxLength={60}
          value={search}
          onChange={(event) => {
            setSearch(event.target.value)
            setPicked(null)
            setMeaning(0)
          }}
        />
        <Button size="large" icon={<ImportOutlined aria-hidden />} onClick={choose}>
          Import CSV
        </Button>
        <Button size="large" icon={<DownloadOutlined aria-hidden />} onClick={exportAll} disabled={belts.length === 0}>
          Export CSV
        </Button>
        <Button
          type="primary"
          size="large"
          icon={<PlusOutlined aria-hidden />}
          onClick={() => setWriting({ belt: null })}
        >
          Add a belt
        </Button>
      </div>
      {file.element}
      <div className={styles['split']}>
        <div className={styles['rows']}>
          {error !== null && belts.length === 0 ? (
            <Notice inPage title="The shelf could not be loaded" detail={error.message}>
              <Button onClick={() => void refetch()}>Try again</Button>
            </Notice>
          ) : isPending ? (
            <p role="status">Loading the shelf …</p>
          ) : belts.length === 0 ? (
            <Notice
              inPage
              title="The shelf is empty"
              detail="Add the belts you have in stock, or import a CSV file. You can also type a label to see what it means."
            />
          ) : (
            <Belts
              belts={found}
              all={belts.length}
              picked={picked}
              onPick={setPicked}
              onEdit={(belt) => setWriting({ belt })}
              onTakeOff={takeOff}
            />
          )}
        </div>
        <aside className={styles['side']} aria-label="Use">
          {picked === null && sought.trim() !== '' && (
            <>
              <h2 className="heading">What the label means</h2>
              {meant.length === 0 ? (
                <p>“{sought.trim()}” cannot be read as a belt label.</p>
              ) : (
                <LabelReadings meant={meant} picked={meaning} section={null} onPick={setMeaning} />
              )}
              {meant[meaning] !== undefined && (
                <Button
                  icon={<PlusOutlined aria-hidden />}
                  onClick={() => setWriting({ belt: { ...fieldsOf(meant[meaning]), mark: sought.trim() } })}
                >
                  Add to shelf
                </Button>
              )}
            </>
          )}
          {inHand === null ? (
            sought.trim() === '' && (
              <p className={styles['hint']}>
                Type a belt’s label to see what it means, or choose a belt to see which drives it fits.
              </p>
            )
          ) : (
            <BeltInHand belt={inHand} shelf={belts} onPick={(belt) => setPicked(belt.id)} />
          )}
        </aside>
      </div>
      {writing !== null && <BeltForm belt={writing.belt} onClose={() => setWriting(null)} />}
    </div>
  )
}

function fieldsOf(meant: ReturnType<typeof readLabel>[number] | undefined): Partial<ShelfFields> {
  return meant === undefined ? {} : { section: meant.section, ribs: meant.ribs, length: meant.length }
}

interface BeltsProps {
  readonly belts: readonly ShelfBelt[]
  readonly all: number
  readonly picked: string | null
  readonly onPick: (id: string) => void
  readonly onEdit: (belt: ShelfBelt) => void
  readonly onTakeOff: (belt: ShelfBelt) => Promise<boolean>
}

/** The rows, of which only those in sight are drawn. */
function Belts({ belts, all, picked, onPick, onEdit, onTakeOff }: BeltsProps) {
  const lengths = useLengths()
  const box = useRef<HTMLDivElement>(null)
  const [height, setHeight] = useState(400)
  useEffect(() => {
    if (box.current === null) return
    const observer = new ResizeObserver(([entry]) => setHeight(Math.max(200, (entry?.contentRect.height ?? 440) - 76)))
    observer.observe(box.current)
    return () => observer.disconnect()
  }, [])
  const columns = useMemo<TableColumnsType<ShelfBelt>>(
    () => [
      {
        title: 'belt',
        key: 'mark',
        width: 140,
        render: (_, belt) => (
          <button type="button" className={styles['mark']} onClick={() => onPick(belt.id)}>
            <b className="figures">{nameOf(belt)}</b>
          </button>
        ),
        sorter: (a, b) => a.section.localeCompare(b.section) || a.ribs - b.ribs || a.length - b.length,
      },
      {
        title: `length, ${lengths.unit}`,
        key: 'length',
        width: 100,
        align: 'right',
        render: (_, { length }) => <span className="figures">{lengths.bare(length)}</span>,
        sorter: (a, b) => a.length - b.length,
      },
      {
        title: 'here',
        dataIndex: 'count',
        width: 70,
        align: 'right',
        render: (count: number) => (count === 0 ? <span className={styles['soft']}>known</span> : count),
        sorter: (a, b) => a.count - b.count,
      },
      { title: 'where', dataIndex: 'place', width: 100, ellipsis: true },
      { title: 'note', dataIndex: 'note', ellipsis: true },
      {
        key: 'acts',
        width: 100,
        render: (_, belt) => {
          const name = nameOf(belt)
          return (
            <span className={styles['acts']}>
              <Tooltip title="Change">
                <Button
                  type="text"
                  icon={<EditOutlined aria-hidden />}
                  aria-label={`Change ${name}`}
                  onClick={() => onEdit(belt)}
                />
              </Tooltip>
              <Tooltip title="Remove from shelf">
                <Button
                  type="text"
                  icon={<DeleteOutlined aria-hidden />}
                  aria-label={`Remove ${name}`}
                  onClick={() => void onTakeOff(belt)}
                />
              </Tooltip>
            </span>
          )
        },
      },
    ],
    [lengths, onPick, onEdit, onTakeOff],
  )
  return (
    <div ref={box} className={styles['table']}>
      <Table<ShelfBelt>
        virtual
        size="small"
        rowKey="id"
        columns={columns}
        dataSource={belts}
        pagination={false}
        scroll={{ x: 560, y: height }}
        rowClassName={({ id }) => (id === picked ? (styles['picked'] ?? '') : '')}
        onRow={({ id }) => ({ onClick: () => onPick(id) })}
        locale={{ emptyText: 'Nothing on the shelf matches.' }}
      />
      <p className={styles['soft']} role="status">
        {belts.length === all
          ? `${all.toLocaleString('en')} belts`
          : `${belts.length.toLocaleString('en')} of ${all.toLocaleString('en')} belts`}
      </p>
    </div>
  )
}

function useTakeOff(): (belt: ShelfBelt) => Promise<boolean> {
  const queries = useQueryClient()
  const takeAway = useUndoToast()
  return useCallback(
    (belt) =>
      takeAway({
        key: `shelf-${belt.id}`,
        said: `${nameOf(belt)} is removed from the shelf.`,
        remove: () => shelfRows.remove(belt.id, belt.version),
        bringBack: () => shelfRows.restore(belt.id),
        refresh: () => queries.invalidateQueries({ queryKey: shelfKeys.all }),
      }),
    [queries, takeAway],
  )
}

/** What stands on a belt, or how it would be written. */
function nameOf({ mark, section, ribs, length }: ShelfBelt): string {
  return mark === '' ? beltLabel(section, ribs, length) : mark
}
