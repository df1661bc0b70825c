import fc from 'fast-check';
import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { mostRoundsLed } from '../policy/index.js';
import type { Passage } from '../session/index.js';
import { techniqueOf, type TechniqueId } from '../technique/index.js';
import { millis, seconds, type Millis } from '../units/index.js';
import {
  beginRun,
  currentTake,
  easeRun,
  finishRun,
  oneMoreRound,
  pauseRun,
  recordOf,
  repeatPassage,
  resumeRun,
  simplerForm,
  watchOnly,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const held = counted('1:2:2', 4, { id: 'h', cycles: 8, seat: 'cross-legged' });
const strokes = passageOf('kapalabhati', 'strokes', { id: 'k', sets: 4, seat: 'cross-legged' });
const begun = (...passages: readonly Passage[]): LeadRun =>
  beginRun({ session: sessionOf(...passages), student: { hand: 'right' }, conventions: conventions() });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const refusal = (answer: LeadAnswer): string | null => (answer.ok ? null : answer.problem.code);
const spans = (run: LeadRun) => currentTake(run).timeline.passages;
const inRound = (run: LeadRun, round: number, id: string): Millis => {
  const { events, passages } = currentTake(run).timeline;
  const span = passages.find((one) => one.id === id);
  const event = events.find((one) => one.round === round && span && one.from >= span.from);
  return millis((event?.from ?? 0) + 10);
};
const FIT = {
  sustainable: { inhale: seconds(8), internalHold: seconds(8), exhale: seconds(8), externalHold: seconds(8) },
  seats: [],
};

describe('back to mere watching', () => {
  it('takes the time that was left of the passage, and what follows is led as planned', () => {
    const run = begun(held, strokes, stillness());
    const at = inRound(run, 2, 'h');
    const left = (spans(run)[0]?.to ?? 0) - at;
    const watching = must(watchOnly(run, at, 'w'));
    const watched = spans(watching).find(({ id }) => id === 'w');
    expect(watched?.technique).toBe('breath-watching');
    expect(Math.abs((watched?.to ?? 0) - (watched?.from ?? 0) - left)).toBeLessThanOrEqual(500);
    expect(spans(watching).map(({ id }) => id)).toEqual(['h', 'w', 'k', stillness().id]);
    expect(refusal(watchOnly(watching, inRoundOf(watching, 'w'), 'x'))).toBe('at-rest-already');
    expect(refusal(watchOnly(must(pauseRun(run, at)), at, 'x'))).toBe('paused');
  });
});

const inRoundOf = (run: LeadRun, id: string): Millis =>
  millis((spans(run).find((one) => one.id === id)?.from ?? 0) + 10);

describe('the simpler form', () => {
  it('is led at once in the place of the passage, within what can be sustained', () => {
    const run = begun(held, stillness());
    const simpler = must(simplerForm(run, inRound(run, 2, 'h'), 'e', FIT));
    const technique = spans(simpler).find(({ id }) => id === 'e')?.technique;
    expect(technique).toBe(techniqueOf(held.technique).simpler as never);
    const record = recordOf(must(finishRun(simpler)));
    expect(record.added?.[0]?.technique).toBe(technique as never);
    expect(record.log?.map(({ what }) => what)).toEqual(['simpler']);
  });

  it('is refused where there is none', () => {
    let run = begun(held, stillness());
    let [id, technique] = ['h', techniqueOf(held.technique).simpler];
    for (let step = 0; technique !== null && techniqueOf(technique as TechniqueId).simpler !== null; step++) {
      run = must(simplerForm(run, inRoundOf(run, id), `e${step}`, FIT));
      [id, technique] = [`e${step}`, techniqueOf(technique as TechniqueId).simpler];
    }
    run = must(simplerForm(run, inRoundOf(run, id), 'last', FIT));
    expect(refusal(simplerForm(run, inRoundOf(run, 'last'), 'f', FIT))).toBe('nothing-simpler');
  });
});

describe('a passage once more', () => {
  it('follows the one that is led, with as many rounds as may be led of it: half as many again in all', () => {
    const run = begun(held, stillness());
    const again = must(repeatPassage(run, inRound(run, 2, 'h'), 'r'));
    expect(spans(again).map(({ id, rounds }) => [id, rounds?.cycles])).toEqual([
      ['h', 8],
      ['r', 4],
      [stillness().id, undefined],
    ] as never);
    expect(refusal(repeatPassage(again, inRound(again, 3, 'h'), 'x'))).toBe('enough-rounds');
    expect(refusal(oneMoreRound(again, inRound(again, 3, 'h')))).toBe('enough-rounds');
    expect(recordOf(must(finishRun(again))).added?.map(({ passageId }) => passageId)).toEqual(['r']);
  });

  it('repeats the one before from natural breathing, as it was eased', () => {
    const run = begun(held, stillness());
    const eased = must(easeRun(run, inRound(run, 1, 'h'), 'halve'));
    const again = must(repeatPassage(eased, inRoundOf(eased, stillness().id), 'r'));
    const inhale = currentTake(again).timeline.events.findLast(({ kind }) => kind === 'inhale');
    expect(inhale?.counts).toBe(2 as never);
    expect(refusal(repeatPassage(begun(stillness()), millis(10), 'r'))).toBe('nothing-to-repeat');
  });

  it('works for strokes by their sets', () => {
    const run = begun(strokes, stillness());
    const again = must(repeatPassage(run, inRound(run, 1, 'k'), 'r'));
    expect(spans(again).map(({ rounds }) => rounds?.cycles)).toEqual([4, 2, undefined] as never);
  });
});

describe('rounds in all', () => {
  it('never come to more than half as many again as were planned, however they are asked for', () => {
    void fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.array(fc.tuple(fc.constantFrom('more', 'repeat', 'pause'), fc.integer({ min: 0, max: 600_000 })), {
          maxLength: 12,
        }),
        (rounds, asked) => {
          let run = begun({ ...held, cycles: rounds * 2 }, stillness());
          let now = 0;
          asked.forEach(([what, by], index) => {
            now = Math.min(now + by, currentTake(run).timeline.total - 1);
            const answer =
              what === 'more'
                ? oneMoreRound(run, millis(now))
                : what === 'repeat'
                  ? repeatPassage(run, millis(now), `r${index}`)
                  : pauseRun(run, millis(now));
            if (!answer.ok) return;
            run = answer.value;
            if (run.state.kind !== 'paused') return;
            run = must(resumeRun(run));
            now = 0;
          });
          const record = recordOf(must(finishRun(run)));
          const done = [...record.passages, ...(record.added ?? [])].reduce(
            (sum, passage) => sum + (passage.kind === 'counted' ? passage.cyclesDone : 0),
            0,
          );
          expect(done).toBeLessThanOrEqual(mostRoundsLed(rounds) * 2);
        },
      ),
    );
  });
});
