import { newSession } from '@nuvrah/core';
import { ids, storedSession } from '../../testing/fixtures';
import { passesFilter, inOrder, type SessionFilter } from './session-filter';

const ALL: SessionFilter = { find: '', owner: '', tag: '', archived: false };
const names = new Map([[ids.student, 'Hesper Vane']]);
const titled = (title: string, change = {}) => ({
  ...storedSession(newSession(title, ids)),
  ...change,
});

describe('the list of sessions', () => {
  const evening = titled('Evening', { tags: ['calm'], updatedAt: '2026-03-10T12:00:00.000Z' });
  const morning = titled('Morning', {
    owner: { kind: 'nobody' },
    archived: true,
    updatedAt: '2026-03-12T12:00:00.000Z',
  });
  const narrowed = (change: Partial<SessionFilter>): string[] =>
    [evening, morning]
      .filter((one) => passesFilter(one, { ...ALL, ...change }, names))
      .map(({ document }) => document.title);

  const rows: readonly (readonly [string, Partial<SessionFilter>, readonly string[]])[] = [
    ['leaves out what is archived', {}, ['Evening']],
    ['shows it where it is asked for', { archived: true }, ['Evening', 'Morning']],
    ['finds a title, whatever its letters', { find: 'EVE' }, ['Evening']],
    ['finds a tag', { find: 'calm' }, ['Evening']],
    ['finds whose it is', { find: 'vane' }, ['Evening']],
    [
      'finds a technique in another spelling',
      { find: 'nadi sodhana', archived: true },
      ['Evening', 'Morning'],
    ],
    ['finds a technique in English', { find: 'alternate nostril' }, ['Evening']],
    ['finds nothing else', { find: 'kettle', archived: true }, []],
    ['is of one student', { owner: ids.student, archived: true }, ['Evening']],
    ['is of templates', { owner: 'nobody', archived: true }, ['Morning']],
    ['has a tag', { tag: 'calm' }, ['Evening']],
    ['has it whole', { tag: 'cal' }, []],
  ];
  for (const [what, change, titles] of rows) it(what, () => expect(narrowed(change)).toEqual([...titles]));

  it('is ordered by when, what or whose, what is equal by its title', () => {
    const order = (sort: 'changed' | 'title' | 'owner', down: boolean): string[] =>
      inOrder(
        [evening, titled('Ascent', { updatedAt: evening.updatedAt }), morning],
        { sort, down },
        names,
      ).map(({ document }) => document.title);
    expect(order('changed', true)).toEqual(['Morning', 'Ascent', 'Evening']);
    expect(order('changed', false)).toEqual(['Ascent', 'Evening', 'Morning']);
    expect(order('title', true)).toEqual(['Morning', 'Evening', 'Ascent']);
    expect(order('owner', false)).toEqual(['Morning', 'Ascent', 'Evening']);
  });
});
