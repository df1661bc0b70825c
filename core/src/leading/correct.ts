import { cycleCounts } from '../ratio/index.js';
import { LONGEST_SESSION_HOURS } from '../session/index.js';
import { countsToSeconds, millis, secondsToMillis, type Millis, type Seconds } from '../units/index.js';
import { isComplete, recordOfRounds, type LeadRecord, type PassageRecord } from './record.js';
import type { LeadSetup } from './lead-run.js';

type Counted = Extract<PassageRecord, { kind: 'counted' }>;
type Strokes = Extract<PassageRecord, { kind: 'strokes' }>;

/** How much was done of a passage, as it is corrected: rounds of breaths, sets of strokes, seconds of natural breathing. */
export const amountDone = (passage: PassageRecord): number =>
  passage.kind === 'natural' ? passage.secondsDone : passage.cyclesDone / passage.cyclesPerRound;

/** Seconds of natural breathing that can be told. */
const LONGEST_NATURAL = LONGEST_SESSION_HOURS * 3600;

/** The most that can be told of a passage, in the unit of {@link amountDone}: what was planned, or what was led beyond that. */
export const mostDone = (passage: PassageRecord): number =>
  passage.kind === 'natural'
    ? LONGEST_NATURAL
    : Math.max(passage.cyclesPlanned, passage.cyclesDone) / passage.cyclesPerRound;

/**
 * A record with other amounts done, one for each passage in the unit of {@link amountDone}; never less than none nor more
 * than {@link mostDone}. What was led beyond the rounds that remain (easings, open holds, own pace) goes; what was not led is
 * filled in as it was planned. The time led changes by the breaths that are more or fewer.
 *
 * @param setup what was led
 */
export function correctRecord(record: LeadRecord, amounts: readonly number[], setup: LeadSetup): LeadRecord {
  const planned = recordOfRounds(setup, amounts).passages;
  const passages = record.passages.map((passage, index): PassageRecord => {
    const wished = amounts[index] ?? amountDone(passage);
    const amount = Math.min(mostDone(passage), Math.max(0, wished));
    if (amount === amountDone(passage)) return passage;
    switch (passage.kind) {
      case 'natural':
        return { ...passage, secondsDone: amount as Seconds };
      case 'counted':
        return correctCounted(passage, Math.round(amount * passage.cyclesPerRound));
      case 'strokes':
        return correctStrokes(passage, Math.round(amount * passage.cyclesPerRound), planned[index]);
    }
  });
  const change = passages.reduce(
    (sum, passage, index) => sum + lengthOf(passage) - lengthOf(record.passages[index] ?? passage),
    0,
  );
  if (passages.every((passage, index) => passage === record.passages[index])) return record;
  return {
    ...record,
    outcome: passages.every(isComplete) ? 'finished' : 'stopped',
    led: millis(Math.max(0, Math.round(record.led + change))),
    passages,
  };
}

function correctCounted(passage: Counted, cyclesDone: number): Counted {
  const lastRound = Math.ceil(cyclesDone / passage.cyclesPerRound);
  const upTo = <T extends { readonly fromRound: number }>(changes: readonly T[]): readonly T[] =>
    changes.filter(({ fromRound }) => fromRound <= lastRound);
  const { countsLed, ...rest } = passage;
  const led = upTo(countsLed ?? []);
  const whole = cyclesDone >= passage.cyclesPlanned;
  const wasWhole = passage.cyclesDone >= passage.cyclesPlanned;
  return {
    ...rest,
    cyclesDone,
    easings: upTo(passage.easings),
    ...(led.length > 1 && { countsLed: led }),
    openHolds: passage.openHolds.slice(0, cyclesDone),
    secondsDone: !whole ? (0 as Seconds) : wasWhole ? passage.secondsDone : passage.secondsPlanned,
  };
}

/** @param planned the passage as it would be with so many turns, all strokes done */
function correctStrokes(passage: Strokes, cyclesDone: number, planned: PassageRecord | undefined): Strokes {
  const asPlanned = planned?.kind === 'strokes' ? planned.turns : [];
  const whole = passage.turns.filter(({ done, planned: wanted }) => done >= wanted);
  const turns = Array.from({ length: cyclesDone }, (_, turn) => whole[turn] ?? asPlanned[turn]);
  return { ...passage, cyclesDone, turns: turns.flatMap((turn) => turn ?? []) };
}

/** About how long what was done of a passage takes: by its counts at the beginning, its strokes, or its seconds. */
function lengthOf(passage: PassageRecord): Millis {
  switch (passage.kind) {
    case 'natural':
      return millis(passage.secondsDone * 1000);
    case 'counted': {
      const cycle = secondsToMillis(countsToSeconds(cycleCounts(passage.counts), passage.pace));
      return millis(passage.cyclesDone * cycle + passage.secondsDone * 1000);
    }
    case 'strokes':
      return millis(passage.turns.reduce((sum, { done, rate }) => sum + (done * 60_000) / rate, 0));
  }
}
