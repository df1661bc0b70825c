import type { Conventions } from '../conventions/index.js';
import { resolveConventions } from '../conventions/index.js';
import {
  AFTER_STROKES,
  calmnessOf,
  everyCycle,
  holdsAmong,
  holdWithoutApproval,
  isFastCycle,
  lacksLockApproval,
  lacksTechniqueApproval,
  lengthOfStretches,
  longestUsualSession,
  mealGap,
  minutesArmRaised,
  RAPID_COUNTED_SECONDS,
  RAPID_STROKES,
  restNeededBeforeHold,
  runsOfBreathing,
  stretchesOf,
  type CycleFigures,
  type Stretch,
} from '../policy/index.js';
import { atItsMost, rateAtMost, startingSide, type Passage, type Session } from '../session/index.js';
import { eyesClosed, SEATS, techniqueOf } from '../technique/index.js';
import { countsToHalfMillis, countsToSeconds } from '../units/index.js';
import type { ScreenedStudent } from './facts.js';
import { NOTHING_MEASURED, type MeasureId, type Measures } from './measure-names.js';

/** Measures of the whole session rather than of a passage. */
export const SESSION_MEASURES: readonly MeasureId[] = ['overTwiceLongest', 'always'];

const flag = (holds: boolean): number => (holds ? 1 : 0);

/** What a passage measures by itself, and what of it bears on the passages around it. */
export interface MeasuredPassage {
  readonly passage: Passage;
  /** Without what it has only together with others, which is 0 here. */
  readonly measures: Measures;
  readonly stretches: readonly Stretch[];
  /** Every cycle it can come to; none where nothing is counted. */
  readonly cycles: readonly CycleFigures[];
}

/** What measuring a passage alone depends on beside it. */
export interface MeasuringCase {
  readonly student: ScreenedStudent;
  readonly conventions: Conventions;
  readonly goal: Session['goal'];
}

/**
 * Measures a passage at its most: a growing ramp at its limit, a falling one at its start, an open hold at its cap, minutes
 * at one's own pace like the last counted round. Exact: no rounding to milliseconds. Domain 20.
 *
 * @param restBeforeHold seconds of rest after its last strokes that are needed because a hold follows.
 */
export function measurePassage(
  passage: Passage,
  restBeforeHold: number,
  { student, conventions, goal }: MeasuringCase,
): MeasuredPassage {
  const cycles = passage.kind === 'counted' ? everyCycle(passage, conventions) : [];
  const holds = measureHolds(passage, cycles);
  const measures: Measures = {
    ...NOTHING_MEASURED,
    ...holds,
    ...measureBreaths(passage, cycles, student),
    ...measurePosture(passage, student),
    ...measureTechnique(passage, goal, conventions),
    ...measureStrokes(passage),
    ...measureApprovals(passage, holds.hold, student, conventions),
    stoppedToday: flag(
      passage.kind !== 'natural' && (student.stoppedToday ?? []).includes(passage.technique),
    ),
    notNatural: flag(passage.kind !== 'natural'),
    always: 1,
  };
  return {
    passage,
    measures,
    stretches: stretchesOf(passage, { conventions, goal, restBeforeHold }),
    cycles,
  };
}

function measureHolds(passage: Passage, cycles: readonly CycleFigures[]) {
  let [internalHold, externalHold] = [0, 0];
  if (passage.kind === 'strokes' && passage.recovery) {
    const { hold } = passage.recovery;
    const halfMillis = countsToHalfMillis(hold, passage.pace);
    internalHold = holdsAmong([{ hold: 'internalHold', halfMillis, from: 0 }]).internalHold;
  }
  for (const { stops } of cycles) {
    const longest = holdsAmong(stops);
    internalHold = Math.max(internalHold, longest.internalHold);
    externalHold = Math.max(externalHold, longest.externalHold);
  }
  const locks = passage.kind === 'counted' ? passage.locks : { internalHold: [], externalHold: [] };
  const set = new Set([...locks.internalHold, ...locks.externalHold]);
  return {
    internalHold,
    externalHold,
    hold: Math.max(internalHold, externalHold),
    locks: flag(set.size > 0),
    chinLock: flag(set.has('chin')),
    abdominalLock: flag(set.has('abdominal')),
  };
}

/** Breaths at their longest, and the longest exhale against the inhale of its own cycle: by counts, which are exact. */
function measureBreaths(passage: Passage, cycles: readonly CycleFigures[], { capacity }: ScreenedStudent) {
  const most = { inhale: 0, exhale: 0, inhaleWithPauses: 0, exhaleWithPauses: 0, exhaleToInhale: 0 };
  const take = (key: keyof typeof most, value: number): void => void (most[key] = Math.max(most[key], value));
  for (const figures of cycles) {
    take('inhale', figures.inhale / 2000);
    take('exhale', figures.exhale / 2000);
    take('inhaleWithPauses', figures.inhaleWithPauses / 2000);
    take('exhaleWithPauses', figures.exhaleWithPauses / 2000);
    take('exhaleToInhale', figures.counts.exhale / figures.counts.inhale);
  }
  if (passage.kind === 'strokes' && passage.recovery) {
    const { inhale, exhale } = passage.recovery;
    take('inhale', countsToSeconds(inhale, passage.pace));
    take('exhale', countsToSeconds(exhale, passage.pace));
    most.inhaleWithPauses = most.inhale;
    most.exhaleWithPauses = most.exhale;
  }
  const known = capacity.exhale.kind === 'measured' ? capacity.exhale.measured : 0;
  return { ...most, exhaleOverCapacity: Math.max(0, most.exhale - known) };
}

function measurePosture(passage: Passage, { seats }: ScreenedStudent) {
  const eyes = passage.kind === 'natural' ? (passage.gaze ?? 'eyes-closed') : passage.modifiers.gaze;
  const ears = passage.kind === 'natural' ? null : passage.modifiers.ears;
  const lying = passage.seat === 'lying';
  return {
    lying: flag(lying),
    folded: flag(passage.seat === 'folded'),
    standing: flag(passage.seat === 'standing'),
    floorSeat: flag(SEATS[passage.seat].floor),
    seatNotPossible: flag(seats.length > 0 && !seats.includes(passage.seat)),
    earClosure: flag(ears !== null),
    faceSeal: flag(ears === 'full-seal'),
    eyesOrEarsClosed: flag(eyesClosed(eyes) || ears !== null),
    humLying: flag(lying && hums(passage)),
  };
}

const hums = (passage: Passage): boolean => passage.kind === 'counted' && passage.modifiers.hum !== 'none';

/** The side of a passage that keeps to one: it may come from a convention or from the goal. */
function onlySide(
  passage: Passage,
  goal: Session['goal'],
  conventions: Conventions,
): 'left' | 'right' | null {
  if (passage.kind === 'counted')
    return passage.route === 'one-sided' ? startingSide(passage, goal, conventions) : null;
  if (passage.kind !== 'strokes' || passage.turns.length !== 1) return null;
  const [turn] = passage.turns;
  return turn === 'left' || turn === 'right' ? turn : null;
}

function measureTechnique(passage: Passage, goal: Session['goal'], conventions: Conventions) {
  const { features } = techniqueOf(passage.technique);
  const counted = passage.kind === 'counted' ? passage : null;
  const side = onlySide(passage, goal, conventions);
  const through = counted?.inhaleThrough ?? 'nose';
  return {
    tension: flag(features.includes('tension') || counted?.modifiers.tension === true),
    rightEntry: flag(counted?.route === 'right-entry'),
    rightOnly: flag(side === 'right'),
    leftOnly: flag(side === 'left'),
    mouthInhale: flag(through !== 'nose'),
    teeth: flag(through === 'teeth'),
    rolledTongue: flag(through === 'rolled-tongue'),
    cooling: flag(features.includes('cooling')),
    heating: flag(features.includes('heating') || isForceful(passage)),
    throat: flag(counted?.modifiers.throatSound === true),
    hum: flag(hums(passage)),
  };
}

/** Strokes are forceful by what they are, whatever technique they are said to be of. */
const isForceful = (passage: Passage): boolean =>
  techniqueOf(passage.technique).features.includes('forceful') ||
  (passage.kind === 'strokes' && passage.stroke !== 'even');

/** A ramp counts with its limit, whether or not its sets reach it. */
function measureStrokes(passage: Passage) {
  const rate = passage.kind === 'strokes' ? rateAtMost(passage) : 0;
  return {
    rate,
    strokes: flag(passage.kind === 'strokes'),
    rapid: flag(rate >= RAPID_STROKES),
    forceful: flag(isForceful(passage)),
  };
}

function measureApprovals(
  passage: Passage,
  hold: number,
  { approvals, capacity }: ScreenedStudent,
  conventions: Conventions,
) {
  const sustainable = capacity.internalHold.sustainable;
  return {
    unapprovedTechnique: flag(lacksTechniqueApproval(passage, approvals, conventions)),
    unapprovedLocks: flag(passage.kind === 'counted' && lacksLockApproval(passage, approvals, conventions)),
    unapprovedHold: holdWithoutApproval(passage, hold, sustainable, approvals, conventions),
  };
}

/** What passages measure only together, in a session: one entry for each passage. */
export type MeasuredTogether = Readonly<Record<TogetherId, readonly number[]>> & {
  readonly overTwiceLongest: number;
};

const TOGETHER = [
  'raisedArm',
  'oneNostril',
  'coolingMinutes',
  'leftOnlyMinutes',
  'longExhaleMinutes',
  'doubleExhaleMinutes',
  'rapid',
  'holdAfterStrokes',
  'notQuiet',
  'mealShort',
] as const;
type TogetherId = (typeof TOGETHER)[number];

const HALF_MILLIS_A_MINUTE = 120_000;

/** What passages that follow each other have only together. */
export function measureTogether(
  measured: readonly MeasuredPassage[],
  seatChange: number,
  { student, conventions }: Omit<MeasuringCase, 'goal'>,
): MeasuredTogether {
  const stretches = measured.map((one) => one.stretches);
  const changes = measured.map(({ passage }, index) => {
    const before = measured[index - 1]?.passage;
    return before && before.seat !== passage.seat ? Math.round(seatChange * 2000) : 0;
  });
  const breathed = (wanted: (stretch: Stretch, passage: MeasuredPassage) => boolean): readonly number[] =>
    runsOfBreathing(stretches, (stretch, index) => {
      const of = measured[index] as MeasuredPassage;
      const breath = stretch.kind === 'rounds' || stretch.kind === 'own-pace';
      return breath && wanted(stretch, of) ? stretch.most : 0;
    });
  const minutes = (wanted: (stretch: Stretch, passage: MeasuredPassage) => boolean): readonly number[] =>
    breathed(wanted).map((halfMillis) => halfMillis / HALF_MILLIS_A_MINUTE);
  const fast = breathed(({ cycle }) => cycle !== null && isFastCycle(cycle));
  const humming = minutes((_, { measures }) => measures.hum > 0);
  const calm = measured.map(({ passage, cycles }, index) =>
    calmnessOf(passage, cycles, easyBreath(student), humming[index] ?? 0),
  );
  return {
    raisedArm: minutesArmRaised(stretches, changes),
    oneNostril: runsOfBreathing(stretches, ({ kind, oneNostril, most }) =>
      oneNostril && kind !== 'hand-up' && kind !== 'emptying' ? most : 0,
    ).map((halfMillis) => halfMillis / HALF_MILLIS_A_MINUTE),
    coolingMinutes: minutes((_, { measures }) => measures.cooling > 0),
    leftOnlyMinutes: minutes((_, { measures }) => measures.leftOnly > 0),
    longExhaleMinutes: minutes(({ cycle }) => cycle !== null && cycle.counts.exhale > cycle.counts.inhale),
    doubleExhaleMinutes: minutes(
      ({ cycle }) => cycle !== null && cycle.counts.exhale >= 2 * cycle.counts.inhale,
    ),
    rapid: measured.map(({ measures }, index) =>
      Math.max(measures.rapid, flag((fast[index] ?? 0) >= RAPID_COUNTED_SECONDS * 2000)),
    ),
    holdAfterStrokes: holdsAfterStrokes(measured, changes),
    notQuiet: calm.map(({ quiet }) => flag(!quiet)),
    mealShort: measured.map((one, index) =>
      minutesTooSoon(one, calm[index]?.gentle ?? false, student, conventions),
    ),
    overTwiceLongest: Math.max(
      0,
      totalMinutes(stretches, changes) - longestUsualSession(student.longestSitting),
    ),
  };
}

const easyBreath = ({ capacity }: ScreenedStudent) => ({
  inhale: capacity.inhale.sustainable,
  exhale: capacity.exhale.sustainable,
});

const totalMinutes = (stretches: readonly (readonly Stretch[])[], changes: readonly number[]): number =>
  stretches.reduce((sum, some, index) => sum + lengthOfStretches(some) + (changes[index] ?? 0), 0) /
  HALF_MILLIS_A_MINUTE;

/**
 * For each passage the longest hold over 6 s that can begin within 60 s after strokes, seconds; 0 where there is none. What a
 * tap can end early is taken at its least.
 */
function holdsAfterStrokes(
  measured: readonly MeasuredPassage[],
  changes: readonly number[],
): readonly number[] {
  /** Half milliseconds since the last strokes ended; null before any. */
  let since: number | null = null;
  const within = AFTER_STROKES.within * 2000;
  return measured.map(({ passage, stretches, measures }, index) => {
    if (since !== null) since += changes[index] ?? 0;
    let longest = 0;
    for (const stretch of stretches) {
      const held = longestHoldWithin(stretch, since === null ? -1 : within - since);
      longest = Math.max(longest, held);
      if (stretch.kind === 'strokes') since = 0;
      else if (since !== null) since += stretch.least;
      if (
        stretch.kind === 'recovery' &&
        passage.kind === 'strokes' &&
        measures.internalHold > AFTER_STROKES.hold
      )
        longest = Math.max(longest, measures.internalHold);
    }
    return longest;
  });
}

/** The longest hold over 6 s that begins within so many half milliseconds from the beginning of counted rounds, seconds. */
function longestHoldWithin({ kind, cycle }: Stretch, left: number): number {
  if (kind !== 'rounds' || !cycle || left <= 0) return 0;
  return cycle.stops.reduce((longest, { from, halfMillis }) => {
    const held = halfMillis / 2000;
    return held > AFTER_STROKES.hold && from < left ? Math.max(longest, held) : longest;
  }, 0);
}

const minutesTooSoon = (
  { passage, measures }: MeasuredPassage,
  gentle: boolean,
  { facts, mealMinutes }: ScreenedStudent,
  conventions: Conventions,
): number => {
  if (mealMinutes === null) return 0;
  const gap = mealGap(
    passage,
    {
      forceful: measures.forceful > 0,
      gentle,
      hold: measures.hold,
      reflux: facts.includes('reflux'),
      insulin: facts.includes('insulin'),
    },
    conventions,
  );
  return Math.max(0, gap - mealMinutes);
};

/** Everything that a passage of a session measures. */
export function measuresIn(
  { measures }: MeasuredPassage,
  index: number,
  { overTwiceLongest, ...together }: MeasuredTogether,
): Measures {
  const own: Record<MeasureId, number> = { ...measures, overTwiceLongest };
  for (const id of TOGETHER) own[id] = together[id][index] ?? 0;
  return own;
}

/** The measures of every passage of a session for a student, in order. */
export function measureSession(
  planned: Session,
  student: ScreenedStudent,
  profile: Conventions,
): readonly Measures[] {
  const session = atItsMost(planned);
  const conventions = resolveConventions(profile, session.conventions);
  const measuring = { student, conventions, goal: session.goal };
  const measured = session.passages.map((passage, index) =>
    measurePassage(passage, restNeeded(session, index, conventions), measuring),
  );
  const together = measureTogether(measured, session.seatChange, measuring);
  return measured.map((one, index) => measuresIn(one, index, together));
}

/** Only strokes look ahead: they rest longer before a hold. */
export const restNeeded = (session: Session, index: number, conventions: Conventions): number =>
  session.passages[index]?.kind === 'strokes' ? restNeededBeforeHold(session, index, conventions) : 0;
