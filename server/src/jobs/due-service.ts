import { IsNull, type DataSource } from 'typeorm'
import { shopRulesOf } from '@emery/core/api'
import { openStored } from '@emery/core/drive'
import { dueItems, type DueItem } from '@emery/core/wear'
import { rewriteWords } from '../board/find-words.ts'
import { DriveEntity } from '../drives/drive.entity.ts'
import { fittingsOf } from '../fittings/fittings.ts'
import { RuleService } from '../rules/rule-service.ts'
import { inspectionsOf } from '../inspections/inspections.ts'
import { DriveDueEntity, type DriveDueRow } from './job.entity.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

/** Kept of a drive: the Board shows the most urgent, the inspection all of them. */
const MAX_OF_A_DRIVE = 6

/** What is worn, as the Board lists it over all drives: computed again whenever what it rests on is changed. */
export class DueService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** After an inspection or a fitting of the drive was kept, deleted or brought back. */
  async refresh(driveId: string): Promise<void> {
    const manager = managerOf(this.source)
    const row = await manager.findOneBy(DriveEntity, { id: driveId, deletedAt: IsNull() })
    if (row === null) return
    const [inspections, fittings, touched] = await Promise.all([
      inspectionsOf(this.source, this.now).list(driveId),
      fittingsOf(this.source, this.now).list(driveId),
      new RuleService(this.source, this.now).list(),
    ])
    const drive = openStored(row.document)
    const items = dueItems(drive, { inspections, fittings }, shopRulesOf(touched), { now: this.now().getTime() })
    const rows = items.slice(0, MAX_OF_A_DRIVE).map((item, position) => dueRow(driveId, item, position))
    await inTransaction(this.source, async (all) => {
      await all.delete(DriveDueEntity, { driveId })
      if (rows.length > 0) await all.insert(DriveDueEntity, rows)
      await rewriteWords(all, { driveId })
    })
  }
}

function dueRow(driveId: string, { part, what, why, atKm, atMs }: DueItem, position: number): DriveDueRow {
  const words = `${what === 'replace' ? 'Replace' : 'Look at'} ${part.name}: ${why}`
  return {
    driveId,
    position,
    words: words.slice(0, 200),
    part: part.id.slice(0, 80),
    partName: part.name.slice(0, 200),
    what,
    dueKm: atKm,
    vehicleId: null,
    aheadKm: null,
    dueOn: atMs === null ? null : new Date(atMs).toISOString().slice(0, 10),
  }
}
