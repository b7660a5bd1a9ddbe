import { EntitySchema } from 'typeorm'
import type { BeltLinePartFields } from '@emery/core/belt-line-parts'
import { VERSIONED_COLUMNS } from '../rows/versioned-columns.ts'
import type { VersionedRow } from '../rows/versioned-rows.ts'

export const BeltLinePartEntity = new EntitySchema<VersionedRow & BeltLinePartFields>({
  name: 'belt_line_part',
  tableName: 'belt_line_parts',
  columns: {
    ...VERSIONED_COLUMNS,
    role: { type: 'varchar', length: 10 },
    family: { type: 'varchar', length: 60 },
    name: { type: 'varchar', length: 80 },
    fits: { type: 'varchar', length: 20 },
    length: { type: 'double' },
    rear: { type: 'double', nullable: true },
    bolt: { type: 'double', nullable: true },
    face: { type: 'varchar', length: 10, nullable: true },
    section: { type: 'varchar', length: 10, nullable: true },
    grooves: { type: 'int', nullable: true },
    width: { type: 'double', nullable: true },
    turns: { type: 'varchar', length: 10, nullable: true },
    onHand: { type: 'boolean', default: false },
  },
})
