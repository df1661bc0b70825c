import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What was led round by round, where ramps or easings changed it. */
export class CountsLed1793800000000 implements MigrationInterface {
  readonly name = 'CountsLed1793800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting_passage ADD COLUMN counts_led jsonb');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting_passage DROP COLUMN counts_led');
  }
}
