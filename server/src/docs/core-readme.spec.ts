import fs from 'node:fs';
import * as core from '@nuvrah/core';

const README = new URL('../../../core/README.md', import.meta.url);

/** The examples of the README: each block with the expressions whose values it promises. */
function examples(): { title: string; code: string }[] {
  const text = fs.readFileSync(README, 'utf8');
  return [...text.matchAll(/^## (.+)$([\s\S]*?)(?=^## |(?![\s\S]))/gm)].flatMap(
    ([, title = '', section = '']) =>
      [...section.matchAll(/```ts\n([\s\S]*?)```/g)].map(([, code = '']) => ({ title, code })),
  );
}

/** Runs a block with all of core in scope; answers what each promised expression gave beside what was promised. */
function runExample(code: string): { promised: unknown; given: unknown }[] {
  const results: { promised: unknown; given: unknown }[] = [];
  const body = code.replace(
    /^(.*); \/\/ → (.*)$/gm,
    (_, expression: string, value: string) => `results.push({ promised: ${value}, given: ${expression} });`,
  );
  // The block is text of this repository, run in the tests alone.
  const run = new Function('results', ...Object.keys(core), body) as (...values: unknown[]) => void;
  run(results, ...Object.values(core));
  return results.map(({ promised, given }) => ({
    promised,
    given: JSON.parse(JSON.stringify(given)) as unknown,
  }));
}

describe('the README of core', () => {
  it('has examples', () => expect(examples().length).toBeGreaterThan(5));

  for (const { title, code } of examples()) {
    it(`is true about ${title}`, () => {
      const results = runExample(code);
      expect(results.length).toBeGreaterThan(0);
      for (const { promised, given } of results) expect(given).toEqual(promised);
    });
  }
});
