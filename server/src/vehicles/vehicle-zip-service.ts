import { In, IsNull, type DataSource } from 'typeorm'
import { diagnosisFieldsSchema, fittingFieldsSchema, jobFieldsSchema, type VehicleRecord } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import { fileName } from '@emery/core/exchange'
import { inspectionFieldsSchema } from '@emery/core/wear'
import { DriveService } from '../drives/drive-service.ts'
import { diagnosesOf } from '../diagnoses/diagnoses.ts'
import { fittingsOf } from '../fittings/fittings.ts'
import { DueService } from '../jobs/due-service.ts'
import { JobService } from '../jobs/job-service.ts'
import { PhotoEntity } from '../photos/photo.entity.ts'
import type { PhotoService } from '../photos/photo-service.ts'
import { inspectionsOf } from '../inspections/inspections.ts'
import { FORMAT, VERSION, JOB_ON_NO_DRIVE, MANIFEST, type DriveRecords, type VehicleFile } from './vehicle-file.ts'
import { VehicleService } from './vehicle-service.ts'
import { badZip, packed } from './zip.ts'
import { ApiError } from '../http/errors.ts'
import { inThread, TooHeavy } from '../workers/pool.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

/** Drives of one vehicle that go out. */
const MAX_DRIVES = 50

/** Without ids and what the server adds, which are given where it comes in. */
const BARE = { stripUnknown: true } as const

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g
const pretty = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`

/** Everything of a vehicle as one ZIP of open formats, and back in again, under new ids. */
export class VehicleZipService {
  private readonly vehicles: VehicleService
  private readonly drives: DriveService
  private readonly jobs: JobService

  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    private readonly photos: PhotoService,
  ) {
    this.vehicles = new VehicleService(source, now)
    this.drives = new DriveService(source, now)
    this.jobs = new JobService(source, now)
  }

  /** Whose it is stays in the workshop, unless it is asked for. */
  async out(id: string, withOwner = false): Promise<{ readonly name: string; readonly zip: Buffer }> {
    const { name, plate, engine, distance, notes, owner, reach } = await this.vehicles.get(id)
    const { drives } = await this.drives.list({ search: '', vehicleId: id, limit: MAX_DRIVES, offset: 0 })
    const files = new Map<string, Buffer | string>()
    const listed = []
    for (const [i, drive] of drives.entries()) {
      const stem = `drives/${i + 1}-${fileName(drive.document.name)}`
      listed.push({ document: `${stem}.drive.json`, records: `${stem}.records.json` })
      files.set(`${stem}.drive.json`, pretty(drive.document))
      files.set(`${stem}.records.json`, pretty(await this.recordsOf(drive.id)))
    }
    const photos = await this.photosIn([...files.values()].join('\n'))
    for (const { file, bytes } of photos) files.set(file, bytes)
    const manifest = {
      format: FORMAT,
      version: VERSION,
      vehicle: { name, plate, engine, distance, notes, ...(withOwner ? { owner, reach } : {}) },
      drives: listed,
      photos: photos.map(({ id: photo, file }) => ({ id: photo, file })),
    }
    return { name, zip: await packed(new Map([[MANIFEST, pretty(manifest)], ...files])) }
  }

  /** All of it, or nothing: every part is read and checked before the first is stored, and all are stored in one transaction. */
  async in(zip: Buffer, by: string): Promise<VehicleRecord> {
    const { vehicle, drives, photos } = await readZip(zip)
    return inTransaction(this.source, async () => {
      const ids = new Map<string, string>()
      for (const { id, bytes } of photos) ids.set(id, (await this.photos.add(Buffer.from(bytes), by)).id)
      const withNewIds = <Value>(value: Value): Value =>
        JSON.parse(JSON.stringify(value).replace(UUID, (id) => ids.get(id) ?? id)) as Value
      const made = await this.vehicles.create(vehicle)
      for (const { document, records } of drives) {
        const { id } = await this.drives.create({
          vehicleId: made.id,
          document: withNewIds<CheckedDrive>(document),
          reason: 'imported',
          by,
        })
        await this.addRecords(id, withNewIds(records))
      }
      return made
    })
  }

  private async recordsOf(driveId: string): Promise<DriveRecords> {
    const [fittings, diagnoses, inspections, jobs] = await Promise.all([
      fittingsOf(this.source, this.now).list(driveId),
      diagnosesOf(this.source, this.now).list(driveId),
      inspectionsOf(this.source, this.now).list(driveId),
      this.jobs.ofDrive(driveId),
    ])
    return {
      fittings: fittings.map((row) => fittingFieldsSchema.cast(row, BARE)),
      diagnoses: diagnoses.map(({ id, at, ...row }) => ({ id, at, fields: diagnosisFieldsSchema.cast(row, BARE) })),
      inspections: inspections.map(({ at, ...row }) => ({ at, fields: inspectionFieldsSchema.cast(row, BARE) })),
      jobs: jobs.map(({ openedAt, ...job }) => ({
        openedAt,
        fields: jobFieldsSchema.cast({ ...job, driveId: JOB_ON_NO_DRIVE }, BARE),
      })),
    }
  }

  private async addRecords(driveId: string, { fittings, diagnoses, inspections, jobs }: DriveRecords): Promise<void> {
    for (const fields of fittings) await fittingsOf(this.source, this.now).add(driveId, fields)
    const found = new Map<string, string>()
    for (const { id: old, at, fields } of diagnoses) {
      const { id } = await diagnosesOf(this.source, this.now).add(driveId, fields, undefined, new Date(at))
      if (old !== undefined) found.set(old, id)
    }
    for (const { at, fields } of inspections)
      await inspectionsOf(this.source, this.now).add(driveId, fields, undefined, new Date(at))
    // The oldest first, so that their numbers are in order.
    for (const { openedAt, fields } of jobs.toReversed())
      await this.jobs.bringIn(
        { ...fields, driveId, diagnoses: fields.diagnoses.flatMap((id) => found.get(id) ?? []) },
        new Date(openedAt),
      )
    await new DueService(this.source, this.now).refresh(driveId)
  }

  /** The pictures whose ids stand anywhere in a text. */
  private async photosIn(text: string) {
    const ids = [...new Set(text.match(UUID) ?? [])]
    if (ids.length === 0) return []
    const rows = await managerOf(this.source).find(PhotoEntity, {
      where: { id: In(ids), deletedAt: IsNull() },
      select: { id: true, original: true, originalType: true },
    })
    return rows.map(({ id, original, originalType }) => ({
      id,
      bytes: original,
      file: `pictures/${id}${originalType === 'image/png' ? '.png' : '.jpg'}`,
    }))
  }
}

/** What a ZIP holds, read and checked beside the thread that answers everybody. */
async function readZip(zip: Buffer): Promise<VehicleFile> {
  try {
    const read = await inThread('readVehicle', zip)
    if (read.ok) return read.file
    throw new ApiError('BAD_ZIP', { problems: read.problems })
  } catch (error) {
    throw error instanceof TooHeavy ? badZip('$', error.message) : error
  }
}
