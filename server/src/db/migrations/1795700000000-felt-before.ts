import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How it felt before is told for a sitting where no check of the day says it: at home. */
export class FeltBefore1795700000000 implements MigrationInterface {
  readonly name = 'FeltBefore1795700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting ADD COLUMN felt_before jsonb');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting DROP COLUMN felt_before');
  }
}
