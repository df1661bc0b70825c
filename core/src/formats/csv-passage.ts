import type { Conventions } from '../conventions/index.js';
import type { EasingRecord, PassageRecord, TurnRecord } from '../leading/index.js';
import type { PhaseCounts } from '../ratio/index.js';
import { cyclesPerRound, newPassage } from '../session/index.js';
import {
  foldSpelling,
  isTechniqueId,
  TECHNIQUES,
  techniqueOf,
  type TechniqueId,
} from '../technique/index.js';
import { DEFAULT_PACE, type Pace, type Seconds } from '../units/index.js';
import type { CsvColumn } from './sittings-csv.js';
import { formatsWords } from '../words/index.js';

/** Reads the cells of one row, and says what is wrong with them. */
export interface CellReader {
  text(column: CsvColumn): string;
  say(column: CsvColumn | null, message: string): void;
  number(
    column: CsvColumn,
    limits: { readonly from: number; readonly to: number; readonly or: number; readonly whole?: boolean },
  ): number;
}

/** Techniques by all their names; where two share a spelling, it is the one whose own name it is. */
const byName: ReadonlyMap<string, TechniqueId> = new Map(
  [
    ...TECHNIQUES.map(({ id, aliases }) => ({ id, names: aliases })),
    ...TECHNIQUES.map(({ id, names }) => ({ id, names: [...Object.values(names), id] })),
  ].flatMap(({ id, names }) => names.map((name): [string, TechniqueId] => [foldSpelling(name), id])),
);

/** The passage that a row tells of; null where its technique is not known. What else is wrong is said. */
export function readPassage(
  cells: CellReader,
  newId: () => string,
  profile: Conventions,
): PassageRecord | null {
  const told = cells.text('technique');
  const technique = isTechniqueId(told) ? told : byName.get(foldSpelling(told));
  if (!technique) {
    cells.say(
      'technique',
      told === ''
        ? formatsWords.csvPassage.techniqueMissing
        : formatsWords.csvPassage.thereIsNoTechnique(told),
    );
    return null;
  }
  const passageId = passageIdOf(cells, newId);
  const { kind } = techniqueOf(technique).pattern;
  const kindTold = cells.text('kind').toLowerCase();
  if (kindTold !== '' && kindTold !== kind)
    cells.say('kind', formatsWords.csvPassage.doesNotGoWith(kindTold, kind));
  if (kind === 'natural') return { kind, passageId, technique, ...secondsOf(cells) };
  for (const column of ['breaths_planned', 'breaths_done'] as const) saysWhenMissing(cells, column);
  const breaths = { from: 0, to: 5000, or: 0, whole: true };
  const cyclesPlanned = cells.number('breaths_planned', breaths);
  const cyclesDone = cells.number('breaths_done', breaths);
  const cyclesPerRound = cells.number('breaths_a_round', {
    from: 1,
    to: kind === 'strokes' ? 3 : 2,
    or: usualCyclesPerRound(technique, profile),
    whole: true,
  });
  const cycles = { passageId, technique, cyclesPlanned, cyclesDone };
  if (kind === 'strokes') return { kind, ...cycles, cyclesPerRound, turns: turnsOf(cells) };
  const countsLed = easingsOf(cells, 'counts_led');
  return {
    kind,
    ...cycles,
    cyclesPerRound: cyclesPerRound === 1 ? 1 : 2,
    counts: countsOf(cells),
    pace: cells.number('pace_ms', { from: 500, to: 3000, or: DEFAULT_PACE, whole: true }) as Pace,
    easings: easingsOf(cells, 'easings'),
    ...(countsLed.length > 0 && { countsLed }),
    openHolds: listOf(cells, 'open_holds_s', /^\d+(\.\d+)?$/, formatsWords.csvPassage.secondsLike125).map(
      (one) => Number(one) as Seconds,
    ),
    ...secondsOf(cells),
  };
}

const MISSING = {
  breaths_planned: formatsWords.csvPassage.breathsPlannedMissing,
  breaths_done: formatsWords.csvPassage.breathsDoneMissing,
  inhale: formatsWords.csvPassage.inhaleMissing,
  exhale: formatsWords.csvPassage.exhaleMissing,
} as const;

function saysWhenMissing(cells: CellReader, column: keyof typeof MISSING): void {
  if (cells.text(column) === '') cells.say(column, MISSING[column]);
}

/** Breaths (turns) of a round as the technique begins, by the instructor's convention. */
function usualCyclesPerRound(technique: TechniqueId, profile: Conventions): number {
  const passage = newPassage(technique, technique);
  return passage.kind === 'counted'
    ? cyclesPerRound(passage, profile)
    : passage.kind === 'strokes'
      ? passage.turns.length
      : 1;
}

function passageIdOf(cells: CellReader, newId: () => string): string {
  const told = cells.text('passage');
  return /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(told) ? told : newId();
}

function secondsOf(cells: CellReader): { readonly secondsPlanned: Seconds; readonly secondsDone: Seconds } {
  const limits = { from: 0, to: 14_400, or: 0 };
  const secondsPlanned = cells.number('seconds_planned', limits) as Seconds;
  const secondsDone = cells.number('seconds_done', { ...limits, or: secondsPlanned }) as Seconds;
  return { secondsPlanned, secondsDone };
}

function countsOf(cells: CellReader): PhaseCounts {
  const count = (column: CsvColumn, from: number, or: number): number => {
    const value = cells.number(column, { from, to: 100, or });
    if (value * 2 !== Math.round(value * 2))
      cells.say(column, formatsWords.csvPassage.countsGoByHalves(value));
    return value;
  };
  for (const column of ['inhale', 'exhale'] as const) saysWhenMissing(cells, column);
  const [inhale, exhale] = [count('inhale', 0.5, 1), count('exhale', 0.5, 1)];
  const [internalHold, externalHold] = [count('hold', 0, 0), count('empty', 0, 0)];
  return { inhale, internalHold, exhale, externalHold } as PhaseCounts;
}

/** Largest number in these cells: rounds and counts, seconds, strokes and rates. */
const LARGEST = { easings: 100, counts_led: 1_000, open_holds_s: 14_400, strokes: 1_000 } as const;
/** How many of these may stand in a cell. */
const MOST_IN_CELL = { easings: 200, counts_led: 1_000, open_holds_s: 200, strokes: 200 } as const;

/** Several in one cell, separated by semicolons. */
function listOf(
  cells: CellReader,
  column: keyof typeof LARGEST,
  shape: RegExp,
  wanted: string,
): readonly string[] {
  const all = cells
    .text(column)
    .split(';')
    .map((one) => one.trim())
    .filter((one) => one !== '');
  const wrong = all.find(
    (one) =>
      !shape.test(one) || (one.match(/\d+(\.\d+)?/g) ?? []).some((part) => Number(part) > LARGEST[column]),
  );
  if (wrong) cells.say(column, formatsWords.csvPassage.notReadable(wrong, wanted, LARGEST[column]));
  const tooMany = all.length > MOST_IN_CELL[column];
  if (tooMany) cells.say(column, formatsWords.csvPassage.mostOfThem(MOST_IN_CELL[column], all.length));
  return wrong || tooMany ? [] : all;
}

const NUMBER = String.raw`(\d+(?:\.5)?)`;
const EASING = new RegExp(`^(\\d+):${NUMBER}/${NUMBER}/${NUMBER}/${NUMBER}$`);

const easingsOf = (cells: CellReader, column: 'easings' | 'counts_led'): readonly EasingRecord[] =>
  listOf(cells, column, EASING, formatsWords.csvPassage.easingForm).map((one) => {
    const [, fromRound, inhale, internalHold, exhale, externalHold] = (EASING.exec(one) ?? []).map(Number);
    return {
      fromRound: fromRound ?? 1,
      counts: { inhale, internalHold, exhale, externalHold } as PhaseCounts,
    };
  });

const TURN = /^(\d+):(left|right|both):(\d+):(\d+)\/(\d+)$/;

const turnsOf = (cells: CellReader): readonly TurnRecord[] =>
  listOf(cells, 'strokes', TURN, formatsWords.csvPassage.setSideRateDone).map((one) => {
    const [, set, airway, rate, done, planned] = TURN.exec(one) ?? [];
    return {
      set: Number(set),
      airway: airway as TurnRecord['airway'],
      rate: Number(rate),
      planned: Number(planned),
      done: Number(done),
    };
  });
