import Papa from 'papaparse'

/** A table with a heading, as text. */
export interface ReadTable<Column extends string> {
  readonly rows: readonly Partial<Record<Column, string>>[]
  /** The columns there are, in the table's own order. */
  readonly columns: readonly string[]
  /** A sentence for every column that nobody knows; they are left out. */
  readonly strange: readonly string[]
  readonly errors: readonly Papa.ParseError[]
}

/** Reads comma, semicolon or tab separated text; headings in any case, with blanks or hyphens for underscores. */
export function readTable<Column extends string>(
  text: string,
  known: readonly Column[],
  maxRows?: number,
): ReadTable<Column> {
  const { data, meta, errors } = Papa.parse<Partial<Record<Column, string>>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) =>
      header
        .trim()
        .toLowerCase()
        .replace(/[\s-]+/g, '_'),
    transform: unguardedCell,
    ...(maxRows === undefined ? {} : { preview: maxRows }),
  })
  const columns = meta.fields ?? []
  const strange = columns
    .filter((column) => column !== '' && !(known as readonly string[]).includes(column))
    .map((column) => `Column “${column}” is not known and was left out.`)
  return { rows: data, columns, strange, errors }
}

/** The columns of a table in a sentence that misses one. */
export function columnsInWords(columns: readonly string[]): string {
  return columns.length === 0 ? 'none' : columns.slice(0, 8).join(', ')
}

/** Text that a spreadsheet would run as a formula; an apostrophe before it says that it is text, and one that stood there gets another. */
const RUN = /^'*[=+\-@\t\r]/
const NUMBER = /^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i

/** Writes rows as a table; a cell that begins like a formula would be run by a spreadsheet, so it goes out as text. Numbers go out as they are. */
export function writeTable(rows: readonly object[], columns: readonly string[]): string {
  const guarded = rows.map((row) =>
    Object.fromEntries(Object.entries(row).map(([column, cell]) => [column, guardedCell(cell)])),
  )
  return `${Papa.unparse(guarded, { columns: [...columns], newline: '\r\n' })}\r\n`
}

function guardedCell(cell: unknown): unknown {
  return typeof cell === 'string' && RUN.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell
}

/** A cell as it was before it went out. */
function unguardedCell(cell: string): string {
  return cell.startsWith("'") && RUN.test(cell) ? cell.slice(1) : cell
}
