/** Pulleys as a table: docs/reference/csv.md. What goes out comes in again; turns, ratio and rpm are for the reader only. */
import type { DriveDocument } from '../drive/drive.ts'
import { DIAMETER_PLACES, type Pulley } from '../drive/pulley.ts'
import { SHAFT_KINDS } from '../drive/shaft.ts'
import type { DriveSolution } from '../solution/solve-drive.ts'
import { SECTIONS } from '../sections/sections.ts'
import { parseLength } from '../units/parse-length.ts'
import { columnsInWords, readTable, writeTable } from './read-table.ts'

export const CSV_COLUMNS = [
  'pulley',
  'shaft',
  'name',
  'kind',
  'face',
  'section',
  'grooves',
  'teeth',
  'diameter_mm',
  'diameter_at',
  'width_mm',
  'x_mm',
  'y_mm',
  'z_mm',
  'must_turn',
  'turns',
  'ratio',
  'rpm_idle',
  'rpm_cruise',
  'rpm_max',
] as const
type Column = (typeof CSV_COLUMNS)[number]
type Row = Partial<Record<Column, string>>

/** Columns without which a row says nothing. */
const NEEDED: readonly Column[] = ['name', 'face']

export function pulleysCsv(drive: DriveDocument, { shafts }: DriveSolution): string {
  const rows = drive.pulleys.map((pulley): Record<Column, string | number | null | undefined> => {
    const shaft = drive.shafts.find(({ id }) => id === pulley.shaft)
    const speed = shafts.find(({ id }) => id === pulley.shaft)
    return {
      pulley: pulley.id,
      shaft: pulley.shaft,
      name: shaft?.name,
      kind: shaft?.kind,
      face: pulley.face,
      section: pulley.face === 'smooth' ? undefined : pulley.section,
      grooves: pulley.face === 'ribbed' || pulley.face === 'vee' ? pulley.grooves : undefined,
      teeth: pulley.face === 'toothed' ? pulley.teeth : undefined,
      diameter_mm: pulley.face === 'toothed' ? undefined : pulley.diameter,
      diameter_at: pulley.face === 'toothed' ? undefined : pulley.diameterAt,
      width_mm: pulley.width,
      x_mm: shaft?.x,
      y_mm: shaft?.y,
      z_mm: pulley.z,
      must_turn: shaft?.mustTurn,
      turns: speed?.turns,
      ratio: speed?.ratio,
      rpm_idle: speed?.rpm?.idle,
      rpm_cruise: speed?.rpm?.cruise,
      rpm_max: speed?.rpm?.max,
    }
  })
  return writeTable(rows, CSV_COLUMNS)
}

export interface CsvShaft {
  readonly shaft: DriveDocument['shafts'][number]
  readonly pulleys: readonly Pulley[]
}

export interface CsvRead {
  readonly shafts: readonly CsvShaft[]
  /** What could not be read, a sentence each with its row and column; those rows or cells are left out. */
  readonly problems: readonly string[]
}

const MAX_ROWS = 60

/** Reads a table of pulleys; lengths as people write them. Rows of one shaft are joined by its name or id. */
export function readPulleysCsv(text: string): CsvRead {
  const { rows, columns, strange, errors } = readTable(text, CSV_COLUMNS, MAX_ROWS + 1)
  const missing = NEEDED.filter((column) => !columns.includes(column))
  if (missing.length > 0) {
    const found = columnsInWords(columns)
    return {
      shafts: [],
      problems: [`The table has no column ${missing.join(' and no column ')}; its columns are ${found}.`],
    }
  }
  const problems = [
    ...strange,
    ...errors.flatMap(({ code, row }) =>
      code === 'UndetectableDelimiter' ? [] : [`Row ${(row ?? 0) + 2} is not as long as the heading.`],
    ),
    ...(rows.length > MAX_ROWS ? [`Only the first ${MAX_ROWS} rows were read.`] : []),
  ]
  const reader = new RowReader(problems)
  rows.slice(0, MAX_ROWS).forEach((row, i) => reader.read(row, i + 2))
  return { shafts: reader.shafts(), problems }
}

class RowReader {
  private readonly found = new Map<string, { shaft: DriveDocument['shafts'][number]; pulleys: Pulley[] }>()
  private readonly ids = new Set<string>()

  constructor(private readonly problems: string[]) {}

  shafts(): readonly CsvShaft[] {
    return [...this.found.values()]
  }

  read(row: Row, line: number): void {
    const cell = (column: Column) => row[column]?.trim() ?? ''
    const say = (column: Column, message: string) => void this.problems.push(`Row ${line}, ${column}: ${message}`)
    const oneOf = <Value extends string>(
      column: Column,
      values: readonly Value[],
      fallback: Value | undefined,
    ): Value | undefined => {
      const given = cell(column).toLowerCase()
      if (given === '') return fallback
      const found = values.find((value) => value.toLowerCase() === given)
      if (found === undefined) say(column, `“${cell(column)}” is not one of ${values.join(', ')}.`)
      return found
    }
    const length = (column: Column): number | null => {
      if (cell(column) === '') return null
      const read = parseLength(cell(column), 'mm')
      if (!read.ok) say(column, read.message)
      return read.ok ? read.mm : null
    }
    const count = (column: Column, fallback: number | null): number | null => {
      if (cell(column) === '') return fallback
      const value = Number(cell(column))
      if (Number.isInteger(value) && value > 0) return value
      say(column, `“${cell(column)}” is not a count.`)
      return fallback
    }

    const name = cell('name')
    const face = oneOf('face', ['ribbed', 'vee', 'toothed', 'smooth'], undefined)
    if (name === '' || face === undefined) {
      if (name === '') say('name', 'is empty.')
      else if (cell('face') === '') say('face', 'is empty.')
      return
    }
    const key = cell('shaft') === '' ? name : cell('shaft')
    const known = this.found.get(key)
    const [x, y] = [length('x_mm'), length('y_mm')]
    const shaft = known?.shaft ?? {
      id: this.freshId(key),
      name: name.slice(0, 80),
      kind: oneOf('kind', SHAFT_KINDS, 'other') ?? 'other',
      // Half a place is none.
      x: x === null || y === null ? null : x,
      y: x === null || y === null ? null : y,
      ...mustTurn(oneOf('must_turn', ['cw', 'ccw', 'any'], undefined)),
    }
    const [width, z] = [length('width_mm'), length('z_mm')]
    const common = {
      id: this.freshId(cell('pulley') === '' ? `${shaft.id}.${(known?.pulleys.length ?? 0) + 1}` : cell('pulley')),
      shaft: shaft.id,
      ...(z === null ? {} : { z }),
    }
    const section =
      oneOf('section', SECTIONS, { ribbed: 'PK', vee: 'V13', toothed: 'T9.5', smooth: 'PK' }[face] as 'PK') ?? 'PK'
    const diameter = length('diameter_mm')
    const diameterAt = oneOf('diameter_at', DIAMETER_PLACES, 'outside') ?? 'outside'
    const wide = width === null ? {} : { width }
    const pulley: Pulley =
      face === 'toothed'
        ? { ...common, face, section, teeth: count('teeth', null), width: width ?? 25.4 }
        : face === 'smooth'
          ? { ...common, face, diameter, diameterAt, ...wide }
          : {
              ...common,
              face,
              section,
              grooves: count('grooves', face === 'ribbed' ? 6 : 1) ?? 1,
              diameter,
              diameterAt,
              ...wide,
            }
    if (known === undefined) this.found.set(key, { shaft, pulleys: [pulley] })
    else known.pulleys.push(pulley)
  }

  private freshId(wanted: string): string {
    const plain =
      wanted
        .normalize('NFKD')
        .replace(/[^A-Za-z0-9._-]+/g, '-')
        .replace(/^[^A-Za-z0-9]+/, '')
        .slice(0, 50) || 'part'
    let id = plain
    for (let n = 2; this.ids.has(id); n++) id = `${plain}-${n}`
    this.ids.add(id)
    return id
  }
}

function mustTurn(turn: 'cw' | 'ccw' | 'any' | undefined) {
  return turn === undefined ? {} : { mustTurn: turn }
}
