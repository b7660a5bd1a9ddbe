import type { DataSource } from 'typeorm'
import type { Fitting, FittingFields } from '@emery/core/api'
import { DriveRows } from '../rows/drive-rows.ts'
import { FittingEntity } from './fitting.entity.ts'

/** Fittings shown at once; a drive sees a belt every few years. */
const MAX_FITTINGS = 500

/** Which belts were fitted to a drive, when and why. */
export function fittingsOf(source: DataSource, now: () => Date): DriveRows<FittingFields, Fitting> {
  return new DriveRows(source, now, {
    entity: FittingEntity,
    newest: ['fittedOn'],
    max: MAX_FITTINGS,
    notFound: 'FITTING_NOT_FOUND',
    stored: (fields) => ({ ...fields, warrantyUntil: fields.warrantyUntil ?? '' }),
    said: ({ id, belt, mark, length, fittedOn, distance, reason, spare, by, warrantyUntil }) => ({
      id,
      belt,
      mark,
      length,
      fittedOn,
      distance,
      reason,
      spare,
      by,
      warrantyUntil: warrantyUntil ?? '',
    }),
  })
}
