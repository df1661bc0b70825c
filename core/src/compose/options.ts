import { resolveConventions } from '../conventions/index.js';
import { isVigorous, mostHeld, STROKE_REST, stretchesOf } from '../policy/index.js';
import { newFittedPassage, withinCapacity } from '../capacity/index.js';
import {
  applySafeFixes,
  blocksLeading,
  describeFinding,
  rescreener,
  sustainableIn,
  withHoldsUpTo,
  type Rescreener,
  type ScreeningCase,
} from '../screening/index.js';
import {
  cyclesPerRound,
  DEFAULT_SEAT_CHANGE,
  seatFor,
  withCycles,
  type Passage,
  type Session,
} from '../session/index.js';
import {
  SLOTS,
  techniqueName,
  techniqueOf,
  TECHNIQUES,
  type Feature,
  type Goal,
  type Slot,
  type TechniqueId,
} from '../technique/index.js';
import { seconds } from '../units/index.js';
import { shapedForGoals } from './goal-ratio.js';
import { fitAtTime } from './day-part.js';
import { seatsOf, type ComposeRequest } from './request.js';
import { composeWords } from '../words/index.js';

/** What a proposal is after; each kind weighs differently. */
export type ProposalKind = 'goal' | 'carry-on' | 'varied' | 'gentle';

/** A technique as it may stand in a session of this student, by its number of rounds. */
export interface Option {
  readonly technique: TechniqueId;
  readonly slot: Slot;
  /** With one round; {@link passageWith} gives it more. */
  readonly passage: Passage;
  /** Whole seconds that so many rounds take, rounded up; the index counts from `from`. */
  readonly lengths: readonly number[];
  /** What so many rounds are worth. */
  readonly values: readonly number[];
  /** Fewest rounds. */
  readonly from: number;
  readonly vigorous: boolean;
  readonly continued: boolean;
  /** 0 to 1: how well it serves the goals. */
  readonly fit: number;
}

/** A technique that cannot be used, and why. */
export interface LeftOut {
  readonly technique: TechniqueId;
  readonly reason: string;
}

export interface Options {
  readonly options: readonly Option[];
  readonly leftOut: readonly LeftOut[];
}

/** A technique lasts at least this share of the session, and between these seconds. */
const SHORTEST = { share: 0.08, from: 60, to: 150 } as const;
/** Longest share of a session that one technique takes. */
const LONGEST_SHARE = 0.5;
/** Up to this share of the session (and at least so many seconds) each minute counts in full; as much again for a third, then nearly nothing. */
const ENOUGH = { share: 0.22, from: 180, half: 0.35, beyond: 0.05 } as const;
/** Seconds in which natural breathing is measured out. */
const NATURAL_STEP = 30;
/** At most three passages share what may be held. */
const HOLD_PARTS = 3;

interface Weights {
  readonly fit: number;
  readonly continuity: number;
  /** For each technique, whatever it is; below 0 it is what a change costs. */
  readonly variety: number;
  readonly slot: number;
}
const WEIGHTS: Readonly<Record<ProposalKind, Weights>> = {
  goal: { fit: 1, continuity: 0.5, variety: -0.6, slot: 0.3 },
  'carry-on': { fit: 0.5, continuity: 6, variety: -0.8, slot: 0.3 },
  varied: { fit: 0.7, continuity: 0.5, variety: 0.4, slot: 0.8 },
  gentle: { fit: 1, continuity: 0.5, variety: -1, slot: 0.3 },
};

/** What a goal begins with, however short it is, and what that is worth. Domain 10, goal fit: agitation asks for tense-and-release early. */
const BEGINS_WITH: Readonly<Partial<Record<Goal, Feature>>> = { agitation: 'tension' };
const BEGINS_WORTH = 1;
const beginsWell = (technique: TechniqueId, goals: readonly Goal[]): boolean =>
  goals.some((goal) => {
    const first = BEGINS_WITH[goal];
    return first !== undefined && techniqueOf(technique).features.includes(first);
  });

/** Bonus for the first technique of a slot. */
export const slotBonus = (kind: ProposalKind): number => WEIGHTS[kind].slot;

/** What is composed, without a title, for the time that was asked for. */
export const draftOf = (request: ComposeRequest, passages: readonly Passage[]): Session => ({
  title: '',
  goal: request.goals[0] ?? 'calm',
  conventions: {},
  minutes: request.minutes,
  seatChange: DEFAULT_SEAT_CHANGE,
  passages,
});

/** Every technique that a plan is made of: what is permitted, of forms that do the same only the best. */
export function optionsFor(
  request: ComposeRequest,
  kind: ProposalKind,
  progress: (done: number) => void = () => undefined,
): Options {
  const { options, leftOut } = permittedFor(request, kind, progress);
  const { kept, others } = oneCooling(options);
  return { options: kept, leftOut: [...leftOut, ...others] };
}

/** Every technique that may be used, fitted to the student, with lengths and values; and those that may not, with the reason. */
export function permittedFor(
  request: ComposeRequest,
  kind: ProposalKind,
  progress: (done: number) => void = () => undefined,
): Options {
  const options: Option[] = [];
  const leftOut: LeftOut[] = [];
  for (const [index, { id, features }] of TECHNIQUES.entries()) {
    progress(index / TECHNIQUES.length);
    if (features.includes('rest') || (request.techniques && !request.techniques.includes(id))) continue;
    const made = makeOption(request, id, kind);
    if ('reason' in made) leftOut.push(made);
    else options.push(made);
  }
  return { options, leftOut };
}

/** Cooling through the mouth has three forms that do the same: only the best of them is asked about. */
function oneCooling(options: readonly Option[]): {
  readonly kept: readonly Option[];
  readonly others: readonly LeftOut[];
} {
  const forms = options.filter(({ technique }) => techniqueOf(technique).family === 'cooling');
  const [best] = [...forms].sort((a, b) => b.fit - a.fit);
  const reason = best ? composeWords.options.sameAlready(techniqueName(best.technique, 'english')) : '';
  return {
    kept: options.filter((option) => option === best || !forms.includes(option)),
    others: forms.flatMap(({ technique }) => (technique === best?.technique ? [] : [{ technique, reason }])),
  };
}

function makeOption(request: ComposeRequest, technique: TechniqueId, kind: ProposalKind): Option | LeftOut {
  const no = (reason: string): LeftOut => ({ technique, reason });
  const fit = goalFit(technique, request.goals) * fitAtTime(technique, request.dayPart);
  const vigorous = isVigorous(technique);
  const wakes = vigorous ? whyNotVigorous(technique, request) : null;
  if (wakes !== null) return no(wakes);
  if (vigorous && kind === 'gentle') return no(composeWords.options.proposalIsGentle);
  const entry = techniqueOf(technique);
  const missing = missingPractice(request, entry.after);
  if (missing !== null) return no(missing);
  const { tongueRolls, seats } = request.student;
  if (
    tongueRolls !== true &&
    entry.pattern.kind === 'counted' &&
    entry.pattern.inhaleThrough[0] === 'rolled-tongue'
  )
    return no(
      tongueRolls === null ? composeWords.options.tongueNotAsked : composeWords.options.tongueDoesNotRoll,
    );
  if (seats.length > 0 && !seats.some((seat) => entry.seats.includes(seat)))
    return no(composeWords.options.noPossibleSeat);
  const wanted = startingPassage(request, technique, kind);
  if (!wanted) return no(composeWords.options.noBreathShortEnough);
  const of: ScreeningCase = { ...request, session: draftOf(request, [wanted]) };
  const { session, left } = applySafeFixes(of, (remedy) => remedy !== 'replace' && remedy !== 'remove');
  const [passage] = session.passages;
  const [against] = left;
  if (against) return no(describeFinding(against));
  if (!passage) return no(composeWords.options.nothingLeft);
  return (
    sized(request, passage, kind, fit, vigorous, rescreener(of)) ?? no(composeWords.options.tooLittleTime)
  );
}

/** Why nothing vigorous goes with what the session is for or with the time of day; null where it does. Domain 10, goal fit. */
function whyNotVigorous(technique: TechniqueId, { goals, dayPart }: ComposeRequest): string | null {
  if (goals.includes('sleep')) return composeWords.options.wakesForSleep;
  // To tense and let go is vigorous too, and what agitation asks for first.
  if (goals.includes('agitation'))
    return beginsWell(technique, goals) ? null : composeWords.options.stirsUpForAgitation;
  return dayPart === 'evening' ? composeWords.options.stirsUpInEvening : null;
}

/** Why a technique is not for somebody yet: none of those that come before it is on record; null where it is. */
function missingPractice({ practised, student }: ComposeRequest, after: readonly string[]): string | null {
  if (after.length === 0 || student.experienced) return null;
  if (after.some((before) => (practised as readonly string[]).includes(before))) return null;
  const names = after.map((before) => techniqueName(before as TechniqueId, 'english').toLowerCase());
  return composeWords.options.prerequisiteMissing(names.join(' or '));
}

/**
 * The numbers a technique is begun with: the student's current ones, else fitted; within what can be sustained either way;
 * holds only where they were prepared. null where no breath is short enough.
 */
function startingPassage(
  request: ComposeRequest,
  technique: TechniqueId,
  kind: ProposalKind,
): Passage | null {
  const { current, record, student, profile } = request;
  const sustainable = sustainableIn(request);
  const fit = { sustainable, seats: student.seats, conventions: profile, beginner: record.beginner };
  const begun = current[technique] ?? newFittedPassage(technique, technique, fit);
  const entry = techniqueOf(technique);
  const passage: Passage = { ...begun, id: technique, seat: seatFor(entry, seatsOf(request)) };
  if (passage.kind === 'strokes')
    return withinCapacity({ ...passage, quiet: STROKE_REST.beforeHolds }, sustainable, profile);
  if (passage.kind !== 'counted' || entry.features.includes('tension')) return passage;
  const shaped = current[technique] ? passage : shapedForGoals(passage, request.goals);
  const mayHold = kind !== 'gentle' && record.withoutHold.some((easy) => easy.technique === technique);
  const held = mayHold ? shaped : withHoldsUpTo(shaped, ['internalHold', 'externalHold'], 0);
  if (held.kind !== 'counted') return held;
  return withinCapacity({ ...held, ramps: [], ownPace: seconds(0) }, sustainable, profile);
}

/** How well a technique serves some goals, 0 to 1. Domain 10. */
export function goalFit(technique: TechniqueId, goals: readonly Goal[]): number {
  const { effects, features } = techniqueOf(technique);
  const of = (goal: Goal): number => {
    const own = effects.includes(goal) ? 0.8 : 0.15;
    const helps = (HELPING[goal] ?? []).some((feature) => features.includes(feature)) ? 0.2 : 0;
    return own + helps;
  };
  return goals.reduce((sum, goal) => sum + of(goal), 0) / Math.max(1, goals.length);
}

const HELPING: Readonly<Partial<Record<Goal, readonly Feature[]>>> = {
  energise: ['energising', 'forceful'],
  calm: ['calming', 'hum'],
  sleep: ['sleep', 'hum', 'calming'],
  cool: ['cooling'],
  warm: ['heating'],
  focus: ['balancing'],
  'lung-capacity': ['throat', 'energising'],
  mood: ['balancing', 'energising'],
  agitation: ['tension', 'hum', 'calming'],
};

/** A passage with so many rounds, sets, or half minutes. */
export function passageWith(request: ComposeRequest, passage: Passage, rounds: number): Passage {
  switch (passage.kind) {
    case 'natural':
      return { ...passage, length: seconds(rounds * NATURAL_STEP), untilTap: false };
    case 'strokes':
      return { ...passage, sets: rounds };
    case 'counted':
      return withCycles(passage, rounds * cyclesPerRound(passage, resolveConventions(request.profile, {})));
  }
}

function mostRounds(request: ComposeRequest, passage: Passage): number {
  const { pattern } = techniqueOf(passage.technique);
  if (passage.kind === 'natural' && pattern.kind === 'natural')
    return Math.floor(pattern.length.to / NATURAL_STEP);
  if (passage.kind === 'strokes' && pattern.kind === 'strokes') return Math.min(5, pattern.sets.to);
  if (passage.kind !== 'counted' || pattern.kind !== 'counted') return 0;
  const perRound = cyclesPerRound(passage, resolveConventions(request.profile, {}));
  return Math.floor(pattern.cycles.to / perRound);
}

function sized(
  request: ComposeRequest,
  passage: Passage,
  kind: ProposalKind,
  fit: number,
  vigorous: boolean,
  again: Rescreener,
): Option | null {
  const time = request.minutes * 60;
  // Out of the seat that the session has and back into it.
  const moves = passage.seat === seatsOf(request)[0] ? 0 : 2 * DEFAULT_SEAT_CHANGE;
  const lengths = lengthsOf(passage, mostRounds(request, passage), (rounds) =>
    again.lengthOf(passageWith(request, passage, rounds)),
  ).map((length) => length + moves);
  const lengthOf = (rounds: number): number => lengths[rounds - 1] ?? Infinity;
  const shortest = Math.min(SHORTEST.to, Math.max(SHORTEST.from, time * SHORTEST.share));
  const enoughRounds = lengths.findIndex((length) => length >= shortest) + 1;
  // A set of strokes and what only leads in are short by themselves.
  const isShort = passage.kind === 'strokes' || techniqueOf(passage.technique).features.includes('prelude');
  const from = isShort ? 1 : enoughRounds;
  const held = holdOf(request, passage);
  const mayHold = (time * mostHeld(request.record.beginner)) / HOLD_PARTS;
  const most = Math.min(
    lengths.findLastIndex((length) => length <= time * LONGEST_SHARE) + 1,
    held === 0 ? Infinity : Math.floor(mayHold / held),
  );
  if (from < 1) return null;
  const to = longestPermitted(request, passage, from, most, again);
  if (to < from) return null;
  const { continuity, variety, fit: weight } = WEIGHTS[kind];
  const begun = beginsWell(passage.technique, request.goals) ? BEGINS_WORTH : 0;
  const continued = request.current[passage.technique] !== undefined;
  const enough = Math.max(ENOUGH.from, time * ENOUGH.share);
  const rounds = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  const worth = (length: number): number => {
    const full = Math.min(length, enough);
    const half = Math.min(Math.max(0, length - enough), enough);
    const beyond = Math.max(0, length - 2 * enough);
    return (weight * fit * (full + ENOUGH.half * half + ENOUGH.beyond * beyond)) / 60;
  };
  return {
    technique: passage.technique,
    slot: techniqueOf(passage.technique).slot,
    passage,
    from,
    lengths: rounds.map((some) => Math.ceil(lengthOf(some) - 1e-6)),
    values: rounds.map((some) => worth(lengthOf(some)) + variety + begun + (continued ? continuity : 0)),
    vigorous,
    continued,
    fit,
  };
}

/** Seconds that 1, 2, … rounds take. Rounds that do not change are all as long as the second; others are measured one by one. */
function lengthsOf(passage: Passage, most: number, lengthOf: (rounds: number) => number): readonly number[] {
  const alike = passage.kind === 'natural' || (passage.kind === 'counted' && passage.ramps.length === 0);
  const first = most > 0 ? lengthOf(1) : 0;
  const each = alike && most > 1 ? lengthOf(2) - first : 0;
  return Array.from({ length: most }, (_, index) => (alike ? first + index * each : lengthOf(index + 1)));
}

/** Seconds held in one round. */
function holdOf(request: ComposeRequest, passage: Passage): number {
  const setting = { conventions: request.profile, goal: request.goals[0] ?? 'calm', restBeforeHold: 0 };
  const stretches = stretchesOf(passageWith(request, passage, 1), setting);
  return stretches.reduce((sum, { held }) => sum + held, 0) / 2000;
}

/** The most rounds against which nothing speaks: minutes of something may be limited for this student. */
function longestPermitted(
  request: ComposeRequest,
  passage: Passage,
  from: number,
  most: number,
  again: Rescreener,
): number {
  const permitted = (rounds: number): boolean =>
    !again.screen(draftOf(request, [passageWith(request, passage, rounds)])).some(blocksLeading);
  if (most < from || !permitted(from)) return 0;
  if (permitted(most)) return most;
  let [good, bad] = [from, most];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (permitted(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

/** Options by slot, in the order of the session. */
export const bySlot = (options: readonly Option[]): readonly (readonly Option[])[] =>
  SLOTS.map((slot) => options.filter((option) => option.slot === slot));
