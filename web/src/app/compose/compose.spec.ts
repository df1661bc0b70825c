import { DEFAULT_CONVENTIONS, type ComposeRequest } from '@nuvrah/core';
import { firstValueFrom, last } from 'rxjs';
import { NOON, session, storedSession, student, withCounted } from '../testing/fixtures';
import { composeRequestOf } from './compose-request';
import { Composer } from './composer';

const day = { today: '2026-03-10', now: NOON, profile: DEFAULT_CONVENTIONS };
const easy = {
  technique: 'nadi-shodhana',
  counts: { inhale: 4, internalHold: 0, exhale: 4, externalHold: 0 },
  pace: 1000,
  rounds: 9,
};

describe('composing for a student', () => {
  const request = (change: Partial<typeof student> = {}): ComposeRequest =>
    composeRequestOf(
      { ...student, ...change },
      [storedSession(withCounted({ base: 6 as never }, session))],
      day,
      ['calm'],
      10,
    );

  it('asks with the record: seats, what was prepared, and the newest numbers of what was easy', () => {
    expect(request().current).toEqual({});
    const known = request({ easyRounds: [easy], easySittings: 4, seats: ['chair'] });
    expect(known.record).toEqual({ beginner: true, withoutHold: ['nadi-shodhana'], easySittings: 4 });
    expect(known.seats).toEqual(['chair']);
    expect(known.current['nadi-shodhana']?.kind === 'counted' && known.current['nadi-shodhana'].base).toBe(
      6 as never,
    );
  });

  it('works in a worker, and tells how far it is', async () => {
    const composer = new Composer();
    const answer = await firstValueFrom(composer.compose(request()).pipe(last()));
    if (answer.kind !== 'done' || !answer.answer.ok) return fail('no answer');
    expect(answer.answer.value.length).toBe(3);
    expect(answer.answer.value[0]?.why.size).toBeGreaterThan(1);
  });

  it('ends with whoever waits for it', () => {
    const terminate = spyOn(Worker.prototype, 'terminate').and.callThrough();
    new Composer().compose(request()).subscribe().unsubscribe();
    expect(terminate).toHaveBeenCalledTimes(1);
  });
});
