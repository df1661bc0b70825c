import fc from 'fast-check';
import { newPassage, type Passage } from '../session/index.js';
import { TECHNIQUES } from '../technique/index.js';
import {
  anyConventions,
  anyMixedSession,
  conventions,
  counted,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { compileSession, type Timeline } from '../timeline/index.js';
import { millis, pace } from '../units/index.js';
import {
  COUNTED_ALOUD,
  cuesTooLong,
  sayingsBetween,
  sayingsOf,
  type Saying,
  type VoiceChoice,
} from './index.js';

const ALL: VoiceChoice = { cues: true, counts: COUNTED_ALOUD, silentAfter: null };
const HAND = { hand: 'right' } as const;
const compiled = (session: Parameters<typeof compileSession>[0], change = {}): Timeline =>
  compileSession(session, HAND, conventions(change));

/** What is said in the rounds of a passage, as one would write it down. */
function saidInRounds(timeline: Timeline, choice: VoiceChoice = ALL, round = 1): string {
  const of = timeline.events.filter((event) => event.section === 'rounds' && event.round === round);
  const [from, to] = [of[0]?.from ?? 0, of.at(-1)?.to ?? 0];
  return sayingsOf(timeline, choice, 'english')
    .filter(({ at }) => at >= from && at < to)
    .map(({ words }) => words)
    .join(' · ');
}

const alternate = (base: number, change = {}): Parameters<typeof compileSession>[0] =>
  sessionOf(counted('1:1', base, { cycles: 8, ...change }), stillness(180));

const anyChoice = fc.record({
  cues: fc.boolean(),
  counts: fc.subarray([...COUNTED_ALOUD]),
  silentAfter: fc.option(fc.integer({ min: 0, max: 4 })),
});

describe('what the voice says', () => {
  it('is the phase and the side, then the counts after the first', () => {
    expect(saidInRounds(compiled(alternate(4)))).toBe(
      'Inhale left · 2 · 3 · 4 · Exhale right · 2 · 3 · 4 · Inhale right · 2 · 3 · 4 · Exhale left · 2 · 3 · 4',
    );
  });

  it('counts down, or not at all, where the convention says so', () => {
    expect(saidInRounds(compiled(alternate(4), { counting: 'down' }))).toMatch(
      /^Inhale left · 3 · 2 · 1 · Exhale/,
    );
    expect(saidInRounds(compiled(alternate(4), { counting: 'silent' }))).toBe(
      'Inhale left · Exhale right · Inhale right · Exhale left',
    );
  });

  it('counts only the phases that were chosen', () => {
    expect(saidInRounds(compiled(alternate(4)), { ...ALL, counts: ['exhale'] })).toMatch(
      /^Inhale left · Exhale right · 2 · 3 · 4 · Inhale right · Exhale left/,
    );
  });

  it('counts from one where cues are not said', () => {
    expect(saidInRounds(compiled(alternate(3)), { ...ALL, cues: false })).toMatch(/^1 · 2 · 3 · 1 · 2 · 3/);
  });

  it('calls every second count where numbers are longer than a count', () => {
    expect(saidInRounds(compiled(alternate(8, { pace: pace(500) })))).toMatch(
      /^Inhale left · 4 · 6 · 8 · Exhale/,
    );
  });

  it('falls silent after so many rounds and comes back for the last', () => {
    const timeline = compiled(alternate(4));
    const quiet = { ...ALL, silentAfter: 1 };
    expect(saidInRounds(timeline, quiet, 1)).toContain('Inhale left · 2');
    expect(saidInRounds(timeline, quiet, 2)).toBe('');
    expect(saidInRounds(timeline, quiet, 4)).toMatch(/^Inhale left. Last round · /);
  });

  it('says the phase before it says that the round is the last, and only the phase where there is no time', () => {
    expect(saidInRounds(compiled(alternate(4)), ALL, 4)).toMatch(/^Inhale left. Last round · 3 · 4 · Exhale/);
    expect(saidInRounds(compiled(alternate(2, { pace: pace(800) })), ALL, 4)).toMatch(
      /^Inhale left · 2 · Exhale/,
    );
  });

  it('says the hold, then calls each lock on and off at its moment', () => {
    const session = sessionOf(
      counted('1:4:2', 4, {
        cycles: 2,
        locks: { internalHold: ['chin', 'root'], externalHold: [], fromRound: 1 },
      }),
    );
    const timeline = compiled(session);
    const held = timeline.events.find(({ locks }) => locks !== null);
    const said = sayingsOf(timeline, { ...ALL, counts: [] }, 'english');
    const calls = said.filter(
      ({ kind, at }) => at >= (held?.from ?? 0) && at < (held?.to ?? 0) && kind !== 'count',
    );
    expect(calls.map(({ words, at }) => [words, Number(at)])).toEqual([
      ['Hold full', Number(held?.from)],
      ['Lengthen the neck, chin down; lift the pelvic floor', Number(held?.locks?.on)],
      ['Release', Number(held?.locks?.off)],
    ]);
  });

  it('counts down to the beginning after its cue, whatever else is counted', () => {
    const timeline = compiled(alternate(4, { getReady: 4 }));
    const ready = timeline.events.find(({ kind }) => kind === 'getReady');
    const said = (choice: VoiceChoice): string[] =>
      sayingsOf(timeline, choice, 'english')
        .filter(({ at }) => ready && at >= ready.from && at < ready.to)
        .map(({ words }) => words);
    expect(said({ ...ALL, counts: [] })).toEqual(['Get ready', '3', '2', '1']);
    expect(said({ ...ALL, cues: false })).toEqual([]);
  });

  it('calls every tenth stroke', () => {
    const strokes = passageOf('kapalabhati', 'strokes', { strokes: 30, rate: 60, sets: 1 });
    expect(saidInRounds(compiled(sessionOf(strokes)))).toMatch(/^30 strokes through both · 10 · 20 · 30/);
  });

  it('tells a long rest its last minute', () => {
    const timeline = compiled(alternate(4));
    const told = sayingsOf(timeline, ALL, 'english').filter(({ kind }) => kind === 'minute-to-go');
    expect(told.map(({ at }) => timeline.total - at)).toEqual([60_000]);
  });

  it('never runs into the next, lies in one event, and comes the same in windows as whole (property)', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        anyConventions,
        anyChoice,
        fc.integer({ min: 200, max: 9_000 }),
        (session, profile, choice, window) => {
          const timeline = compileSession(session, HAND, profile);
          const said = sayingsOf(timeline, choice, 'english');
          said.forEach((saying, index) => {
            const next = said[index + 1];
            if (next) expect(saying.until).toBeLessThan(next.at);
            expect(
              timeline.events.some(({ from, to }) => from <= saying.at && saying.until <= to),
            ).toBeTrue();
          });
          const pieces: Saying[] = [];
          for (let from = 0; from < timeline.total; from += window)
            pieces.push(...sayingsBetween(timeline, choice, 'english', millis(from), millis(from + window)));
          expect(pieces).toEqual([...said]);
        },
      ),
      { numRuns: 60 },
    );
  });

  for (const { id } of TECHNIQUES)
    it(`has its words recorded for ${id}, at paces from 0.5 to 3 s, and none overlaps`, () => {
      for (const ms of [500, 700, 1_000, 1_700, 3_000]) {
        const passage = newPassage(id, 'one');
        const paced = passage.kind === 'natural' ? passage : { ...passage, pace: pace(ms) };
        const timeline = compiled(sessionOf(paced, { ...stillness(), id: 'two', seat: 'chair' }));
        const said = sayingsOf(timeline, ALL, 'english');
        expect(said.filter(({ clips }) => clips === null).map(({ words }) => words)).toEqual([]);
        said.slice(1).forEach(({ at }, index) => expect(said[index]?.until).toBeLessThan(at));
        for (const { at, until, clips } of said)
          for (const clip of clips ?? []) expect(at + clip.after + clip.length).toBeLessThanOrEqual(until);
      }
    });
});

describe('what a passage asks, aloud', () => {
  const said = (...passages: readonly Passage[]): readonly string[] => {
    const timeline = compileSession(sessionOf(...passages), { hand: 'right' }, conventions());
    return sayingsOf(timeline, { cues: true, counts: [], silentAfter: null }, 'english').map(
      ({ words }) => words,
    );
  };

  it('is said where there is time, after the cue', () => {
    const lying = { ...stillness(30), seat: 'lying' as const };
    const chair = { ...counted('1:2', 4), seat: 'chair' as const, cycles: 8, route: 'alternating' as const };
    const words = said(lying, chair);
    expect(words.some((text) => text.startsWith('Change the seat: chair. Roll to one side'))).toBe(true);
    expect(words).toContain('Raise the hand. Thumb closes right, ring and little close left.');
  });

  it('is taught in the first two rounds and shown after that; tensing is called each time', () => {
    const tense = passageOf('tense-release', 'counted', { cycles: 3 });
    expect(said(tense).filter((text) => text.includes('Tense the whole body')).length).toBe(3);
    const throat = passageOf('ujjayi', 'counted', { cycles: 8 });
    const taught = said(throat).filter((text) => text.includes('throat sound'));
    expect(taught.length).toBeGreaterThan(0);
    expect(taught.length).toBeLessThanOrEqual(4);
  });
});

describe('own words of the instructor', () => {
  const said = (...passages: readonly Passage[]): readonly Saying[] => {
    const timeline = compileSession(sessionOf(...passages), HAND, conventions());
    return sayingsOf(timeline, { cues: true, counts: [], silentAfter: null }, 'english');
  };
  const own = (...passages: readonly Passage[]): readonly string[] =>
    said(...passages)
      .filter(({ kind }) => kind === 'own')
      .map(({ at, words }) => `${Math.floor(at / 1000)} ${words}`);
  const slow = passageOf('slow-even', 'counted', { cycles: 12 });

  it('are said as the passage begins, after the cue', () => {
    const rest = { ...stillness(60), say: 'Nothing more to do' };
    const [cue, words] = said(rest);
    expect(cue?.kind).toBe('cue');
    expect(words?.kind).toBe('own');
    expect(words?.at).toBeGreaterThan(cue?.until ?? 0);
    expect(words?.clips).toBeNull();
  });

  it('in a round, every so many rounds, in a phase, and in the minutes of natural breathing', () => {
    const round = (number: number) =>
      (compileSession(sessionOf(slow), HAND, conventions()).events.find((event) => event.round === number)
        ?.from ?? 0) / 1000;
    const words = [
      { text: 'Soft', round: 2, every: null, phase: null },
      { text: 'Wait', round: 3, every: 4, phase: 'exhale' as const },
    ];
    const seconds = own({ ...slow, words }).map((line) => Number(line.split(' ')[0]));
    expect(seconds.length).toBe(4);
    expect(Math.floor(round(2)) + 1).toBeGreaterThanOrEqual(seconds[0] ?? 0);
    for (const [index, number] of [3, 7, 11].entries()) {
      expect(seconds[index + 1]).toBeGreaterThan(round(number) + 3);
      expect(seconds[index + 1]).toBeLessThan(round(number) + 8);
    }
    const minutes = [{ text: 'Still here', round: 2, every: 1, phase: null }];
    expect(own({ ...stillness(200), words: minutes })).toEqual([
      '60 Still here',
      '120 Still here',
      '180 Still here',
    ]);
  });

  it('that find no time before the next word are shown alone, and nothing runs into them', () => {
    const long = 'a very long sentence that nobody could ever say within four counts of one breath';
    const words = [{ text: long, round: 1, every: 1, phase: null }];
    const passage = { ...slow, words };
    expect(own(passage)).toEqual([]);
    const timeline = compileSession(sessionOf(passage), HAND, conventions());
    expect(timeline.events.some(({ asked }) => asked.some(({ text }) => text === long))).toBe(true);
    expect(cuesTooLong(timeline, 'english').some((cue) => cue.words === long && cue.instead === '')).toBe(
      true,
    );
  });

  it('never run into another word, whatever they are', () => {
    void fc.assert(
      fc.property(
        anyMixedSession,
        fc.array(
          fc.record({
            text: fc.string({ maxLength: 40 }),
            round: fc.integer({ min: 1, max: 5 }),
            every: fc.option(fc.integer({ min: 1, max: 3 })),
            phase: fc.constantFrom(null, 'inhale' as const, 'exhale' as const),
          }),
          { maxLength: 5 },
        ),
        (session, words) => {
          const passages = session.passages.map((passage) => ({ ...passage, words, say: 'Begin softly' }));
          const all = sayingsOf(
            compileSession({ ...session, passages }, HAND, conventions()),
            ALL,
            'english',
          );
          all.forEach((one, index) => {
            const before = all[index - 1];
            if (before) expect(one.at).toBeGreaterThanOrEqual(before.until);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});
