import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What was written lately, so that every server on this database can tell the pages that show it. */
export class News1776000000000 implements MigrationInterface {
  readonly name = 'News1776000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS news (
        id int NOT NULL AUTO_INCREMENT,
        subject varchar(40) NOT NULL,
        writtenAt datetime(3) NOT NULL,
        PRIMARY KEY (id),
        KEY news_at (writtenAt)
      ) ENGINE=InnoDB`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS news')
  }
}
