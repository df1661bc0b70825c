import { resolveConventions, type Conventions } from '../conventions/index.js';
import { failure, success, type Result } from '../result.js';
import type { SignId, SignTakenBack, StrainSignId } from '../policy/index.js';
import {
  cyclesPerRound,
  isBeforeRounds,
  startingSide,
  withCycles,
  type CountedPassage,
  type Passage,
  type Session,
  type StrokePassage,
} from '../session/index.js';
import {
  compileSession,
  cyclesToLead,
  eventIndexAt,
  leftOutOf,
  turnsToLead,
  type LiveChange,
  type ResumePoint,
  type Timeline,
  type TimelineEvent,
  type TimelineStudent,
} from '../timeline/index.js';
import { formatClock, millis, type Millis } from '../units/index.js';
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

/** What can be done on the way. */
export const STEP_KINDS = [
  'pause',
  'go-on',
  'ease',
  'halve',
  'drop-hold',
  'simpler',
  'as-planned',
  'one-more',
  'meet',
  'last-round',
  'longer',
  'finish-by',
  'repeat',
  'watch',
  'rest',
  'next-part',
  'felt-easy',
  'felt-some-effort',
  'felt-too-much',
  'stop',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** One thing done, or sign noted, on the way, with its moment and where it was. */
export interface LoggedStep {
  /** Of the time led up to then, pauses left out. */
  readonly at: Millis;
  readonly passageId: string;
  /** null outside of rounds. */
  readonly round: number | null;
  readonly what: StepKind | SignId | StrainSignId;
}

/** A passage that was put in while leading. */
export interface AddedPassage {
  readonly id: string;
  /** The passage that it stands for, or repeats. */
  readonly after: string;
  readonly why: 'sign' | 'watch' | 'simpler' | 'repeat' | 'lane';
}

/** A session being led, as a value: every command gives a new one. */
export interface LeadRun {
  /** With the passages that were put in. */
  readonly setup: LeadSetup;
  readonly added: readonly AddedPassage[];
  /** What was done on the way, in order. */
  readonly log: readonly LoggedStep[];
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
  | { readonly code: 'paused' }
  | { readonly code: 'no-rounds-here' }
  | { readonly code: 'last-round-already' }
  /** What is asked for may not be led: screened anew, this keeps it from being led. */
  | { readonly code: 'forbidden'; readonly message: string }
  /** Rounds (sets) that were led already and those to come, repeats included, are all that may be led. */
  | { readonly code: 'enough-rounds'; readonly planned: number; readonly most: number }
  | { readonly code: 'nothing-to-ease' }
  | { readonly code: 'nothing-to-tap' }
  | { readonly code: 'as-planned-already' }
  | { readonly code: 'at-rest-already' }
  /** Nothing here lasts for a time that could be longer. */
  | { readonly code: 'no-rest-here' }
  /** The technique has no simpler form. */
  | { readonly code: 'nothing-simpler' }
  | { readonly code: 'nothing-to-repeat' }
  | { readonly code: 'not-stopped' }
  | { readonly code: 'in-time-already' }
  /** Even the fewest rounds last longer than there is time. */
  | { readonly code: 'too-little-time'; readonly least: Millis }
  /** A rest after strokes that is still too short. */
  | { readonly code: 'too-early'; readonly left: Millis };

export type LeadAnswer = Result<LeadRun, LeadRefusal>;

export function describeRefusal(refusal: LeadRefusal): string {
  switch (refusal.code) {
    case 'not-leading':
      return leadingWords.run.nothingLed;
    case 'paused':
      return leadingWords.run.paused;
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
    case 'as-planned-already':
      return leadingWords.run.asPlannedAlready;
    case 'at-rest-already':
      return leadingWords.run.atRestAlready;
    case 'no-rest-here':
      return leadingWords.run.noRestHere;
    case 'nothing-simpler':
      return leadingWords.run.nothingSimpler;
    case 'nothing-to-repeat':
      return leadingWords.run.nothingToRepeat;
    case 'not-stopped':
      return leadingWords.run.notStopped;
    case 'in-time-already':
      return leadingWords.run.inTimeAlready;
    case 'too-little-time':
      return leadingWords.run.tooLittleTime(formatClock(refusal.least));
    case 'too-early':
      return leadingWords.run.restLasts(Math.ceil(refusal.left / 1000));
  }
}

/** Refused because nothing is led now, or because it is paused. */
export const notLed = ({ state }: Pick<LeadRun, 'state'>): LeadAnswer =>
  failure({ code: state.kind === 'paused' ? 'paused' : 'not-leading' });

/** Begins a run at the start of the session. */
export const beginRun = (setup: LeadSetup): LeadRun => ({
  setup,
  added: [],
  log: [],
  state: { kind: 'leading' },
  takes: [{ timeline: compileRest(setup, [], null), from: null, ledTo: null }],
  changes: [],
  signs: [],
  takenBack: [],
});

export const currentTake = (run: LeadRun): Take => run.takes[run.takes.length - 1] as Take;

/** How long a run was led up to a moment of its current take, pauses left out. */
export const timeLed = ({ takes }: LeadRun, at: Millis): Millis =>
  millis(takes.reduce((sum, { ledTo }) => sum + (ledTo ?? at), 0));

/** What came of a run, with the step that it was by in its log. @param at where the run stood when it was taken. */
export function logged(before: LeadRun, at: Millis, what: LoggedStep['what'], after: LeadRun): LeadRun {
  const { timeline } = currentTake(before);
  const event = eventAt(timeline, at);
  const { passage } =
    before.state.kind === 'paused' ? before.state.resumeAt : (event ?? timeline.events.at(-1) ?? NOWHERE);
  const step: LoggedStep = {
    at: timeLed(before, at),
    passageId: before.setup.session.passages[passage]?.id ?? '',
    round: before.state.kind === 'paused' ? null : (event?.round ?? null),
    what,
  };
  return { ...after, log: [...after.log, step] };
}

const NOWHERE = { passage: 0 } as const;

export interface InRounds {
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

/** The cycle with which a change begins: the next round's first, or the one that is led again. */
export const nextRoundOf = ({ perRound, roundFrom, cycle, begun }: InRounds): number =>
  begun ? roundFrom + perRound : cycle;

export function whereInRounds(run: LeadRun, at: Millis): Result<InRounds, LeadRefusal> {
  if (run.state.kind !== 'leading' && run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  const { timeline } = currentTake(run);
  const event = eventAt(timeline, at);
  const point = run.state.kind === 'paused' ? run.state.resumeAt : resumePoint(timeline, event, at);
  const passage = run.setup.session.passages[point.passage];
  // What is explained, shown or tried comes before the first round.
  const cycle = point.kind === 'cycle' ? point.cycle : isBefore(point) ? 1 : null;
  if (cycle === null || !passage || passage.kind === 'natural') return failure({ code: 'no-rounds-here' });
  const cycles = cyclesOfRun(run, passage);
  if (cycles === 0) return failure({ code: 'no-rounds-here' });
  const perRound = perRoundOf(run, passage);
  const roundFrom = Math.floor((cycle - 1) / perRound) * perRound + 1;
  return success({
    passage,
    index: point.passage,
    cycles,
    perRound,
    roundFrom,
    cycle,
    begun: run.state.kind === 'leading' && (event?.section === 'rounds' || cycle > roundFrom),
  });
}

const isBefore = (point: ResumePoint): boolean => point.kind === 'part' && isBeforeRounds(point.part);

/** The conventions by which a run is led. */
export const conventionsOfRun = ({ setup }: LeadRun): Conventions =>
  resolveConventions(setup.conventions, setup.session.conventions);

/** Passages that are led: what was left out is not among them. */
export const ledPassages = ({ setup, changes }: Pick<LeadRun, 'setup' | 'changes'>): readonly Passage[] => {
  const leftOut = leftOutOf(changes);
  return setup.session.passages.filter(({ id }) => !leftOut.has(id));
};

/** Cycles of a round of a passage, turns of a set of strokes. */
export const perRoundOf = (run: LeadRun, passage: CountedPassage | StrokePassage): number =>
  passage.kind === 'strokes' ? passage.turns.length : cyclesPerRound(passage, conventionsOfRun(run));

/** Rounds (sets) that a passage comes to, with the changes so far. */
export const roundsPlanned = (run: LeadRun, passage: CountedPassage | StrokePassage): number =>
  cyclesOfRun(run, passage) / perRoundOf(run, passage);

/** Cycles the passage will have, with the changes so far, unless the last round is called before. */
export function cyclesOfRun(run: LeadRun, passage: CountedPassage | StrokePassage): number {
  if (passage.kind === 'strokes') return turnsToLead(passage, run.changes);
  const conventions = conventionsOfRun(run);
  const start = startingSide(passage, run.setup.session.goal, conventions);
  return cyclesToLead(passage, start, conventions, run.changes, 'cap');
}

/** Cycles that are planned of a passage: it is complete with them, whether or not more may follow. */
export const fewestCyclesOf = (run: LeadRun, passage: CountedPassage | StrokePassage): number =>
  cyclesOfRun(
    { ...run, changes: [] },
    passage.kind === 'counted' ? withCycles(passage, passage.cycles) : passage,
  );

export const eventAt = (timeline: Timeline, at: Millis): TimelineEvent | undefined =>
  timeline.events[eventIndexAt(timeline, at)];

const firstCycleOf = (timeline: Timeline, passage: number): number =>
  timeline.events.find((event) => event.passage === passage && event.cycle !== null)?.cycle ?? 1;

export function resumePoint(timeline: Timeline, event: TimelineEvent | undefined, at: Millis): ResumePoint {
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
    case 'explain':
    case 'quiet':
    case 'ask':
      return { kind: 'part', passage, part: event.section, remaining: remainingOf(event, at) };
    case 'demonstrate':
    case 'trial':
      return { kind: 'part', passage, part: event.section, remaining: null };
    case 'opening':
      return rounds
        ? { kind: 'cycle', passage, cycle: firstCycleOf(timeline, passage) }
        : { kind: 'rest', passage, remaining: millis((span?.to ?? event.to) - event.to) };
    case 'recovery': {
      // The hand goes up for the turn that comes; anything else recovers from the one before.
      const next = (event.cycle ?? 1) + (event.kind === 'handUp' || event.kind === 'getReady' ? 0 : 1);
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
export function withChange(run: LeadRun, change: LiveChange): LeadRun {
  return writtenAnew({ ...run, changes: [...run.changes, change] });
}

/** The run with its current take written anew, while it is led: something that comes after this moment has changed. */
export function writtenAnew(run: LeadRun): LeadRun {
  if (run.state.kind !== 'leading') return run;
  const take = currentTake(run);
  const timeline = compileRest(run.setup, run.changes, take.from);
  return { ...run, takes: replaceLast(run.takes, { ...take, timeline }) };
}

/** The run led on in a new take from a point of its session; the one before ends at the moment. */
export function ledFrom(run: LeadRun, at: Millis, from: ResumePoint): LeadRun {
  const ended = endTake(run, at);
  const take: Take = { timeline: compileRest(run.setup, run.changes, from), from, ledTo: null };
  return { ...ended, takes: [...ended.takes, take] };
}

export const compileRest = (
  { session, student, conventions }: LeadSetup,
  changes: readonly LiveChange[],
  from: ResumePoint | null,
): Timeline => compileSession(session, student, conventions, { changes, from, open: 'cap' });

export const endTake = (run: LeadRun, at: Millis): LeadRun => ({
  ...run,
  takes: replaceLast(run.takes, {
    ...currentTake(run),
    ledTo: millis(Math.min(at, currentTake(run).timeline.total)),
  }),
});

const replaceLast = (takes: LeadRun['takes'], take: Take): LeadRun['takes'] =>
  [...takes.slice(0, -1), take] as unknown as LeadRun['takes'];
