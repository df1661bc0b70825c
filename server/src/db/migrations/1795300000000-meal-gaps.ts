import type { MigrationInterface, QueryRunner } from 'typeorm';

const ADDED = `'{"mealGapForceful": "4-hours", "mealGapGeneral": "3-hours"}'`;
const without = (conventions: string): string => `${conventions} - 'mealGapForceful' - 'mealGapGeneral'`;

/** How long forceful strokes and other practice wait after a meal is a convention of its own each. */
export class MealGaps1795300000000 implements MigrationInterface {
  readonly name = 'MealGaps1795300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
UPDATE instructor SET conventions = ${ADDED} || conventions;
UPDATE sitting SET led = jsonb_set(led, '{conventions}', ${ADDED} || (led->'conventions')) WHERE led ? 'conventions';
UPDATE home_practice SET conventions = ${ADDED} || conventions;
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
UPDATE home_practice SET conventions = ${without('conventions')};
UPDATE sitting SET led = jsonb_set(led, '{conventions}', ${without("(led->'conventions')")}) WHERE led ? 'conventions';
UPDATE instructor SET conventions = ${without('conventions')};
`);
  }
}
