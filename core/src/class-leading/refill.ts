import { withPossibleLocks } from '../capacity/index.js';
import { laneInPeriod, LEAST_PADDING, takenUpAgain, waysOf } from '../lanes/index.js';
import {
  conventionsOfRun,
  currentTake,
  cyclesOfRun,
  ledPassages,
  naturalPassage,
  whereInRounds,
  writtenAnew,
  type LeadRun,
} from '../leading/index.js';
import { lengthOfStretches, stretchesOf, type StretchKind } from '../policy/index.js';
import { numbersFromCounts, type Numbers } from '../ratio/index.js';
import {
  cycleHalfMillis,
  cyclesInOwnRound,
  withCycles,
  withFittedParts,
  type CountedPassage,
  type NaturalPassage,
  type Passage,
} from '../session/index.js';
import { countsInForce, type LiveChange } from '../timeline/index.js';
import { millis, seconds, type Millis, type Seconds } from '../units/index.js';
import { endOfLane, placeIn, type ClassLane } from './class-run.js';

/** What is left of a passage of the class in a lane, from its next round on. */
export interface RestOfPassage {
  /** The passage of the class. */
  readonly passage: string;
  /** The passage of the lane after which something else can come. */
  readonly after: Passage;
  /** The last cycle of it that is led; null where it is natural breath. */
  readonly lastCycle: number | null;
  /** When its next round would begin, on the clock of the class. */
  readonly from: Millis;
  /** When the lane comes to the end of it. */
  readonly end: Millis;
  /** What it counts from its next round on; null where it breathes naturally to the end. */
  readonly counts: CountedPassage | null;
  /** Passages of the lane that come after it and stand for the same. */
  readonly later: readonly string[];
}

/** What is left of the passage in which a lane is. @returns null where it is led no more, or in strokes. */
export function restOfPassage({ run, offset, standsFor }: ClassLane, at: Millis): RestOfPassage | null {
  if (run.state.kind !== 'leading') return null;
  const { timeline } = currentTake(run);
  const place = Math.max(0, at - offset);
  const span = timeline.passages.find(({ from, to }) => from <= place && place < to);
  const passages = run.setup.session.passages;
  const index = passages.findIndex(({ id }) => id === span?.id);
  const after = passages[index];
  if (!span || !after || after.kind === 'strokes') return null;
  const passage = standsFor[after.id] ?? after.id;
  const laterSpans = timeline.passages.filter(
    ({ id, from }) => from > span.from && (standsFor[id] ?? id) === passage,
  );
  const end = millis((laterSpans.at(-1) ?? span).to + offset);
  const later = laterSpans.map(({ id }) => id);
  const counts = [after, ...passages.filter(({ id }) => later.includes(id))].find(isCounted) ?? null;
  const rest = { passage, after, end, counts, later };
  if (after.kind === 'natural') return { ...rest, lastCycle: null, from: millis(span.to + offset) };
  const here = whereInRounds(run, placeIn({ run, offset, standsFor, students: [] }, at));
  // Its rounds are over: the hand goes down.
  if (!here.ok) return { ...rest, lastCycle: null, from: millis(span.to + offset), counts: null };
  const { roundFrom, perRound, cycles } = here.value;
  const lastCycle = Math.min(roundFrom + perRound - 1, cycles);
  const rounds = timeline.events.filter((event) => event.passage === index && event.section === 'rounds');
  const over = rounds.findLast((event) => (event.cycle ?? 0) <= lastCycle);
  const now = isCounted(after) ? asNow(run, after, lastCycle + 1) : null;
  return { ...rest, lastCycle, from: millis((over?.to ?? place) + offset), counts: now };
}

/** A passage with the numbers in force in a cycle. */
function asNow(run: LeadRun, passage: CountedPassage, cycle: number): CountedPassage {
  const now = countsInForce(passage, cycle, conventionsOfRun(run), run.changes);
  const eased = run.changes.some(({ kind, passageId }) => kind === 'ease' && passageId === passage.id);
  return eased ? { ...passage, ...numbersFromCounts(now) } : passage;
}

const isCounted = (passage: Passage): passage is CountedPassage => passage.kind === 'counted';

/** What a lane does from its next round to the end of a passage. */
export interface Refill {
  /** The numbers that it counts from then on; left out where they stay, null for natural breath. */
  readonly numbers?: Numbers | null;
  /** When the others begin rounds, on the clock of the class. */
  readonly meetings: readonly Millis[];
  readonly end: Millis;
  readonly newId: () => string;
}

/** Rounds without a break, or natural breath. */
type Piece =
  | { readonly kind: 'rounds'; readonly passage: CountedPassage; readonly rounds: number }
  | { readonly kind: 'natural'; readonly halfMillis: number };

/**
 * The lane with the rest of its passage written anew: as many rounds as there is time for before each meeting, natural breath of
 * at least 5 s where there is time left, and to the end with the others. Domain 16.
 *
 * @returns null where the time does not come out: no round of it can end in time, and what is left is too short to breathe in.
 */
export function refilled(lane: ClassLane, rest: RestOfPassage, of: Refill): ClassLane | null {
  const { run } = lane;
  const { after, lastCycle } = rest;
  const counts = of.numbers === null ? null : shapeOf(rest, of.numbers);
  const closing = seconds((counts ?? rest.counts)?.closing ?? 0);
  const pieces = piecesOf(run, rest, counts, of);
  if (!pieces) return null;
  // While the hand is up, the first rounds go on in the passage that is led.
  const [first] = pieces;
  const goesOn = lastCycle !== null && first?.kind === 'rounds' ? first : null;
  const own = goesOn ? pieces.slice(1) : pieces;
  const made = passagesOf(own, after, of.newId, closing);
  // A hand that goes down already goes on doing so.
  const standing =
    isCounted(after) && lastCycle !== null
      ? { ...after, ownPace: seconds(0), closing: made.some(isCounted) ? seconds(0) : closing }
      : after;
  const { session } = run.setup;
  const passages = session.passages.flatMap((one) => (one === after ? [standing, ...made] : [one]));
  const changes: LiveChange[] = [...run.changes];
  if (lastCycle !== null && isCounted(after)) {
    const cycle = lastCycle + (goesOn?.rounds ?? 0) * cyclesInOwnRound(after);
    changes.push({ kind: 'end-after', passageId: after.id, cycle });
    if (goesOn && of.numbers)
      changes.push({ kind: 'ease', passageId: after.id, fromCycle: lastCycle + 1, numbers: of.numbers });
  }
  const [firstLater] = rest.later;
  if (firstLater !== undefined) changes.push({ kind: 'skip', passageId: firstLater, leftOut: rest.later });
  const next = writtenAnew({
    ...run,
    setup: { ...run.setup, session: { ...session, passages } },
    added: [...run.added, ...made.map(({ id }) => ({ id, after: after.id, why: 'lane' as const }))],
    changes,
  });
  const standsFor = { ...lane.standsFor, ...Object.fromEntries(made.map(({ id }) => [id, rest.passage])) };
  return endingAt({ ...lane, run: next, standsFor }, made, millis(endOfLane(lane) + of.end - rest.end));
}

/**
 * The lane with the last natural breath of what was put in so long that it ends at a moment: a change of seat that was saved, or
 * came about, is made up for.
 *
 * @returns null where there is none that can make up for it.
 */
export function endingAt(lane: ClassLane, made: readonly Passage[], end: Millis): ClassLane | null {
  const missing = end - endOfLane(lane);
  if (Math.abs(missing) <= ROUNDED) return lane;
  const last = made.findLast((one) => one.kind === 'natural');
  if (last?.kind !== 'natural') return null;
  const length = last.length + missing / 1000;
  if (length * 2000 < LEAST_PADDING) return null;
  const { run } = lane;
  const { session } = run.setup;
  const passages = session.passages.map((one) =>
    one.id === last.id ? { ...last, length: seconds(length) } : one,
  );
  return {
    ...lane,
    run: writtenAnew({ ...run, setup: { ...run.setup, session: { ...session, passages } } }),
  };
}

/** Milliseconds by which lengths may be apart because they were rounded. */
const ROUNDED = 2;

/** What is counted from now on; null where it breathes naturally to the end. */
const shapeOf = ({ counts }: RestOfPassage, numbers: Numbers | undefined): CountedPassage | null =>
  counts && withPossibleLocks(withFittedParts({ ...counts, ...numbers }));

/** How the time to each meeting, and to the end, is filled. Half milliseconds. */
function piecesOf(
  run: LeadRun,
  rest: RestOfPassage,
  counts: CountedPassage | null,
  { meetings, end }: Refill,
): readonly Piece[] | null {
  const { from, lastCycle } = rest;
  const lowers = counts ?? (lastCycle === null ? null : rest.counts);
  const over = end - (lowers ? closingOf(run, lowers) : 0);
  if (over < from) return null;
  if (!counts) return naturalOnly((over - from) * 2);
  const marks = [from, ...meetings.filter((at) => at > from && at < over), over];
  const ways = waysOf(counts, conventionsOfRun(run), false, 0);
  const again = leadAgain(run, counts);
  const pieces: Piece[] = [];
  // Time that is not filled yet: natural breath before the next rounds.
  let idle = 0;
  marks.slice(1).forEach((mark, index) => {
    const gap = (mark - (marks[index] ?? mark)) * 2;
    const isLast = index === marks.length - 2;
    const leastPadding = LEAST_PADDING + (isLast ? 0 : again);
    const before = pieces.at(-1);
    const goesOn = idle === 0 && (index === 0 ? lastCycle !== null : before?.kind === 'rounds');
    // The hand goes up in the end of the natural breath; where that is too short for it, in the time of the first rounds.
    const borrows = goesOn || idle >= LEAST_PADDING + again ? 0 : again;
    // Without a break the rounds stay as they are.
    const shape = goesOn && before?.kind === 'rounds' ? before.passage : counts;
    const lengths = goesOn ? [roundOf(run, shape)] : ways.rounds.lengths;
    const fits = laneInPeriod({ lengths, leastPadding }, gap - borrows);
    if (!fits) {
      idle += gap;
      return;
    }
    const rests = idle - (goesOn || borrows > 0 ? 0 : again);
    if (rests > 0) pieces.push({ kind: 'natural', halfMillis: rests });
    if (goesOn && before?.kind === 'rounds')
      pieces[pieces.length - 1] = { ...before, rounds: before.rounds + fits.rounds };
    else pieces.push({ kind: 'rounds', passage: goesOn ? shape : ways.at(fits.length), rounds: fits.rounds });
    idle = fits.padding;
  });
  if (idle > 0) pieces.push({ kind: 'natural', halfMillis: idle });
  const short = pieces.some((piece) => piece.kind === 'natural' && piece.halfMillis < LEAST_PADDING);
  return short ? naturalOnly((over - from) * 2) : pieces;
}

const roundOf = (run: LeadRun, passage: CountedPassage): number =>
  cycleHalfMillis(passage, conventionsOfRun(run)) * cyclesInOwnRound(passage);

const naturalOnly = (halfMillis: number): readonly Piece[] | null =>
  halfMillis === 0 ? [] : halfMillis < LEAST_PADDING ? null : [{ kind: 'natural', halfMillis }];

/** Half milliseconds that a passage needs to be taken up after natural breath, until its first round begins. */
export const leadAgain = (run: LeadRun, passage: CountedPassage): number =>
  lengthOfKinds(run, takenUpAgain(passage), ['hand-up', 'get-ready', 'emptying']);

/** Milliseconds in which the hand goes down after the rounds of a passage; none where no hand is up. */
export const closingOf = (run: LeadRun, passage: CountedPassage): Millis =>
  millis(lengthOfKinds(run, passage, ['closing']) / 2);

function lengthOfKinds(run: LeadRun, passage: Passage, kinds: readonly StretchKind[]): number {
  const { goal } = run.setup.session;
  const all = stretchesOf(passage, { conventions: conventionsOfRun(run), goal, restBeforeHold: 0 });
  return lengthOfStretches(all.filter(({ kind }) => kinds.includes(kind)));
}

function passagesOf(
  pieces: readonly Piece[],
  seat: Passage,
  newId: () => string,
  closing: Seconds,
): readonly Passage[] {
  const lastRounds = pieces.findLastIndex(({ kind }) => kind === 'rounds');
  return pieces.map((piece, index): Passage => {
    if (piece.kind === 'natural') return natural(seat, newId(), piece.halfMillis);
    const again = { ...takenUpAgain(piece.passage), ownPace: seconds(0) };
    return {
      ...withCycles(again, piece.rounds * cyclesInOwnRound(again)),
      id: newId(),
      closing: index === lastRounds ? closing : seconds(0),
    };
  });
}

/** Natural breath of a length, in the seat of another passage. */
export const natural = (seat: Passage, id: string, halfMillis: number): NaturalPassage => ({
  ...naturalPassage('natural-breath', id, seat, seconds(halfMillis / 2000)),
  untilTap: false,
});

/** Rounds that a lane has of a passage of the class. */
export const roundsIn = ({ run, standsFor }: ClassLane, passage: string): number =>
  ledPassages(run)
    .filter(({ id }) => (standsFor[id] ?? id) === passage)
    .reduce((sum, one) => sum + (isCounted(one) ? cyclesOfRun(run, one) / cyclesInOwnRound(one) : 0), 0);
