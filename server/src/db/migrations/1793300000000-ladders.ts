import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Ladders, and what was decided on their rungs. */
export class Ladders1793300000000 implements MigrationInterface {
  readonly name = 'Ladders1793300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
CREATE TABLE ladder (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  session_id uuid,
  passage_id uuid NOT NULL,
  version integer NOT NULL DEFAULT 1,
  technique text NOT NULL,
  pace integer NOT NULL,
  school text NOT NULL,
  rungs jsonb NOT NULL,
  at integer NOT NULL,
  since timestamptz NOT NULL,
  gate jsonb NOT NULL,
  plan jsonb NOT NULL,
  wished date,
  begun jsonb NOT NULL,
  ended_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT ladder_at_check CHECK (at >= 0 AND at < jsonb_array_length(rungs)),
  CONSTRAINT ladder_pk PRIMARY KEY (id)
);
ALTER TABLE ladder ADD CONSTRAINT ladder_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE ladder ADD CONSTRAINT ladder_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;
ALTER TABLE ladder ADD CONSTRAINT ladder_session_fk
  FOREIGN KEY (session_id) REFERENCES session(id) ON DELETE SET NULL;
CREATE INDEX ladder_of_student_index ON ladder (instructor_id, student_id, created_at);
CREATE TABLE rung_decision (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  ladder_id uuid NOT NULL,
  made_at timestamptz NOT NULL,
  rung integer NOT NULL,
  rule jsonb NOT NULL,
  step text NOT NULL,
  reason text NOT NULL,
  CONSTRAINT rung_decision_pk PRIMARY KEY (id)
);
ALTER TABLE rung_decision ADD CONSTRAINT rung_decision_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE rung_decision ADD CONSTRAINT rung_decision_ladder_fk
  FOREIGN KEY (ladder_id) REFERENCES ladder(id) ON DELETE CASCADE;
CREATE INDEX rung_decision_of_ladder_index ON rung_decision (ladder_id, made_at);
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE rung_decision; DROP TABLE ladder;');
  }
}
