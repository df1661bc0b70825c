import type { SignId, SignTakenBack } from '../policy/index.js';
import { failure, success } from '../result.js';
import type { LiveChange, ResumePoint } from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  compileRest,
  currentTake,
  cyclesOfRun,
  endTake,
  eventAt,
  logged,
  resumePoint,
  whereInRounds,
  withChange,
  type LeadAnswer,
  type LeadRun,
  type Take,
} from './lead-run.js';
import { cyclesInAll } from './cycles-in-all.js';

/** Pauses at a moment of the current take. */
export function pauseRun(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return failure({ code: 'not-leading' });
  const { timeline } = currentTake(run);
  const event = eventAt(timeline, at);
  const resumeAt = resumePoint(timeline, event, at);
  return success(logged(run, at, 'pause', { ...endTake(run, at), state: { kind: 'paused', resumeAt } }));
}

/** Where a pause is over: the round that was interrupted from its first inhale, or the breath in which it was. */
export type TakenUp = 'round' | 'breath';

/**
 * The breath in which a run is paused, where to go on with it is another thing than with its round: the exhale after a free
 * breath in, or the inhale of the other side. What was held is let go, and after the breath is out the next one begins.
 *
 * @returns null where nothing counted was interrupted, or its round begins there.
 */
export function breathPausedIn(run: LeadRun): Extract<ResumePoint, { kind: 'cycle' }> | null {
  if (run.state.kind !== 'paused') return null;
  const { resumeAt } = run.state;
  const { timeline, ledTo } = currentTake(run);
  const event = eventAt(timeline, ledTo ?? millis(0));
  const passage = run.setup.session.passages[resumeAt.passage];
  if (resumeAt.kind !== 'cycle' || passage?.kind !== 'counted') return null;
  if (event?.section !== 'rounds' || event.passage !== resumeAt.passage || event.cycle === null) return null;
  const { cycle, kind } = event;
  const of = { kind: 'cycle', passage: resumeAt.passage } as const;
  const exhales = timeline.events.some(
    (one) =>
      one.kind === 'exhale' &&
      one.cycle === cycle &&
      one.passage === event.passage &&
      one.index <= event.index,
  );
  if (!exhales) return cycle === resumeAt.cycle ? null : { ...of, cycle };
  if (kind === 'exhale' || kind === 'pause') return { ...of, cycle, with: 'exhale' };
  return cycle < cyclesOfRun(run, passage) ? { ...of, cycle: cycle + 1 } : null;
}

/**
 * Takes up again after a pause: the interrupted round from its first inhale, after bringing the hand up and emptying,
 * so that nobody loses the side, or the breath where there is one; a rest with what was left of it.
 */
export function resumeRun(run: LeadRun, where: TakenUp = 'round'): LeadAnswer {
  if (run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  const from = (where === 'breath' ? breathPausedIn(run) : null) ?? run.state.resumeAt;
  const taken = run.changes.filter((change) => !isDoneAgain(run, change, from));
  const changes = withinMostRounds({ ...run, changes: taken }, from);
  const take: Take = { timeline: compileRest(run.setup, changes, from), from, ledTo: null };
  const resumed: LeadRun = { ...run, changes, state: { kind: 'leading' }, takes: [...run.takes, take] };
  return success(logged(run, millis(0), 'go-on', resumed));
}

/**
 * The changes of a run, with the passage that is taken up again ended early where its rounds, repeats included, would be more
 * than may be led; the interrupted round at least is finished.
 */
function withinMostRounds(run: LeadRun, from: ResumePoint): readonly LiveChange[] {
  const passage = run.setup.session.passages[from.passage];
  if (from.kind !== 'cycle' || !passage || passage.kind === 'natural') return run.changes;
  const { perRound, most, heard, later } = cyclesInAll(run, millis(0), passage);
  const left = most - heard - later;
  const begun = Math.floor((from.cycle - 1) / perRound) * perRound;
  const end = begun + Math.max(perRound, Math.floor(left / perRound) * perRound);
  return end < cyclesOfRun(run, passage)
    ? [...run.changes, { kind: 'end-after', passageId: passage.id, cycle: end }]
    : run.changes;
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
  return cyclesOfRun(changed, passage) < cycles
    ? success(logged(run, at, 'last-round', changed))
    : failure({ code: 'last-round-already' });
}

/** One round more than planned so far; at most half as many again as were planned, repeats included. Domain 13. */
export function oneMoreRound(run: LeadRun, at: Millis): LeadAnswer {
  const here = whereInRounds(run, at);
  if (!here.ok) return here;
  const { passage, cycles, perRound } = here.value;
  const { planned, most, heard, here: rest, later } = cyclesInAll(run, at, passage);
  if (heard + rest + later + perRound > most)
    return failure({ code: 'enough-rounds', planned: planned / perRound, most: most / perRound });
  const longer = withChange(run, { kind: 'end-after', passageId: passage.id, cycle: cycles + perRound });
  return success(logged(run, at, 'one-more', longer));
}

/** Stops where it is. The sign, if there was one, is noted after: first the breath is let go. */
export function stopRun(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind !== 'leading' && run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  const ended = run.state.kind === 'leading' ? endTake(run, at) : run;
  return success(logged(run, at, 'stop', { ...ended, state: { kind: 'stopped' } }));
}

/** A stop that is taken back: the run is paused where it was stopped. */
export function takeBackStop(run: LeadRun): LeadAnswer {
  if (run.state.kind !== 'stopped') return failure({ code: 'not-stopped' });
  const { timeline, ledTo } = currentTake(run);
  const at = ledTo ?? millis(0);
  const resumeAt = resumePoint(timeline, eventAt(timeline, at), at);
  return success({ ...run, state: { kind: 'paused', resumeAt } });
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
export function noteSigns<T extends Pick<LeadRun, 'signs' | 'takenBack'>>(
  of: T,
  signs: readonly SignId[],
  at: string,
): T {
  const back = of.signs.filter((sign) => !signs.includes(sign));
  return {
    ...of,
    signs,
    takenBack: [
      ...of.takenBack.filter(({ sign }) => !signs.includes(sign)),
      ...back.map((sign): SignTakenBack => ({ sign, at, mistake: true, reason: '' })),
    ],
  };
}
