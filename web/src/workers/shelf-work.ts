import { readShelfCsv, type ShelfCsvRead } from '@emery/core/exchange'

/** What the worker does; the same function runs without one in tests. */
export const shelfWork = {
  /** Twenty thousand rows take a second or two, which the page must not wait for. */
  read(text: string): ShelfCsvRead {
    return readShelfCsv(text)
  },
}

export type ShelfWork = typeof shelfWork
