import { resolveConventions, type Conventions } from '../conventions/index.js';
import {
  isVigorous,
  leastStrokeRest,
  lengthOfStretches,
  LONGEST_ARM_MINUTES,
  HOLDS_FROM_THE_START,
  longestHoldOf,
  minutesArmRaised,
  mostHeld,
  restNeededBeforeHold,
  STROKE_REST,
  stretchesOf,
  VIGOROUS_UNTIL,
  countsAtMost,
  type Stretch,
} from '../policy/index.js';
import { countsOf, sameCounts } from '../ratio/index.js';
import {
  atItsMost,
  strokesAtMost,
  type CountedPassage,
  type Passage,
  type Session,
} from '../session/index.js';
import { SLOTS, techniqueOf, type Slot, type TechniqueId } from '../technique/index.js';
import { orderingWords } from '../words/index.js';

/** How a session is ordered, as rules: each finds the passage that breaks it. Domain: section "ordering and composing". */
export type OrderingRule =
  | 'vigorous-late'
  | 'vigorous-after-quiet'
  | 'rest-after-strokes'
  | 'rest-before-hold'
  | 'heating-after-cooling'
  | 'same-numbers'
  | 'hold-unprepared'
  | 'arm-raised-long'
  | 'too-much-hold'
  | 'both-entries'
  | 'slot-order'
  | 'no-settling';

export interface OrderingFinding {
  readonly rule: OrderingRule;
  /** null where it concerns the whole session. */
  readonly passageId: string | null;
  readonly level: 'change' | 'care';
  /** What was measured against what, where it is a number: seconds, minutes or a share. */
  readonly measured: { readonly value: number; readonly threshold: number } | null;
}

/** Why, and what to do. */
export const ORDERING_WORDS: Readonly<Record<OrderingRule, string>> = {
  'vigorous-late': orderingWords.ordering.vigorousLate,
  'vigorous-after-quiet': orderingWords.ordering.vigorousAfterQuiet,
  'rest-after-strokes': orderingWords.ordering.restAfterStrokes,
  'rest-before-hold': orderingWords.ordering.restBeforeHold,
  'heating-after-cooling': orderingWords.ordering.heatingAfterCooling,
  'same-numbers': orderingWords.ordering.techniqueTwice,
  'hold-unprepared': orderingWords.ordering.holdUnprepared,
  'arm-raised-long': orderingWords.ordering.armTires,
  'too-much-hold': orderingWords.ordering.tooMuchHeld,
  'both-entries': orderingWords.ordering.bothEntries,
  'slot-order': orderingWords.ordering.outOfSlot,
  'no-settling': orderingWords.ordering.endsInStillness,
};

/** Hold-free breathing that was easy, as it is on record. */
export interface EasyWithoutHold {
  readonly technique: TechniqueId;
  /** Counts. */
  readonly inhale: number;
  readonly exhale: number;
  /** In one sitting. */
  readonly minutes: number;
}

/** What of the record ordering reads. */
export interface OrderingRecord {
  readonly beginner: boolean;
  readonly withoutHold: readonly EasyWithoutHold[];
  /** Sittings that were easy, of any technique. */
  readonly easySittings: number;
  /** Entry techniques that were practised today already. */
  readonly entriesToday: readonly EntryRoute[];
}

/** Routes that always go in through the same side. */
export type EntryRoute = 'left-entry' | 'right-entry';

/** A passage with what the rules ask of it. Moments from the beginning of the session, half milliseconds as planned. */
interface Placed {
  readonly passage: Passage;
  readonly stretches: readonly Stretch[];
  readonly seatChange: number;
  /** The end of what is vigorous in it; 0 where nothing is. */
  readonly vigorousUntil: number;
  readonly slot: Slot;
  readonly vigorous: boolean;
  readonly heating: boolean;
  readonly cooling: boolean;
  readonly rest: boolean;
  /** Longest hold over 2 s at its most, seconds; 0 where there is none. */
  readonly hold: number;
}

/** Every rule of ordering that a session breaks, in the order of the passages. Domain 10. */
export function checkOrder(
  session: Session,
  record: OrderingRecord,
  profile: Conventions,
): readonly OrderingFinding[] {
  const conventions = resolveConventions(profile, session.conventions);
  const placed = place(atItsMost(session), conventions);
  const total = placed.reduce(
    (sum, { stretches, seatChange }) => sum + seatChange + lengthOfStretches(stretches),
    0,
  );
  const onlyVigorous = placed.every(({ vigorous, passage }) => vigorous || passage.kind === 'natural');
  return [
    ...placed.flatMap((one, index) => [
      ...checkVigour(one, placed.slice(0, index), total, onlyVigorous),
      ...checkRests(placed, index),
      ...checkPlace(one, placed.slice(0, index)),
      ...checkHold(one, placed.slice(0, index), record, conventions),
    ]),
    ...checkArm(placed),
    ...checkWhole(placed, total, record, conventions),
  ];
}

const found = (
  rule: OrderingRule,
  passage: Passage | null,
  level: 'change' | 'care' = 'change',
  measured: OrderingFinding['measured'] = null,
): OrderingFinding => ({ rule, passageId: passage?.id ?? null, level, measured });

/** The slots of a session's passages, in order: a rest at the end settles, wherever else it may stand. */
export const slotsOf = ({ passages }: Pick<Session, 'passages'>): readonly Slot[] =>
  passages.map(({ technique }, index) => {
    const { slot, features } = techniqueOf(technique);
    return features.includes('rest') && index === passages.length - 1 ? 'settle' : slot;
  });

function place(session: Session, conventions: Conventions): readonly Placed[] {
  const slots = slotsOf(session);
  let at = 0;
  return session.passages.map((passage, index) => {
    const { slot, features } = techniqueOf(passage.technique);
    const before = session.passages[index - 1];
    const seatChange = before && before.seat !== passage.seat ? Math.round(session.seatChange * 2000) : 0;
    const restBeforeHold = passage.kind === 'strokes' ? restNeededBeforeHold(session, index, conventions) : 0;
    const stretches = stretchesOf(passage, { conventions, goal: session.goal, restBeforeHold });
    const vigorous = isVigorous(passage.technique);
    const from = at + seatChange;
    at = from + lengthOfStretches(stretches);
    const lastStrokes = stretches.findLastIndex(({ kind }) => kind === 'strokes');
    const stirred = lastStrokes < 0 ? stretches : stretches.slice(0, lastStrokes + 1);
    return {
      passage,
      stretches,
      seatChange,
      vigorousUntil: vigorous ? from + lengthOfStretches(stirred) : 0,
      slot: slots[index] ?? slot,
      vigorous,
      heating: features.includes('heating'),
      cooling: features.includes('cooling'),
      rest: features.includes('rest'),
      hold: longestHoldOf(passage, conventions),
    };
  });
}

const slotIndex = (slot: Slot): number => SLOTS.indexOf(slot);

/** @param onlyVigorous nothing but strokes and rests: then there is no earlier place to move them to. */
function checkVigour(
  one: Placed,
  before: readonly Placed[],
  total: number,
  onlyVigorous: boolean,
): OrderingFinding[] {
  if (!one.vigorous) return [];
  const ends = one.vigorousUntil / total;
  const afterQuiet = before.some(({ slot, rest }) => !rest && slotIndex(slot) > slotIndex('stoke'));
  return [
    ...(ends > VIGOROUS_UNTIL + 1e-9 && !onlyVigorous
      ? [found('vigorous-late', one.passage, 'change', { value: ends, threshold: VIGOROUS_UNTIL })]
      : []),
    ...(afterQuiet ? [found('vigorous-after-quiet', one.passage)] : []),
  ];
}

/** Rest after each turn of strokes, and time between the last strokes before a passage and its hold; at the least a tap leaves. */
function checkRests(placed: readonly Placed[], index: number): OrderingFinding[] {
  const one = placed[index] as Placed;
  return one.passage.kind === 'strokes'
    ? checkStrokeRests(one, strokesAtMost(one.passage), placed.slice(index + 1))
    : checkRestBeforeHold(one, placed.slice(0, index));
}

function checkStrokeRests(one: Placed, strokes: number, after: readonly Placed[]): OrderingFinding[] {
  const rests: number[] = [];
  for (const { kind, least } of one.stretches) {
    if (kind === 'strokes') rests.push(0);
    else if (kind === 'natural' && rests.length > 0) rests[rests.length - 1] = least / 2000;
  }
  const following = after.findIndex(({ passage }) => passage.kind !== 'natural');
  const natural = following < 0 ? after : after.slice(0, following);
  const more = natural.reduce((sum, { stretches }) => sum + lengthOfStretches(stretches, 'least') / 2000, 0);
  const shortest = Math.min(...rests.slice(0, -1), (rests.at(-1) ?? 0) + more);
  const threshold = leastStrokeRest(strokes);
  return rests.length > 0 && shortest < threshold
    ? [found('rest-after-strokes', one.passage, 'change', { value: shortest, threshold })]
    : [];
}

function checkRestBeforeHold(one: Placed, before: readonly Placed[]): OrderingFinding[] {
  const strokesAt = before.findLastIndex(({ passage }) => passage.kind === 'strokes');
  const strokes = before[strokesAt];
  if (one.hold === 0 || !strokes) return [];
  const last = strokes.stretches.findLast(({ kind }) => kind === 'natural')?.least ?? 0;
  const between = before
    .slice(strokesAt + 1)
    .reduce((sum, { stretches }) => sum + lengthOfStretches(stretches, 'least'), last);
  const value = between / 2000;
  // Only the first hold after the strokes: a later one has more time.
  const isFirst = before.slice(strokesAt + 1).every(({ hold }) => hold === 0);
  return isFirst && value < STROKE_REST.beforeHolds
    ? [found('rest-before-hold', one.passage, 'change', { value, threshold: STROKE_REST.beforeHolds })]
    : [];
}

function checkPlace(one: Placed, before: readonly Placed[]): OrderingFinding[] {
  const { passage, slot, heating, rest } = one;
  const cooled = before.some(({ cooling }) => cooling);
  const twice = !passage.trial && before.some(({ passage: other }) => sameNumbers(other, passage));
  const late = before.some((other) => !other.rest && slotIndex(other.slot) > slotIndex(slot));
  return [
    ...(heating && cooled ? [found('heating-after-cooling', passage)] : []),
    ...(twice && !rest ? [found('same-numbers', passage)] : []),
    ...(late && !rest && !one.vigorous ? [found('slot-order', passage, 'care')] : []),
  ];
}

/** A trial round is no repetition. */
function sameNumbers(a: Passage, b: Passage): boolean {
  if (a.technique !== b.technique || a.trial) return false;
  if (a.kind === 'counted' && b.kind === 'counted')
    return (
      sameCounts(countsOf(a), countsOf(b)) &&
      a.pace === b.pace &&
      JSON.stringify([a.ramps, a.openHold]) === JSON.stringify([b.ramps, b.openHold])
    );
  if (a.kind === 'strokes' && b.kind === 'strokes')
    return (
      a.strokes === b.strokes &&
      a.rate === b.rate &&
      a.sets === b.sets &&
      JSON.stringify([a.turns, a.rateRamp, a.strokesRamp]) ===
        JSON.stringify([b.turns, b.rateRamp, b.strokesRamp])
    );
  return a.kind === b.kind;
}

function checkHold(
  one: Placed,
  before: readonly Placed[],
  record: OrderingRecord,
  conventions: Conventions,
): OrderingFinding[] {
  const { passage, hold } = one;
  if (hold === 0 || passage.kind !== 'counted' || techniqueOf(passage.technique).features.includes('tension'))
    return [];
  const inSession = before.flatMap((other): EasyWithoutHold[] =>
    other.passage.kind === 'counted' && other.hold === 0
      ? [asWithoutHold(other.passage, other.stretches)]
      : [],
  );
  const prepared = [...record.withoutHold, ...inSession].some(
    (easy) => easy.technique === passage.technique && prepares(easy, passage, conventions),
  );
  if (prepared || entersLater(one.stretches)) return [];
  if (conventions.holdsComeIn === 'from-the-start') {
    const small = countsAtMost(passage, conventions).inhale <= HOLDS_FROM_THE_START.base;
    if (small || record.easySittings >= HOLDS_FROM_THE_START.sittings) return [];
  }
  return [found('hold-unprepared', passage)];
}

const asWithoutHold = (passage: CountedPassage, stretches: readonly Stretch[]): EasyWithoutHold => {
  const { inhale, exhale } = countsOf(passage);
  const breathed = stretches.filter(({ kind }) => kind === 'rounds' || kind === 'own-pace');
  return { technique: passage.technique, inhale, exhale, minutes: lengthOfStretches(breathed) / 120_000 };
};

/** Breathing of 10 in and 20 out for so many minutes shows that there is room for a hold, where the convention asks for it. */
const LONG_AND_EASY = { inhale: 10, exhale: 20, minutes: 5 } as const;

/** Whether hold-free breathing prepares a hold in the way that the convention asks for; it is about alternate-nostril patterns. */
function prepares(easy: EasyWithoutHold, { route }: CountedPassage, { holdsComeIn }: Conventions): boolean {
  if (route !== 'alternating') return true;
  switch (holdsComeIn) {
    case 'from-the-start':
    case 'after-1-1':
      return true;
    case 'after-1-2':
      return easy.exhale >= 2 * easy.inhale;
    case 'after-10-20':
      return (
        easy.inhale >= LONG_AND_EASY.inhale &&
        easy.exhale >= LONG_AND_EASY.exhale &&
        easy.minutes >= LONG_AND_EASY.minutes
      );
  }
}

/** Whether the first rounds of a passage have no hold: then they prepare the later ones. */
function entersLater(stretches: readonly Stretch[]): boolean {
  const [first, ...later] = stretches.filter(({ kind }) => kind === 'rounds');
  return first?.held === 0 && later.some(({ held }) => held > 0);
}

function checkArm(placed: readonly Placed[]): OrderingFinding[] {
  const minutes = minutesArmRaised(
    placed.map(({ stretches }) => stretches),
    placed.map(({ seatChange }) => seatChange),
  );
  return placed.flatMap(({ passage }, index) => {
    const value = minutes[index] ?? 0;
    return value > LONGEST_ARM_MINUTES
      ? [found('arm-raised-long', passage, 'care', { value, threshold: LONGEST_ARM_MINUTES })]
      : [];
  });
}

function checkWhole(
  placed: readonly Placed[],
  total: number,
  { beginner, entriesToday }: OrderingRecord,
  conventions: Conventions,
): OrderingFinding[] {
  const held = placed.reduce(
    (sum, { stretches }) => sum + stretches.reduce((all, stretch) => all + stretch.held, 0),
    0,
  );
  const share = total === 0 ? 0 : held / total;
  const most = mostHeld(beginner);
  const here = placed.flatMap(({ passage }) =>
    passage.kind === 'counted' && isEntry(passage.route) ? [passage.route] : [],
  );
  const routes = new Set([...here, ...(here.length > 0 ? entriesToday : [])]);
  const both = conventions.bothEntriesInADay === 'avoid' && routes.size > 1;
  return [
    ...(share > most + 1e-9
      ? [found('too-much-hold', null, 'change', { value: share, threshold: most })]
      : []),
    ...(both ? [found('both-entries', null)] : []),
    ...(placed.at(-1)?.slot === 'settle' ? [] : [found('no-settling', null)]),
  ];
}

const isEntry = (route: string): route is EntryRoute => route === 'left-entry' || route === 'right-entry';
