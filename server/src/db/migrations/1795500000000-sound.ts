import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How the sessions of an instructor sound; null while nothing was chosen. */
export class Sound1795500000000 implements MigrationInterface {
  readonly name = 'Sound1795500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE instructor ADD COLUMN sound jsonb');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE instructor DROP COLUMN sound');
  }
}
