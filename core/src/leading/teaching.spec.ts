import fc from 'fast-check';
import {
  anyMixedSession,
  anyTeaching,
  conventions,
  counted,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { leastStrokeRest, sessionHalfMillis } from '../policy/index.js';
import { NOT_TAUGHT, partsTaught, splitPassage, type Passage, type Teaching } from '../session/index.js';
import { compileSession, type Section, type TimelineEvent } from '../timeline/index.js';
import { millis, seconds, type Millis } from '../units/index.js';
import {
  answerFelt,
  beginRun,
  currentTake,
  easeRun,
  finishRun,
  pauseRun,
  recordOf,
  repeatPassage,
  resumeRun,
  skipToRest,
  tapRun,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const TAUGHT: Teaching = {
  explain: 'In on one side, out on the other.',
  explainFor: seconds(30),
  demonstrate: 1,
  trial: 1,
  quiet: seconds(20),
  ask: seconds(15),
};
const alternating = counted('1:1', 4, { id: 'a', cycles: 4, ownPace: seconds(32), teaching: TAUGHT });
const strokes = passageOf('kapalabhati', 'strokes', {
  id: 'k',
  sets: 2,
  strokes: 20,
  rate: 60,
  teaching: { ...NOT_TAUGHT, demonstrate: 1, trial: 1 },
});

const begun = (...passages: readonly Passage[]): LeadRun =>
  beginRun({ session: sessionOf(...passages), student: { hand: 'right' }, conventions: conventions() });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const events = (run: LeadRun): readonly TimelineEvent[] => currentTake(run).timeline.events;
const firstIn = (run: LeadRun, section: Section, after = 0): Millis => {
  const event = events(run).find((one) => one.section === section && one.from >= after);
  if (!event) throw new Error(`no ${section}`);
  return millis(event.from + 1_000);
};
/** The order of the sections, each with how long it lasts. */
const sections = (all: readonly TimelineEvent[]): string[] => {
  const found: { section: Section; length: number }[] = [];
  for (const { section, from, to } of all) {
    const last = found.at(-1);
    if (last?.section === section) last.length += to - from;
    else found.push({ section, length: to - from });
  }
  return found.map(({ section, length }) => `${section} ${length / 1000}`);
};

describe('the teaching arc of a passage', () => {
  it('is explained, shown, tried, counted, at one’s own pace, quiet, and asked', () => {
    expect(sections(events(begun(alternating)))).toEqual([
      'explain 30',
      // It is said for 4 s, and a round lasts 16 s; for the trial the hand goes up and the breath out.
      'demonstrate 20',
      'trial 29',
      'rounds 32',
      'own-pace 32',
      'closing 10',
      'quiet 20',
      'ask 15',
    ]);
  });

  it('shows and tries with the numbers of the first round, without numbers of its own', () => {
    const run = begun({ ...alternating, openHold: null });
    const breaths = (section: Section): string[] =>
      events(run)
        .filter((event) => event.section === section && event.counts !== null && event.kind !== 'getReady')
        .map(({ kind, airway, counts }) => `${kind} ${airway} ${counts ?? ''}`);
    const round = ['inhale left 4', 'exhale right 4', 'inhale right 4', 'exhale left 4'];
    expect(breaths('demonstrate')).toEqual(round);
    expect(breaths('trial')).toEqual(['exhale left 4', ...round]);
    expect(breaths('rounds')).toEqual([...round, ...round]);
    for (const { section, round: number, cycle } of events(run))
      if (section === 'demonstrate' || section === 'trial')
        expect({ round: number, cycle }).toEqual({ round: null, cycle: null });
  });

  it('says what is explained, and counts down to the first round where it is asked to', () => {
    const run = begun({ ...alternating, getReady: 3 });
    const explained = events(run).find(({ kind }) => kind === 'explain');
    expect(explained?.asked.map(({ text }) => text)).toEqual([TAUGHT.explain]);
    const ready = events(run).filter(({ kind }) => kind === 'getReady');
    expect(ready.map(({ section, counting, ticks }) => [section, counting, ticks.length])).toEqual([
      ['trial', 'down', 3],
      ['opening', 'down', 3],
    ]);
  });

  it('goes on from any part by one tap, and what was shown or tried is not kept', () => {
    let run = begun(alternating, stillness());
    for (const part of ['explain', 'demonstrate', 'trial'] as const)
      run = must(tapRun(run, firstIn(run, part)));
    expect(sections(events(run)).slice(0, 2)).toEqual(['opening 9', 'rounds 32']);
    run = must(tapRun(run, firstIn(run, 'quiet')));
    run = must(answerFelt(run, firstIn(run, 'ask'), 'felt-some-effort'));
    run = must(finishRun(run));
    const [passage] = recordOf(run).passages;
    expect(passage).toEqual(jasmine.objectContaining({ cyclesPlanned: 4, cyclesDone: 4 }));
    expect(recordOf(run).log?.map(({ what }) => what)).toEqual([
      'next-part',
      'next-part',
      'felt-some-effort',
    ]);
  });

  it('is taken up again in the part in which it was paused, with what is left of a time', () => {
    const run = begun(alternating);
    const quiet = must(resumeRun(must(pauseRun(run, millis(firstIn(run, 'quiet') + 4_000)))));
    expect(sections(events(quiet))).toEqual(['quiet 15', 'ask 15']);
    const shown = must(resumeRun(must(pauseRun(run, firstIn(run, 'demonstrate')))));
    expect(sections(events(shown))[0]).toBe('demonstrate 20');
    const explained = must(resumeRun(must(pauseRun(run, millis(10_000)))));
    expect(sections(events(explained)).slice(0, 2)).toEqual(['explain 20', 'demonstrate 20']);
  });

  it('can be eased while it is tried: from the first round on', () => {
    const run = begun(alternating);
    const eased = must(easeRun(run, firstIn(run, 'trial')));
    const inhales = (section: Section): (number | null)[] =>
      events(eased)
        .filter((event) => event.section === section && event.kind === 'inhale')
        .map(({ counts }) => counts);
    expect(inhales('trial').every((of) => of === 4)).toBeTrue();
    expect(inhales('rounds').every((of) => of === 3)).toBeTrue();
  });

  it('ends with a passage that is broken off, and is not repeated with it', () => {
    const run = begun(alternating, stillness());
    const at = firstIn(run, 'rounds');
    expect(sections(events(must(skipToRest(run, at))))).toEqual(['closing 10', 'rest 60']);
    const again = must(repeatPassage(run, at, 'again'));
    const repeated = again.setup.session.passages.find(({ id }) => id === 'again');
    expect(repeated?.kind === 'counted' && repeated.teaching).toBeFalsy();
  });

  it('keeps the rest after strokes that were tried', () => {
    const run = begun(strokes, stillness());
    const tried = events(run).find((event) => event.section === 'trial' && event.strokes !== null);
    const answer = tapRun(run, millis((tried?.to ?? 0) + 5_000));
    expect(answer.ok ? null : answer.problem).toEqual({
      code: 'too-early',
      left: millis((leastStrokeRest(20) - 5) * 1000),
    });
    const later = tapRun(run, millis((tried?.to ?? 0) + leastStrokeRest(20) * 1000 + 1));
    expect(later.ok && events(later.value)[0]?.section).not.toBe('trial');
  });

  it('is explained and tried before the first part of a passage that is split, quiet after the second', () => {
    const [one, two] = splitPassage(sessionOf(alternating), 'a', 'b').passages;
    const parts = (passage: Passage | undefined) =>
      passage?.kind === 'counted' ? partsTaught(passage.teaching) : [];
    expect(parts(one)).toEqual(['explain', 'demonstrate', 'trial']);
    expect(parts(two)).toEqual(['quiet', 'ask']);
  });

  it('a first deep breath and a count down come before each turn of strokes', () => {
    const { events: all } = compileSession(
      sessionOf({ ...strokes, teaching: NOT_TAUGHT, firstBreath: true, getReady: 4 }),
      { hand: 'right' },
      conventions(),
    );
    expect(all.map(({ kind }) => kind).join(' ')).toMatch(
      /^(getReady inhale exhale strokes (inhale exhale )?quiet ?){2}$/,
    );
  });
});

describe('any session that is taught', () => {
  it('lasts as long as it is said to, and keeps nothing of what was shown or tried', () => {
    fc.assert(
      fc.property(anyMixedSession, anyTeaching, (session, teaching) => {
        const taught = {
          ...session,
          passages: session.passages.map((one) => (one.kind === 'natural' ? one : { ...one, teaching })),
        };
        const timeline = compileSession(taught, { hand: 'right' }, conventions());
        expect(Math.abs(timeline.total - sessionHalfMillis(taught, conventions()) / 2)).toBeLessThanOrEqual(
          1,
        );
        const setup = { session: taught, student: { hand: 'right' as const }, conventions: conventions() };
        const run = beginRun(setup);
        const { passages } = currentTake(run).timeline;
        recordOf(must(finishRun(run))).passages.forEach((passage, index) => {
          if (passage.kind !== 'natural')
            expect(passage.cyclesDone).toBe(passages[index]?.rounds?.cycles as number);
        });
      }),
    );
  });
});
