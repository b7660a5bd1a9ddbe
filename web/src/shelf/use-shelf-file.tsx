import { useQueryClient } from '@tanstack/react-query'
import { wrap } from 'comlink'
import type { ShelfFields } from '@emery/core/api'
import { beltLabel } from '@emery/core/sections'
import { shelfKeys, shelfQuery, shelfRows } from './shelf-api.ts'
import { useTableFile, type TableRead } from '../ui/use-table-file.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import type { ShelfWork } from '../workers/shelf-work.ts'

/** Brings belts in from a table, read in a worker. */
export function useShelfFile() {
  const queries = useQueryClient()
  const lengths = useLengths()
  return useTableFile<ShelfFields>({
    of: 'belts',
    read: readInWorker,
    store: async (belts) => {
      const added = await shelfRows.add(belts)
      // The belts are on the shelf, whether the list has been read again or not.
      queries.setQueryData(shelfQuery().queryKey, (before) => before && [...before, ...added])
      void queries.invalidateQueries({ queryKey: shelfKeys.all })
    },
    counted: (count) => `${count} ${count === 1 ? 'belt' : 'belts'}`,
    put: (count) => `Add ${count} to the shelf`,
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
