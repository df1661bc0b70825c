import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How sittings stood before they were corrected. */
export class Corrections1793400000000 implements MigrationInterface {
  readonly name = 'Corrections1793400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
CREATE TABLE sitting_correction (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  sitting_id uuid NOT NULL,
  version integer NOT NULL,
  corrected_at timestamptz NOT NULL,
  effort smallint,
  note text NOT NULL,
  CONSTRAINT sitting_correction_version_unique UNIQUE (sitting_id, version),
  CONSTRAINT sitting_correction_pk PRIMARY KEY (id)
);
ALTER TABLE sitting_correction ADD CONSTRAINT sitting_correction_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE sitting_correction ADD CONSTRAINT sitting_correction_sitting_fk
  FOREIGN KEY (sitting_id) REFERENCES sitting(id) ON DELETE CASCADE;
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE sitting_correction');
  }
}
