import { In, type DataSource } from 'typeorm'
import {
  fileName,
  findingFieldsSchema,
  fittingFieldsSchema,
  jobFieldsSchema,
  walkroundFieldsSchema,
  type CheckedDrive,
  type VehicleRecord,
} from '@emery/core'
import { DriveService } from '../drives/drive-service.ts'
import { findingsOf } from '../findings/findings.ts'
import { fittingsOf } from '../fittings/fittings.ts'
import { DueService } from '../jobs/due-service.ts'
import { JobService } from '../jobs/job-service.ts'
import { PhotoEntity } from '../photos/photo.entity.ts'
import { PhotoService } from '../photos/photo-service.ts'
import { walkroundsOf } from '../walkrounds/walkrounds.ts'
import { FORMAT, JOB_ON_NO_DRIVE, MANIFEST, readVehicleFiles, type DriveRecords } from './vehicle-file.ts'
import { VehicleService } from './vehicle-service.ts'
import { packed, unpacked } from './zip.ts'

/** Drives of one vehicle that go out. */
const MOST_DRIVES = 50

/** Without ids and what the server adds, which are made anew where it comes in. */
const BARE = { stripUnknown: true } as const

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g
const pretty = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`

/** Everything of a vehicle as one ZIP of open formats, and back in again, under new ids. */
export class VehicleZipService {
  private readonly vehicles: VehicleService
  private readonly drives: DriveService
  private readonly photos: PhotoService
  private readonly jobs: JobService

  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {
    this.vehicles = new VehicleService(source, now)
    this.drives = new DriveService(source, now)
    this.photos = new PhotoService(source, now)
    this.jobs = new JobService(source, now)
  }

  async out(id: string): Promise<{ readonly name: string; readonly zip: Buffer }> {
    const { name, plate, engine, distance, notes } = await this.vehicles.get(id)
    const { drives } = await this.drives.list({ search: '', vehicleId: id, limit: MOST_DRIVES, offset: 0 })
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
      ...{ format: FORMAT, version: '1', vehicle: { name, plate, engine, distance, notes }, drives: listed },
      photos: photos.map(({ id: photo, file }) => ({ id: photo, file })),
    }
    return { name, zip: await packed(new Map([[MANIFEST, pretty(manifest)], ...files])) }
  }

  /** All of it, or nothing: every part is read and checked before the first is stored, and what cannot be finished is taken away. */
  async in(zip: Buffer, by: string): Promise<VehicleRecord> {
    const { vehicle, drives, photos } = readVehicleFiles(await unpacked(zip))
    const ids = await this.addPhotos(photos, by)
    const anew = <Value>(value: Value): Value =>
      JSON.parse(JSON.stringify(value).replace(UUID, (id) => ids.get(id) ?? id)) as Value
    const made = await this.vehicles.create(vehicle)
    const begun: string[] = []
    try {
      for (const { document, records } of drives) {
        const { id } = await this.drives.create({
          ...{ vehicleId: made.id, document: anew<CheckedDrive>(document), reason: 'brought in', by },
        })
        begun.push(id)
        await this.addRecords(id, anew(records))
      }
    } catch (error) {
      // A table that is full, or a database that goes away: half a vehicle is worse than none.
      for (const id of begun) await this.drives.remove(id, 1)
      await this.vehicles.remove(made.id, 1)
      await this.source.manager.delete(PhotoEntity, { id: In([...ids.values()]) })
      throw error
    }
    return made
  }

  private async recordsOf(driveId: string): Promise<DriveRecords> {
    const [fittings, findings, walkrounds, jobs] = await Promise.all([
      fittingsOf(this.source, this.now).list(driveId),
      findingsOf(this.source, this.now).list(driveId),
      walkroundsOf(this.source, this.now).list(driveId),
      this.jobs.ofDrive(driveId),
    ])
    return {
      fittings: fittings.map((row) => fittingFieldsSchema.cast(row, BARE)),
      findings: findings.map(({ id, at, ...row }) => ({ id, at, fields: findingFieldsSchema.cast(row, BARE) })),
      walkrounds: walkrounds.map(({ at, ...row }) => ({ at, fields: walkroundFieldsSchema.cast(row, BARE) })),
      jobs: jobs.map(({ openedAt, ...job }) => ({
        openedAt,
        fields: jobFieldsSchema.cast({ ...job, driveId: JOB_ON_NO_DRIVE }, BARE),
      })),
    }
  }

  private async addRecords(driveId: string, { fittings, findings, walkrounds, jobs }: DriveRecords): Promise<void> {
    for (const fields of fittings) await fittingsOf(this.source, this.now).add(driveId, fields)
    const found = new Map<string, string>()
    for (const { id: old, at, fields } of findings) {
      const { id } = await findingsOf(this.source, this.now).add(driveId, fields, undefined, new Date(at))
      if (old !== undefined) found.set(old, id)
    }
    for (const { at, fields } of walkrounds)
      await walkroundsOf(this.source, this.now).add(driveId, fields, undefined, new Date(at))
    // The oldest first, so that their numbers are in order.
    for (const { openedAt, fields } of jobs.toReversed())
      await this.jobs.bringIn(
        { ...fields, driveId, findings: fields.findings.flatMap((id) => found.get(id) ?? []) },
        new Date(openedAt),
      )
    await new DueService(this.source, this.now).refresh(driveId)
  }

  /** The pictures whose ids stand anywhere in a text. */
  private async photosIn(text: string) {
    const ids = [...new Set(text.match(UUID) ?? [])]
    if (ids.length === 0) return []
    const rows = await this.source.manager.find(PhotoEntity, {
      where: { id: In(ids) },
      select: { id: true, original: true, originalType: true },
    })
    return rows.map(({ id, original, originalType }) => ({
      ...{ id, bytes: original, file: `pictures/${id}${originalType === 'image/png' ? '.png' : '.jpg'}` },
    }))
  }

  /** Old ids of pictures with their new ones; those added before one that cannot be read are taken away again. */
  private async addPhotos(
    photos: readonly { readonly id: string; readonly bytes: Buffer }[],
    by: string,
  ): Promise<ReadonlyMap<string, string>> {
    const ids = new Map<string, string>()
    try {
      for (const { id, bytes } of photos) ids.set(id, (await this.photos.add(bytes, by)).id)
    } catch (error) {
      await this.source.manager.delete(PhotoEntity, { id: In([...ids.values()]) })
      throw error
    }
    return ids
  }
}
