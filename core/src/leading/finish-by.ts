import { failure, success } from '../result.js';
import type { CountedPassage, StrokePassage } from '../session/index.js';
import type { LiveChange } from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import { indexNow } from './cycles-in-all.js';
import {
  compileRest,
  currentTake,
  cyclesOfRun,
  ledPassages,
  logged,
  perRoundOf,
  whereInRounds,
  writtenAnew,
  type LeadAnswer,
  type LeadRun,
} from './lead-run.js';
import { momentAt } from './moment.js';

/** A passage whose rounds may become fewer, in cycles (turns). */
interface Shortened {
  readonly passage: CountedPassage | StrokePassage;
  readonly perRound: number;
  /** The fewest: the round in progress is finished, of each later passage one round is led. */
  readonly least: number;
  readonly planned: number;
}

/** How long a run will still last, as open stretches are expected. @param at where its current take stands. */
export function timeToGo(run: LeadRun, at: Millis): Millis {
  if (run.state.kind === 'paused') {
    const rest = compileRest(run.setup, run.changes, run.state.resumeAt);
    return momentAt(rest, 0)?.left.all ?? millis(0);
  }
  return momentAt(currentTake(run).timeline, at)?.left.all ?? millis(0);
}

/**
 * Plans the rest of a run so that it is over in time: fewer rounds of every passage that is still to come, in the same
 * proportion, while rests, settling and what leads to them stay as they are. Domain 13, late start, same end.
 *
 * @param left how long there is, milliseconds.
 */
export function finishBy(run: LeadRun, at: Millis, left: Millis): LeadAnswer {
  if (run.state.kind !== 'leading' && run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  if (timeToGo(run, at) <= left) return failure({ code: 'in-time-already' });
  const all = shortenable(run, at);
  const lasts = (cycles: readonly number[]): number => timeToGo(endingAfter(run, all, cycles), at);
  const least = all.map((one) => one.least);
  const shortest = lasts(least);
  if (shortest > left) return failure({ code: 'too-little-time', least: millis(shortest) });
  const cycles = largestShare(all, (some) => lasts(some) <= left);
  return success(logged(run, at, 'finish-by', endingAfter(run, all, cycles)));
}

function shortenable(run: LeadRun, at: Millis): readonly Shortened[] {
  const index = indexNow(run, at);
  const { passages } = run.setup.session;
  const here = whereInRounds(run, at);
  return ledPassages(run).flatMap((passage): Shortened[] => {
    const position = passages.indexOf(passage);
    if (passage.kind === 'natural' || position < index) return [];
    const perRound = perRoundOf(run, passage);
    const planned = cyclesOfRun(run, passage);
    // At one's own pace and later its rounds are over.
    if (position === index && !here.ok) return [];
    const begun = position === index && here.ok ? here.value.roundFrom - 1 : 0;
    return [{ passage, perRound, least: Math.min(planned, begun + perRound), planned }];
  });
}

const endingAfter = (run: LeadRun, all: readonly Shortened[], cycles: readonly number[]): LeadRun =>
  writtenAnew({
    ...run,
    changes: [
      ...run.changes,
      ...all.flatMap(({ passage, planned }, index): LiveChange[] => {
        const cycle = cycles[index] ?? planned;
        return cycle < planned ? [{ kind: 'end-after', passageId: passage.id, cycle }] : [];
      }),
    ],
  });

/** Steps in which the share is halved in on. */
const STEPS = 12;

/** The most cycles that fit, the same share of what each passage can give; what is left over goes to single rounds in order. */
function largestShare(
  all: readonly Shortened[],
  fits: (cycles: readonly number[]) => boolean,
): readonly number[] {
  const atShare = (share: number): number[] =>
    all.map(
      ({ least, planned, perRound }) => least + Math.floor(((planned - least) * share) / perRound) * perRound,
    );
  let [low, high] = [0, 1];
  for (let step = 0; step < STEPS; step++) {
    const middle = (low + high) / 2;
    if (fits(atShare(middle))) low = middle;
    else high = middle;
  }
  const cycles = atShare(low);
  all.forEach(({ perRound, planned }, index) => {
    const more = cycles.with(index, Math.min(planned, (cycles[index] ?? 0) + perRound));
    if (fits(more)) cycles[index] = more[index] ?? 0;
  });
  return cycles;
}
