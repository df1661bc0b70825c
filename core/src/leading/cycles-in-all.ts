import { mostRoundsLed } from '../policy/index.js';
import type { CountedPassage, StrokePassage } from '../session/index.js';
import type { Millis } from '../units/index.js';
import {
  currentTake,
  cyclesOfRun,
  endTake,
  eventAt,
  fewestCyclesOf,
  perRoundOf,
  whereInRounds,
  type LeadRun,
} from './lead-run.js';

/** Cycles (turns) of a passage and of its repeats: what was planned, what may be led, was led, and is to come. */
export interface CyclesInAll {
  readonly perRound: number;
  readonly planned: number;
  /** The most that may be led, repeats included. Domain 13. */
  readonly most: number;
  /** Heard to their end, in whichever take, each as often as it was. */
  readonly heard: number;
  /** To come in the passage that is led now, the one in progress included. */
  readonly here: number;
  /** To come in repeats after it. */
  readonly later: number;
}

/** How often a passage is led in all. @param at where the current take stands. */
export function cyclesInAll(run: LeadRun, at: Millis, passage: CountedPassage | StrokePassage): CyclesInAll {
  const { passages } = run.setup.session;
  const root = originOf(run, passage.id);
  const first = passages.find(({ id }) => id === root);
  const led = first && first.kind !== 'natural' ? first : passage;
  const planned = fewestCyclesOf(run, led);
  const most = Math.max(
    mostRoundsLed(planned / perRoundOf(run, passage)) * perRoundOf(run, passage),
    cyclesOfRun({ ...run, changes: [] }, led),
  );
  const perRound = perRoundOf(run, passage);
  const { takes } = run.state.kind === 'leading' ? endTake(run, at) : run;
  const now = whereInRounds(run, at);
  const index = now.ok ? now.value.index : indexNow(run, at);
  let [heard, here, later] = [0, 0, 0];
  passages.forEach((one, position) => {
    if (one.kind === 'natural' || originOf(run, one.id) !== root) return;
    heard += cyclesHeardAgain({ takes }, position);
    if (position > index) later += cyclesOfRun(run, one);
    else if (now.ok && position === index)
      here = cyclesOfRun(run, one) - cycleInProgress(run, at, now.value.cycle) + 1;
  });
  return { perRound, planned, most, heard, here, later };
}

/** The passage that one repeats, or itself. */
export const originOf = ({ added }: Pick<LeadRun, 'added'>, id: string): string =>
  added.find((one) => one.id === id && one.why === 'repeat')?.after ?? id;

/** The passage that is led now, or in which a run is paused. */
export function indexNow(run: LeadRun, at: Millis): number {
  if (run.state.kind === 'paused') return run.state.resumeAt.passage;
  const { timeline } = currentTake(run);
  return eventAt(timeline, at)?.passage ?? timeline.events.at(-1)?.passage ?? 0;
}

function cycleInProgress(run: LeadRun, at: Millis, otherwise: number): number {
  const event = run.state.kind === 'leading' ? eventAt(currentTake(run).timeline, at) : undefined;
  return event?.section === 'rounds' ? (event.cycle ?? otherwise) : otherwise;
}

/** How many cycles of a passage were led to their end, each as often as it was. */
export function cyclesHeardAgain({ takes }: Pick<LeadRun, 'takes'>, passage: number): number {
  let heard = 0;
  for (const { timeline, ledTo } of takes) {
    const { events } = timeline;
    events.forEach((event, index) => {
      const isLast = events[index + 1]?.cycle !== event.cycle;
      if (event.passage === passage && event.cycle !== null && isLast && event.to <= (ledTo ?? 0)) heard++;
    });
  }
  return heard;
}
