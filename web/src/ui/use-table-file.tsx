import { Modal } from 'antd'
import { useCallback, useRef, useState, type ReactNode } from 'react'
import styles from './table-file.module.css'
import { tell } from './tell.ts'

/** Bytes of the largest table; twenty thousand rows are about two million. */
const MAX_BYTES = 8_000_000

/** Rows shown of what was read. */
const SHOWN = 8

export interface TableRead<Row> {
  readonly rows: readonly Row[]
  /** What could not be read, a sentence each. */
  readonly problems: readonly string[]
}

interface TableFileOptions<Row> {
  /** What the table holds: `belts`. */
  readonly of: string
  readonly read: (text: string) => Promise<TableRead<Row>> | TableRead<Row>
  readonly store: (rows: readonly Row[]) => Promise<unknown>
  /** `3 belts`, and what the button that stores them says. */
  readonly counted: (count: number) => string
  readonly put: (count: number) => string
  readonly row: (row: Row) => ReactNode
}

/** Brings rows in from a table: shown before anything is stored, with what could not be read. */
export function useTableFile<Row>({ of, read, store, counted, put, row }: TableFileOptions<Row>): {
  readonly choose: () => void
  readonly element: ReactNode
} {
  const input = useRef<HTMLInputElement>(null)
  const [reading, setReading] = useState<string | null>(null)
  const [table, setTable] = useState<(TableRead<Row> & { readonly file: string }) | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [storing, setStoring] = useState(false)
  const choose = useCallback(() => input.current?.click(), [])

  const take = async (file: File) => {
    if (file.size > MAX_BYTES) {
      tell.error(`${file.name} is larger than 8 MB, the limit for a table of ${of}.`)
      return
    }
    setReading(file.name)
    setFailure(null)
    try {
      setTable({ file: file.name, ...(await read(await file.text())) })
    } catch {
      tell.error(`${file.name} could not be read as a table.`)
    } finally {
      setReading(null)
    }
  }

  const storeAll = async () => {
    if (table === null) return
    setStoring(true)
    try {
      await store(table.rows)
      setTable(null)
    } catch (error) {
      // What was read stays in sight.
      setFailure(error instanceof Error ? error.message : 'That failed. Try again.')
    } finally {
      setStoring(false)
    }
  }

  const element = (
    <>
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv"
        aria-label={`Import ${of}`}
        hidden
        onChange={(event) => {
          const [file] = event.target.files ?? []
          if (file !== undefined) void take(file)
          event.target.value = ''
        }}
      />
      {reading !== null && <p role="status">Reading {reading} …</p>}
      {table !== null && (
        <Modal
          open
          width={680}
          title={`${table.file}: ${counted(table.rows.length)}`}
          okText={put(table.rows.length)}
          okButtonProps={{ disabled: table.rows.length === 0 }}
          confirmLoading={storing}
          onOk={() => void storeAll()}
          onCancel={() => setTable(null)}
        >
          {failure !== null && <p role="alert">{failure}</p>}
          {table.problems.length > 0 && (
            <section role="alert" className={styles['unread']}>
              <h3>Could not be read</h3>
              <ul>
                {table.problems.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </section>
          )}
          <ul className={styles['rows']}>
            {table.rows.slice(0, SHOWN).map((each, i) => (
              <li key={i}>{row(each)}</li>
            ))}
          </ul>
          {table.rows.length > SHOWN && <p>and {table.rows.length - SHOWN} more.</p>}
        </Modal>
      )}
    </>
  )
  return { choose, element }
}
