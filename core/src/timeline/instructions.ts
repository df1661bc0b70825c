import type { Conventions } from '../conventions/index.js';
import { formatBreath } from '../ratio/index.js';
import {
  describePassage,
  isBeforeRounds,
  NOT_TAUGHT,
  partsTaught,
  raisedHand,
  type CountedPassage,
  type Parts,
  type Passage,
  type Session,
  type Side,
  type StrokePassage,
  type Teaching,
  type TeachingPart,
} from '../session/index.js';
import {
  BREATH_PATH_NAMES,
  EAR_HANDS,
  GAZES,
  HEADS,
  HOLD_KINDS,
  RESTING_HANDS,
  SEATS,
  STROKE_NAMES,
  TONGUES,
  type BreathModifiers,
  type Naming,
} from '../technique/index.js';
import { counts, DEFAULT_PACE, formatClock, formatCounts, formatSeconds } from '../units/index.js';
import { timelineWords } from '../words/index.js';
import { nameLocks } from './cue.js';
import { closingHand, describeClosingHand } from './fingers.js';

const words = timelineWords.instructions;

/** For whom instructions are: the hand they write with, and how names are written. */
export interface Instructed {
  readonly hand: Side;
  readonly naming: Naming;
  readonly conventions: Conventions;
}

/** Everything that a passage asks beside its numbers, a line each: seat, hands, eyes, breath, locks. Domain 13. */
export function describeInstructions(passage: Passage, to: Instructed): readonly string[] {
  return [
    ...(passage.trial ? [words.trial] : []),
    words.seat(SEATS[passage.seat].name),
    ...describeHands(passage, to),
    words.eyes(GAZES[passage.kind === 'natural' ? (passage.gaze ?? 'eyes-closed') : passage.modifiers.gaze]),
    ...(passage.kind === 'counted' ? describeBreath(passage, to) : []),
    ...(passage.kind === 'strokes' ? describeStrokes(passage, to) : []),
    ...(passage.kind === 'natural' ? [] : describeTeaching(passage)),
  ];
}

/** What comes before the counted rounds (sets) and after them. */
function describeTeaching(passage: CountedPassage | StrokePassage): readonly string[] {
  const { teaching = NOT_TAUGHT, getReady = 0, kind } = passage;
  const parts = partsTaught(teaching);
  const told = (some: readonly TeachingPart[]): string =>
    some.map((part) => describePart(part, teaching, kind === 'strokes')).join(', ');
  const before = parts.filter(isBeforeRounds);
  const after = parts.filter((part) => !isBeforeRounds(part));
  return [
    ...(before.length > 0 ? [words.teaching.before(told(before))] : []),
    ...(getReady > 0 ? [words.teaching.getReady(getReady)] : []),
    ...(kind === 'strokes' && passage.firstBreath ? [words.teaching.firstBreath] : []),
    ...(after.length > 0 ? [words.teaching.after(told(after))] : []),
  ];
}

/** "1 round shown", "quiet for 0:30". @param sets whether its rounds are sets. */
function describePart(part: TeachingPart, teaching: Teaching, sets: boolean): string {
  const said = words.teaching;
  switch (part) {
    case 'explain':
      return said.explain(formatClock(teaching.explainFor * 1000));
    case 'demonstrate':
      return said.demonstrate(teaching.demonstrate, sets);
    case 'trial':
      return said.trial(teaching.trial, sets);
    case 'quiet':
      return said.quiet(formatClock(teaching.quiet * 1000));
    case 'ask':
      return said.ask(teaching.ask);
  }
}

/** Everything of every passage in the order in which it is read: its numbers, what it asks, and what the instructor says. */
export const instructionsOf = (session: Session, to: Instructed): readonly (readonly string[])[] =>
  session.passages.map((passage) => [
    describePassage(passage, session.goal, to.conventions),
    ...describeInstructions(passage, to),
    ...(passage.say.trim() === '' ? [] : [words.say(passage.say.trim())]),
  ]);

function describeHands(passage: Passage, { hand, conventions }: Instructed): string[] {
  const resting = RESTING_HANDS[passage.resting];
  const ears = passage.kind === 'natural' ? null : passage.modifiers.ears;
  if (passage.kind === 'counted' && passage.route !== 'both' && passage.byAttention)
    return [words.byAttention, words.hands(resting)];
  switch (raisedHand(passage)) {
    case 'nose':
      return [describeClosingHand(closingHand(hand, conventions), conventions), words.otherHand(resting)];
    case 'ears':
      return ears ? [words.ears(EAR_HANDS[ears])] : [];
    case null:
      return [words.hands(resting)];
  }
}

function describeBreath(passage: CountedPassage, { naming, conventions }: Instructed): string[] {
  const { modifiers, exhaleThrough, pace, parts, locks, turning, between } = passage;
  return [
    ...(pace === DEFAULT_PACE ? [] : [words.pace(formatSeconds(pace / 1000))]),
    ...describeModifiers(modifiers, conventions),
    ...(exhaleThrough === 'nose' ? [] : [words.outThrough(BREATH_PATH_NAMES[exhaleThrough])]),
    ...(parts.inhale ? [describeParts(words.inByParts, parts.inhale)] : []),
    ...(parts.exhale ? [describeParts(words.outByParts, parts.exhale)] : []),
    ...HOLD_KINDS.filter((kind) => locks[kind].length > 0).map((kind) =>
      words.locks(words.holds[kind], nameLocks(locks[kind], naming), locks.fromRound),
    ),
    ...(turning.full > 0 ? [words.turning(words.holds.internalHold, turning.full)] : []),
    ...(turning.empty > 0 ? [words.turning(words.holds.externalHold, turning.empty)] : []),
    ...(between > 0 ? [words.between(between)] : []),
  ];
}

function describeModifiers(
  { throatSound, hum, tongue, head, syllable, tension }: BreathModifiers,
  conventions: Conventions,
): string[] {
  const hummed = hum === 'convention' ? conventions.hum : hum;
  return [
    ...(throatSound ? [words.throatSound] : []),
    ...(hummed === 'none' ? [] : [words.hums[hummed]]),
    ...(tongue === 'resting' ? [] : [words.tongue(TONGUES[tongue])]),
    ...(head === 'level' ? [] : [words.head(HEADS[head])]),
    ...(syllable.trim() === '' ? [] : [words.syllable(syllable.trim())]),
    ...(tension ? [words.tension] : []),
  ];
}

const describeParts = (
  line: (lengths: string, pause: string, regions: boolean) => string,
  { lengths, pause, regions }: Parts,
): string =>
  line(
    lengths.map((length) => formatCounts(length)).join(', '),
    pause > 0 ? words.pauseOf(formatCounts(pause)) : '',
    regions,
  );

function describeStrokes(
  { stroke, recovery, quiet, modifiers }: StrokePassage,
  { conventions }: Instructed,
): string[] {
  return [
    words.strokes(STROKE_NAMES[stroke]),
    ...describeModifiers(modifiers, conventions),
    ...(recovery
      ? [
          words.recovery(
            formatBreath({
              inhale: recovery.inhale,
              internalHold: recovery.hold,
              exhale: recovery.exhale,
              externalHold: counts(0),
            }),
          ),
        ]
      : []),
    quiet === 'convention' ? words.quiet : words.quietFor(quiet),
  ];
}
