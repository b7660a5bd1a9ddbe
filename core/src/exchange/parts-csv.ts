/** Parts of many jobs as a table: docs/reference/record-csv.md. */
import type { BoardPart } from '../api/job-records.ts'
import { writeTable } from './read-table.ts'

const COLUMNS = [
  'place',
  'what',
  'number',
  'count',
  'supplier',
  'price',
  'back_by',
  'job',
  'vehicle',
  'plate',
  'promised_for',
] as const

export function partsCsv(parts: readonly BoardPart[]): string {
  const rows = parts.map(
    ({ place, what, number, count, supplier, price, backBy, jobNumber, vehicle, promisedFor }) => ({
      place,
      what,
      number,
      count,
      supplier: supplier ?? '',
      price: price ?? '',
      back_by: backBy,
      job: jobNumber,
      vehicle: vehicle?.name ?? '',
      plate: vehicle?.plate ?? '',
      promised_for: promisedFor,
    }),
  )
  return writeTable(rows, COLUMNS)
}
