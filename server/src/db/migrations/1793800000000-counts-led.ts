import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What was led round by round, where ramps or easings changed it; and what every look at Today asks for is found at once. */
export class CountsLed1793800000000 implements MigrationInterface {
  readonly name = 'CountsLed1793800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
ALTER TABLE sitting_passage ADD COLUMN counts_led jsonb;
CREATE INDEX sitting_unfinished_index ON sitting (instructor_id) WHERE outcome IS NULL;
CREATE INDEX sitting_unconfirmed_index ON sitting (student_id) WHERE NOT confirmed;
CREATE INDEX sitting_signs_index ON sitting (instructor_id, student_id) WHERE signs <> '{}';`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
DROP INDEX sitting_signs_index;
DROP INDEX sitting_unconfirmed_index;
DROP INDEX sitting_unfinished_index;
ALTER TABLE sitting_passage DROP COLUMN counts_led;`);
  }
}
