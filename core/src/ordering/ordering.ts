import { resolveConventions, type Conventions } from '../conventions/index.js';
import { countsOf, sameCounts } from '../ratio/index.js';
import { countsAtLimit, type Passage, type Session } from '../session/index.js';
import { SLOTS, techniqueOf, type Slot, type TechniqueId } from '../technique/index.js';
import type { PassageSpan, Timeline, TimelineEvent } from '../timeline/index.js';

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
  'vigorous-late': 'Nothing vigorous in the last third: what stirs up needs time to settle. Move it earlier.',
  'vigorous-after-quiet': 'Vigorous comes before quiet. Move it earlier.',
  'rest-after-strokes': 'At least 30 s of natural breathing after each set of strokes. Lengthen the rest.',
  'rest-before-hold': 'At least 60 s of rest between strokes and a hold over 2 s. Lengthen the rest.',
  'heating-after-cooling': 'Nothing heating after cooling. Move it before.',
  'same-numbers':
    'The same technique twice only with other numbers, rising or tapering. Change or leave out one.',
  'hold-unprepared': 'A hold comes after the same pattern without one, here or on record. Put it in before.',
  'arm-raised-long': 'The arm tires when it is up for more than 8 minutes. Break it, or go by attention.',
  'too-much-hold':
    'Too much of the session is held: a quarter for beginners, half otherwise. Shorten the holds.',
  'both-entries': 'Left- and right-entry on one day are said to pull apart. Leave one out.',
  'slot-order': 'It usually comes earlier in a session. Move it up, or keep it where you want it.',
  'no-settling': 'Every session ends in stillness. Put it at the end.',
};

/** What of the record ordering reads. */
export interface OrderingRecord {
  readonly beginner: boolean;
  /** Techniques that were practised without a hold, easily. */
  readonly withoutHold: readonly TechniqueId[];
  /** Sittings that were easy, of any technique. */
  readonly easySittings: number;
}

/** Seconds of rest: after each set of strokes, and before a passage with a hold over 2 s. */
export const REST = { afterStrokes: 30, beforeHold: 60 } as const;
const PAUSE = 2;
/** Minutes that an arm may be up without a break. */
const LONGEST_ARM = 8;
/** Share of a session that may be held. */
const HELD = { beginner: 0.25, otherwise: 0.5 } as const;
/** Schools that hold from the start: the base until so many easy sittings. */
const FROM_THE_START = { base: 3, sittings: 5 } as const;

/** A passage with what the rules ask of it. */
interface Placed {
  readonly passage: Passage;
  readonly span: PassageSpan;
  readonly events: readonly TimelineEvent[];
  readonly slot: Slot;
  readonly vigorous: boolean;
  readonly heating: boolean;
  readonly cooling: boolean;
  readonly rest: boolean;
  /** Longest hold over 2 s, seconds; 0 where there is none. */
  readonly hold: number;
}

/** Every rule of ordering that a compiled session breaks, in the order of the passages. */
export function checkOrder(
  session: Session,
  timeline: Timeline,
  record: OrderingRecord,
  profile: Conventions,
): readonly OrderingFinding[] {
  const conventions = resolveConventions(profile, session.conventions);
  const placed = place(session, timeline);
  return [
    ...placed.flatMap((one, index) => [
      ...checkVigour(one, placed.slice(0, index), timeline),
      ...checkRests(one, placed[index + 1]),
      ...checkPlace(one, placed.slice(0, index)),
      ...checkHold(one, placed.slice(0, index), record, conventions),
    ]),
    ...checkArm(placed),
    ...checkWhole(placed, timeline, record, conventions),
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

function place(session: Session, timeline: Timeline): readonly Placed[] {
  const byPassage = session.passages.map((): TimelineEvent[] => []);
  for (const event of timeline.events) byPassage[event.passage]?.push(event);
  const slots = slotsOf(session);
  return session.passages.map((passage, index) => {
    const { slot, features } = techniqueOf(passage.technique);
    const span = timeline.passages[index] as PassageSpan;
    const rest = features.includes('rest');
    return {
      passage,
      span,
      events: byPassage[index] ?? [],
      slot: slots[index] ?? slot,
      vigorous: isVigorous(passage.technique),
      heating: features.includes('heating'),
      cooling: features.includes('cooling'),
      rest,
      hold: span.longestHold > PAUSE ? span.longestHold : 0,
    };
  });
}

/** Strokes and tensing stir up. */
export const isVigorous = (technique: TechniqueId): boolean => {
  const { pattern, features } = techniqueOf(technique);
  return pattern.kind === 'strokes' || features.includes('forceful') || features.includes('tension');
};

const slotIndex = (slot: Slot): number => SLOTS.indexOf(slot);

function checkVigour(one: Placed, before: readonly Placed[], { total }: Timeline): OrderingFinding[] {
  if (!one.vigorous) return [];
  const ends = one.span.to / total;
  const afterQuiet = before.some(({ slot, rest }) => !rest && slotIndex(slot) > slotIndex('stoke'));
  return [
    ...(ends > 2 / 3 + 1e-9
      ? [found('vigorous-late', one.passage, 'change', { value: ends, threshold: 2 / 3 })]
      : []),
    ...(afterQuiet ? [found('vigorous-after-quiet', one.passage)] : []),
  ];
}

function checkRests(one: Placed, next: Placed | undefined): OrderingFinding[] {
  if (one.passage.kind !== 'strokes') return [];
  const rests: number[] = [];
  for (const event of one.events) {
    if (event.strokes) rests.push(0);
    else if (event.kind === 'quiet' && rests.length > 0)
      rests[rests.length - 1] = (event.to - event.from) / 1000;
  }
  const last = (rests.at(-1) ?? 0) + (next?.rest ? (next.span.to - next.span.from) / 1000 : 0);
  const shortest = Math.min(...rests.slice(0, -1), last);
  const after = rests.length > 0 && shortest < REST.afterStrokes;
  const before = next !== undefined && next.hold > 0 && last < REST.beforeHold;
  return [
    ...(after
      ? [
          found('rest-after-strokes', one.passage, 'change', {
            value: shortest,
            threshold: REST.afterStrokes,
          }),
        ]
      : []),
    ...(before
      ? [found('rest-before-hold', next.passage, 'change', { value: last, threshold: REST.beforeHold })]
      : []),
  ];
}

function checkPlace(one: Placed, before: readonly Placed[]): OrderingFinding[] {
  const { passage, slot, heating, rest } = one;
  const cooled = before.some(({ cooling }) => cooling);
  const twice = before.some(({ passage: other }) => sameNumbers(other, passage));
  const late = before.some((other) => !other.rest && slotIndex(other.slot) > slotIndex(slot));
  return [
    ...(heating && cooled ? [found('heating-after-cooling', passage)] : []),
    ...(twice && !rest ? [found('same-numbers', passage)] : []),
    ...(late && !rest && !one.vigorous ? [found('slot-order', passage, 'care')] : []),
  ];
}

function sameNumbers(a: Passage, b: Passage): boolean {
  if (a.technique !== b.technique) return false;
  if (a.kind === 'counted' && b.kind === 'counted')
    return sameCounts(countsOf(a), countsOf(b)) && a.pace === b.pace && a.ramps.length === b.ramps.length;
  if (a.kind === 'strokes' && b.kind === 'strokes') return a.strokes === b.strokes && a.rate === b.rate;
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
  const prepared =
    record.withoutHold.includes(passage.technique) ||
    before.some((other) => other.passage.technique === passage.technique && other.hold === 0);
  if (prepared) return [];
  if (conventions.holdsComeIn === 'from-the-start') {
    const small = countsAtLimit(passage, conventions).inhale <= FROM_THE_START.base;
    if (small || record.easySittings >= FROM_THE_START.sittings) return [];
  }
  return [found('hold-unprepared', passage)];
}

/** Time that an arm is up without a break; a passage without a raised hand is one, and so is a closing. */
function checkArm(placed: readonly Placed[]): OrderingFinding[] {
  return placed.flatMap(({ passage, span, events }) => {
    if (!span.raised) return [];
    const up = events.reduce(
      (sum, { section, kind, from, to }) =>
        section === 'closing' || kind === 'seatChange' ? sum : sum + to - from,
      0,
    );
    const minutes = up / 60_000;
    return minutes > LONGEST_ARM
      ? [found('arm-raised-long', passage, 'care', { value: minutes, threshold: LONGEST_ARM })]
      : [];
  });
}

function checkWhole(
  placed: readonly Placed[],
  timeline: Timeline,
  { beginner }: OrderingRecord,
  conventions: Conventions,
): OrderingFinding[] {
  const held = timeline.events.reduce(
    (sum, { kind, from, to }) =>
      (kind === 'internalHold' || kind === 'externalHold') && to - from > PAUSE * 1000
        ? sum + to - from
        : sum,
    0,
  );
  const share = timeline.total === 0 ? 0 : held / timeline.total;
  const most = beginner ? HELD.beginner : HELD.otherwise;
  const routes = new Set(placed.map(({ passage }) => (passage.kind === 'counted' ? passage.route : null)));
  const both =
    conventions.bothEntriesInADay === 'avoid' && routes.has('left-entry') && routes.has('right-entry');
  return [
    ...(share > most + 1e-9
      ? [found('too-much-hold', null, 'change', { value: share, threshold: most })]
      : []),
    ...(both ? [found('both-entries', null)] : []),
    ...(placed.at(-1)?.slot === 'settle' ? [] : [found('no-settling', null)]),
  ];
}
