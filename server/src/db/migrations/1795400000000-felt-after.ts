import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How it felt after a sitting, and before it was corrected. */
export class FeltAfter1795400000000 implements MigrationInterface {
  readonly name = 'FeltAfter1795400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting ADD COLUMN felt_after jsonb');
    await runner.query('ALTER TABLE sitting_correction ADD COLUMN felt_after jsonb');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting_correction DROP COLUMN felt_after');
    await runner.query('ALTER TABLE sitting DROP COLUMN felt_after');
  }
}
