import { useQueryClient } from '@tanstack/react-query'
import { App, Modal } from 'antd'
import { wrap } from 'comlink'
import { useCallback, useRef, useState, type ReactNode } from 'react'
import { beltLabel, type ShelfCsvRead } from '@emery/core'
import { addToShelf, shelfKeys } from '../api/shelf.ts'
import { useLengths } from '../readings/use-lengths.ts'
import type { ShelfWork } from '../workers/shelf-work.ts'
import styles from './shelf.module.css'

/** Bytes of the largest table; twenty thousand rows are about two million. */
const MOST_BYTES = 8_000_000

/** Rows shown of what was read. */
const SHOWN = 8

interface ReadTable extends ShelfCsvRead {
  readonly file: string
}

/** Brings belts in from a table: read in a worker, shown before anything is stored, with what could not be read. */
export function useShelfFile(): { readonly choose: () => void; readonly element: ReactNode } {
  const input = useRef<HTMLInputElement>(null)
  const queries = useQueryClient()
  const lengths = useLengths()
  const { message } = App.useApp()
  const [reading, setReading] = useState<string | null>(null)
  const [table, setTable] = useState<ReadTable | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [storing, setStoring] = useState(false)
  const choose = useCallback(() => input.current?.click(), [])

  const take = async (file: File) => {
    if (file.size > MOST_BYTES) {
      void message.error(`${file.name} is larger than a table of 20,000 belts can be (8 MB).`)
      return
    }
    setReading(file.name)
    setFailure(null)
    const worker = new Worker(new URL('../workers/shelf.worker.ts', import.meta.url), { type: 'module' })
    try {
      setTable({ file: file.name, ...(await wrap<ShelfWork>(worker).read(await file.text())) })
    } catch {
      void message.error(`${file.name} cannot be read as a table.`)
    } finally {
      worker.terminate()
      setReading(null)
    }
  }

  const store = async () => {
    if (table === null) return
    setStoring(true)
    try {
      await addToShelf(table.belts)
      await queries.invalidateQueries({ queryKey: shelfKeys.all })
      setTable(null)
    } catch (error) {
      // What was read stays in sight.
      setFailure(error instanceof Error ? error.message : 'That did not work.')
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
        aria-label="Table of belts"
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
          title={`${table.file}: ${table.belts.length} ${table.belts.length === 1 ? 'belt' : 'belts'}`}
          okText={`Put ${table.belts.length} on the shelf`}
          okButtonProps={{ disabled: table.belts.length === 0 }}
          confirmLoading={storing}
          onOk={() => void store()}
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
          <ul className={styles['readRows']}>
            {table.belts.slice(0, SHOWN).map(({ mark, section, ribs, length, count, place }, i) => (
              <li key={`${i} ${mark}`}>
                <b className="figures">{mark === '' ? beltLabel(section, ribs, length) : mark}</b>
                <span className="figures">{lengths.text(length)}</span>
                <span>
                  {count} {place}
                </span>
              </li>
            ))}
          </ul>
          {table.belts.length > SHOWN && <p>and {table.belts.length - SHOWN} more.</p>}
        </Modal>
      )}
    </>
  )
  return { choose, element }
}
