import { ask } from './client.ts'
import { write } from './write.ts'

/** A whole table over a workshop's wireless takes its time. */
const TIMEOUT_MS = 120_000

/** A table of the workshop's on the server: many added at once, one changed or deleted on top of the version that was seen. */
export interface RowsApi<Fields, Row> {
  readonly list: () => Promise<Row[]>
  readonly add: (rows: readonly Fields[]) => Promise<Row[]>
  readonly save: (id: string, basedOn: number, fields: Fields) => Promise<Row>
  readonly remove: (id: string, basedOn: number) => Promise<undefined>
  readonly restore: (id: string) => Promise<Row>
}

/** The table at `path`, whose rows are called `named` in requests and answers. */
export function rowsApi<Fields extends object, Row>(path: string, named: string): RowsApi<Fields, Row> {
  const rowsOf = (answer: Readonly<Record<string, Row[]>>) => answer[named] ?? []
  return {
    list: async () => rowsOf(await ask(path, { timeout: TIMEOUT_MS })),
    add: async (rows) => rowsOf(await write({ method: 'POST', path, json: { [named]: rows }, timeout: TIMEOUT_MS })),
    save: (id, basedOn, fields) => write<Row>({ method: 'PUT', path: `${path}/${id}`, json: { basedOn, ...fields } }),
    remove: (id, basedOn) => write<undefined>({ method: 'DELETE', path: `${path}/${id}?basedOn=${basedOn}` }),
    restore: (id) => write<Row>({ method: 'POST', path: `${path}/${id}/restore` }),
  }
}
