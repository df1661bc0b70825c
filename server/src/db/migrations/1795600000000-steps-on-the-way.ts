import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A sitting tells what was done on the way. A jerky breath is a sign of strain: it is no stop sign any more. */
export class StepsOnTheWay1795600000000 implements MigrationInterface {
  readonly name = 'StepsOnTheWay1795600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting ADD COLUMN added jsonb, ADD COLUMN log jsonb');
    await runner.query(`
      UPDATE sitting SET
        signs = array_remove(signs, 'jerky-breath'),
        log = (SELECT jsonb_build_array(jsonb_build_object('at', led_millis, 'passageId', passage.passage_id,
                        'round', null, 'what', 'jerky-breath'))
                 FROM sitting_passage passage WHERE passage.sitting_id = sitting.id
                ORDER BY passage.position DESC LIMIT 1)
       WHERE 'jerky-breath' = ANY (signs)`);
    await runner.query(`
      UPDATE sitting SET signs_taken_back = (
        SELECT coalesce(jsonb_agg(back), '[]') FROM jsonb_array_elements(signs_taken_back) back
         WHERE back->>'sign' <> 'jerky-breath')
       WHERE signs_taken_back @> '[{"sign": "jerky-breath"}]'`);
    await runner.query(`
      UPDATE sitting_correction SET record = jsonb_set(record, '{signs}', (record->'signs') - 'jerky-breath')
       WHERE record->'signs' ? 'jerky-breath'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sitting DROP COLUMN added, DROP COLUMN log');
  }
}
