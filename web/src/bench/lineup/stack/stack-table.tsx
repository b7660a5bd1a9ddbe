import { DeleteOutlined, DownloadOutlined, EditOutlined, ImportOutlined, PlusOutlined } from '@ant-design/icons'
import { useQueryClient } from '@tanstack/react-query'
import { Button, Modal, Table, type TableColumnsType } from 'antd'
import { useMemo, useState } from 'react'
import { readStackCsv, stackCsv, type StackFields, type StackPart } from '@emery/core'
import { STACK_KEY, stackRows } from '../../../api/stack.ts'
import { useSecondThoughts } from '../../../app/use-second-thoughts.tsx'
import { useTableFile } from '../../../app/use-table-file.tsx'
import { saveCsv } from '../../../readings/save-csv.ts'
import { useLengths } from '../../../readings/use-lengths.ts'
import { StackPartForm } from './stack-part-form.tsx'
import styles from './stack.module.css'
import { fitsWords, partName, ROLE_WORDS } from './stack-words.ts'

interface StackTableProps {
  readonly parts: readonly StackPart[]
  readonly onClose: () => void
}

/** The shop’s table of parts for belt lines: looked at, added to, changed, struck out; out and in as CSV. */
export function StackTable({ parts, onClose }: StackTableProps) {
  const lengths = useLengths()
  const queries = useQueryClient()
  const takeAway = useSecondThoughts()
  const [writing, setWriting] = useState<{ readonly part: StackPart | null } | null>(null)
  const refresh = () => queries.invalidateQueries({ queryKey: STACK_KEY })
  const file = useTableFile<StackFields>({
    of: 'parts',
    read: (text) => {
      const { parts: rows, problems } = readStackCsv(text)
      return { rows, problems }
    },
    store: async (rows) => {
      await stackRows.add(rows)
      await refresh()
    },
    counted: (count) => `${count} ${count === 1 ? 'part' : 'parts'}`,
    put: (count) => `Put ${count} into the table`,
    row: (part) => (
      <>
        <b>{partName(part)}</b>
        <span>{ROLE_WORDS[part.role]}</span>
        <span className="figures">{lengths.text(part.length)}</span>
      </>
    ),
  })
  const columns = useMemo<TableColumnsType<StackPart>>(() => {
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
        render: (role: StackPart['role']) => ROLE_WORDS[role],
        sorter: (a, b) => a.role.localeCompare(b.role),
      },
      { title: 'part', key: 'name', render: (_, part) => <b>{partName(part)}</b> },
      { title: `length, ${lengths.unit}`, dataIndex: 'length', width: 120, align: 'right', render: length },
      { title: 'rear', dataIndex: 'rear', width: 90, align: 'right', render: length },
      { title: 'bolt', dataIndex: 'bolt', width: 90, align: 'right', render: length },
      {
        key: 'acts',
        width: 108,
        render: (_, part) => (
          <span className={styles['acts']}>
            <Button
              type="text"
              icon={<EditOutlined />}
              aria-label={`Change ${partName(part)}, ${ROLE_WORDS[part.role]}`}
              onClick={() => setWriting({ part })}
            />
            <Button
              type="text"
              icon={<DeleteOutlined />}
              aria-label={`Strike out ${partName(part)}, ${ROLE_WORDS[part.role]}`}
              onClick={() =>
                void takeAway({
                  key: `stack-${part.id}`,
                  said: `${partName(part)} is out of the table.`,
                  remove: () => stackRows.remove(part.id, part.version),
                  bringBack: () => stackRows.restore(part.id),
                  refresh: () => queries.invalidateQueries({ queryKey: STACK_KEY }),
                })
              }
            />
          </span>
        ),
      },
    ]
  }, [lengths, queries, takeAway])
  return (
    <Modal open width={940} title="Parts for belt lines" footer={null} onCancel={onClose}>
      <div className={styles['tools']}>
        <Button type="primary" icon={<PlusOutlined />} onClick={() => setWriting({ part: null })}>
          Add a part
        </Button>
        <Button icon={<ImportOutlined />} onClick={file.choose}>
          From a table
        </Button>
        <Button
          icon={<DownloadOutlined />}
          disabled={parts.length === 0}
          onClick={() => saveCsv(stackCsv(parts), 'belt-line-parts.csv')}
        >
          As a table
        </Button>
      </div>
      {file.element}
      <Table<StackPart>
        size="small"
        rowKey="id"
        columns={columns}
        dataSource={parts}
        pagination={false}
        scroll={{ y: 420 }}
        locale={{ emptyText: 'No parts yet: add what you have measured, or read a table (CSV).' }}
      />
      {writing !== null && <StackPartForm part={writing.part} onClose={() => setWriting(null)} />}
    </Modal>
  )
}
