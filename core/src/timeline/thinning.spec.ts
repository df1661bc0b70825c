import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import type { Session } from '../session/index.js';
import { sayingsOf } from '../voice/index.js';
import { compileSession, notesOf } from './index.js';

const EVERYTHING = { cues: true, counts: ['inhale', 'exhale'], silentAfter: null } as const;

describe('a session that ends in sleep', () => {
  const session: Session = {
    ...sessionOf(
      counted('1:1', 4, { cycles: 4, handUp: 5 as never }),
      passageOf('slow-even', 'counted', { cycles: 9, seat: 'lying' }),
      stillness(300),
    ),
    ending: 'sleep',
  };
  const timeline = compileSession(session, { hand: 'right' }, conventions());
  const last = timeline.passages[1];
  const ofRound = (round: number) =>
    timeline.events.filter((one) => one.passage === 1 && one.round === round);
  const [from, to] = [last?.rounds?.from ?? 0, last?.rounds?.to ?? 0];

  it('sounds as always before its last rounds, softer with each of them, and not at all after', () => {
    const usual = notesOf(
      compileSession({ ...session, ending: undefined }, { hand: 'right' }, conventions()),
    );
    const notes = notesOf(timeline);
    const before = (at: number): boolean => at < from;
    expect(notes.filter(({ at }) => before(at))).toEqual(usual.filter(({ at }) => before(at)));
    const levels = [1, 4, 9].map((round) => {
      const begins = ofRound(round)[0]?.from;
      return notes.find(({ kind, at }) => kind === 'phase' && at === begins)?.level ?? 0;
    });
    expect(levels[0]).toBeGreaterThan(levels[1] as number);
    expect(levels[1]).toBeGreaterThan(levels[2] as number);
    expect(levels[2]).toBeGreaterThan(0);
    expect(notes.filter(({ at }) => at >= to)).toEqual([]);
    expect(notes.some(({ kind, at }) => kind === 'bell' && at > from)).toBeFalse();
  });

  it('counts no more after a third of them, and says nothing after two thirds', () => {
    const said = sayingsOf(timeline, EVERYTHING, 'english').filter(({ at }) => at >= from);
    const lastOf = (kind: string): number => said.findLast((one) => one.kind === kind)?.at ?? 0;
    expect(lastOf('count')).toBeLessThan(ofRound(4)[0]?.from ?? 0);
    expect(lastOf('cue')).toBeLessThan(ofRound(7)[0]?.from ?? 0);
    expect(lastOf('cue')).toBeGreaterThan(lastOf('count'));
  });
});
