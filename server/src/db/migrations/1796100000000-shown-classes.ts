import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Classes as their second screens show them. */
export class ShownClasses1796100000000 implements MigrationInterface {
  readonly name = 'ShownClasses1796100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
CREATE TABLE class_shown (
  id uuid NOT NULL CONSTRAINT class_shown_pk PRIMARY KEY
    CONSTRAINT class_shown_class_group_fk REFERENCES class_group (id) ON DELETE CASCADE,
  instructor_id uuid NOT NULL CONSTRAINT class_shown_instructor_fk REFERENCES instructor (id) ON DELETE CASCADE,
  run jsonb NOT NULL,
  names jsonb NOT NULL,
  place jsonb,
  version integer NOT NULL DEFAULT 1,
  told_at timestamptz NOT NULL
);
CREATE INDEX class_shown_told_index ON class_shown (told_at);`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE class_shown;');
  }
}
