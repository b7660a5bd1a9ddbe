import type { MigrationInterface, QueryRunner } from 'typeorm'

export class ShopRules1764200000000 implements MigrationInterface {
  readonly name = 'ShopRules1764200000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS shop_rules (
        ruleKey varchar(60) NOT NULL,
        ruleValue double NULL,
        version int NOT NULL,
        setBy varchar(80) NOT NULL,
        updatedAt datetime(3) NOT NULL,
        PRIMARY KEY (ruleKey)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS shop_rules')
  }
}
