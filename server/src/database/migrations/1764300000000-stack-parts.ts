import type { MigrationInterface, QueryRunner } from 'typeorm'

export class StackParts1764300000000 implements MigrationInterface {
  readonly name = 'StackParts1764300000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS stack_parts (
        id char(36) NOT NULL,
        role varchar(10) NOT NULL,
        family varchar(60) NOT NULL,
        name varchar(80) NOT NULL,
        fits varchar(20) NOT NULL,
        length double NOT NULL,
        rear double NULL,
        bolt double NULL,
        version int NOT NULL,
        updatedAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        PRIMARY KEY (id)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS stack_parts')
  }
}
