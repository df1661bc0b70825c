import type { MigrationInterface, QueryRunner } from 'typeorm';

const INSTRUCTOR_FK = 'FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE';

/**
 * What safety reads: tries that were ended at a limit, clearances for a sign, approvals, signs that were taken back, and
 * sittings from a log that nobody confirmed yet.
 */
export class Safety1793700000000 implements MigrationInterface {
  readonly name = 'Safety1793700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
ALTER TABLE capacity_check ADD COLUMN at_least text[] NOT NULL DEFAULT '{}';

ALTER TABLE clearance ADD COLUMN sign text;
ALTER TABLE clearance ALTER COLUMN fact DROP NOT NULL;
ALTER TABLE clearance ADD CONSTRAINT clearance_about_check CHECK (num_nonnulls(sign, fact) > 0);

ALTER TABLE sitting ADD COLUMN signs_taken_back jsonb NOT NULL DEFAULT '[]';
ALTER TABLE sitting ADD COLUMN recorded_at timestamptz;
ALTER TABLE sitting ADD COLUMN confirmed boolean NOT NULL DEFAULT true;
UPDATE sitting SET recorded_at = started_at + led_millis * interval '1 millisecond' WHERE led_millis IS NOT NULL;

CREATE TABLE approval (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  "of" jsonb NOT NULL,
  "by" text NOT NULL,
  given_on date NOT NULL,
  note text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  withdrawn_at timestamptz,
  CONSTRAINT approval_pk PRIMARY KEY (id)
);
CREATE INDEX approval_of_student_index ON approval (student_id, given_on);
ALTER TABLE approval ADD CONSTRAINT approval_instructor_fk ${INSTRUCTOR_FK};
ALTER TABLE approval ADD CONSTRAINT approval_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;

UPDATE instructor SET conventions = '{"approvals": "usual"}' || conventions;
UPDATE sitting SET led = jsonb_set(led, '{conventions}', '{"approvals": "usual"}' || (led->'conventions'))
 WHERE led ? 'conventions';
UPDATE home_practice SET conventions = '{"approvals": "usual"}' || conventions;
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
UPDATE home_practice SET conventions = conventions - 'approvals';
UPDATE sitting SET led = jsonb_set(led, '{conventions}', (led->'conventions') - 'approvals') WHERE led ? 'conventions';
UPDATE instructor SET conventions = conventions - 'approvals';
DROP TABLE approval;
ALTER TABLE sitting DROP COLUMN confirmed;
ALTER TABLE sitting DROP COLUMN recorded_at;
ALTER TABLE sitting DROP COLUMN signs_taken_back;
ALTER TABLE clearance DROP CONSTRAINT clearance_about_check;
DELETE FROM clearance WHERE fact IS NULL;
ALTER TABLE clearance ALTER COLUMN fact SET NOT NULL;
ALTER TABLE clearance DROP COLUMN sign;
ALTER TABLE capacity_check DROP COLUMN at_least;
`);
  }
}
