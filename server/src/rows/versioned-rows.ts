import { IsNull, type DataSource, type EntitySchema, type FindOptionsOrder, type FindOptionsWhere } from 'typeorm'
import { v4 as newId } from 'uuid'
import { ApiError, type ErrorCode, type ErrorDetails } from '../http/errors.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

/** What every row of a table that several hands write carries besides its own fields. */
export interface VersionedRow {
  readonly id: string
  readonly version: number
  readonly updatedAt: Date
  readonly deletedAt: Date | null
}

export interface VersionedRowsOptions<Fields extends object> {
  readonly entity: EntitySchema<VersionedRow & Fields>
  readonly fields: readonly (keyof Fields & string)[]
  readonly order: readonly (keyof Fields & string)[]
  readonly max: number
  readonly notFound: ErrorCode
  readonly full: ErrorCode
}

export type Versioned<Fields> = Fields & { readonly id: string; readonly version: number }

/** Rows written by one statement: more take longer to put into words than others may be kept waiting. */
const ROWS_AT_ONCE = 200

/** A table of the workshop's whose rows are added many at once, changed on top of the version that was seen, deleted and brought back. */
export class VersionedRows<Fields extends object> {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    private readonly options: VersionedRowsOptions<Fields>,
  ) {}

  async list(): Promise<Versioned<Fields>[]> {
    const { entity, order } = this.options
    const rows = await managerOf(this.source).find(entity, {
      where: this.standing({}),
      order: Object.fromEntries([...order, 'id'].map((key) => [key, 'ASC'])) as FindOptionsOrder<VersionedRow & Fields>,
    })
    return rows.map((row) => this.said(row))
  }

  /** Fills a table in which nothing has ever been. */
  async fillEmpty(rows: readonly Fields[]): Promise<void> {
    if ((await managerOf(this.source).count(this.options.entity)) === 0) await this.add(rows)
  }

  /** Adds rows, all of them or none; under new ids where none are given. */
  async add(fields: readonly Fields[], ids: readonly string[] = []): Promise<Versioned<Fields>[]> {
    const { entity, max: most, full } = this.options
    return inTransaction(this.source, async (manager) => {
      const there = await manager.countBy(entity, this.standing({}))
      if (there + fields.length > most) throw new ApiError(full)
      const rows = fields.map((each, i) => ({
        ...each,
        id: ids[i] ?? newId(),
        version: 1,
        updatedAt: this.now(),
        deletedAt: null,
      }))
      for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
        await manager
          .createQueryBuilder()
          .insert()
          .into(entity)
          .values(rows.slice(i, i + ROWS_AT_ONCE))
          .updateEntity(false)
          .execute()
      return rows.map((row) => this.said(row))
    })
  }

  /** Adds a row, unless there is, or was, one of this id. */
  async addOnce(fields: Fields, id: string): Promise<void> {
    const where = { id } as FindOptionsWhere<VersionedRow & Fields>
    if (!(await managerOf(this.source).existsBy(this.options.entity, where))) await this.add([fields], [id])
  }

  /** Changes a row on top of the version the change was based on. */
  async save(id: string, basedOn: number, fields: Fields): Promise<Versioned<Fields>> {
    const affected = await this.change({ id, version: basedOn }, {
      ...fields,
      version: basedOn + 1,
      updatedAt: this.now(),
    } as never)
    const current = await this.get(id)
    if (affected !== 1) throw this.conflict({ basedOn, fields }, current)
    return current
  }

  async remove(id: string, basedOn: number): Promise<void> {
    const affected = await this.change({ id, version: basedOn }, { deletedAt: this.now() } as never)
    if (affected !== 1) throw this.conflict({ basedOn }, await this.get(id))
  }

  async restore(id: string): Promise<Versioned<Fields>> {
    await managerOf(this.source).update(this.options.entity, { id }, {
      deletedAt: null,
    } as never)
    return this.get(id)
  }

  private async get(id: string): Promise<Versioned<Fields>> {
    const row = await managerOf(this.source).findOneBy(this.options.entity, this.standing({ id }))
    if (row === null) throw new ApiError(this.options.notFound)
    return this.said(row)
  }

  private async change(where: Partial<VersionedRow>, change: never): Promise<number | undefined> {
    return (await managerOf(this.source).update(this.options.entity, this.standing(where), change)).affected
  }

  private standing(where: object): FindOptionsWhere<VersionedRow & Fields> {
    return { ...where, deletedAt: IsNull() } as FindOptionsWhere<VersionedRow & Fields>
  }

  private conflict(yours: { basedOn: number; fields?: Fields }, current: Versioned<Fields>): ApiError {
    return new ApiError('VERSION_CONFLICT', { conflict: { yours, current } as unknown as ErrorDetails['conflict'] })
  }

  /** A row as it goes out: its own fields, and what a change is based on. */
  private said(row: VersionedRow & Fields): Versioned<Fields> {
    const fields = Object.fromEntries(this.options.fields.map((key) => [key, row[key]])) as unknown as Fields
    return { ...fields, id: row.id, version: row.version }
  }
}
