import type { Conventions } from '../conventions/index.js';
import type { Numbers, PhaseKind } from '../ratio/index.js';
import type {
  BreathModifiers,
  Gaze,
  Goal,
  HoldKind,
  LockId,
  BreathPath,
  RestingHandId,
  Route,
  SeatId,
  StrokeAirway,
  StrokeKind,
  TechniqueId,
} from '../technique/index.js';
import { counts, type Counts, type Pace, type Seconds } from '../units/index.js';
import type { Teaching } from './teaching.js';

/** Longest time for the hand to go up, or down in the closing, and for a change of seat, seconds. */
export const LONGEST_SETTLING = { hand: 60, seat: 120 } as const;

export type Side = 'left' | 'right';
export const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');

export type BreathKind = 'inhale' | 'exhale';

/** The instructor's own words at a point of a passage. */
export interface OwnWords {
  readonly text: string;
  /** The round (set) in which they are said first; in natural breathing the minute. */
  readonly round: number;
  /** Every so many rounds (minutes) after that, or null for once. */
  readonly every: number | null;
  /** In which phase of a counted breath, or null as the round begins. */
  readonly phase: PhaseKind | null;
}

/** How many of them a passage may have. */
export const MOST_OWN_WORDS = 12;

/** Own words of a passage that belong to a round (minute). */
export const ownWordsIn = (
  { words = [] }: { readonly words?: readonly OwnWords[] },
  round: number,
): readonly OwnWords[] =>
  words.filter(
    (one) =>
      one.text.trim() !== '' &&
      (round === one.round ||
        (one.every !== null && round > one.round && (round - one.round) % one.every === 0)),
  );

interface PassageFacts {
  readonly id: string;
  readonly technique: TechniqueId;
  /** The instructor's own variant of the technique, or null. */
  readonly variant: string | null;
  readonly seat: SeatId;
  readonly resting: RestingHandId;
  /** What to say aloud when it begins; empty where nothing is. */
  readonly say: string;
  /** Own words at points of it; left out for none. */
  readonly words?: readonly OwnWords[];
  /** A trial round: shown and tried, no repetition of what follows; a small one needs no approval. Left out where it is none. */
  readonly trial?: boolean;
}

interface Taught {
  /** What comes before and after the counted rounds (sets); left out where it is they alone. */
  readonly teaching?: Teaching;
  /** Counts called down before the first round and before each turn of strokes; left out for none. Domain 13. */
  readonly getReady?: number;
}

/** A breath taken in parts. */
export interface Parts {
  /** Counts of each part where the breath is as written; when it changes they keep their proportion to the half count. */
  readonly lengths: readonly Counts[];
  /** Pause between parts. */
  readonly pause: Counts;
  /** Whether a pause follows the last part too. */
  readonly atEnd: boolean;
  /** Through belly, ribs and chest (emptied in reverse). */
  readonly regions: boolean;
}

/** A hold that lasts as long as it is easy: ended by a tap, at the latest at the cap. */
export interface OpenHold {
  readonly phase: HoldKind;
  readonly expected: Seconds;
  readonly cap: Seconds;
  /** The technique's own round from which it is open; before it is as long as it is counted. Left out from the first. */
  readonly fromRound?: number;
}

export interface PassageLocks {
  readonly internalHold: readonly LockId[];
  readonly externalHold: readonly LockId[];
  readonly fromRound: number;
}

/** A change over the rounds of a passage. A round here is the technique's own (both sides of an alternating pattern). */
export type Ramp =
  /** A phase or the base by `by` counts every `every` rounds, until it is `to`; in round `first` first, or after the first `every`. */
  | {
      readonly kind: 'step';
      readonly of: PhaseKind | 'base';
      readonly by: number;
      readonly every: number;
      readonly to: Counts;
      readonly first?: number;
    }
  /** A hold that comes in at a round. */
  | { readonly kind: 'from'; readonly of: HoldKind; readonly round: number };

/** One technique with its numbers: cycles of counted phases. */
export interface CountedPassage extends PassageFacts, Taught, Numbers {
  readonly kind: 'counted';
  readonly pace: Pace;
  readonly route: Route;
  /** For alternating and one-sided routes; the others have their side in their name. */
  readonly startsOn: Side | 'convention';
  /** The sides are followed by attention, hands down. */
  readonly byAttention: boolean;
  readonly inhaleThrough: BreathPath;
  readonly exhaleThrough: BreathPath;
  readonly parts: { readonly inhale: Parts | null; readonly exhale: Parts | null };
  /** Turning pauses that do not grow with the base; they stand where there is no hold. */
  readonly turning: { readonly full: Seconds; readonly empty: Seconds };
  /** Whether the convention may add an empty hold to an alternating pattern that is written without one. */
  readonly emptyHold: 'as-written' | 'convention';
  readonly openHold: OpenHold | null;
  readonly locks: PassageLocks;
  readonly ramps: readonly Ramp[];
  readonly modifiers: BreathModifiers;
  /** Letting go after each cycle. */
  readonly between: Seconds;
  /**
   * Dosage in cycles, whatever a round is by convention, so that a change of convention never doubles it; 0 where it is
   * breathed at one's own pace alone.
   */
  readonly cycles: number;
  /** Led on until the last round is called, for as many cycles as this; left out where there are so many as planned. */
  readonly mostCycles?: number;
  /** Without counting, after the counted rounds. */
  readonly ownPace: Seconds;
  /** Time to bring the hand up before, and to lower it with one breath through both after, where a hand is raised. */
  readonly handUp: Seconds;
  readonly closing: Seconds;
}

/** A deep breath after a set of strokes. */
export interface Recovery {
  readonly inhale: Counts;
  readonly hold: Counts;
  readonly exhale: Counts;
  readonly exhaleThrough: BreathPath;
}

/** A change from set to set: by so much every so many sets, until it comes to its limit. */
export interface SetRamp {
  readonly by: number;
  readonly every: number;
  readonly to: number;
}

/** Sets of strokes, each with a recovery and natural breathing until it is quiet. */
export interface StrokePassage extends PassageFacts, Taught {
  readonly kind: 'strokes';
  readonly stroke: StrokeKind;
  /** The turns of one set: which nostrils, in order. */
  readonly turns: readonly StrokeAirway[];
  /** Strokes a turn, in the first set. */
  readonly strokes: number;
  /** The strokes by set; left out where they stay. */
  readonly strokesRamp?: SetRamp;
  /** Strokes a minute, in the first set. */
  readonly rate: number;
  /** The rate by set, or null where it stays. */
  readonly rateRamp: SetRamp | null;
  readonly sets: number;
  /** The set from which strokes are at one's own pace: not called, about so many, until a tap. Left out where all are called. */
  readonly ownPaceFrom?: number;
  /** Whether a deep breath in and out comes before each turn; left out where none does. */
  readonly firstBreath?: boolean;
  /** Of the recovery. */
  readonly pace: Pace;
  readonly recovery: Recovery | null;
  /** Natural breathing after each set. */
  readonly quiet: Seconds | 'convention';
  readonly modifiers: BreathModifiers;
  readonly handUp: Seconds;
  readonly closing: Seconds;
}

/** Natural breathing for so many seconds, or until a tap. */
export interface NaturalPassage extends PassageFacts {
  readonly kind: 'natural';
  readonly length: Seconds;
  readonly untilTap: boolean;
  /** Where the eyes rest; closed where it is left out. */
  readonly gaze?: Gaze;
}

export type Passage = CountedPassage | StrokePassage | NaturalPassage;

/** Passages in order, with what the whole session is for. */
export interface Session {
  readonly title: string;
  readonly goal: Goal;
  readonly conventions: Partial<Conventions>;
  /** Time there is for it; null where that is open. */
  readonly minutes: number | null;
  /** Time to change the seat between two passages. */
  readonly seatChange: Seconds;
  /** In sleep: the sound thins in the last rounds, and nothing is asked then. Left out where it ends as usual. Domain 13. */
  readonly ending?: 'sleep' | undefined;
  readonly passages: readonly Passage[];
}

/** The side a passage starts on: its route's, its own choice, else the convention, else by the goal (left when unsure). */
export function startingSide(passage: CountedPassage, goal: Goal, conventions: Conventions): Side {
  if (passage.route === 'left-entry') return 'left';
  if (passage.route === 'right-entry') return 'right';
  if (passage.startsOn !== 'convention') return passage.startsOn;
  if (conventions.startingSide !== 'by-goal') return conventions.startingSide;
  return goal === 'energise' || goal === 'warm' ? 'right' : 'left';
}

/** Whether the sides of the nose are told apart in a passage, by hand or by attention. */
export const tellsSidesApart = (passage: Passage): boolean =>
  passage.kind === 'counted'
    ? passage.route !== 'both'
    : passage.kind === 'strokes' && passage.turns.some((turn) => turn !== 'both');

/** What a passage keeps at the face: a hand at the nose, the hands at the ears, or nothing. Derived, never typed. */
export function raisedHand(passage: Passage): 'nose' | 'ears' | null {
  switch (passage.kind) {
    case 'natural':
      return null;
    case 'strokes':
      return tellsSidesApart(passage) ? 'nose' : passage.modifiers.ears ? 'ears' : null;
    case 'counted':
      if (tellsSidesApart(passage)) return passage.byAttention ? null : 'nose';
      return passage.modifiers.ears ? 'ears' : null;
  }
}

/** Whether the hand is raised for a turn, from 1: what goes through both nostrils needs none. */
export const handGoesUp = (passage: StrokePassage, turn: number): boolean => {
  const raised = raisedHand(passage);
  return (
    raised === 'ears' || (raised === 'nose' && passage.turns[(turn - 1) % passage.turns.length] !== 'both')
  );
};

/** A deep breath before strokes, where the recovery does not say how deep. */
const DEEP_BREATH = { inhale: counts(4), exhale: counts(4) } as const;

/** Counts of the deep breath before each turn of strokes, as of the one that follows them; null where there is none. Domain 13. */
export const firstBreathOf = ({
  firstBreath = false,
  recovery,
}: StrokePassage): { readonly inhale: Counts; readonly exhale: Counts } | null =>
  firstBreath ? (recovery ?? DEEP_BREATH) : null;
