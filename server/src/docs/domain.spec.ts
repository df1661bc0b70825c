import fs from 'node:fs';
import path from 'node:path';
import { rulesToMarkdown } from '@nuvrah/core';

const ROOT = new URL('../../../', import.meta.url);
const DOCUMENT = fs.readFileSync(new URL('docs/domain.md', ROOT), 'utf8');

/** Every source file of the four workspaces. */
const sources = (): string[] =>
  ['core', 'contract', 'server', 'web'].flatMap((name) =>
    fs
      .readdirSync(new URL(`${name}/src/`, ROOT), { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.ts'))
      .map((file) => path.join(new URL(`${name}/src/`, ROOT).pathname, file)),
  );

/** A table with its padding taken out: how wide a column is drawn says nothing. */
const cells = (table: string): string[] =>
  table
    .split('\n')
    .filter((line) => line.startsWith('|') && !/^\|[\s|-]*$/.test(line))
    .map((line) =>
      line
        .split('|')
        .map((cell) => cell.trim())
        .join('|'),
    );

describe('the document of the domain', () => {
  it('has every rule as screening reads it (node scripts/rule-table.mjs writes them anew)', () => {
    const [, written = ''] = /<!-- rules:[^\n]*-->([\s\S]*)<!-- end of rules -->/.exec(DOCUMENT) ?? [];
    expect(cells(written)).toEqual(cells(rulesToMarkdown()));
  });

  it('has every section that a comment names', () => {
    const sections = new Set([...DOCUMENT.matchAll(/^## (\d+)\./gm)].map(([, number]) => number));
    const missing = sources().flatMap((file) =>
      [...fs.readFileSync(file, 'utf8').matchAll(/\bDomain:? (\d+|")/g)]
        .filter(([, number]) => !sections.has(number))
        .map(([named]) => `${path.basename(file)}: ${named}`),
    );
    expect(missing).toEqual([]);
  });
});
