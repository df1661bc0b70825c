import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Where the instructor works, and the times of day of each sitting of a plan. */
export class PracticeCalendar1793500000000 implements MigrationInterface {
  readonly name = 'PracticeCalendar1793500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
ALTER TABLE instructor ADD COLUMN place jsonb;
UPDATE ladder SET plan = jsonb_build_object(
  'weekdays', plan->'weekdays',
  'sittings', (SELECT jsonb_agg(jsonb_build_object(
                        'time', jsonb_build_object('kind', 'clock', 'at', (ARRAY['06:30', '18:00', '12:00', '21:00'])[n]),
                        'sessionId', NULL) ORDER BY n)
                 FROM generate_series(1, (plan->>'sittingsADay')::int) n));
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
UPDATE ladder SET plan = jsonb_build_object(
  'weekdays', plan->'weekdays', 'sittingsADay', jsonb_array_length(plan->'sittings'));
ALTER TABLE instructor DROP COLUMN place;
`);
  }
}
