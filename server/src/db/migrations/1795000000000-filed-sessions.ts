import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Sessions have tags, can be archived, and can be brought back for a while after they were deleted. */
export class FiledSessions1795000000000 implements MigrationInterface {
  readonly name = 'FiledSessions1795000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
ALTER TABLE session
  ADD COLUMN tags text[] NOT NULL DEFAULT '{}',
  ADD COLUMN archived_at timestamptz,
  ADD COLUMN deleted_at timestamptz`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
DELETE FROM session WHERE deleted_at IS NOT NULL;
ALTER TABLE session DROP COLUMN tags, DROP COLUMN archived_at, DROP COLUMN deleted_at`);
  }
}
