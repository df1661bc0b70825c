import { API_ROOT, type Ladder } from '@nuvrah/contract';
import { beginRun, DEFAULT_CONVENTIONS, recordOf, recordOfRounds } from '@nuvrah/core';
import { configure, ids, session, sittingOf } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { LadderStart } from './ladder-start';

const setup = { session, student: { hand: 'right' as const }, conventions: DEFAULT_CONVENTIONS };
const whole = recordOfRounds(setup, [8, 8]);
const climbing = (change: Partial<Ladder>): Ladder =>
  ({ passageId: ids.counted, ended: false, ...change }) as Ladder;

describe('a ladder of what was just done', () => {
  const rows: readonly (readonly [string, unknown, readonly Ladder[], boolean])[] = [
    ['is offered where it was done whole', whole, [], true],
    ['is offered again where the one before has ended', whole, [climbing({ ended: true })], true],
    ['is not offered where one climbs with it', whole, [climbing({})], false],
    ['is not offered where it was not done whole', recordOf(beginRun(setup)), [], false],
    ['is not offered where it was not told', null, [], false],
  ];
  for (const [what, record, ladders, offered] of rows)
    it(what, () => {
      const http = configure();
      const start = new Shown(LadderStart, { sitting: { ...sittingOf(), record } });
      http.expectOne(({ url }) => url.startsWith(`${API_ROOT}/ladders`)).flush(ladders);
      start.fixture.detectChanges();
      const link = start.page.querySelector('a');
      expect(link !== null).toBe(offered);
      if (link) expect(new URL(link.href).searchParams.get('from')).toBe(`${ids.session} ${ids.counted}`);
    });
});
