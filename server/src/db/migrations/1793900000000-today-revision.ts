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

const eachTrigger = (
  tables: readonly string[],
  sql: (name: string, table: string, event: string, rows: string) => string,
): string =>
  tables
    .flatMap((table) => EVENTS.map(([event, rows]) => sql(`${table}_${event}_today`, table, event, rows)))
    .join('\n');

/** Triggers that count the revision of Today up with every change of some tables. */
export const watchForToday = (tables: readonly string[]): string =>
  eachTrigger(
    tables,
    (name, table, event, rows) => `
CREATE TRIGGER ${name} AFTER ${event.toUpperCase()} ON ${table}
  REFERENCING ${rows} TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_today_revision();`,
  );

export const unwatchForToday = (tables: readonly string[]): string =>
  eachTrigger(tables, (name, table) => `DROP TRIGGER ${name} ON ${table};`);

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
${watchForToday(OF_TODAY)}`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
${unwatchForToday(OF_TODAY)}
DROP FUNCTION count_today_revision;
ALTER TABLE instructor DROP COLUMN today_revision;`);
  }
}
