import type { DataSource } from 'typeorm'
import { MOST_STACK_ROWS, type StackFields } from '@emery/core'
import { VersionedRows } from '../rows/versioned-rows.ts'
import { StackEntity } from './stack.entity.ts'

/** The workshop's parts whose belt lines are added up. */
export function stackParts(source: DataSource, now: () => Date): VersionedRows<StackFields> {
  return new VersionedRows(source, now, {
    entity: StackEntity,
    fields: ['role', 'family', 'name', 'fits', 'length', 'rear', 'bolt'],
    order: ['role', 'fits', 'family', 'name'],
    most: MOST_STACK_ROWS,
    notFound: 'STACK_PART_NOT_FOUND',
    full: 'STACK_FULL',
  })
}
