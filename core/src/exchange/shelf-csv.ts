/** The shelf as a table: docs/reference/shelf-csv.md. What goes out comes in again. */
import { ValidationError } from 'yup'
import { MAX_SHELF_ROWS, shelfFieldsSchema, type ShelfFields } from '../api/shelf-records.ts'
import { readLabel } from '../sections/labels.ts'
import { parseLength } from '../units/parse-length.ts'
import { columnsInWords, readTable, writeTable } from './read-table.ts'

export const SHELF_COLUMNS = [
  'mark',
  'section',
  'ribs',
  'length_mm',
  'material',
  'maker_class',
  'count',
  'place',
  'note',
] as const
type Column = (typeof SHELF_COLUMNS)[number]

export function shelfCsv(belts: readonly ShelfFields[]): string {
  const rows = belts.map(({ length, makerClass, ...fields }) => ({
    ...fields,
    length_mm: length,
    maker_class: makerClass ?? '',
  }))
  return writeTable(rows, SHELF_COLUMNS)
}

export interface ShelfCsvRead {
  readonly belts: readonly ShelfFields[]
  /** What could not be read, a sentence each with its row; those rows are left out. */
  readonly problems: readonly string[]
}

/** Problems told one by one; more than these are counted. */
const MAX_PROBLEMS = 50

/**
 * Reads a table of belts. A row needs its mark, or section and length; what the mark says fills in what is left out. Lengths
 * as people write them, millimetres where no unit stands there.
 */
export function readShelfCsv(text: string): ShelfCsvRead {
  const { rows, columns, strange } = readTable(text, SHELF_COLUMNS)
  if (!columns.includes('mark') && !(columns.includes('section') && columns.includes('length_mm'))) {
    const found = columnsInWords(columns)
    return {
      belts: [],
      problems: [`The table has neither a column mark nor section and length_mm; its columns are ${found}.`],
    }
  }
  const problems = [...strange]
  const belts: ShelfFields[] = []
  let more = 0
  rows.slice(0, MAX_SHELF_ROWS).forEach((row, i) => {
    const read = readRow((column) => row[column]?.trim() ?? '')
    if (typeof read !== 'string') belts.push(read)
    else if (problems.length < MAX_PROBLEMS) problems.push(`Row ${i + 2}: ${read}`)
    else more++
  })
  if (more > 0) problems.push(`${more} further rows could not be read.`)
  if (rows.length > MAX_SHELF_ROWS) problems.push(`Only the first ${MAX_SHELF_ROWS} rows were read.`)
  return { belts, problems }
}

/** A row's belt, or a sentence on why it has none. */
function readRow(cell: (column: Column) => string): ShelfFields | string {
  const mark = cell('mark')
  const [label] = mark === '' ? [] : readLabel(mark)
  const written = cell('length_mm') === '' ? null : parseLength(cell('length_mm'), 'mm')
  if (written?.ok === false) return `length_mm: ${written.message}`
  const length = written?.mm ?? label?.length
  const section = cell('section') === '' ? label?.section : cell('section')
  if (length === undefined || section === undefined)
    return mark === '' ? 'it has neither a mark nor section and length.' : `“${mark}” cannot be read as a belt label.`
  const number = (column: Column, fallback: number) => (cell(column) === '' ? fallback : Number(cell(column)))
  const fields = {
    mark,
    section,
    ribs: number('ribs', label?.ribs ?? 1),
    length,
    material: cell('material') === '' ? 'unknown' : cell('material').toLowerCase(),
    ...(cell('maker_class') === '' ? {} : { makerClass: cell('maker_class').toLowerCase() }),
    count: number('count', 1),
    place: cell('place'),
    note: cell('note'),
  }
  try {
    return shelfFieldsSchema.validateSync(fields, { strict: true })
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return `${COLUMN_OF[error.path ?? ''] ?? error.path} ${error.errors[0] ?? 'is wrong'}.`
  }
}

/** Columns that are not called as the field is. */
const COLUMN_OF: Readonly<Record<string, string>> = { length: 'length_mm', makerClass: 'maker_class' }
