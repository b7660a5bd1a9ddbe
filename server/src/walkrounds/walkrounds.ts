import type { DataSource } from 'typeorm'
import type { Walkround, WalkroundFields } from '@emery/core'
import { DriveRows } from '../rows/drive-rows.ts'
import { WalkroundEntity } from './walkround.entity.ts'

/** Walkrounds shown at once: of a van that is walked round every month, eight years. */
const MOST_WALKROUNDS = 100

/** Walks round a drive, when and by whom, with what was seen. */
export function walkroundsOf(source: DataSource, now: () => Date): DriveRows<WalkroundFields, Walkround> {
  return new DriveRows(source, now, {
    entity: WalkroundEntity,
    newest: ['at'],
    most: MOST_WALKROUNDS,
    notFound: 'WALKROUND_NOT_FOUND',
    stored: (fields, at) => ({ ...fields, at: at.toISOString() }),
    said: ({ id, at, distance, beltOff, checks, renewed, sum, note, by }) => ({
      ...{ id, at, distance, beltOff, checks, renewed, sum, note, by },
    }),
  })
}
