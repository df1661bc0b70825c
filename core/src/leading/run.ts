import { mostRoundsLed, type SignId, type SignTakenBack } from '../policy/index.js';
import { failure, success } from '../result.js';
import type { CountedPassage, StrokePassage } from '../session/index.js';
import type { LiveChange, ResumePoint } from '../timeline/index.js';
import type { Millis } from '../units/index.js';
import {
  compileRest,
  currentTake,
  cyclesOfRun,
  endTake,
  eventAt,
  perRoundOf,
  resumePoint,
  whereInRounds,
  withChange,
  type LeadAnswer,
  type LeadRun,
  type Take,
} from './lead-run.js';

/** Pauses at a moment of the current take. */
export function pauseRun(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return failure({ code: 'not-leading' });
  const { timeline } = currentTake(run);
  const event = eventAt(timeline, at);
  return success({
    ...endTake(run, at),
    state: { kind: 'paused', resumeAt: resumePoint(timeline, event, at) },
  });
}

/**
 * Takes up again after a pause: the interrupted round from its first inhale, after bringing the hand up and emptying,
 * so that nobody loses the side; a rest with what was left of it.
 */
export function resumeRun(run: LeadRun): LeadAnswer {
  if (run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  const from = run.state.resumeAt;
  const taken = run.changes.filter((change) => !isDoneAgain(run, change, from));
  const changes = withinMostRounds({ ...run, changes: taken }, from);
  const take: Take = { timeline: compileRest(run.setup, changes, from), from, ledTo: null };
  return success({ ...run, changes, state: { kind: 'leading' }, takes: [...run.takes, take] });
}

/**
 * The changes of a run, with the passage that is taken up again ended early where its rounds, repeats included, would be more
 * than may be led; the interrupted round at least is finished.
 */
function withinMostRounds(run: LeadRun, from: ResumePoint): readonly LiveChange[] {
  const passage = run.setup.session.passages[from.passage];
  if (from.kind !== 'cycle' || !passage || passage.kind === 'natural') return run.changes;
  const { perRound, planned, heard } = ledOf(run, passage, from.passage);
  const left = mostRoundsLed(planned / perRound) * perRound - heard;
  const end = from.cycle + Math.max(perRound, Math.floor(left / perRound) * perRound) - 1;
  return end < cyclesOfRun(run, passage)
    ? [...run.changes, { kind: 'end-after', passageId: passage.id, cycle: end }]
    : run.changes;
}

/** Cycles (turns) of a passage: of a round, planned at first, and heard to their end in whichever take, repeats included. */
function ledOf(
  run: LeadRun,
  passage: CountedPassage | StrokePassage,
  index: number,
): { readonly perRound: number; readonly planned: number; readonly heard: number } {
  const perRound = perRoundOf(run, passage);
  return {
    perRound,
    planned: cyclesOfRun({ ...run, changes: [] }, passage),
    heard: cyclesHeardAgain(run, index),
  };
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

/** Whether a change is done with: a tap ended what will now be done again, or what is left of a rest holds it already. */
function isDoneAgain(run: LeadRun, change: LiveChange, from: ResumePoint): boolean {
  if (change.passageId !== run.setup.session.passages[from.passage]?.id) return false;
  if (change.kind === 'longer') return true;
  if (change.kind !== 'ended') return false;
  return from.kind === 'cycle' ? change.cycle >= from.cycle : change.cycle === 0;
}

/** Ends the passage after the round in progress (or about to begin), on the side the convention asks for. */
export function lastRoundNow(run: LeadRun, at: Millis): LeadAnswer {
  const here = whereInRounds(run, at);
  if (!here.ok) return here;
  const { passage, cycles, perRound, roundFrom } = here.value;
  const changed = withChange(run, {
    kind: 'end-after',
    passageId: passage.id,
    cycle: roundFrom + perRound - 1,
  });
  return cyclesOfRun(changed, passage) < cycles ? success(changed) : failure({ code: 'last-round-already' });
}

/** One round more than planned so far; at most half as many again as were planned, repeats included. Domain 13. */
export function oneMoreRound(run: LeadRun, at: Millis): LeadAnswer {
  const here = whereInRounds(run, at);
  if (!here.ok) return here;
  const { passage, cycles, perRound, roundFrom, index } = here.value;
  const { planned, heard } = ledOf(run, passage, index);
  const most = mostRoundsLed(planned / perRound);
  // Heard in earlier takes; the rest from the round in progress on is to come in this one.
  if (heard + cycles - roundFrom + 1 + perRound > most * perRound)
    return failure({ code: 'enough-rounds', planned: planned / perRound, most });
  return success(withChange(run, { kind: 'end-after', passageId: passage.id, cycle: cycles + perRound }));
}

/** Stops where it is. The sign, if there was one, is noted after: first the breath is let go. */
export function stopRun(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind === 'paused') return success({ ...run, state: { kind: 'stopped' } });
  if (run.state.kind !== 'leading') return failure({ code: 'not-leading' });
  return success({ ...endTake(run, at), state: { kind: 'stopped' } });
}

/** Ends a run that came to the end of its timeline. */
export function finishRun(run: LeadRun): LeadAnswer {
  if (run.state.kind !== 'leading') return failure({ code: 'not-leading' });
  return success({ ...endTake(run, currentTake(run).timeline.total), state: { kind: 'finished' } });
}

/**
 * Sets the signs that were seen. One that was set and is no more was pressed by mistake: it is kept as that and never counts.
 *
 * @param at now, ISO 8601 in UTC.
 */
export function noteSigns(run: LeadRun, signs: readonly SignId[], at: string): LeadRun {
  const back = run.signs.filter((sign) => !signs.includes(sign));
  return {
    ...run,
    signs,
    takenBack: [
      ...run.takenBack.filter(({ sign }) => !signs.includes(sign)),
      ...back.map((sign): SignTakenBack => ({ sign, at, mistake: true, reason: '' })),
    ],
  };
}
