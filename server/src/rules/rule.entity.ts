import { EntitySchema } from 'typeorm'

export interface RuleRow {
  readonly key: string
  readonly value: number | null
  readonly version: number
  readonly by: string
  readonly updatedAt: Date
}

export const RuleEntity = new EntitySchema<RuleRow>({
  name: 'shop_rule',
  tableName: 'shop_rules',
  columns: {
    key: { name: 'ruleKey', type: 'varchar', length: 60, primary: true },
    value: { name: 'ruleValue', type: 'double', nullable: true },
    version: { type: 'int' },
    by: { name: 'setBy', type: 'varchar', length: 80 },
    updatedAt: { type: 'datetime', precision: 3 },
  },
})
