/** The parts of belt lines as a table: docs/reference/belt-line-csv.md. What goes out comes in again. */
import { ValidationError } from 'yup'
import { MAX_BELT_LINE_PARTS } from '../api/belt-line-part-records.ts'
import { beltLinePartFieldsSchema, type BeltLinePartFields } from '../belt-line-parts/belt-line-part.ts'
import { parseLength } from '../units/parse-length.ts'
import { columnsInWords, readTable, writeTable } from './read-table.ts'

const COLUMNS = [
  'role',
  'family',
  'name',
  'fits',
  'length_mm',
  'rear_mm',
  'bolt_mm',
  'face',
  'section',
  'grooves',
  'width_mm',
  'turns',
  'on_hand',
] as const
type Column = (typeof COLUMNS)[number]

export function beltLinePartsCsv(parts: readonly BeltLinePartFields[]): string {
  const rows = parts.map(({ length, rear, bolt, width, face, section, grooves, turns, onHand, ...fields }) => ({
    ...fields,
    length_mm: length,
    rear_mm: rear ?? '',
    bolt_mm: bolt ?? '',
    face: face ?? '',
    section: section ?? '',
    grooves: grooves ?? '',
    width_mm: width ?? '',
    turns: turns ?? '',
    on_hand: onHand ? 'yes' : '',
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

/** How people write yes and no; an empty cell is no. */
const ON_HAND: ReadonlyMap<string, boolean> = new Map([
  ['', false],
  ['no', false],
  ['0', false],
  ['false', false],
  ['yes', true],
  ['1', true],
  ['true', true],
])

/** Columns that are called otherwise than their field. */
const COLUMN_OF: Readonly<Record<string, Column>> = {
  length: 'length_mm',
  rear: 'rear_mm',
  bolt: 'bolt_mm',
  width: 'width_mm',
  onHand: 'on_hand',
}

function readRow(cell: (column: Column) => string): BeltLinePartFields | string {
  const [length, rear, bolt, width] = (['length_mm', 'rear_mm', 'bolt_mm', 'width_mm'] as const).map((column) => {
    const read = cell(column) === '' ? null : parseLength(cell(column), 'mm')
    return read === null ? null : read.ok ? read.mm : `${column}: ${read.message}`
  })
  const wrong = [length, rear, bolt, width].find((each) => typeof each === 'string')
  if (typeof wrong === 'string') return wrong
  const fields = {
    role: cell('role').toLowerCase(),
    family: cell('family'),
    name: cell('name'),
    fits: cell('fits') === '' ? 'any' : cell('fits').toLowerCase(),
    length,
    rear,
    bolt,
    face: cell('face') === '' ? null : cell('face').toLowerCase(),
    section: cell('section') === '' ? null : cell('section').toUpperCase(),
    grooves: cell('grooves') === '' ? null : Number(cell('grooves')),
    width,
    turns: cell('turns') === '' ? null : cell('turns').toLowerCase(),
    onHand: ON_HAND.get(cell('on_hand').toLowerCase()) ?? cell('on_hand'),
  }
  try {
    return beltLinePartFieldsSchema.validateSync(fields, { strict: true })
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const column = COLUMN_OF[error.path ?? ''] ?? error.path
    return `${column} ${error.errors[0] ?? 'is wrong'}.`
  }
}
