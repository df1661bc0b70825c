import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A corrected sitting keeps its rounds and signs as they were, not only effort and note. */
export class CorrectedRecords1795100000000 implements MigrationInterface {
  readonly name = 'CorrectedRecords1795100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting_correction ADD COLUMN record jsonb');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting_correction DROP COLUMN record');
  }
}
