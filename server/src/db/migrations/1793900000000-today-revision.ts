import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The tables that Today is made from; a spec holds them beside what is really read for it. */
export const OF_TODAY = [
  'student',
  'capacity_check',
  'clearance',
  'day_check',
  'sitting',
  'sitting_passage',
  'ladder',
  'rung_decision',
  'home_report',
] as const;

const EVENTS = [
  ['insert', 'NEW'],
  ['update', 'NEW'],
  ['delete', 'OLD'],
] as const;

const eachTrigger = (sql: (name: string, table: string, event: string, rows: string) => string): string =>
  OF_TODAY.flatMap((table) =>
    EVENTS.map(([event, rows]) => sql(`${table}_${event}_today`, table, event, rows)),
  ).join('\n');

/** Whatever changes what Today says counts its revision up, once for a statement, however it was written. */
export class TodayRevision1793900000000 implements MigrationInterface {
  readonly name = 'TodayRevision1793900000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
ALTER TABLE instructor ADD COLUMN today_revision bigint NOT NULL DEFAULT 0;
CREATE FUNCTION count_today_revision() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE instructor SET today_revision = today_revision + 1
   WHERE id IN (SELECT DISTINCT instructor_id FROM changed);
  RETURN NULL;
END $$;
${eachTrigger(
  (name, table, event, rows) => `
CREATE TRIGGER ${name} AFTER ${event.toUpperCase()} ON ${table}
  REFERENCING ${rows} TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_today_revision();`,
)}`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
${eachTrigger((name, table) => `DROP TRIGGER ${name} ON ${table};`)}
DROP FUNCTION count_today_revision;
ALTER TABLE instructor DROP COLUMN today_revision;`);
  }
}
