import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Jobs keep pictures of the routing before anything came off: those from before have none. The words by which jobs and drives are found
 * become bytes, in small letters as they were: looking through these takes half as long as looking through characters.
 */
export class PicturesAndWordsAsBytes1765000000000 implements MigrationInterface {
  readonly name = 'PicturesAndWordsAsBytes1765000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `UPDATE jobs SET document = JSON_SET(document, '$.pictures', JSON_ARRAY())
        WHERE JSON_EXTRACT(document, '$.pictures') IS NULL`,
    )
    for (const table of ['drives', 'jobs'])
      await runner.query(`ALTER TABLE ${table} MODIFY words varbinary(2800) NOT NULL DEFAULT ''`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['drives', 'jobs']) {
      await runner.query(`UPDATE ${table} SET words = LEFT(CONVERT(words USING utf8mb4), 700)`)
      await runner.query(
        `ALTER TABLE ${table} MODIFY words varchar(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT ''`,
      )
    }
    await runner.query(`UPDATE jobs SET document = JSON_REMOVE(document, '$.pictures')`)
  }
}
