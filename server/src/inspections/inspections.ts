import type { DataSource } from 'typeorm'
import type { Inspection } from '@emery/core/api'
import type { InspectionFields } from '@emery/core/wear'
import { DriveRows } from '../rows/drive-rows.ts'
import { InspectionEntity } from './inspection.entity.ts'

/** Inspections shown at once: of a van that is inspected every month, eight years. */
const MAX_INSPECTIONS = 100

/** Walks round a drive, when and by whom, with what was seen. */
export function inspectionsOf(source: DataSource, now: () => Date): DriveRows<InspectionFields, Inspection> {
  return new DriveRows(source, now, {
    entity: InspectionEntity,
    newest: ['at'],
    max: MAX_INSPECTIONS,
    notFound: 'INSPECTION_NOT_FOUND',
    stored: (fields, at) => ({ ...fields, at: at.toISOString() }),
    said: ({ id, at, distance, beltOff, checks, renewed, sum, note, by }) => ({
      id,
      at,
      distance,
      beltOff,
      checks,
      renewed,
      sum,
      note,
      by,
    }),
  })
}
