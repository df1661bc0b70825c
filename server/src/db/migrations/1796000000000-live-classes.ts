import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Classes that phones follow, the phones, and codes that were none. */
export class LiveClasses1796000000000 implements MigrationInterface {
  readonly name = 'LiveClasses1796000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
CREATE TABLE class_leading (
  id uuid NOT NULL CONSTRAINT class_leading_pk PRIMARY KEY,
  instructor_id uuid NOT NULL CONSTRAINT class_leading_instructor_fk REFERENCES instructor (id) ON DELETE CASCADE,
  class_group_id uuid NOT NULL CONSTRAINT class_leading_class_group_fk REFERENCES class_group (id) ON DELETE CASCADE,
  code text CONSTRAINT class_leading_code_unique UNIQUE,
  people jsonb NOT NULL,
  lanes jsonb NOT NULL,
  place jsonb,
  version integer NOT NULL DEFAULT 1,
  opened_at timestamptz NOT NULL,
  leader_seen_at timestamptz NOT NULL,
  ended_at timestamptz
);
CREATE INDEX class_leading_seen_index ON class_leading (leader_seen_at);
CREATE TABLE class_phone (
  id uuid NOT NULL CONSTRAINT class_phone_pk PRIMARY KEY,
  instructor_id uuid NOT NULL CONSTRAINT class_phone_instructor_fk REFERENCES instructor (id) ON DELETE CASCADE,
  class_leading_id uuid NOT NULL CONSTRAINT class_phone_class_leading_fk REFERENCES class_leading (id) ON DELETE CASCADE,
  token_hash text NOT NULL CONSTRAINT class_phone_token_unique UNIQUE,
  person text,
  falls_in double precision,
  seen_at timestamptz NOT NULL,
  hand boolean NOT NULL DEFAULT false,
  wish jsonb,
  said text NOT NULL DEFAULT '',
  effort smallint CONSTRAINT class_phone_effort_check CHECK (effort BETWEEN 0 AND 10),
  signs text[] NOT NULL DEFAULT '{}',
  told_at timestamptz,
  recorded boolean NOT NULL DEFAULT false
);
CREATE INDEX class_phone_of_leading_index ON class_phone (class_leading_id);
CREATE TABLE join_try (
  id uuid NOT NULL CONSTRAINT join_try_pk PRIMARY KEY,
  address text NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX join_try_index ON join_try (address, at);`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE join_try; DROP TABLE class_phone; DROP TABLE class_leading;');
  }
}
