import { newFittedSession } from '../capacity/index.js';
import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { countsOf, formatRatio, type Sustainable } from '../ratio/index.js';
import { counts, millis, pace, seconds } from '../units/index.js';
import {
  canSplit,
  checkSession,
  copyPassage,
  cyclesThatEndRight,
  cyclesToRounds,
  describeRounds,
  describeTotals,
  editPassage,
  newSession,
  passageTotals,
  roundsInTime,
  splitPassage,
  breathsAtOwnPace,
  ownPaceOfBreaths,
  countsInCycle,
  startingSide,
  withPhaseCounts,
  type CountedPassage,
} from './index.js';

describe('time fit', () => {
  it('gives five minutes of 5:5:10 seven rounds and 20 s left over', () => {
    const fit = roundsInTime(counted('1:1:2', 5), millis(300_000), 'left', conventions());
    expect(fit).toEqual({ rounds: 7, cycles: 14, leftOver: millis(20_000) });
  });

  it('gives six rounds and 12 s left over at pace 1.2', () => {
    const fit = roundsInTime(
      counted('1:1:2', 5, { pace: pace(1200) }),
      millis(300_000),
      'left',
      conventions(),
    );
    expect(fit).toEqual({ rounds: 6, cycles: 12, leftOver: millis(12_000) });
  });

  it('counts one side as a round where that is the convention', () => {
    const fit = roundsInTime(
      counted('1:1:2', 5),
      millis(300_000),
      'left',
      conventions({ round: 'one-side' }),
    );
    // The fifteenth would end on the other side: a sixteenth would be added to it.
    expect(fit).toEqual({ rounds: 14, cycles: 14, leftOver: millis(20_000) });
  });
});

describe('dosage', () => {
  it('is kept in cycles, so another convention of a round neither doubles nor halves it', () => {
    const passage = counted('1:1', 4);
    expect(cyclesToRounds(passage, passage.cycles, conventions())).toBe(7);
    expect(cyclesToRounds(passage, passage.cycles, conventions({ round: 'one-side' }))).toBe(14);
    const both = passageOf('ujjayi', 'counted');
    expect(cyclesToRounds(both, 14, conventions()))
      .withContext('one breath is a round')
      .toBe(14);
  });

  it('ends where it began, or half a round later for an exhale on the right', () => {
    const right = conventions({ endsOn: 'exhale-right' });
    const passage = counted('1:1', 4);
    expect(cyclesThatEndRight(passage, 7, 'left', conventions())).toBe(8);
    expect(cyclesThatEndRight(passage, 8, 'left', conventions())).toBe(8);
    expect(cyclesThatEndRight(passage, 8, 'left', right)).toBe(9);
    expect(cyclesThatEndRight(passage, 8, 'right', right)).toBe(8);
  });
});

describe('starting side', () => {
  const byGoal = counted('1:1', 4, { startsOn: 'convention' });
  it('is left to calm, right to energise, left when unsure', () => {
    expect(startingSide(byGoal, 'calm', conventions())).toBe('left');
    expect(startingSide(byGoal, 'energise', conventions())).toBe('right');
    expect(startingSide(byGoal, 'focus', conventions())).toBe('left');
  });
  it('gives way to a convention, and that to the passage itself', () => {
    expect(startingSide(byGoal, 'calm', conventions({ startingSide: 'right' }))).toBe('right');
    expect(startingSide(counted('1:1', 4), 'energise', conventions({ startingSide: 'right' }))).toBe('left');
  });
});

describe('edits', () => {
  it('sets one phase and leaves the others alone', () => {
    const edited = withPhaseCounts(counted('2:1:3', 6), 'internalHold', 4);
    expect(formatRatio(countsOf(edited), 'compact')).toBe('6:4:9:0');
  });
  it('never lets a breath go to nothing', () => {
    expect(formatRatio(countsOf(withPhaseCounts(counted('1:1', 1), 'inhale', -3)), 'compact')).toBe(
      '½:0:1:0',
    );
  });
  it('touches only the passage that was meant', () => {
    const session = newSession('New', { counted: 'a', natural: 'b' });
    const edited = editPassage(session, 'b', (passage) => ({ ...passage, id: 'c' }));
    expect(edited.passages.map((passage) => passage.id)).toEqual(['a', 'c']);
    expect(edited.passages[0]).toBe(session.passages[0]);
    expect(editPassage(session, 'nowhere', () => stillness())).toEqual(session);
  });
});

describe('a first session', () => {
  const firstFor = (inhale: number, exhale = 60) => {
    const sustainable = { inhale, internalHold: null, exhale, externalHold: null } as Sustainable;
    const [passage] = newFittedSession('First', { counted: 'a', natural: 'b' }, { sustainable }).passages;
    return passage?.kind === 'counted' ? countsOf(passage) : null;
  };
  it('begins at four counts, or lower where the breath is shorter, however short it is', () => {
    expect([firstFor(9), firstFor(9, 3.4), firstFor(1)].map((of) => [of?.inhale, of?.exhale])).toEqual([
      [4, 4],
      [3, 3],
      [1, 1],
    ] as never);
  });
  it('is in a seat that is possible', () => {
    const sustainable = { inhale: 9, internalHold: null, exhale: 9, externalHold: null } as Sustainable;
    const session = newFittedSession('A', { counted: 'a', natural: 'b' }, { sustainable, seats: ['chair'] });
    expect(session.passages.map(({ seat }) => seat)).toEqual(['chair', 'chair']);
  });
});

describe('what a passage amounts to', () => {
  it('is said in one line, as the table of patterns has it', () => {
    const line = (text: string, base: number, change = {}): string =>
      describeTotals(passageTotals(counted(text, base, change), 'left', conventions()));
    expect(line('2:1:3', 6)).toBe('Six-step round of 36 s · 3.3 breaths a minute · hold share 17 %');
    expect(line('1:1', 5)).toBe('Four-step round of 20 s · 6 breaths a minute · hold share 0 %');
    expect(line('1:1:2', 5, { pace: pace(1200) })).toBe(
      'Six-step round of 48 s · 2.5 breaths a minute · hold share 25 %',
    );
    expect([1, 7.5, 18].map(describeRounds)).toEqual(['1 round', '7½ rounds', '18 rounds']);
  });
});

describe('checkSession', () => {
  it('finds nothing wrong with a sane session', () => {
    expect(checkSession(sessionOf(counted('1:4:2', 4), stillness()), conventions())).toEqual([]);
  });
  it('refuses 25 hours, a phase of 160 counts and twin ids, each with a pointer', () => {
    const day = sessionOf(counted('1:1', 45, { cycles: 1000 }));
    expect(checkSession(day, conventions()).map(({ code, pointer }) => [code, pointer])).toEqual([
      ['session-too-long', '/passages'],
    ]);
    const long = sessionOf(counted('1:4:2', 40, { cycles: 2 }), { ...stillness(), id: 'a' });
    expect(checkSession(long, conventions()).map(({ code, pointer }) => [code as string, pointer])).toEqual([
      ['phase-too-long', '/passages/0/base'],
      ['duplicate-passage-id', '/passages/1/id'],
    ]);
  });
});

describe('copying and splitting passages', () => {
  const session = sessionOf(counted('1:1', 4, { cycles: 14, ownPace: seconds(60) }), stillness(61));

  it('copies right after the one that is copied', () => {
    const { passages } = copyPassage(session, 'a', 'new');
    expect(passages.map(({ id }) => id)).toEqual(['a', 'new', 'b']);
    expect({ ...passages[1], id: 'a' }).toEqual(passages[0] as never);
  });

  it('splits at a whole round, and nothing is lost', () => {
    const [first, second] = splitPassage(session, 'a', 'new').passages as CountedPassage[];
    expect(first).toEqual(jasmine.objectContaining({ cycles: 8, ownPace: 0 } as never));
    expect(second).toEqual(jasmine.objectContaining({ cycles: 6, ownPace: 60 } as never));
    const [, one, two] = splitPassage(session, 'b', 'new').passages;
    expect(one?.kind === 'natural' && two?.kind === 'natural' && [one.length, two.length]).toEqual([
      31, 30,
    ] as never);
    const strokes = sessionOf(passageOf('kapalabhati', 'strokes', { id: 'k', sets: 3 }));
    const sets = splitPassage(strokes, 'k', 'new').passages.map((one) =>
      one.kind === 'strokes' ? one.sets : 0,
    );
    expect(sets).toEqual([2, 1]);
  });

  it('splits where changes stand between two of their steps: they go on as they would have', () => {
    const ramp = { kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(8), first: 4 } as const;
    const open = { phase: 'internalHold', expected: seconds(5), cap: seconds(9), fromRound: 6 } as const;
    const passage = counted('1:1', 4, { cycles: 20, ramps: [ramp], openHold: open });
    const [one, two] = splitPassage(sessionOf(passage), 'a', 'new').passages as CountedPassage[];
    const exhales = (of: CountedPassage | undefined): number[] =>
      of ? [1, 2, 3, 4, 5].map((round) => countsInCycle(of, round * 2, conventions()).exhale) : [];
    expect([...exhales(one), ...exhales(two)]).toEqual([4, 4, 4, 5, 5, 6, 6, 7, 7, 8]);
    expect(one?.openHold).toBeNull();
    expect(two?.openHold).toEqual({ phase: 'internalHold', expected: seconds(5), cap: seconds(9) });
  });

  it('own pace in breaths is as many as fit, each as long as the last counted one', () => {
    const ramp = { kind: 'step', of: 'exhale', by: 1, every: 1, to: counts(6) } as const;
    const passage = counted('1:1', 4, { cycles: 8, ramps: [ramp] });
    // In 4, out 6: ten seconds each.
    const longer = { ...passage, ownPace: ownPaceOfBreaths(passage, 12, conventions()) };
    expect(Number(longer.ownPace)).toBe(120);
    expect(breathsAtOwnPace(longer, conventions())).toBe(12);
    expect(Number(ownPaceOfBreaths(passage, 1_000, conventions()))).toBe(3_600);
  });

  it('leaves alone what has one round only', () => {
    const short = sessionOf(counted('1:1', 4, { cycles: 2 }));
    expect(splitPassage(short, 'a', 'new')).toBe(short);
    expect(canSplit(short.passages[0] as CountedPassage)).toBeFalse();
  });
});
