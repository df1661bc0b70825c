import { DEFAULT_CONVENTIONS, type ComposeRequest, beginRun, recordOf } from '@nuvrah/core';
import { firstValueFrom, last } from 'rxjs';
import { session, student, withCounted, DAY, sittingOf } from '../../testing/fixtures';
import { composeRequestOf } from './compose-request';
import { Composer } from './composer';
import type { Sitting } from '@nuvrah/contract';

const easy = {
  technique: 'nadi-shodhana',
  counts: { inhale: 4, internalHold: 0, exhale: 4, externalHold: 0 },
  pace: 1000,
  rounds: 9,
  minutes: 3,
};

const led = withCounted({ base: 6 as never }, session);

/** A sitting in which all of it was done, or that was stopped at once. */
function sitting(outcome: 'finished' | 'stopped'): Sitting {
  const run = beginRun({ session: led, student, conventions: DEFAULT_CONVENTIONS });
  const { passages, ...record } = recordOf(run);
  const done = passages.map((passage) =>
    passage.kind === 'counted' ? { ...passage, cyclesDone: passage.cyclesPlanned } : passage,
  );
  return { ...sittingOf(led), record: { ...record, outcome, passages: done } as never };
}

describe('composing for a student', () => {
  const request = (change: Partial<typeof student> = {}, outcome: 'finished' | 'stopped' = 'finished') =>
    composeRequestOf({ ...student, ...change }, [sitting(outcome)], DAY, { goals: ['calm'], minutes: 10 });
  const easily: Partial<typeof student> = {
    easyRounds: [easy],
    practised: ['nadi-shodhana'],
    easySittings: 4,
    seats: ['chair'],
  };
  const baseOf = ({ current }: ComposeRequest): number | null => {
    const passage = current['nadi-shodhana'];
    return passage?.kind === 'counted' ? passage.base : null;
  };

  it('asks with the record: seats, what was prepared, and the newest numbers of what was easy and finished', () => {
    expect(request().current).toEqual({});
    const known = request(easily);
    expect(known.record.easySittings).toBe(4);
    expect(known.record.withoutHold.map(({ technique }) => technique)).toEqual(['nadi-shodhana']);
    expect(known.student.seats).toEqual(['chair']);
    expect(baseOf(known)).toBe(6);
    expect(baseOf(request(easily, 'stopped'))).toBeNull();
  });

  it('works in a worker, and tells how far it is', async () => {
    const composer = new Composer();
    const answer = await firstValueFrom(composer.compose(request()).pipe(last()));
    if (answer.kind !== 'done' || !answer.answer.ok) return fail('no answer');
    expect(answer.answer.value.length).toBe(3);
    expect(answer.answer.value[0]?.why.size).toBeGreaterThan(1);
  });

  it('says in the worker too what could stand in the place of a passage, and why not', async () => {
    const composer = new Composer();
    const made = await firstValueFrom(composer.compose(request()).pipe(last()));
    const [proposal] = made.kind === 'done' && made.answer.ok ? made.answer.value : [];
    if (!proposal) return fail('nothing was composed');
    const [passage] = proposal.session.passages;
    const swaps = await firstValueFrom(composer.alternatives(request(), proposal, passage?.id ?? ''));
    expect(swaps.map(({ inPlaceOf }) => inPlaceOf)).toContain(passage?.technique as never);
    const answer = await firstValueFrom(composer.whyNot(request(), proposal, 'natural-breath'));
    expect(answer.kind).toBe('not');
  });

  it('ends with whoever waits for it', () => {
    const terminate = spyOn(Worker.prototype, 'terminate').and.callThrough();
    new Composer().compose(request()).subscribe().unsubscribe();
    expect(terminate).toHaveBeenCalledTimes(1);
  });
});
