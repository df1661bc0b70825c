import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Accounts, students with their capacity and paper screening, sessions, sittings. */
export class FirstSlice1790000000000 implements MigrationInterface {
  readonly name = 'FirstSlice1790000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(CREATE);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `DROP TABLE web_session, sitting_passage, sitting, technique_variant, session, paper_screening, capacity_check, student_fact, student, instructor`,
    );
    await runner.query('DROP FUNCTION count_students_revision');
  }
}

/** The tables that the list of students is made from. */
const LISTED = ['student', 'capacity_check', 'paper_screening', 'sitting_passage'];

const revisionTriggers = (table: string): string =>
  [
    ['insert', 'NEW'],
    ['update', 'NEW'],
    ['delete', 'OLD'],
  ]
    .map(
      ([event = '', rows = '']) => `
CREATE TRIGGER ${table}_${event}_revision AFTER ${event.toUpperCase()} ON ${table}
  REFERENCING ${rows} TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_students_revision();`,
    )
    .join('');

const CREATE = `
CREATE TABLE instructor (
  id uuid NOT NULL,
  email text NOT NULL,
  password_hash text NOT NULL,
  name text NOT NULL,
  naming text NOT NULL,
  time_zone text NOT NULL,
  emergency_number text NOT NULL,
  conventions jsonb NOT NULL,
  students_revision bigint NOT NULL DEFAULT 0,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT instructor_email_unique UNIQUE (email),
  CONSTRAINT instructor_naming_check CHECK (naming IN ('plain', 'diacritic', 'english')),
  CONSTRAINT instructor_pk PRIMARY KEY (id)
);

CREATE TABLE student (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  version integer NOT NULL DEFAULT 1,
  name text NOT NULL,
  birth_year integer NOT NULL,
  hand text NOT NULL,
  tongue_rolls boolean,
  experienced boolean NOT NULL DEFAULT false,
  note text NOT NULL,
  archived_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT student_hand_check CHECK (hand IN ('left', 'right')),
  CONSTRAINT student_birth_year_check CHECK (birth_year BETWEEN 1900 AND 2100),
  CONSTRAINT student_pk PRIMARY KEY (id)
);

CREATE INDEX student_list_index ON student (instructor_id, name);

CREATE TABLE student_fact (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  fact text NOT NULL,
  since date,
  until date,
  due date,
  note text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT student_fact_order_check CHECK (until >= since),
  CONSTRAINT student_fact_pk PRIMARY KEY (id)
);

CREATE INDEX student_fact_of_student_index ON student_fact (student_id, created_at);

CREATE TABLE capacity_check (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  checked_on date NOT NULL,
  inhale double precision NOT NULL,
  exhale double precision NOT NULL,
  hold double precision,
  empty_hold double precision,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT capacity_check_above_zero CHECK (inhale > 0 AND exhale > 0 AND hold > 0 AND empty_hold > 0),
  CONSTRAINT capacity_check_pk PRIMARY KEY (id)
);

CREATE INDEX capacity_check_newest_index ON capacity_check (student_id, checked_on, created_at);

CREATE TABLE paper_screening (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  screened_on date NOT NULL,
  note text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT paper_screening_pk PRIMARY KEY (id)
);

CREATE INDEX paper_screening_newest_index ON paper_screening (student_id, screened_on, created_at);

CREATE TABLE session (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  version integer NOT NULL DEFAULT 1,
  document jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL,
  CONSTRAINT session_pk PRIMARY KEY (id)
);

CREATE INDEX session_list_index ON session (instructor_id, updated_at);

CREATE INDEX session_of_student_index ON session (student_id, updated_at);

CREATE TABLE technique_variant (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  version integer NOT NULL DEFAULT 1,
  name text NOT NULL,
  document jsonb NOT NULL,
  archived_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT technique_variant_name_unique UNIQUE (instructor_id, name),
  CONSTRAINT technique_variant_pk PRIMARY KEY (id)
);

CREATE TABLE sitting (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  session_id uuid,
  version integer NOT NULL DEFAULT 1,
  started_at timestamptz NOT NULL,
  led jsonb NOT NULL,
  outcome text,
  led_millis integer,
  pauses integer,
  signs text array,
  effort smallint,
  note text NOT NULL,
  CONSTRAINT sitting_effort_check CHECK (effort BETWEEN 0 AND 10),
  CONSTRAINT sitting_outcome_check CHECK (outcome IN ('finished', 'stopped')),
  CONSTRAINT sitting_record_whole_check CHECK (num_nulls(outcome, led_millis, pauses, signs) IN (0, 4)),
  CONSTRAINT sitting_pk PRIMARY KEY (id)
);

CREATE INDEX sitting_list_index ON sitting (instructor_id, started_at);

CREATE INDEX sitting_of_student_index ON sitting (student_id, started_at);

CREATE TABLE sitting_passage (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  sitting_id uuid NOT NULL,
  position integer NOT NULL,
  kind text NOT NULL,
  passage_id uuid NOT NULL,
  technique text NOT NULL,
  inhale double precision,
  internal_hold double precision,
  exhale double precision,
  external_hold double precision,
  pace integer,
  cycles_per_round integer,
  cycles_planned integer,
  cycles_done integer,
  easings jsonb,
  open_holds jsonb,
  turns jsonb,
  seconds_planned double precision,
  seconds_done double precision,
  CONSTRAINT sitting_passage_position_unique UNIQUE (sitting_id, position),
  CONSTRAINT sitting_passage_kind_check CHECK (CASE kind WHEN 'counted' THEN num_nulls(inhale, internal_hold, exhale, external_hold, pace, cycles_per_round, cycles_planned, cycles_done, easings, open_holds, seconds_planned, seconds_done) = 0 WHEN 'strokes' THEN num_nulls(cycles_per_round, cycles_planned, cycles_done, turns) = 0 WHEN 'natural' THEN num_nulls(seconds_planned, seconds_done) = 0 ELSE false END),
  CONSTRAINT sitting_passage_pk PRIMARY KEY (id)
);

CREATE TABLE web_session (
  sid character varying NOT NULL,
  sess json NOT NULL,
  expire TIMESTAMP(6) NOT NULL,
  CONSTRAINT web_session_pk PRIMARY KEY (sid)
);

CREATE INDEX web_session_expire_index ON web_session (expire);

ALTER TABLE student ADD CONSTRAINT student_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE student_fact ADD CONSTRAINT student_fact_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE student_fact ADD CONSTRAINT student_fact_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;

ALTER TABLE capacity_check ADD CONSTRAINT capacity_check_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE capacity_check ADD CONSTRAINT capacity_check_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;

ALTER TABLE paper_screening ADD CONSTRAINT paper_screening_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE paper_screening ADD CONSTRAINT paper_screening_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;

ALTER TABLE session ADD CONSTRAINT session_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE session ADD CONSTRAINT session_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;

ALTER TABLE technique_variant ADD CONSTRAINT technique_variant_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE sitting ADD CONSTRAINT sitting_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE sitting ADD CONSTRAINT sitting_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;

ALTER TABLE sitting ADD CONSTRAINT sitting_session_fk
  FOREIGN KEY (session_id) REFERENCES session(id) ON DELETE SET NULL;

ALTER TABLE sitting_passage ADD CONSTRAINT sitting_passage_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;

ALTER TABLE sitting_passage ADD CONSTRAINT sitting_passage_sitting_fk
  FOREIGN KEY (sitting_id) REFERENCES sitting(id) ON DELETE CASCADE;

-- The list of students shows students, their newest capacity and screening, and their number of sittings: whatever
-- changes one of these counts the revision up, once for a statement, however it was written.
CREATE FUNCTION count_students_revision() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE instructor SET students_revision = students_revision + 1
   WHERE id IN (SELECT DISTINCT instructor_id FROM changed);
  RETURN NULL;
END $$;

${LISTED.map(revisionTriggers).join('')}
`;
