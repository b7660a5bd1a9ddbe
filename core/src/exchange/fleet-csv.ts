/** A fleet as a table: docs/reference/record-csv.md. */
import { problemsOf } from '../schema/problems.ts'
import { MAX_FLEET, vehicleFieldsSchema, type VehicleFields } from '../api/records.ts'
import { columnsInWords, readTable } from './read-table.ts'

const COLUMNS = ['plate', 'name', 'engine', 'distance_km', 'owner', 'reach', 'notes'] as const
type Column = (typeof COLUMNS)[number]

/** Problems told one by one; more than these are counted. */
const MAX_PROBLEMS = 50

/** One vehicle of a fleet: known by its plate; what the table leaves out stays as it is, or empty for a new one. */
export type FleetRow = Partial<VehicleFields> & { readonly plate: string }

export interface FleetCsvRead {
  readonly rows: readonly FleetRow[]
  /** What could not be read, a sentence each with its row; those rows are left out. */
  readonly problems: readonly string[]
}

/** A plate as it is compared: without regard to capitals, spaces, dots and hyphens. */
export function plateKey(plate: string): string {
  return plate.toUpperCase().replaceAll(/[\s.·-]/g, '')
}

/** Reads a table of vehicles by their plates. A plate that comes twice is left out both times: which row is right nobody knows. */
export function readFleetCsv(text: string): FleetCsvRead {
  const { rows, columns, strange } = readTable(text, COLUMNS, MAX_FLEET + 1)
  if (!columns.includes('plate'))
    return { rows: [], problems: [`The table has no column plate; its columns are ${columnsInWords(columns)}.`] }
  const problems = [...strange]
  if (rows.length > MAX_FLEET) problems.push(`Only the first ${MAX_FLEET} rows are read.`)
  const counts = new Map<string, number>()
  for (const { plate = '' } of rows) counts.set(plateKey(plate), (counts.get(plateKey(plate)) ?? 0) + 1)
  let more = 0
  const read = rows.slice(0, MAX_FLEET).flatMap((row, i): readonly FleetRow[] => {
    const one = readRow((column) => row[column]?.trim() ?? '', counts)
    if (typeof one !== 'string') return [one]
    if (problems.length < MAX_PROBLEMS) problems.push(`Row ${i + 2}: ${one}`)
    else more++
    return []
  })
  return { rows: read, problems: more === 0 ? problems : [...problems, `${more} more rows could not be read.`] }
}

function readRow(cell: (column: Column) => string, counts: ReadonlyMap<string, number>): FleetRow | string {
  const plate = cell('plate')
  if (plate === '') return 'has no plate.'
  if ((counts.get(plateKey(plate)) ?? 0) > 1)
    return `the plate ${plate} comes more than once; all of its rows are left out.`
  const distance = cell('distance_km')
  const km = distance === '' ? undefined : Number(distance.replaceAll(/[\s,']/g, ''))
  if (km !== undefined && !Number.isFinite(km)) return `distance_km: “${distance}” is no number of km.`
  const words = (['name', 'engine', 'owner', 'reach', 'notes'] as const).flatMap((column) =>
    cell(column) === '' ? [] : [[column, cell(column)] as const],
  )
  const row: FleetRow = { plate, ...Object.fromEntries(words), ...(km === undefined ? {} : { distance: km }) }
  const whole = { name: plate, engine: '', distance: null, notes: '', ...row }
  const [problem] = problemsOf(vehicleFieldsSchema, whole)
  return problem === undefined ? row : `${problem.path.replace('$.', '')} ${problem.message}.`
}
