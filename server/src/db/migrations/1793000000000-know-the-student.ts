import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Intake, day checks, clearances, overrulings, the audit trail; capacity checks with their tries. The screening on paper,
 * a stop-gap, becomes the day on which the health was asked.
 */
export class KnowTheStudent1793000000000 implements MigrationInterface {
  readonly name = 'KnowTheStudent1793000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(UP);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(DOWN);
  }
}

const UP = `
ALTER TABLE student
  ALTER COLUMN birth_year DROP NOT NULL,
  ADD COLUMN seats text array NOT NULL DEFAULT '{}',
  ADD COLUMN goals text array NOT NULL DEFAULT '{}',
  ADD COLUMN guardian text NOT NULL DEFAULT '',
  ADD COLUMN consent_on date,
  ADD COLUMN health_asked_on date,
  ADD COLUMN comfort jsonb;

UPDATE student SET health_asked_on = newest.day
  FROM (SELECT student_id, max(screened_on) AS day FROM paper_screening GROUP BY student_id) AS newest
 WHERE newest.student_id = student.id;

UPDATE student SET note = note || E'\\n' || kept.notes
  FROM (SELECT student_id, string_agg('Screened on paper ' || screened_on || ': ' || note, E'\\n' ORDER BY screened_on) AS notes
          FROM paper_screening WHERE note <> '' GROUP BY student_id) AS kept
 WHERE kept.student_id = student.id;

DROP TABLE paper_screening;

ALTER TABLE capacity_check
  ADD COLUMN tries jsonb,
  ADD COLUMN resting_rate double precision,
  ADD COLUMN freer_nostril text,
  ADD COLUMN strokes integer,
  ADD CONSTRAINT capacity_check_rate_check CHECK (resting_rate > 0 AND strokes > 0),
  ADD CONSTRAINT capacity_check_freer_check CHECK (freer_nostril IN ('left', 'right', 'even'));

CREATE TABLE day_check (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  day date NOT NULL,
  checked_at timestamptz NOT NULL,
  facts text array NOT NULL,
  last_meal_at timestamptz,
  freer_nostril text,
  sleep text,
  calm smallint,
  alert smallint,
  mood smallint,
  pulse smallint,
  note text NOT NULL,
  CONSTRAINT day_check_feelings_check CHECK (calm BETWEEN 0 AND 10 AND alert BETWEEN 0 AND 10 AND mood BETWEEN 0 AND 10),
  CONSTRAINT day_check_freer_check CHECK (freer_nostril IN ('left', 'right', 'even')),
  CONSTRAINT day_check_sleep_check CHECK (sleep IN ('short', 'fair', 'good')),
  CONSTRAINT day_check_pk PRIMARY KEY (id)
);

CREATE INDEX day_check_newest_index ON day_check (student_id, checked_at);

CREATE TABLE clearance (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  version integer NOT NULL DEFAULT 1,
  clinician text NOT NULL,
  given_on date NOT NULL,
  until date NOT NULL,
  fact text NOT NULL,
  scope text NOT NULL,
  up_to double precision,
  withdrawn_on date,
  note text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT clearance_order_check CHECK (until >= given_on),
  CONSTRAINT clearance_pk PRIMARY KEY (id)
);

CREATE INDEX clearance_of_student_index ON clearance (student_id, until);

CREATE TABLE finding_override (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  session_id uuid NOT NULL,
  kind text NOT NULL,
  rule text NOT NULL,
  passage_id uuid,
  value double precision NOT NULL,
  reason text NOT NULL,
  made_at timestamptz NOT NULL,
  withdrawn_at timestamptz,
  CONSTRAINT finding_override_kind_check CHECK (kind IN ('overruled', 'acknowledged')),
  CONSTRAINT finding_override_reason_check CHECK (kind = 'acknowledged' OR reason <> ''),
  CONSTRAINT finding_override_pk PRIMARY KEY (id)
);

CREATE INDEX finding_override_of_session_index ON finding_override (session_id, made_at);

CREATE TABLE audit_event (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid,
  at timestamptz NOT NULL,
  kind text NOT NULL,
  detail jsonb NOT NULL,
  CONSTRAINT audit_event_pk PRIMARY KEY (id)
);

CREATE INDEX audit_event_of_student_index ON audit_event (instructor_id, student_id, at);

ALTER TABLE day_check ADD CONSTRAINT day_check_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE day_check ADD CONSTRAINT day_check_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;
ALTER TABLE clearance ADD CONSTRAINT clearance_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE clearance ADD CONSTRAINT clearance_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;
ALTER TABLE finding_override ADD CONSTRAINT finding_override_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE finding_override ADD CONSTRAINT finding_override_session_fk
  FOREIGN KEY (session_id) REFERENCES session(id) ON DELETE CASCADE;
ALTER TABLE audit_event ADD CONSTRAINT audit_event_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE audit_event ADD CONSTRAINT audit_event_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE SET NULL;

-- What was known on the day is part of what was led.
UPDATE sitting SET led = led || '{"dayCheck": null, "findings": []}';
`;

const DOWN = `
UPDATE sitting SET led = led - 'dayCheck' - 'findings';
DROP TABLE audit_event, finding_override, clearance, day_check;

ALTER TABLE capacity_check
  DROP CONSTRAINT capacity_check_rate_check,
  DROP CONSTRAINT capacity_check_freer_check,
  DROP COLUMN tries,
  DROP COLUMN resting_rate,
  DROP COLUMN freer_nostril,
  DROP COLUMN strokes;

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
ALTER TABLE paper_screening ADD CONSTRAINT paper_screening_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE paper_screening ADD CONSTRAINT paper_screening_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;

INSERT INTO paper_screening (id, instructor_id, student_id, screened_on, note)
  SELECT gen_random_uuid(), instructor_id, id, health_asked_on, '' FROM student WHERE health_asked_on IS NOT NULL;

CREATE TRIGGER paper_screening_insert_revision AFTER INSERT ON paper_screening
  REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_students_revision();
CREATE TRIGGER paper_screening_update_revision AFTER UPDATE ON paper_screening
  REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_students_revision();
CREATE TRIGGER paper_screening_delete_revision AFTER DELETE ON paper_screening
  REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_students_revision();

-- A year of birth is asked for here: who has none cannot be kept as they are.
UPDATE student SET birth_year = 1900 WHERE birth_year IS NULL;
ALTER TABLE student
  ALTER COLUMN birth_year SET NOT NULL,
  DROP COLUMN seats,
  DROP COLUMN goals,
  DROP COLUMN guardian,
  DROP COLUMN consent_on,
  DROP COLUMN health_asked_on,
  DROP COLUMN comfort;
`;
