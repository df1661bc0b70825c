import type { MigrationInterface, QueryRunner } from 'typeorm';

/** An instructor's own recordings of cues and words, each once. */
export class OwnVoice1795800000000 implements MigrationInterface {
  readonly name = 'OwnVoice1795800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
CREATE TABLE voice_clip (
  id uuid NOT NULL CONSTRAINT voice_clip_pk PRIMARY KEY,
  instructor_id uuid NOT NULL CONSTRAINT voice_clip_instructor_fk REFERENCES instructor (id) ON DELETE CASCADE,
  words text NOT NULL,
  samples bytea NOT NULL,
  length integer NOT NULL,
  CONSTRAINT voice_clip_words_unique UNIQUE (instructor_id, words)
)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE voice_clip');
  }
}
