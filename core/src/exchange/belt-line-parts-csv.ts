/** The parts of belt lines as a table: docs/reference/belt-line-csv.md. What goes out comes in again. */
import { ValidationError } from 'yup'
import { MAX_BELT_LINE_PARTS } from '../api/belt-line-part-records.ts'
import { beltLinePartFieldsSchema, type BeltLinePartFields } from '../belt-line-parts/belt-line-part.ts'
import { parseLength } from '../units/parse-length.ts'
import { columnsInWords, readTable, writeTable } from './read-table.ts'

const COLUMNS = ['role', 'family', 'name', 'fits', 'length_mm', 'rear_mm', 'bolt_mm'] as const
type Column = (typeof COLUMNS)[number]

export function beltLinePartsCsv(parts: readonly BeltLinePartFields[]): string {
  const rows = parts.map(({ length, rear, bolt, ...fields }) => ({
    ...fields,
    length_mm: length,
    rear_mm: rear ?? '',
    bolt_mm: bolt ?? '',
  }))
  return writeTable(rows, COLUMNS)
}

export interface BeltLinePartsCsvRead {
  readonly parts: readonly BeltLinePartFields[]
  /** What could not be read, a sentence each with its row; those rows are left out. */
  readonly problems: readonly string[]
}

/** Reads a table of parts; lengths as people write them, millimetres where no unit stands there. */
export function readBeltLinePartsCsv(text: string): BeltLinePartsCsvRead {
  const { rows, columns, strange } = readTable(text, COLUMNS)
  const missing = (['role', 'name', 'length_mm'] as const).filter((column) => !columns.includes(column))
  if (missing.length > 0)
    return {
      parts: [],
      problems: [`The table has no column ${missing.join(', ')}; its columns are ${columnsInWords(columns)}.`],
    }
  const problems = [...strange]
  const parts: BeltLinePartFields[] = []
  rows.slice(0, MAX_BELT_LINE_PARTS).forEach((row, i) => {
    const read = readRow((column) => row[column]?.trim() ?? '')
    if (typeof read === 'string') problems.push(`Row ${i + 2}: ${read}`)
    else parts.push(read)
  })
  if (rows.length > MAX_BELT_LINE_PARTS) problems.push(`Only the first ${MAX_BELT_LINE_PARTS} rows were read.`)
  return { parts, problems }
}

function readRow(cell: (column: Column) => string): BeltLinePartFields | string {
  const [length, rear, bolt] = (['length_mm', 'rear_mm', 'bolt_mm'] as const).map((column) => {
    const read = cell(column) === '' ? null : parseLength(cell(column), 'mm')
    return read === null ? null : read.ok ? read.mm : `${column}: ${read.message}`
  })
  const wrong = [length, rear, bolt].find((each) => typeof each === 'string')
  if (typeof wrong === 'string') return wrong
  const fields = {
    role: cell('role').toLowerCase(),
    family: cell('family'),
    name: cell('name'),
    fits: cell('fits') === '' ? 'any' : cell('fits').toLowerCase(),
    length,
    rear,
    bolt,
  }
  try {
    return beltLinePartFieldsSchema.validateSync(fields, { strict: true })
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const column = ['length', 'rear', 'bolt'].includes(error.path ?? '') ? `${error.path}_mm` : error.path
    return `${column} ${error.errors[0] ?? 'is wrong'}.`
  }
}
