import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A key is the only text in quotation marks before a colon: within text they are written after a backslash. */
const renamedIn = (document: string, from: string, to: string): string =>
  `replace((${document})::text, '"${from}": ', '"${to}": ')::jsonb`;

/** Variants of techniques call it by its new name already, also those that stand beside what was led. */
const renamed = (from: string, to: string): string => `
UPDATE session SET document = ${renamedIn('document', from, to)};
UPDATE session_version SET document = ${renamedIn('document', from, to)};
UPDATE home_practice SET session = ${renamedIn('session', from, to)};
UPDATE sitting SET led = jsonb_set(led, '{session}', ${renamedIn("led->'session'", from, to)}) WHERE led ? 'session';
DELETE FROM class_shown;`;

/**
 * What goes with the breath of a passage is called by one name in documents and code. A class that is shown on a second screen
 * just now is told anew by its leader.
 */
export class BreathModifiers1796200000000 implements MigrationInterface {
  readonly name = 'BreathModifiers1796200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(renamed('dressing', 'modifiers'));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(renamed('modifiers', 'dressing'));
  }
}
