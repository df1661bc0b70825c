// A passage without counted rounds: minutes at one's own pace, and nothing else.
import { caseOf, conventions, counted, measuredAt, passageOf, sessionOf, stillness } from '../testing.js';
import { fitTime, placesForLeftOver } from '../ordering/index.js';
import { screenCase, type FindingLevel } from '../screening/index.js';
import {
  atOwnPaceAlone,
  checkSession,
  describePassage,
  splitPassage,
  withCountedRounds,
  type CountedPassage,
} from '../session/index.js';
import { compileSession, withLength, type TimelineEvent } from '../timeline/index.js';
import { counts, millis, seconds } from '../units/index.js';
import {
  beginRun,
  currentTake,
  easeRun,
  finishRun,
  isComplete,
  lastRoundNow,
  oneMoreRound,
  pauseRun,
  recordOf,
  repeatPassage,
  restLonger,
  resumeRun,
  skipToRest,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const SHORT_OF_BREATH = { capacity: measuredAt(4, null, 5) };
const MINUTES = seconds(300);
const alone = (change: Partial<CountedPassage> = {}): CountedPassage =>
  counted('1:2', 4, { id: 'own', cycles: 0, ownPace: MINUTES, ...change });
const begun = (passage: CountedPassage): LeadRun =>
  beginRun({
    session: sessionOf(passage, stillness()),
    student: { hand: 'right' },
    conventions: conventions(),
  });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const eventsOf = (run: LeadRun): readonly TimelineEvent[] =>
  currentTake(run).timeline.events.filter(({ passage }) => passage === 0);
const sections = (run: LeadRun): readonly string[] => [
  ...new Set(eventsOf(run).map(({ section }) => section)),
];
const beginning = (run: LeadRun): number =>
  eventsOf(run).find(({ section }) => section === 'own-pace')?.from ?? 0;

describe("a passage at one's own pace alone", () => {
  it('has the hand up, the minutes and the hand down, and says where the breath goes', () => {
    const run = begun(alone());
    expect(sections(run)).toEqual(['opening', 'own-pace', 'closing']);
    const own = eventsOf(run).filter(({ section }) => section === 'own-pace');
    expect(own.map(({ ownPace }) => ownPace?.stage)).toEqual(['going', 'last-minute', 'last-round']);
    expect((own.at(-1)?.to ?? 0) - (own[0]?.from ?? 0)).toBe(300_000);
    expect(own[0]?.cue.spoken.english).toBe(
      'Breathe at your own pace: in left, out right, in right, out left',
    );
    expect(own.at(-1)?.cue.spoken.english).toBe(
      'Last round. Finish your round: the last breath goes out left',
    );
  });

  for (const [endsOn, startsOn, side] of [
    ['side-it-began', 'left', 'left'],
    ['side-it-began', 'right', 'right'],
    ['exhale-right', 'left', 'right'],
    ['exhale-right', 'right', 'right'],
  ] as const)
    it(`from the ${startsOn}, ${endsOn}: ends on the ${side}, as counted rounds would`, () => {
      const timeline = compileSession(
        sessionOf(alone({ startsOn })),
        { hand: 'right' },
        conventions({ endsOn }),
      );
      expect(timeline.events.find(({ ownPace }) => ownPace)?.ownPace?.endsOn).toBe(side);
    });

  it('is screened by its ratio as counted rounds are', () => {
    const levels = (passage: CountedPassage): ReadonlyMap<string, FindingLevel> =>
      new Map(
        screenCase(caseOf(sessionOf(passage, stillness()), SHORT_OF_BREATH)).map(({ rule, level }) => [
          rule,
          level,
        ]),
      );
    const [own, rounds] = [
      levels(alone({ base: counts(20) })),
      levels(alone({ base: counts(20), cycles: 4, ownPace: seconds(0) })),
    ];
    expect(rounds.size).toBeGreaterThan(0);
    for (const [rule, level] of rounds) expect(own.get(rule)).withContext(rule).toBe(level);
  });

  it('led to its end is complete, and not when it was broken off', () => {
    const run = begun(alone());
    const [whole] = recordOf(must(finishRun(run))).passages;
    expect(whole).toEqual(
      jasmine.objectContaining({ kind: 'counted', cyclesPlanned: 0, cyclesDone: 0, secondsDone: 300 }),
    );
    expect(whole && isComplete(whole)).toBeTrue();
    const [half] = recordOf(must(skipToRest(run, millis(beginning(run) + 100_000)))).passages;
    expect(half && isComplete(half)).toBeFalse();
  });

  it('has no rounds to ease, to add, to end or to repeat; it can last longer', () => {
    const run = begun(alone());
    const at = millis(beginning(run) + 10_000);
    for (const answer of [easeRun(run, at), oneMoreRound(run, at), lastRoundNow(run, at)])
      expect(answer).toEqual({ ok: false, problem: { code: 'no-rounds-here' } });
    expect(repeatPassage(run, at, 'again')).toEqual({ ok: false, problem: { code: 'nothing-to-repeat' } });
    const longer = must(restLonger(run, at, millis(60_000)));
    expect(currentTake(longer).timeline.total).toBeGreaterThan(currentTake(run).timeline.total);
  });

  it('is taken up with its hand up after a pause in the opening, and with what was left after one in its minutes', () => {
    const run = begun(alone());
    expect(sections(must(resumeRun(must(pauseRun(run, millis(500))))))).toEqual([
      'opening',
      'own-pace',
      'closing',
    ]);
    const later = must(resumeRun(must(pauseRun(run, millis(beginning(run) + 120_000)))));
    expect(sections(later)).toEqual(['own-pace', 'closing']);
    expect(eventsOf(later).findLast(({ section }) => section === 'own-pace')?.to).toBe(180_000 as never);
  });

  it('is split, and made longer on the score, in time', () => {
    const session = sessionOf(alone());
    const parts = splitPassage(session, 'own', 'second').passages;
    expect(parts.map((part) => part.kind === 'counted' && [part.cycles, part.ownPace])).toEqual([
      [0, 150],
      [0, 150],
    ]);
    const [span] = compileSession(session, { hand: 'right' }, conventions()).passages;
    if (!span) throw new Error('no passage');
    const longer = withLength(alone(), span, span.to - span.from + 61_000, 'left', conventions());
    expect(longer).toEqual(alone({ ownPace: seconds(360) }));
  });

  it('keeps its minutes when a session is fitted to a time, and takes nothing that is left over', () => {
    const session = sessionOf(alone(), { ...counted('1:1', 4), id: 'rounds' }, stillness());
    const fitted = fitTime(session, conventions(), 20);
    expect(fitted.ok && fitted.value.session.passages[0]).toEqual(alone());
    const places = placesForLeftOver(session, conventions(), millis(120_000));
    expect(places.map(({ passageId }) => passageId)).not.toContain('own');
  });

  it('needs a round or some time', () => {
    const nothing = sessionOf(alone({ ownPace: seconds(0) }));
    expect(checkSession(nothing, conventions()).map(({ code, pointer }) => [code, pointer])).toEqual([
      ['no-rounds', '/passages/0/cycles'],
    ]);
    expect(checkSession(sessionOf(alone()), conventions())).toEqual([]);
  });

  it('is made of counted rounds and back', () => {
    const rounds = passageOf('nadi-shodhana', 'counted', {
      ramps: [{ kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(6) }],
      openHold: { phase: 'internalHold', expected: seconds(4), cap: seconds(6) },
    });
    const own = atOwnPaceAlone(rounds, seconds(95.4));
    expect(own).toEqual({ ...rounds, cycles: 0, ownPace: seconds(95), ramps: [], openHold: null });
    expect(withCountedRounds(own).cycles).toBe(rounds.cycles);
    expect(withCountedRounds(rounds)).toBe(rounds);
    expect(describePassage(own, 'calm', conventions())).toBe('in 4 · out 4 · 1:35 at own pace, from left');
  });
});
