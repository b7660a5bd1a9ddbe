import { EntitySchema } from 'typeorm'

export interface PhotoRow {
  id: string
  /** Pixels of `screen`. */
  width: number
  height: number
  originalType: string
  /** The file as it was sent, without what a camera writes beside the pixels. */
  original: Buffer
  /** Upright and downscaled, a JPEG of our own making. */
  screen: Buffer
  /** Of both files together. */
  bytes: number
  addedBy: string
  addedAt: Date
  deletedAt: Date | null
}

export const PhotoEntity = new EntitySchema<PhotoRow>({
  name: 'photo',
  tableName: 'photos',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    width: { type: 'int' },
    height: { type: 'int' },
    originalType: { type: 'varchar', length: 20 },
    original: { type: 'longblob' },
    screen: { type: 'longblob' },
    bytes: { type: 'int', default: 0 },
    addedBy: { type: 'varchar', length: 80 },
    addedAt: { type: 'datetime', precision: 3 },
    deletedAt: { type: 'datetime', precision: 3, nullable: true },
  },
  indices: [{ name: 'photos_added', columns: ['deletedAt', 'addedAt', 'bytes'] }],
})
