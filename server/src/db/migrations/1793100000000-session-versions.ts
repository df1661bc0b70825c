import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Earlier versions of sessions, to be looked at and brought back. */
export class SessionVersions1793100000000 implements MigrationInterface {
  readonly name = 'SessionVersions1793100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
CREATE TABLE session_version (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  session_id uuid NOT NULL,
  version integer NOT NULL,
  document jsonb NOT NULL,
  saved_at timestamptz NOT NULL,
  CONSTRAINT session_version_number_unique UNIQUE (session_id, version),
  CONSTRAINT session_version_pk PRIMARY KEY (id)
);
ALTER TABLE session_version ADD CONSTRAINT session_version_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE session_version ADD CONSTRAINT session_version_session_fk
  FOREIGN KEY (session_id) REFERENCES session(id) ON DELETE CASCADE;
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE session_version');
  }
}
