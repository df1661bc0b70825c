import { countsOf, numbersFromCounts, scaleRatio, type Numbers, type PhaseKind } from '../ratio/index.js';
import { counts, seconds } from '../units/index.js';
import { cyclesInOwnRound, roundOfStep, steppedValue, stepsTaken } from './cycle.js';
import { openFrom, withFirstStep } from './phase-in-round.js';
import { editPassage, insertPassage, withFittedParts } from './edits.js';
import { isOwnPaceAlone, withCycles } from './dosage.js';
import type {
  CountedPassage,
  Passage,
  PassageLocks,
  Ramp,
  Session,
  SetRamp,
  StrokePassage,
} from './session.js';
import { isBeforeRounds, partsTaught, withParts, type TeachingPart } from './teaching.js';

type Step = Extract<Ramp, { kind: 'step' }>;

/** A number of rounds (sets, seconds) in two; the first is the larger. */
const share = (number: number): readonly [number, number] => {
  const first = Math.ceil(number / 2);
  return [first, number - first];
};

/** A passage in two at a whole round (set, second), the first the larger; null where there is only one, or no round where its changes could be kept. */
function halves(passage: Passage): readonly [Passage, Passage] | null {
  switch (passage.kind) {
    case 'counted':
      return countedHalves(passage);
    case 'strokes':
      return strokeHalves(passage);
    case 'natural': {
      const [first, second] = share(passage.length);
      return second > 0
        ? [
            { ...passage, length: seconds(first) },
            { ...passage, length: seconds(second) },
          ]
        : null;
    }
  }
}

/** Rounds at which a passage could be split, the nearest to the middle first. */
const roundsFromMiddle = (rounds: number): readonly number[] => {
  const middle = Math.ceil(rounds / 2);
  return Array.from({ length: Math.max(0, rounds - 1) }, (_, index) => index + 1).sort(
    (a, b) => Math.abs(a - middle) - Math.abs(b - middle),
  );
};

function countedHalves(passage: CountedPassage): readonly [CountedPassage, CountedPassage] | null {
  if (isOwnPaceAlone(passage)) {
    const [first, second] = share(passage.ownPace);
    return second > 0
      ? [
          { ...passage, ownPace: seconds(first) },
          { ...passage, ownPace: seconds(second) },
        ]
      : null;
  }
  const perRound = cyclesInOwnRound(passage);
  const rounds = Math.ceil(passage.cycles / perRound);
  for (const first of roundsFromMiddle(rounds)) {
    const rest = passage.cycles - first * perRound;
    const early = firstPart(passage, first);
    const late = early && rest > 0 ? secondPart(passage, first) : null;
    if (!early || !late) continue;
    // Minutes at one's own pace follow all the counted rounds, and so do those that may follow.
    return [
      { ...withCycles(early, first * perRound), ownPace: seconds(0) },
      {
        ...withCycles(late, rest),
        ...(passage.mostCycles !== undefined && { mostCycles: passage.mostCycles - first * perRound }),
      },
    ];
  }
  return null;
}

const isStep = (ramp: Ramp): ramp is Step => ramp.kind === 'step';
const startOf = (passage: Numbers, of: Step['of']): number =>
  of === 'base' ? passage.base : countsOf(passage)[of];

/** The first rounds as they were: ramps end where they have come to by then. */
function firstPart(passage: CountedPassage, rounds: number): CountedPassage | null {
  let numbers: Numbers = { ratio: passage.ratio, base: passage.base };
  const ramps: Ramp[] = [];
  for (const ramp of passage.ramps) {
    if (isStep(ramp)) {
      const start = startOf(passage, ramp.of);
      const to = steppedValue(start, ramp, rounds);
      if (to !== start) ramps.push({ ...ramp, to: counts(Math.max(0, to)) });
    } else if (ramp.round <= rounds) {
      ramps.push(ramp);
    } else {
      numbers = numbersFromCounts({ ...countsOf(numbers), [ramp.of]: counts(0) });
    }
  }
  const { locks } = passage;
  const { openHold } = passage;
  const none: PassageLocks = { ...locks, internalHold: [], externalHold: [], fromRound: 1 };
  return withFittedParts({
    ...passage,
    ...numbers,
    ramps,
    // What begins later is not in it.
    openHold: openHold && (openHold.fromRound ?? 1) > rounds ? null : openHold,
    locks: locks.fromRound > rounds ? none : locks,
  });
}

/**
 * The later rounds as they were: they begin with what the ramps have come to, and go on from there. null where the base and a
 * phase still change together: then no passage goes on in the same way.
 */
function secondPart(passage: CountedPassage, rounds: number): CountedPassage | null {
  const steps = passage.ramps.filter(isStep);
  const moving = steps.filter((ramp) => {
    const start = startOf(passage, ramp.of);
    return steppedValue(start, ramp, rounds + 1) !== ramp.to && ramp.by !== 0;
  });
  const baseRamp = steps.find(({ of }) => of === 'base');
  if (baseRamp && moving.includes(baseRamp) && steps.length > 1) return null;
  const base = baseRamp ? counts(steppedValue(passage.base, baseRamp, rounds + 1)) : passage.base;
  const now: Record<PhaseKind, ReturnType<typeof counts>> = { ...scaleRatio(passage.ratio, base).counts };
  const ramps: Ramp[] = [];
  for (const ramp of passage.ramps) {
    if (!isStep(ramp)) {
      const round = ramp.round - rounds;
      if (round > 1) ramps.push({ ...ramp, round });
    } else if (ramp.of !== 'base') {
      now[ramp.of] = counts(Math.max(0, steppedValue(now[ramp.of], ramp, rounds + 1)));
      if (moving.includes(ramp)) ramps.push(goingOn(ramp, rounds));
    }
  }
  const numbers =
    baseRamp && moving.includes(baseRamp) ? { ratio: passage.ratio, base } : numbersFromCounts(now);
  if (baseRamp && moving.includes(baseRamp)) ramps.push(goingOn(baseRamp, rounds));
  const fromRound = Math.max(1, passage.locks.fromRound - rounds);
  const openHold = openFrom(passage.openHold, (passage.openHold?.fromRound ?? 1) - rounds);
  return withFittedParts({
    ...passage,
    ...numbers,
    ramps,
    openHold,
    locks: { ...passage.locks, fromRound },
  });
}

/** A change as it goes on after so many rounds. */
const goingOn = (ramp: Step, rounds: number): Step =>
  withFirstStep(ramp, roundOfStep(ramp, stepsTaken(ramp, rounds + 1) + 1) - rounds);

function strokeHalves(passage: StrokePassage): readonly [StrokePassage, StrokePassage] | null {
  const { strokesRamp = null, rateRamp, ownPaceFrom, ...same } = passage;
  for (const first of roundsFromMiddle(passage.sets)) {
    const rest = passage.sets - first;
    const strokes = changeInTwo(passage.strokes, strokesRamp, first, rest);
    const rate = changeInTwo(passage.rate, rateRamp, first, rest);
    if (!strokes || !rate) continue;
    const part = (sets: number, which: 'early' | 'late', from = ownPaceFrom): StrokePassage => ({
      ...same,
      sets,
      strokes: strokes[which].start,
      ...(strokes[which].ramp && { strokesRamp: strokes[which].ramp }),
      rate: rate[which].start,
      rateRamp: rate[which].ramp,
      ...(from !== undefined && from <= sets && { ownPaceFrom: Math.max(1, from) }),
    });
    return [part(first, 'early'), part(rest, 'late', ownPaceFrom && ownPaceFrom - first)];
  }
  return null;
}

/** Where a number begins in a part of the sets, and how it changes in them. */
interface ChangeInPart {
  readonly start: number;
  readonly ramp: SetRamp | null;
}

/** A change from set to set in two, after so many sets; null where it cannot be taken up there as it was. */
function changeInTwo(
  start: number,
  ramp: SetRamp | null,
  first: number,
  rest: number,
): { readonly early: ChangeInPart; readonly late: ChangeInPart } | null {
  if (!ramp) return { early: { start, ramp }, late: { start, ramp } };
  const [come, next] = [steppedValue(start, ramp, first), steppedValue(start, ramp, first + 1)];
  const ended = next === ramp.to;
  if (!ended && first % ramp.every !== 0) return null;
  return {
    early: { start, ramp: come === start ? null : { ...ramp, to: come } },
    late: { start: next, ramp: ended || ramp.every >= rest ? null : ramp },
  };
}

/** A passage with some parts of its teaching arc only. */
function taughtOnly(passage: Passage, wanted: (part: TeachingPart) => boolean): Passage {
  if (passage.kind === 'natural' || !passage.teaching) return passage;
  return { ...passage, teaching: withParts(passage.teaching, partsTaught(passage.teaching).filter(wanted)) };
}

/** Whether a passage has enough rounds to be split, and a round at which its changes can be kept. */
export const canSplit = (passage: Passage): boolean => halves(passage) !== null;

/**
 * A passage split in two at a whole round: ramps, locks and holds stay where they were, and together they have the rounds
 * that it had. What is explained and tried comes before the first, quiet after the second. One that cannot be split stays.
 */
export function splitPassage(session: Session, id: string, second: string): Session {
  const passage = session.passages.find((one) => one.id === id);
  const parts = passage && halves(passage);
  if (!parts) return session;
  const [first, rest] = parts;
  return insertPassage(
    editPassage(session, id, () => taughtOnly(first, isBeforeRounds)),
    { ...taughtOnly(rest, (part) => !isBeforeRounds(part)), id: second },
    id,
  );
}
