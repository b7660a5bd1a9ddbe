import { DeleteOutlined, DownloadOutlined, EditOutlined, ImportOutlined, PlusOutlined } from '@ant-design/icons'
import { useQueryClient } from '@tanstack/react-query'
import { Button, Modal, Table, type TableColumnsType } from 'antd'
import { useMemo, useState } from 'react'
import type { BeltLinePart } from '@emery/core/api'
import type { BeltLinePartFields } from '@emery/core/belt-line-parts'
import { readBeltLinePartsCsv, beltLinePartsCsv } from '@emery/core/exchange'
import { BELT_LINE_PARTS_KEY, beltLinePartRows } from './belt-line-parts-api.ts'
import { useUndoToast } from '../../ui/use-undo-toast.tsx'
import { useTableFile } from '../../ui/use-table-file.tsx'
import { saveCsv } from '../../ui/save-csv.ts'
import { useLengths } from '../../ui/use-lengths.ts'
import { PartFieldsForm } from './part-fields-form.tsx'
import styles from './belt-line-parts.module.css'
import { fitsWords, partName, ROLE_WORDS } from './part-role-words.ts'

interface PartsTableProps {
  readonly parts: readonly BeltLinePart[]
  readonly onClose: () => void
}

/** The shop’s table of parts for belt lines: looked at, added to, changed, deleted; out and in as CSV. */
export function PartsTable({ parts, onClose }: PartsTableProps) {
  const lengths = useLengths()
  const queries = useQueryClient()
  const takeAway = useUndoToast()
  const [writing, setWriting] = useState<{ readonly part: BeltLinePart | null } | null>(null)
  const refresh = () => queries.invalidateQueries({ queryKey: BELT_LINE_PARTS_KEY })
  const file = useTableFile<BeltLinePartFields>({
    of: 'parts',
    read: (text) => {
      const { parts: rows, problems } = readBeltLinePartsCsv(text)
      return { rows, problems }
    },
    store: async (rows) => {
      await beltLinePartRows.add(rows)
      await refresh()
    },
    counted: (count) => `${count} ${count === 1 ? 'part' : 'parts'}`,
    put: (count) => `Add ${count} to the table`,
    row: (part) => (
      <>
        <b>{partName(part)}</b>
        <span>{ROLE_WORDS[part.role]}</span>
        <span className="figures">{lengths.text(part.length)}</span>
      </>
    ),
  })
  const columns = useMemo<TableColumnsType<BeltLinePart>>(() => {
    const length = (mm: number | null) => (mm === null ? '' : <span className="figures">{lengths.bare(mm)}</span>)
    return [
      {
        title: 'for',
        dataIndex: 'fits',
        width: 140,
        render: fitsWords,
        sorter: (a, b) => a.fits.localeCompare(b.fits),
      },
      {
        title: 'what',
        dataIndex: 'role',
        width: 140,
        render: (role: BeltLinePart['role']) => ROLE_WORDS[role],
        sorter: (a, b) => a.role.localeCompare(b.role),
      },
      { title: 'part', key: 'name', render: (_, part) => <b>{partName(part)}</b> },
      { title: `length, ${lengths.unit}`, dataIndex: 'length', width: 120, align: 'right', render: length },
      { title: 'rear', dataIndex: 'rear', width: 90, align: 'right', render: length },
      { title: 'bolt', dataIndex: 'bolt', width: 90, align: 'right', render: length },
      { title: 'carries', key: 'carries', width: 120, render: (_, part) => carriesText(part, lengths.text) },
      {
        title: 'on hand',
        dataIndex: 'onHand',
        width: 90,
        render: (onHand: boolean) => (onHand ? 'yes' : ''),
        sorter: (a, b) => Number(b.onHand) - Number(a.onHand),
      },
      {
        key: 'acts',
        width: 108,
        render: (_, part) => (
          <span className={styles['acts']}>
            <Button
              type="text"
              icon={<EditOutlined aria-hidden />}
              aria-label={`Change ${partName(part)}, ${ROLE_WORDS[part.role]}`}
              onClick={() => setWriting({ part })}
            />
            <Button
              type="text"
              icon={<DeleteOutlined aria-hidden />}
              aria-label={`Delete ${partName(part)}, ${ROLE_WORDS[part.role]}`}
              onClick={() =>
                void takeAway({
                  key: `belt-line-part-${part.id}`,
                  said: `${partName(part)} is deleted.`,
                  remove: () => beltLinePartRows.remove(part.id, part.version),
                  bringBack: () => beltLinePartRows.restore(part.id),
                  refresh: () => queries.invalidateQueries({ queryKey: BELT_LINE_PARTS_KEY }),
                })
              }
            />
          </span>
        ),
      },
    ]
  }, [lengths, queries, takeAway])
  return (
    <Modal open width={1120} title="Belt-line parts" footer={null} onCancel={onClose}>
      <div className={styles['tools']}>
        <Button type="primary" icon={<PlusOutlined aria-hidden />} onClick={() => setWriting({ part: null })}>
          Add a part
        </Button>
        <Button icon={<ImportOutlined aria-hidden />} onClick={file.choose}>
          Import CSV
        </Button>
        <Button
          icon={<DownloadOutlined aria-hidden />}
          disabled={parts.length === 0}
          onClick={() => saveCsv(beltLinePartsCsv(parts), 'belt-line-parts.csv')}
        >
          Export CSV
        </Button>
      </div>
      {file.element}
      <Table<BeltLinePart>
        size="small"
        rowKey="id"
        columns={columns}
        dataSource={parts}
        pagination={false}
        scroll={{ y: 420 }}
        locale={{ emptyText: 'No parts yet. Add what you have measured, or import a CSV file.' }}
      />
      {writing !== null && <PartFieldsForm part={writing.part} onClose={() => setWriting(null)} />}
    </Modal>
  )
}

/** What a part can carry, or the way it has to turn, in short; nothing where nobody has said. */
function carriesText({ face, section, grooves, width, turns }: BeltLinePart, text: (mm: number) => string): string {
  if (turns !== null) return turns === 'any' ? 'turns either way' : `turns ${turns}`
  if (face === 'smooth') return width === null ? 'smooth' : `smooth, ${text(width)}`
  return [grooves === null ? '' : `${grooves} grooves`, section ?? ''].filter((each) => each !== '').join(' ')
}
