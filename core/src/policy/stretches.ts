import type { Conventions } from '../conventions/index.js';
import {
  countsInCycle,
  cyclesThatEndRight,
  handGoesUp,
  cyclesPerRound,
  firstBreathOf,
  isBeforeRounds,
  partsTaught,
  raisedHand,
  rateInSet,
  startingSide,
  strokesInSet,
  TEACHING_CUE,
  type CountedPassage,
  type NaturalPassage,
  type Passage,
  type Session,
  type StrokePassage,
  type TeachingPart,
} from '../session/index.js';
import { countsToHalfMillis, counts, type Counts, type Seconds } from '../units/index.js';
import { cycleGroups, type CycleFigures } from './cycles.js';
import { isHoldLength } from './stops.js';
import { restAfterStrokes } from './stroke-rest.js';

/** What a stretch of a passage is made of. */
export type StretchKind =
  | 'hand-up'
  | 'get-ready'
  | 'emptying'
  | 'rounds'
  | 'own-pace'
  | 'closing'
  | 'strokes'
  | 'recovery'
  | 'natural';

/**
 * A stretch of a passage during which nothing changes that is measured. Lengths are exact, in half milliseconds: as
 * planned, at the least (taps end what they can) and at the most (open holds and rests at their cap).
 */
export interface Stretch {
  readonly kind: StretchKind;
  readonly halfMillis: number;
  readonly least: number;
  readonly most: number;
  /** Whether a hand really is at the face. */
  readonly handAtFace: boolean;
  /** Of counted rounds and of minutes at one's own pace, which go on as the last counted ones. */
  readonly cycle: CycleFigures | null;
  /** Cycles of counted rounds; 0 otherwise. */
  readonly cycles: number;
  /** Strokes through one nostril, or a counted breath through one. */
  readonly oneNostril: boolean;
  readonly strokes: number;
  /** Half milliseconds held in stops over 2 s, as planned. */
  readonly held: number;
}

/** What the stretches of a passage depend on beside the passage. */
export interface PassageSetting {
  readonly conventions: Conventions;
  readonly goal: Session['goal'];
  /** Seconds of rest after the last strokes that are needed because a hold follows; 0 where none does. */
  readonly restBeforeHold: number;
}

const NOTHING: Omit<Stretch, 'kind' | 'halfMillis' | 'least' | 'most'> = {
  handAtFace: false,
  cycle: null,
  cycles: 0,
  oneNostril: false,
  strokes: 0,
  held: 0,
};

/** What somebody who shows a passage breathes of it. */
const isBreathed = ({ kind }: Stretch): boolean =>
  kind === 'rounds' || kind === 'strokes' || kind === 'recovery';

const halfMillisFrom = (length: Seconds): number => Math.round(length * 2000);

/** A stretch whose length nothing changes; of nothing else than what is said. */
export const fixedStretch = (
  kind: StretchKind,
  halfMillis: number,
  more: Partial<Stretch> = {},
): Stretch => ({
  kind,
  halfMillis,
  least: halfMillis,
  most: halfMillis,
  ...NOTHING,
  ...more,
});

/** The stretches of a passage in order, without the change of seat before it. They last as long as its events. */
export function stretchesOf(passage: Passage, setting: PassageSetting): readonly Stretch[] {
  const all = stretchesOfKind(passage, setting);
  return all.filter(({ most }) => most > 0);
}

function stretchesOfKind(passage: Passage, setting: PassageSetting): readonly Stretch[] {
  switch (passage.kind) {
    case 'natural':
      return [naturalStretch(passage)];
    case 'strokes':
      return withTeaching(passage, strokeStretches(passage, setting), (sets) =>
        triedSets(passage, setting, sets),
      );
    case 'counted':
      return withTeaching(passage, countedStretches(passage, setting), (rounds) =>
        triedRounds(passage, setting, rounds),
      );
  }
}

/** A passage between the parts of its teaching arc. What is shown is watched, and breathed through naturally; a trial is breathed. */
function withTeaching(
  { teaching }: CountedPassage | StrokePassage,
  itself: readonly Stretch[],
  rounds: (number: number) => readonly Stretch[],
): readonly Stretch[] {
  if (!teaching) return itself;
  const cue = fixedStretch('natural', halfMillisFrom(TEACHING_CUE));
  const stretches: Readonly<Record<TeachingPart, () => readonly Stretch[]>> = {
    explain: () => [fixedStretch('natural', halfMillisFrom(teaching.explainFor))],
    demonstrate: () => [
      cue,
      fixedStretch('natural', lengthOfStretches(rounds(teaching.demonstrate).filter(isBreathed))),
    ],
    trial: () => [cue, ...rounds(teaching.trial)],
    quiet: () => [fixedStretch('natural', halfMillisFrom(teaching.quiet))],
    ask: () => [fixedStretch('natural', halfMillisFrom(teaching.ask))],
  };
  const parts = partsTaught(teaching);
  const of = (some: readonly TeachingPart[]): readonly Stretch[] => some.flatMap((part) => stretches[part]());
  return [
    ...of(parts.filter(isBeforeRounds)),
    ...itself,
    ...of(parts.filter((part) => !isBeforeRounds(part))),
  ];
}

/** Longest that natural breathing goes on while a tap is waited for, as a multiple of what was planned. */
export const NATURAL_PATIENCE = 3;

function naturalStretch({ length, untilTap }: NaturalPassage): Stretch {
  const halfMillis = halfMillisFrom(length);
  return {
    ...fixedStretch('natural', halfMillis),
    ...(untilTap && { least: 0, most: halfMillis * NATURAL_PATIENCE }),
  };
}

function countedStretches(
  passage: CountedPassage,
  { conventions, goal }: PassageSetting,
): readonly Stretch[] {
  const raised = raisedHand(passage);
  const handAtFace = raised !== null;
  const oneNostril = raised === 'nose';
  const cycles = cyclesThatEndRight(
    passage,
    passage.cycles,
    startingSide(passage, goal, conventions),
    conventions,
  );
  const groups = cycleGroups(passage, cycles, conventions);
  // At one's own pace alone it is breathed as it is written.
  const last = groups.at(-1)?.figures ?? cycleGroups(passage, 1, conventions)[0]?.figures ?? null;
  const ownPace = halfMillisFrom(passage.ownPace);
  return [
    // After a trial the hand is up already, and the breath is out.
    ...(partsTaught(passage.teaching).includes('trial')
      ? [getReadyStretch(passage, handAtFace)]
      : openingStretches(passage, conventions)),
    ...groups.map(({ figures, cycles: number }): Stretch => ({
      ...fixedStretch('rounds', figures.halfMillis * number),
      least: figures.leastHalfMillis * number,
      most: figures.mostHalfMillis * number,
      handAtFace,
      oneNostril,
      cycle: figures,
      cycles: number,
      held: figures.held * number,
    })),
    fixedStretch('own-pace', ownPace, {
      handAtFace,
      oneNostril,
      cycle: last,
      held: heldAtOwnPace(ownPace, last),
    }),
    ...(handAtFace ? [fixedStretch('closing', halfMillisFrom(passage.closing))] : []),
  ];
}

/** The hand goes up, a count down to the beginning, and the breath with which a passage at the nose begins. */
function openingStretches(passage: CountedPassage, conventions: Conventions): readonly Stretch[] {
  const raised = raisedHand(passage);
  const handAtFace = raised !== null;
  return [
    ...(handAtFace ? [fixedStretch('hand-up', halfMillisFrom(passage.handUp), { handAtFace })] : []),
    getReadyStretch(passage, handAtFace),
    ...(raised === 'nose' ? [emptying(passage, conventions)] : []),
  ];
}

const getReadyStretch = (
  { getReady = 0, pace }: CountedPassage | StrokePassage,
  handAtFace: boolean,
): Stretch => fixedStretch('get-ready', countsToHalfMillis(counts(getReady), pace), { handAtFace });

/** Rounds that are tried: as the first ones, an open hold as long as it is expected. */
function triedRounds(
  passage: CountedPassage,
  { conventions }: PassageSetting,
  rounds: number,
): readonly Stretch[] {
  const figures = cycleGroups(passage, 1, conventions)[0]?.figures;
  if (!figures) return [];
  const cycles = rounds * cyclesPerRound(passage, conventions);
  return [
    ...openingStretches(passage, conventions),
    fixedStretch('rounds', figures.halfMillis * cycles, {
      handAtFace: raisedHand(passage) !== null,
      oneNostril: raisedHand(passage) === 'nose',
      cycle: figures,
      cycles,
      held: figures.held * cycles,
    }),
  ];
}

/** Minutes at one's own pace hold in the proportion of the last counted round. */
const heldAtOwnPace = (ownPace: number, last: CycleFigures | null): number =>
  last === null || last.halfMillis === 0 ? 0 : (ownPace * last.held) / last.halfMillis;

/** The breath with which a passage at the nose begins: out, or one free breath, as the convention says. */
function emptying(passage: CountedPassage, conventions: Conventions): Stretch {
  const first = countsInCycle(passage, 1, conventions);
  const lengths: Readonly<Record<Conventions['begins'], Counts>> = {
    'empty-through-start': first.exhale,
    'out-through-both': first.exhale,
    'free-breath': counts(first.inhale + first.exhale),
    'at-once': counts(0),
  };
  const length = lengths[conventions.begins];
  return fixedStretch('emptying', countsToHalfMillis(length, passage.pace), { handAtFace: true });
}

function strokeStretches(
  passage: StrokePassage,
  { conventions, restBeforeHold }: PassageSetting,
): readonly Stretch[] {
  const raised = raisedHand(passage);
  const turns = passage.sets * passage.turns.length;
  const deep = firstBreathOf(passage);
  const deepBreath = deep ? countsToHalfMillis(counts(deep.inhale + deep.exhale), passage.pace) : 0;
  const recovery = recoveryHalfMillis(passage);
  const held = heldInRecovery(passage);
  const all: Stretch[] = [];
  for (let turn = 1; turn <= turns; turn++) {
    // The hand is let down between turns; one through both nostrils needs none.
    const handAtFace = handGoesUp(passage, turn);
    if (handAtFace) all.push(fixedStretch('hand-up', halfMillisFrom(passage.handUp), { handAtFace: true }));
    const set = Math.ceil(turn / passage.turns.length);
    const [strokes, rate] = [strokesInSet(passage, set), rateInSet(passage, set)];
    const oneNostril = passage.turns[(turn - 1) % passage.turns.length] !== 'both';
    all.push(getReadyStretch(passage, handAtFace));
    all.push(fixedStretch('recovery', deepBreath, { handAtFace, oneNostril }));
    all.push(fixedStretch('strokes', (strokes * 120_000) / rate, { handAtFace, oneNostril, strokes }));
    all.push(fixedStretch('recovery', recovery, { handAtFace, oneNostril, held }));
    const rest = restAfterStrokes(passage, conventions, turn === turns ? restBeforeHold : 0);
    all.push({
      ...fixedStretch('natural', halfMillisFrom(rest.planned)),
      least: halfMillisFrom(rest.least),
      most: halfMillisFrom(rest.most),
    });
  }
  if (raised) all.push(fixedStretch('closing', halfMillisFrom(passage.closing)));
  return all;
}

/** Sets that are tried, each with its rest as it is planned. */
const triedSets = (passage: StrokePassage, setting: PassageSetting, sets: number): readonly Stretch[] =>
  strokeStretches({ ...passage, sets }, { ...setting, restBeforeHold: 0 })
    .filter(({ kind }) => kind !== 'closing')
    .map((stretch) => ({ ...stretch, least: stretch.halfMillis, most: stretch.halfMillis }));

function recoveryHalfMillis({ recovery, pace }: StrokePassage): number {
  if (!recovery) return 0;
  const { inhale, hold, exhale } = recovery;
  return countsToHalfMillis(counts(inhale + hold + exhale), pace);
}

function heldInRecovery({ recovery, pace }: StrokePassage): number {
  const halfMillis = recovery ? countsToHalfMillis(recovery.hold, pace) : 0;
  return isHoldLength(halfMillis / 2000) ? halfMillis : 0;
}

/** Length of some stretches together, in half milliseconds: as planned, at the least, or at the most. */
export const lengthOfStretches = (
  stretches: readonly Stretch[],
  which: 'halfMillis' | 'least' | 'most' = 'halfMillis',
): number => stretches.reduce((sum, stretch) => sum + stretch[which], 0);
