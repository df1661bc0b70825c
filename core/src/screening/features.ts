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
};

/** From this rate on strokes are rapid. */
export const RAPID_FROM = 30;
/** Pauses up to this are turning pauses. */
const PAUSE = 2;
/** A hold over 6 s within 60 s after strokes: low carbon dioxide, and a faint may come. */
const AFTER_STROKES = { seconds: 60, hold: 6 } as const;

const flag = (holds: boolean): number => (holds ? 1 : 0);
const overPause = (seconds: number): number => (seconds > PAUSE ? seconds : 0);

/** The measures of every passage of a compiled session, in order. */
export function measureSession(
  session: Session,
  timeline: Timeline,
  profile: Conventions,
): readonly Measures[] {
  const conventions = resolveConventions(profile, session.conventions);
  return session.passages.map((passage, index) => {
    const events = timeline.events.filter((event) => event.passage === index);
    const span = timeline.passages[index];
    return {
      ...measurePosture(passage),
      ...measureTechnique(passage, span),
      ...measureHolds(passage, events, conventions),
      ...measureBreaths(events),
      ...measureStrokes(passage),
      ...measureMinutes(passage, span, events),
      holdAfterStrokes: holdAfterStrokes(timeline, index),
      always: 1,
    };
  });
}

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
  const locks = new Set(events.flatMap((event) => event.locks?.locks ?? []));
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

/** Exhales against the inhale before them; parts and their pauses belong to their breath. */
function measureBreaths(events: readonly TimelineEvent[]) {
  let [exhale, exhaleToInhale, long, double] = [0, 0, 0, 0];
  const cycles = new Map<number, { inhale: number; exhale: number }>();
  for (const { cycle, kind, section, from, to } of events) {
    if (cycle === null || section !== 'rounds' || (kind !== 'inhale' && kind !== 'exhale')) continue;
    const breath = cycles.get(cycle) ?? { inhale: 0, exhale: 0 };
    breath[kind] += (to - from) / 1000;
    cycles.set(cycle, breath);
  }
  for (const { inhale, exhale: out } of cycles.values()) {
    const proportion = inhale === 0 ? 0 : out / inhale;
    exhale = Math.max(exhale, out);
    exhaleToInhale = Math.max(exhaleToInhale, proportion);
    if (proportion > 1.001) long += inhale + out;
    if (proportion > 1.999) double += inhale + out;
  }
  return { exhale, exhaleToInhale, longExhaleMinutes: long / 60, doubleExhaleMinutes: double / 60 };
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
  const minutes = span ? (span.to - span.from) / 60_000 : 0;
  const lengthOf = (which: (event: TimelineEvent) => boolean): number =>
    events.filter(which).reduce((sum, { from, to }) => sum + to - from, 0) / 60_000;
  const technique = measureTechnique(passage, span);
  return {
    raisedArm: span?.raised ? lengthOf(({ section }) => section !== 'closing') : 0,
    oneNostril:
      span?.raised === 'nose' ? lengthOf(({ section }) => section === 'rounds' || section === 'own-pace') : 0,
    coolingMinutes: technique.cooling * minutes,
    leftOnlyMinutes: technique.leftOnly * minutes,
  };
}

function holdAfterStrokes({ events }: Timeline, passage: number): number {
  let strokesEnd: number | null = null;
  let longest = 0;
  for (const event of events) {
    if (event.strokes) strokesEnd = event.to;
    const held = event.kind === 'internalHold' || event.kind === 'externalHold';
    if (!held || event.passage !== passage || strokesEnd === null) continue;
    const seconds = (event.open?.cap ?? event.to - event.from) / 1000;
    if (event.from - strokesEnd < AFTER_STROKES.seconds * 1000 && seconds > AFTER_STROKES.hold)
      longest = Math.max(longest, seconds);
  }
  return longest;
}
