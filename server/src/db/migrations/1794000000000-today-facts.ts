import type { MigrationInterface, QueryRunner } from 'typeorm';
import { OF_TODAY, watchForToday, unwatchForToday } from './1793900000000-today-revision.js';

/** What Today tells of those who come besides: what is true of them, and what their session is called. */
const MORE = ['student_fact', 'session'] as const;

/** The tables that Today is made from; a spec holds them beside what is really read for it. */
export const READ_FOR_TODAY: readonly string[] = [...OF_TODAY, ...MORE];

/** Facts and sessions count the revision of Today up as well. */
export class TodayFacts1794000000000 implements MigrationInterface {
  readonly name = 'TodayFacts1794000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(watchForToday(MORE));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(unwatchForToday(MORE));
  }
}
