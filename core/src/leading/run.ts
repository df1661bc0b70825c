import { resolveConventions, type Conventions } from '../conventions/index.js';
import { easeDown, easeStrokes, numbersFromCounts, type EaseWay } from '../ratio/index.js';
import { failure, success, type Result } from '../result.js';
import { mostRoundsLed, type SignId, type SignTakenBack } from '../policy/index.js';
import {
  cyclesPerRound,
  rateInSet,
  startingSide,
  type CountedPassage,
  type Session,
  type StrokePassage,
} from '../session/index.js';
import {
  compileSession,
  countsInForce,
  cyclesToLead,
  eventIndexAt,
  strokesInForce,
  turnsToLead,
  type LiveChange,
  type ResumePoint,
  type Timeline,
  type TimelineEvent,
  type TimelineStudent,
} from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import { leadingWords } from '../words/index.js';

/** What is led: kept whole in the sitting, so that later changes of the session do not rewrite the past. */
export interface LeadSetup {
  readonly session: Session;
  readonly student: TimelineStudent;
  readonly conventions: Conventions;
}

/** One unbroken stretch of leading. A pause ends it; resuming begins another at the start of the interrupted round. */
export interface Take {
  readonly timeline: Timeline;
  /** Where in the session it began; null at the beginning. */
  readonly from: ResumePoint | null;
  /** How far it was led; null while it is being led. */
  readonly ledTo: Millis | null;
}

export type RunState =
  | { readonly kind: 'leading' }
  | { readonly kind: 'paused'; readonly resumeAt: ResumePoint }
  | { readonly kind: 'finished' }
  | { readonly kind: 'stopped' };

/** A session being led, as a value: every command gives a new one. */
export interface LeadRun {
  readonly setup: LeadSetup;
  readonly state: RunState;
  /** The last one is the current one. */
  readonly takes: readonly [Take, ...Take[]];
  readonly changes: readonly LiveChange[];
  readonly signs: readonly SignId[];
  /** Signs that were pressed by mistake and taken back before the closing was confirmed. */
  readonly takenBack: readonly SignTakenBack[];
}

export type LeadRefusal =
  | { readonly code: 'not-leading' }
  | { readonly code: 'no-rounds-here' }
  | { readonly code: 'last-round-already' }
  /** What is asked for may not be led: screened anew, this keeps it from being led. */
  | { readonly code: 'forbidden'; readonly message: string }
  /** Rounds (sets) that were led already and those to come, repeats included, are all that may be led. */
  | { readonly code: 'enough-rounds'; readonly planned: number; readonly most: number }
  | { readonly code: 'nothing-to-ease' }
  | { readonly code: 'nothing-to-tap' }
  /** A rest after strokes that is still too short. */
  | { readonly code: 'too-early'; readonly left: Millis };

export type LeadAnswer = Result<LeadRun, LeadRefusal>;

export function describeRefusal(refusal: LeadRefusal): string {
  switch (refusal.code) {
    case 'not-leading':
      return leadingWords.run.nothingLed;
    case 'no-rounds-here':
      return leadingWords.run.noCountedRounds;
    case 'last-round-already':
      return leadingWords.run.lastAlready;
    case 'enough-rounds':
      return leadingWords.run.mostRounds(refusal.planned, refusal.most);
    case 'forbidden':
      return refusal.message;
    case 'nothing-to-ease':
      return leadingWords.run.countsAtLeast;
    case 'nothing-to-tap':
      return leadingWords.run.nothingToEnd;
    case 'too-early':
      return leadingWords.run.restLasts(Math.ceil(refusal.left / 1000));
  }
}

/** Begins a run at the start of the session. */
export const beginRun = (setup: LeadSetup): LeadRun => ({
  setup,
  state: { kind: 'leading' },
  takes: [{ timeline: compileRest(setup, [], null), from: null, ledTo: null }],
  changes: [],
  signs: [],
  takenBack: [],
});

export const currentTake = (run: LeadRun): Take => run.takes[run.takes.length - 1] as Take;

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

/** Whether a tap ended something that will now be done again. */
function isDoneAgain(run: LeadRun, change: LiveChange, from: ResumePoint): boolean {
  if (change.kind !== 'ended' || change.passageId !== run.setup.session.passages[from.passage]?.id)
    return false;
  return from.kind === 'cycle' ? change.cycle >= from.cycle : change.cycle === 0;
}

/**
 * A tap: it ends an open hold (the locks are released and the breath moves a margin later), natural breathing that waits
 * for it, a rest after strokes once it has lasted long enough, and a turn of strokes.
 */
export function tapRun(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return failure({ code: 'not-leading' });
  const event = eventAt(currentTake(run).timeline, at);
  const passage = event && run.setup.session.passages[event.passage];
  if (!event || !passage || (event.open === null && event.strokes === null))
    return failure({ code: 'nothing-to-tap' });
  const after = millis(at - event.from);
  if (event.open && after < event.open.least)
    return failure({ code: 'too-early', left: millis(event.open.least - after) });
  return success(
    withChange(run, {
      kind: 'ended',
      passageId: passage.id,
      cycle: event.cycle ?? 0,
      event: event.kind,
      after,
    }),
  );
}

/** Makes the passage easier from the next round on (from the interrupted round while paused). The pace stays. */
export function easeRun(run: LeadRun, at: Millis, way: EaseWay = 'one-count'): LeadAnswer {
  const here = whereInRounds(run, at);
  if (!here.ok) return here;
  const { passage, cycles, perRound, roundFrom, cycle, begun } = here.value;
  const fromCycle = begun ? roundFrom + perRound : cycle;
  if (fromCycle > cycles) return failure({ code: 'last-round-already' });
  if (passage.kind === 'strokes') return easeStrokesRun(run, passage, fromCycle);
  const now = countsInForce(passage, fromCycle, conventionsOfRun(run), run.changes);
  const eased = easeDown(numbersFromCounts(now), way);
  if (!eased.ok) return eased;
  return success(
    withChange(run, { kind: 'ease', passageId: passage.id, fromCycle, numbers: eased.value.numbers }),
  );
}

function easeStrokesRun(run: LeadRun, passage: StrokePassage, fromCycle: number): LeadAnswer {
  const set = Math.ceil(fromCycle / passage.turns.length);
  const now = strokesInForce(passage, rateInSet(passage, set), fromCycle, run.changes);
  const eased = easeStrokes(now);
  return eased.ok
    ? success(withChange(run, { kind: 'ease-strokes', passageId: passage.id, fromCycle, ...eased.value }))
    : eased;
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

interface InRounds {
  readonly passage: CountedPassage | StrokePassage;
  readonly index: number;
  readonly cycles: number;
  readonly perRound: number;
  /** First cycle of the round in progress, or of the one about to begin. */
  readonly roundFrom: number;
  /** The cycle in progress, or the one that comes next: the first of the round, or a turn of a set whose others were led. */
  readonly cycle: number;
  /** Whether something of the round was led already; false while paused, where its cycle is led again. */
  readonly begun: boolean;
}

function whereInRounds(run: LeadRun, at: Millis): Result<InRounds, LeadRefusal> {
  if (run.state.kind !== 'leading' && run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  const { timeline } = currentTake(run);
  const event = eventAt(timeline, at);
  const point = run.state.kind === 'paused' ? run.state.resumeAt : resumePoint(timeline, event, at);
  const passage = run.setup.session.passages[point.passage];
  if (point.kind !== 'cycle' || !passage || passage.kind === 'natural')
    return failure({ code: 'no-rounds-here' });
  const perRound = perRoundOf(run, passage);
  const roundFrom = Math.floor((point.cycle - 1) / perRound) * perRound + 1;
  return success({
    passage,
    index: point.passage,
    cycles: cyclesOfRun(run, passage),
    perRound,
    roundFrom,
    cycle: point.cycle,
    begun: run.state.kind === 'leading' && (event?.section === 'rounds' || point.cycle > roundFrom),
  });
}

/** The conventions by which a run is led. */
export const conventionsOfRun = ({ setup }: LeadRun): Conventions =>
  resolveConventions(setup.conventions, setup.session.conventions);

/** Cycles of a round of a passage, turns of a set of strokes. */
export const perRoundOf = (run: LeadRun, passage: CountedPassage | StrokePassage): number =>
  passage.kind === 'strokes' ? passage.turns.length : cyclesPerRound(passage, conventionsOfRun(run));

/** Cycles the passage will have, with the changes so far. */
export function cyclesOfRun(run: LeadRun, passage: CountedPassage | StrokePassage): number {
  if (passage.kind === 'strokes') return turnsToLead(passage, run.changes);
  const conventions = conventionsOfRun(run);
  const start = startingSide(passage, run.setup.session.goal, conventions);
  return cyclesToLead(passage, start, conventions, run.changes);
}

const eventAt = (timeline: Timeline, at: Millis): TimelineEvent | undefined =>
  timeline.events[eventIndexAt(timeline, at)];

const firstCycleOf = (timeline: Timeline, passage: number): number =>
  timeline.events.find((event) => event.passage === passage && event.cycle !== null)?.cycle ?? 1;

function resumePoint(timeline: Timeline, event: TimelineEvent | undefined, at: Millis): ResumePoint {
  if (!event) return { kind: 'rest', passage: timeline.events.at(-1)?.passage ?? 0, remaining: millis(1) };
  const { passage } = event;
  const span = timeline.passages.find(({ from, to }) => from <= at && at < to);
  const rounds = span?.rounds ?? null;
  switch (event.section) {
    case 'own-pace': {
      const end = timeline.events.findLast((one) => one.passage === passage && one.section === 'own-pace');
      return { kind: 'rest', passage, remaining: millis((end ?? event).to - at) };
    }
    case 'rest':
      return { kind: 'rest', passage, remaining: remainingOf(event, at) };
    case 'closing':
      return { kind: 'closing', passage };
    case 'opening':
      return rounds
        ? { kind: 'cycle', passage, cycle: firstCycleOf(timeline, passage) }
        : { kind: 'rest', passage, remaining: millis((span?.to ?? event.to) - event.to) };
    case 'recovery': {
      // The hand goes up for the turn that comes; anything else recovers from the one before.
      const next = (event.cycle ?? 1) + (event.kind === 'handUp' ? 0 : 1);
      return next > (rounds?.cycles ?? 0)
        ? { kind: 'closing', passage }
        : { kind: 'cycle', passage, cycle: next };
    }
    case 'rounds': {
      const cycle = event.cycle ?? 1;
      const perRound = rounds?.turns ? 1 : (rounds?.cyclesPerRound ?? 1);
      return { kind: 'cycle', passage, cycle: Math.floor((cycle - 1) / perRound) * perRound + 1 };
    }
  }
}

/** What is left of natural breathing: of what was planned, where a tap is waited for. */
const remainingOf = (event: TimelineEvent, at: Millis): Millis =>
  event.open ? millis(Math.max(1_000, event.from + event.open.expected - at)) : millis(event.to - at);

/** The run with one more change; while leading, the current take is written anew from there on. */
function withChange(run: LeadRun, change: LiveChange): LeadRun {
  const changes = [...run.changes, change];
  if (run.state.kind !== 'leading') return { ...run, changes };
  const take = currentTake(run);
  const timeline = compileRest(run.setup, changes, take.from);
  return { ...run, changes, takes: replaceLast(run.takes, { ...take, timeline }) };
}

const compileRest = (
  { session, student, conventions }: LeadSetup,
  changes: readonly LiveChange[],
  from: ResumePoint | null,
): Timeline => compileSession(session, student, conventions, { changes, from, open: 'cap' });

const endTake = (run: LeadRun, at: Millis): LeadRun => ({
  ...run,
  takes: replaceLast(run.takes, {
    ...currentTake(run),
    ledTo: millis(Math.min(at, currentTake(run).timeline.total)),
  }),
});

const replaceLast = (takes: LeadRun['takes'], take: Take): LeadRun['takes'] =>
  [...takes.slice(0, -1), take] as unknown as LeadRun['takes'];
