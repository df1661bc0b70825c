import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Ages in the ids of rules, before and after. */
const NAMES = [
  ['from-8', 'age-8-11'],
  ['from-12', 'age-12-17'],
  ['from-16', 'age-16-17'],
  ['from-65', 'age-65-and-older'],
] as const;

const renamed = (from: string, to: string): string => `
UPDATE finding_override SET rule = '${to}/' || substr(rule, ${from.length + 2}) WHERE rule LIKE '${from}/%';
UPDATE sitting SET led = replace(led::text, '"rule": "${from}/', '"rule": "${to}/')::jsonb
 WHERE led::text LIKE '%"rule": "${from}/%';`;

/** Rules about ages say from when to when; what was decided by their ids goes with them. */
export class RuleNames1795200000000 implements MigrationInterface {
  readonly name = 'RuleNames1795200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(NAMES.map(([before, after]) => renamed(before, after)).join(''));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(NAMES.map(([before, after]) => renamed(after, before)).join(''));
  }
}
