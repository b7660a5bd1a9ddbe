import type { DataSource, EntityManager } from 'typeorm'
import { shopRulesOf, type ShopRule } from '@emery/core/api'
import { ruleOf, ruleRefusal } from '@emery/core/rules'
import { ApiError } from '../http/errors.ts'
import { RuleEntity, type RuleRow } from './rule.entity.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

/** What the workshop has set otherwise than nominal. */
export class RuleService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async list(): Promise<ShopRule[]> {
    return listed(managerOf(this.source))
  }

  /** Sets a rule, or back to nominal with null, on top of the version that was seen; 0 for one nobody has touched. */
  async set(
    key: string,
    { value, basedOn, by }: { readonly value: number | null; readonly basedOn: number; readonly by: string },
  ): Promise<ShopRule> {
    if (ruleOf(key) === undefined) throw new ApiError('RULE_NOT_FOUND')
    return inTransaction(this.source, async (manager) => {
      const touched = await listed(manager)
      const refusal = value === null ? undefined : ruleRefusal(shopRulesOf(touched), key, value)
      if (refusal !== undefined)
        throw new ApiError('BAD_REQUEST', { problems: [{ path: '$.value', message: refusal }] })
      const row: RuleRow = { key, value, version: basedOn + 1, by, updatedAt: this.now() }
      // A row that is not there yet, and one whose version has moved on, are both told by how many rows changed.
      const written =
        basedOn === 0
          ? (
              (await manager.createQueryBuilder().insert().into(RuleEntity).values(row).orIgnore().execute()).raw as {
                readonly affectedRows: number
              }
            ).affectedRows
          : (await manager.update(RuleEntity, { key, version: basedOn }, row)).affected
      const current = written === 1 ? row : await manager.findOneBy(RuleEntity, { key })
      if (current === null) throw new ApiError('VERSION_CONFLICT')
      if (written !== 1)
        throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn, value }, current: shopRule(current) } })
      return shopRule(current)
    })
  }
}

async function listed(manager: EntityManager): Promise<ShopRule[]> {
  return (await manager.find(RuleEntity, { order: { key: 'ASC' } })).map(shopRule)
}

function shopRule({ key, value, version, by, updatedAt }: RuleRow): ShopRule {
  return { key, value, version, by, at: updatedAt.toISOString() }
}
