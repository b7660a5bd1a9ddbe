import sharp from 'sharp'
import type { DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { PhotoRecord } from '@emery/core/api'
import { ApiError } from '../http/errors.ts'
import { PhotoEntity } from './photo.entity.ts'
import { managerOf } from '../database/unit-of-work.ts'

/** Pixels that are unpacked at most; the largest telephones take fifty million. */
const MAX_PIXELS = 60_000_000
/** Longer side of the picture as it is shown: finer than a finger can mark. */
const SCREEN_SIDE = 2048

/** The first bytes of the two formats. Anything else is never handed to a decoder. */
const MAGIC = [
  { type: 'image/jpeg', bytes: Buffer.from([0xff, 0xd8, 0xff]) },
  { type: 'image/png', bytes: Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]) },
] as const

/** Pictures of engines. What is sent is only ever decoded; what is shown is a picture made anew from its pixels. */
export class PhotoService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async add(original: Buffer, by: string): Promise<PhotoRecord> {
    const kind = MAGIC.find(({ bytes }) => original.subarray(0, bytes.length).equals(bytes))
    if (kind === undefined) throw new ApiError('PHOTO_NOT_READ')
    const { data: screen, info } = await downscaled(original)
    const row = {
      id: newId(),
      width: info.width,
      height: info.height,
      originalType: kind.type,
      original,
      screen,
      addedBy: by,
      addedAt: this.now(),
    }
    await managerOf(this.source).insert(PhotoEntity, row)
    return { id: row.id, width: row.width, height: row.height, by, addedAt: row.addedAt.toISOString() }
  }

  async screen(id: string): Promise<Buffer> {
    const row = await managerOf(this.source).findOne(PhotoEntity, { where: { id }, select: { id: true, screen: true } })
    if (row === null) throw new ApiError('PHOTO_NOT_FOUND')
    return row.screen
  }

  async original(id: string): Promise<{ readonly type: string; readonly bytes: Buffer }> {
    const row = await managerOf(this.source).findOne(PhotoEntity, {
      where: { id },
      select: { id: true, original: true, originalType: true },
    })
    if (row === null) throw new ApiError('PHOTO_NOT_FOUND')
    return { type: row.originalType, bytes: row.original }
  }
}

async function downscaled(original: Buffer) {
  let size
  try {
    size = await sharp(original, { limitInputPixels: false }).metadata()
  } catch {
    throw new ApiError('PHOTO_NOT_READ')
  }
  // Looked at before anything is unpacked.
  if (size.width * size.height > MAX_PIXELS) throw new ApiError('PHOTO_TOO_MANY_PIXELS')
  try {
    return await sharp(original, { limitInputPixels: MAX_PIXELS })
      .autoOrient()
      .resize({ width: SCREEN_SIDE, height: SCREEN_SIDE, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 86 })
      .toBuffer({ resolveWithObject: true })
  } catch {
    throw new ApiError('PHOTO_NOT_READ')
  }
}
