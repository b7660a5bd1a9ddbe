import type { MigrationInterface, QueryRunner } from 'typeorm'
import { withoutOrigin } from '../../photos/prepare-picture.ts'

/**
 * Takes what cameras wrote beside the pixels (where, when and with what a picture was taken) out of the pictures that were kept before
 * it was taken out of each as it comes. One at a time, each on its own, so that it can be stopped and begun again anywhere.
 */
export class PicturesWithoutOrigin1772000000000 implements MigrationInterface {
  readonly name = 'PicturesWithoutOrigin1772000000000'

  async up(runner: QueryRunner): Promise<void> {
    const ids = (await runner.query(`SELECT id FROM photos ORDER BY id`)) as readonly { readonly id: string }[]
    for (const { id } of ids) {
      const [photo] = (await runner.query(`SELECT original FROM photos WHERE id = ?`, [id])) as readonly {
        readonly original: Buffer
      }[]
      if (photo === undefined) continue
      const bare = await bareOrNull(photo.original)
      if (bare === null || bare === photo.original) continue
      await runner.query(`UPDATE photos SET original = ?, bytes = ? + LENGTH(screen) WHERE id = ?`, [
        bare,
        bare.length,
        id,
      ])
    }
  }

  async down(): Promise<void> {
    // What was taken out is gone.
  }
}

/** Null where it cannot be read: a picture that is damaged stays as it is, and an update does not fail for it. */
async function bareOrNull(picture: Buffer): Promise<Buffer | null> {
  try {
    return await withoutOrigin(picture)
  } catch {
    return null
  }
}
