import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Where a sitting was, private links for practice at home, what they gave and what was reported by them. */
export class HomePractice1793600000000 implements MigrationInterface {
  readonly name = 'HomePractice1793600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
ALTER TABLE sitting ADD COLUMN place text NOT NULL DEFAULT 'with-instructor';
ALTER TABLE sitting ADD CONSTRAINT sitting_place_check CHECK (place IN ('with-instructor', 'home', 'class'));

CREATE TABLE share_link (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  student_id uuid NOT NULL,
  session_id uuid NOT NULL,
  token_hash text NOT NULL,
  called text NOT NULL,
  made_at timestamptz NOT NULL,
  expires_on date NOT NULL,
  revoked_at timestamptz,
  opened_at timestamptz,
  CONSTRAINT share_link_token_unique UNIQUE (token_hash),
  CONSTRAINT share_link_pk PRIMARY KEY (id)
);
CREATE INDEX share_link_of_student_index ON share_link (student_id, made_at);
ALTER TABLE share_link ADD CONSTRAINT share_link_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE share_link ADD CONSTRAINT share_link_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;
ALTER TABLE share_link ADD CONSTRAINT share_link_session_fk
  FOREIGN KEY (session_id) REFERENCES session(id) ON DELETE CASCADE;

CREATE TABLE home_practice (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  share_link_id uuid NOT NULL,
  version integer NOT NULL,
  session jsonb NOT NULL,
  conventions jsonb NOT NULL,
  hand text NOT NULL,
  variants jsonb NOT NULL,
  given_at timestamptz NOT NULL,
  CONSTRAINT home_practice_hand_check CHECK (hand IN ('left', 'right')),
  CONSTRAINT home_practice_pk PRIMARY KEY (id)
);
CREATE INDEX home_practice_of_link_index ON home_practice (share_link_id, given_at);
ALTER TABLE home_practice ADD CONSTRAINT home_practice_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE home_practice ADD CONSTRAINT home_practice_share_link_fk
  FOREIGN KEY (share_link_id) REFERENCES share_link(id) ON DELETE CASCADE;

CREATE TABLE home_report (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  share_link_id uuid NOT NULL,
  home_practice_id uuid NOT NULL,
  sitting_id uuid NOT NULL,
  received_at timestamptz NOT NULL,
  CONSTRAINT home_report_of_sitting_unique UNIQUE (sitting_id),
  CONSTRAINT home_report_pk PRIMARY KEY (id)
);
CREATE INDEX home_report_of_link_index ON home_report (share_link_id);
ALTER TABLE home_report ADD CONSTRAINT home_report_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE home_report ADD CONSTRAINT home_report_share_link_fk
  FOREIGN KEY (share_link_id) REFERENCES share_link(id) ON DELETE CASCADE;
ALTER TABLE home_report ADD CONSTRAINT home_report_home_practice_fk
  FOREIGN KEY (home_practice_id) REFERENCES home_practice(id) ON DELETE CASCADE;
ALTER TABLE home_report ADD CONSTRAINT home_report_sitting_fk
  FOREIGN KEY (sitting_id) REFERENCES sitting(id) ON DELETE CASCADE;
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
DROP TABLE home_report;
DROP TABLE home_practice;
DROP TABLE share_link;
ALTER TABLE sitting DROP COLUMN place;
`);
  }
}
