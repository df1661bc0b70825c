import type { Conventions } from '../conventions/index.js';
import { resolveConventions } from '../conventions/index.js';
import {
  countsAtLimit,
  rateInSet,
  type CountedPassage,
  type Passage,
  type Session,
  type StrokePassage,
} from '../session/index.js';
import { SEATS, techniqueOf } from '../technique/index.js';
import type { PassageSpan, Timeline, TimelineEvent } from '../timeline/index.js';
import { countsToSeconds } from '../units/index.js';
import type { ScreenedStudent } from './facts.js';

/**
 * What screening measures of a passage. A measure is a number: seconds, minutes, strokes a minute or a proportion; what
 * is only there or not is 1 or 0. A rule fires above its threshold.
 */
export interface Measures {
  /** Seconds: the longest hold it can come to, full, empty, or either. Pauses up to 2 s are none. */
  readonly internalHold: number;
  readonly externalHold: number;
  readonly hold: number;
  /** Longest exhale, seconds, and in proportion to its inhale. */
  readonly exhale: number;
  readonly exhaleToInhale: number;
  /** Minutes of exhales longer than their inhales. */
  readonly longExhaleMinutes: number;
  /** Minutes of exhales twice their inhales or longer. */
  readonly doubleExhaleMinutes: number;
  /** Minutes. */
  readonly raisedArm: number;
  readonly oneNostril: number;
  readonly coolingMinutes: number;
  readonly leftOnlyMinutes: number;
  /** Strokes a minute, the fastest set; 0 without strokes. */
  readonly rate: number;
  readonly forceful: number;
  readonly rapid: number;
  readonly tension: number;
  readonly locks: number;
  readonly chinLock: number;
  readonly abdominalLock: number;
  readonly rightEntry: number;
  readonly rightOnly: number;
  readonly leftOnly: number;
  readonly mouthInhale: number;
  readonly teeth: number;
  readonly rolledTongue: number;
  readonly cooling: number;
  readonly heating: number;
  readonly throat: number;
  readonly hum: number;
  readonly humLying: number;
  readonly earClosure: number;
  readonly faceSeal: number;
  readonly eyesOrEarsClosed: number;
  readonly lying: number;
  readonly folded: number;
  readonly standing: number;
  readonly floorSeat: number;
  /** Everything that is not quiet. */
  readonly notQuiet: number;
  readonly strokes: number;
  readonly always: number;
  /** Seconds of a hold over 6 s that begins within 60 s after strokes; else 0. */
  readonly holdAfterStrokes: number;
  /** Minutes missing since the last meal; 0 where it was not asked. */
  readonly mealShort: number;
  /** Seconds of the longest exhale above the measured one; all of it where none was measured. */
  readonly exhaleOverCapacity: number;
  /** Of the whole session: minutes above twice the longest sitting on record. */
  readonly overTwiceLongest: number;
}

export type MeasureId = keyof Measures;

/** What is measured, in words, with its unit; what is only there or not has none. */
export const MEASURE_NAMES: Readonly<Record<MeasureId, readonly [name: string, unit: string]>> = {
  internalHold: ['hold with full lungs', 's'],
  externalHold: ['hold with empty lungs', 's'],
  hold: ['hold', 's'],
  exhale: ['exhale', 's'],
  exhaleToInhale: ['exhale to inhale', 'times'],
  longExhaleMinutes: ['exhales longer than inhales', 'min'],
  doubleExhaleMinutes: ['exhales twice the inhale', 'min'],
  raisedArm: ['raised arm', 'min'],
  oneNostril: ['through one nostril', 'min'],
  coolingMinutes: ['cooling', 'min'],
  leftOnlyMinutes: ['left only', 'min'],
  rate: ['strokes', 'a minute'],
  forceful: ['forceful breathing', ''],
  rapid: ['rapid breathing', ''],
  tension: ['tensing the body', ''],
  locks: ['locks', ''],
  chinLock: ['chin lock', ''],
  abdominalLock: ['abdominal lock', ''],
  rightEntry: ['in through the right', ''],
  rightOnly: ['right only', ''],
  leftOnly: ['left only', ''],
  mouthInhale: ['in through the mouth', ''],
  teeth: ['in over the teeth', ''],
  rolledTongue: ['rolled tongue', ''],
  cooling: ['cooling', ''],
  heating: ['heating', ''],
  throat: ['throat sound', ''],
  hum: ['hum', ''],
  humLying: ['hum lying flat', ''],
  earClosure: ['ears closed', ''],
  faceSeal: ['full seal of the face', ''],
  eyesOrEarsClosed: ['eyes or ears closed', ''],
  lying: ['lying flat', ''],
  folded: ['folded forward', ''],
  standing: ['standing', ''],
  floorSeat: ['seat on the floor', ''],
  notQuiet: ['more than quiet breathing', ''],
  strokes: ['strokes', ''],
  always: ['breathing exercises', ''],
  holdAfterStrokes: ['long hold soon after strokes', 's'],
  mealShort: ['too soon after the meal, by', 'min'],
  exhaleOverCapacity: ['exhale above the measured one, by', 's'],
  overTwiceLongest: ['over twice the longest sitting on record, by', 'min'],
};

/** From this rate on strokes are rapid. */
export const RAPID_FROM = 30;
/** Pauses up to this are turning pauses. */
const PAUSE = 2;
/** A hold over 6 s within 60 s after strokes: low carbon dioxide, and a faint may come. */
export const AFTER_STROKES = { seconds: 60, hold: 6 } as const;

const flag = (holds: boolean): number => (holds ? 1 : 0);
const overPause = (seconds: number): number => (seconds > PAUSE ? seconds : 0);

/** Measures of the whole session rather than of a passage. */
export const SESSION_MEASURES: readonly MeasureId[] = ['overTwiceLongest', 'always'];

const NOTHING_MEASURED = Object.fromEntries(
  Object.keys(MEASURE_NAMES).map((measure) => [measure, 0]),
) as unknown as Measures;

/** What a passage measures by itself, and what of it bears on the passages after it. */
export interface MeasuredPassage {
  /** Without what it has only together with others, which is 0 here. */
  readonly measures: Measures;
  /** Milliseconds, without the change of seat before it. */
  readonly length: number;
  /** Milliseconds from its beginning to the end of its last strokes; null where it has none. */
  readonly strokesEnd: number | null;
  /** Its holds over 6 s: begin in milliseconds from its beginning, after how many since its own strokes, and seconds. */
  readonly longHolds: readonly LongHold[];
}

interface LongHold {
  readonly from: number;
  readonly seconds: number;
  /** Milliseconds since strokes of the same passage; null where there were none before it. */
  readonly sinceOwnStrokes: number | null;
}

/** Measures a passage on its events in a compiled session. */
export function measurePassage(
  passage: Passage,
  events: readonly TimelineEvent[],
  span: PassageSpan | undefined,
  student: ScreenedStudent,
  conventions: Conventions,
): MeasuredPassage {
  const held = events.filter(({ kind }) => kind !== 'seatChange');
  const holds = measureHolds(passage, held, conventions);
  const breaths = measureBreaths(held);
  const from = held[0]?.from ?? 0;
  return {
    // Copied onto an object that has every key: spreading six objects into one costs more than measuring.
    measures: Object.assign(
      { ...NOTHING_MEASURED },
      measurePosture(passage),
      measureTechnique(passage, span),
      holds,
      breaths,
      measureStrokes(passage),
      measureMinutes(passage, span, held),
      {
        mealShort: minutesTooSoon(passage, holds.hold, student, conventions),
        exhaleOverCapacity: Math.max(0, breaths.exhale - (student.measuredExhale ?? 0)),
        always: 1,
      },
    ),
    length: (held.at(-1)?.to ?? from) - from,
    ...strokesAndHolds(held, from),
  };
}

function strokesAndHolds(
  events: readonly TimelineEvent[],
  from: number,
): Pick<MeasuredPassage, 'strokesEnd' | 'longHolds'> {
  let strokesEnd: number | null = null;
  const longHolds: LongHold[] = [];
  for (const event of events) {
    if (event.strokes) strokesEnd = event.to - from;
    if (event.kind !== 'internalHold' && event.kind !== 'externalHold') continue;
    const seconds = (event.open?.cap ?? event.to - event.from) / 1000;
    const begins = event.from - from;
    if (seconds > AFTER_STROKES.hold)
      longHolds.push({
        from: begins,
        seconds,
        sinceOwnStrokes: strokesEnd === null ? null : begins - strokesEnd,
      });
  }
  return { strokesEnd, longHolds };
}

/** What passages measure only together, in a session. */
export interface MeasuredTogether {
  readonly holdAfterStrokes: readonly number[];
  readonly overTwiceLongest: number;
}

/** What passages that follow each other have only together. */
export function measureTogether(
  passages: readonly Passage[],
  measured: readonly MeasuredPassage[],
  seatChange: number,
  student: ScreenedStudent,
): MeasuredTogether {
  let at = 0;
  let strokesEnd: number | null = null;
  const holdAfterStrokes = measured.map(({ length, strokesEnd: own, longHolds }, index) => {
    if (index > 0 && passages[index]?.seat !== passages[index - 1]?.seat) at += seatChange * 1000;
    let longest = 0;
    for (const { from, sinceOwnStrokes, seconds } of longHolds) {
      const since = sinceOwnStrokes ?? (strokesEnd === null ? null : at + from - strokesEnd);
      if (since !== null && since < AFTER_STROKES.seconds * 1000) longest = Math.max(longest, seconds);
    }
    if (own !== null) strokesEnd = at + own;
    at += length;
    return longest;
  });
  return { holdAfterStrokes, overTwiceLongest: minutesOverTwiceLongest(at, student) };
}

/** Everything that a passage of a session measures. */
export const measuresIn = (
  { measures }: MeasuredPassage,
  index: number,
  { holdAfterStrokes, overTwiceLongest }: MeasuredTogether,
): Measures => ({ ...measures, holdAfterStrokes: holdAfterStrokes[index] ?? 0, overTwiceLongest });

/** The measures of every passage of a compiled session for a student, in order. */
export function measureSession(
  session: Session,
  timeline: Timeline,
  student: ScreenedStudent,
  profile: Conventions,
): readonly Measures[] {
  const conventions = resolveConventions(profile, session.conventions);
  const byPassage = session.passages.map((): TimelineEvent[] => []);
  for (const event of timeline.events) byPassage[event.passage]?.push(event);
  const measured = session.passages.map((passage, index) =>
    measurePassage(passage, byPassage[index] ?? [], timeline.passages[index], student, conventions),
  );
  const together = measureTogether(session.passages, measured, session.seatChange, student);
  return measured.map((one, index) => measuresIn(one, index, together));
}

const minutesOverTwiceLongest = (total: number, { longestSitting }: ScreenedStudent): number =>
  longestSitting === null ? 0 : Math.max(0, total / 60_000 - 2 * longestSitting);

const HOUR = 60;
/** With insulin nobody is told to wait fasting: so long, with a light snack. */
const LONGEST_WAIT_ON_INSULIN = 2 * HOUR;

/**
 * Minutes that should lie between a meal and a passage: 4 h before forceful ones, 3 h in general, 2 h before
 * alternate-nostril breathing without holds (half an hour by one school), none before a quiet technique. Reflux adds an
 * hour; on insulin it is never more than two.
 */
export function mealGap(
  passage: Passage,
  hold: number,
  student: Pick<ScreenedStudent, 'facts'>,
  conventions: Conventions,
): number {
  const { features } = techniqueOf(passage.technique);
  if (features.includes('quiet')) return 0;
  const alternating = passage.kind === 'counted' && passage.route === 'alternating' && hold === 0;
  const short = conventions.mealGap === 'half-hour-alternating' ? HOUR / 2 : 2 * HOUR;
  const own = features.includes('forceful') ? 4 * HOUR : alternating ? short : 3 * HOUR;
  const gap = student.facts.includes('reflux') ? own + HOUR : own;
  return student.facts.includes('insulin') ? Math.min(gap, LONGEST_WAIT_ON_INSULIN) : gap;
}

const minutesTooSoon = (
  passage: Passage,
  hold: number,
  student: ScreenedStudent,
  conventions: Conventions,
): number =>
  student.mealMinutes === null
    ? 0
    : Math.max(0, mealGap(passage, hold, student, conventions) - student.mealMinutes);

function measurePosture(passage: Passage) {
  const eyes = passage.kind === 'natural' ? 'eyes-closed' : passage.dressing.gaze;
  const ears = passage.kind === 'natural' ? null : passage.dressing.ears;
  const lying = passage.seat === 'lying';
  return {
    lying: flag(lying),
    folded: flag(passage.seat === 'folded'),
    standing: flag(passage.seat === 'standing'),
    floorSeat: flag(SEATS[passage.seat].floor),
    earClosure: flag(ears !== null),
    faceSeal: flag(ears === 'full-seal'),
    eyesOrEarsClosed: flag(eyes === 'eyes-closed' || ears !== null),
    humLying: flag(lying && hums(passage)),
  };
}

const hums = (passage: Passage): boolean => passage.kind === 'counted' && passage.dressing.hum !== 'none';

function measureTechnique(passage: Passage, span: PassageSpan | undefined) {
  const { features } = techniqueOf(passage.technique);
  const counted = passage.kind === 'counted' ? passage : null;
  // The side may come from a convention or the goal: the timeline knows which it is.
  const oneSide = counted?.route === 'one-sided' ? span?.rounds?.startsOn : null;
  const turns = passage.kind === 'strokes' ? passage.turns : [];
  const through = counted?.inhaleThrough ?? 'nose';
  return {
    tension: flag(features.includes('tension') || counted?.dressing.tension === true),
    rightEntry: flag(counted?.route === 'right-entry'),
    rightOnly: flag(oneSide === 'right' || (turns.length === 1 && turns[0] === 'right')),
    leftOnly: flag(oneSide === 'left' || (turns.length === 1 && turns[0] === 'left')),
    mouthInhale: flag(through !== 'nose'),
    teeth: flag(through === 'teeth'),
    rolledTongue: flag(through === 'rolled-tongue'),
    cooling: flag(features.includes('cooling')),
    heating: flag(features.includes('heating')),
    throat: flag(counted?.dressing.throatSound === true),
    hum: flag(hums(passage)),
    notQuiet: flag(!features.includes('quiet')),
  };
}

function measureHolds(passage: Passage, events: readonly TimelineEvent[], conventions: Conventions) {
  const [internalHold, externalHold] =
    passage.kind === 'counted'
      ? holdsOf(passage, conventions)
      : [
          passage.kind === 'strokes' && passage.recovery
            ? countsToSeconds(passage.recovery.hold, passage.pace)
            : 0,
          0,
        ];
  const locks = new Set<string>();
  for (const event of events) for (const lock of event.locks?.locks ?? []) locks.add(lock);
  return {
    internalHold: overPause(internalHold),
    externalHold: overPause(externalHold),
    hold: overPause(Math.max(internalHold, externalHold)),
    locks: flag(locks.size > 0),
    chinLock: flag(locks.has('chin')),
    abdominalLock: flag(locks.has('abdominal')),
  };
}

/** Longest full and empty hold: ramps at their limit, an open hold at its cap, a pause between parts as what it is. */
function holdsOf(passage: CountedPassage, conventions: Conventions): readonly [number, number] {
  const limit = countsAtLimit(passage, conventions);
  const { openHold, parts, pace } = passage;
  const hold = (kind: 'internalHold' | 'externalHold'): number =>
    openHold?.phase === kind ? openHold.cap : countsToSeconds(limit[kind], pace);
  const pause = (of: CountedPassage['parts']['inhale']): number => (of ? countsToSeconds(of.pause, pace) : 0);
  return [
    Math.max(hold('internalHold'), pause(parts.inhale)),
    Math.max(hold('externalHold'), pause(parts.exhale)),
  ];
}

/** Exhales against the inhale before them; parts and their pauses belong to their breath. Cycles follow each other. */
function measureBreaths(events: readonly TimelineEvent[]) {
  const most = { exhale: 0, exhaleToInhale: 0, longExhaleMinutes: 0, doubleExhaleMinutes: 0 };
  let [cycle, inhale, exhale] = [0, 0, 0];
  const endCycle = (): void => {
    const proportion = inhale === 0 ? 0 : exhale / inhale;
    most.exhale = Math.max(most.exhale, exhale);
    most.exhaleToInhale = Math.max(most.exhaleToInhale, proportion);
    if (proportion > 1.001) most.longExhaleMinutes += (inhale + exhale) / 60;
    if (proportion > 1.999) most.doubleExhaleMinutes += (inhale + exhale) / 60;
    [inhale, exhale] = [0, 0];
  };
  for (const event of events) {
    const { kind } = event;
    if (event.cycle === null || event.section !== 'rounds') continue;
    if (event.cycle !== cycle) {
      endCycle();
      cycle = event.cycle;
    }
    const seconds = (event.to - event.from) / 1000;
    if (kind === 'inhale') inhale += seconds;
    else if (kind === 'exhale') exhale += seconds;
  }
  endCycle();
  return most;
}

function measureStrokes(passage: Passage) {
  const rate = passage.kind === 'strokes' ? fastest(passage) : 0;
  const { features } = techniqueOf(passage.technique);
  return {
    rate,
    strokes: flag(passage.kind === 'strokes'),
    rapid: flag(rate >= RAPID_FROM),
    forceful: flag(features.includes('forceful')),
  };
}

/** A ramp counts with its limit, whether or not its sets reach it. */
const fastest = (passage: StrokePassage): number =>
  Math.max(rateInSet(passage, 1), passage.rateRamp?.to ?? 0);

function measureMinutes(passage: Passage, span: PassageSpan | undefined, events: readonly TimelineEvent[]) {
  let [all, raised, rounds] = [0, 0, 0];
  for (const { section, from, to } of events) {
    all += to - from;
    if (section !== 'closing') raised += to - from;
    if (section === 'rounds' || section === 'own-pace') rounds += to - from;
  }
  const technique = measureTechnique(passage, span);
  return {
    raisedArm: span?.raised ? raised / 60_000 : 0,
    oneNostril: span?.raised === 'nose' ? rounds / 60_000 : 0,
    coolingMinutes: (technique.cooling * all) / 60_000,
    leftOnlyMinutes: (technique.leftOnly * all) / 60_000,
  };
}
