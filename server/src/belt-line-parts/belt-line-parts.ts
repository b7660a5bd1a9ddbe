import type { DataSource } from 'typeorm'
import { MAX_BELT_LINE_PARTS } from '@emery/core/api'
import type { BeltLinePartFields } from '@emery/core/belt-line-parts'
import { VersionedRows } from '../rows/versioned-rows.ts'
import { BeltLinePartEntity } from './belt-line-part.entity.ts'

/** The workshop's parts whose belt lines are added up. */
export function beltLineParts(source: DataSource, now: () => Date): VersionedRows<BeltLinePartFields> {
  return new VersionedRows(source, now, {
    entity: BeltLinePartEntity,
    fields: [
      'role',
      'family',
      'name',
      'fits',
      'length',
      'rear',
      'bolt',
      'face',
      'section',
      'grooves',
      'width',
      'turns',
      'onHand',
    ],
    order: ['role', 'fits', 'family', 'name'],
    max: MAX_BELT_LINE_PARTS,
    notFound: 'BELT_LINE_PART_NOT_FOUND',
    full: 'BELT_LINE_PARTS_FULL',
  })
}
