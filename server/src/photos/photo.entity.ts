import { EntitySchema } from 'typeorm'

export interface PhotoRow {
  id: string
  /** Pixels of `screen`. */
  width: number
  height: number
  originalType: string
  /** The file as it was sent. */
  original: Buffer
  /** Upright and downscaled, a JPEG of our own making. */
  screen: Buffer
  addedBy: string
  addedAt: Date
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
    addedBy: { type: 'varchar', length: 80 },
    addedAt: { type: 'datetime', precision: 3 },
  },
})
