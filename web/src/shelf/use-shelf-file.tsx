import { useQueryClient } from '@tanstack/react-query'
import { wrap } from 'comlink'
import { beltLabel, type ShelfFields } from '@emery/core'
import { shelfKeys, shelfRows } from '../api/shelf.ts'
import { useTableFile, type TableRead } from '../app/use-table-file.tsx'
import { useLengths } from '../readings/use-lengths.ts'
import type { ShelfWork } from '../workers/shelf-work.ts'

/** Brings belts in from a table, read in a worker. */
export function useShelfFile() {
  const queries = useQueryClient()
  const lengths = useLengths()
  return useTableFile<ShelfFields>({
    of: 'belts',
    read: readInWorker,
    store: async (belts) => {
      await shelfRows.add(belts)
      await queries.invalidateQueries({ queryKey: shelfKeys.all })
    },
    counted: (count) => `${count} ${count === 1 ? 'belt' : 'belts'}`,
    put: (count) => `Put ${count} on the shelf`,
    row: ({ mark, section, ribs, length, count, place }) => (
      <>
        <b className="figures">{mark === '' ? beltLabel(section, ribs, length) : mark}</b>
        <span className="figures">{lengths.text(length)}</span>
        <span>
          {count} {place}
        </span>
      </>
    ),
  })
}

async function readInWorker(text: string): Promise<TableRead<ShelfFields>> {
  const worker = new Worker(new URL('../workers/shelf.worker.ts', import.meta.url), { type: 'module' })
  try {
    const { belts, problems } = await wrap<ShelfWork>(worker).read(text)
    return { rows: belts, problems }
  } finally {
    worker.terminate()
  }
}
