import Papa from 'papaparse';
import type { EasingRecord, LeadRecord, PassageRecord, SittingPlace } from '../leading/index.js';

/** A sitting as the log tells it outside. */
export interface LoggedSitting {
  readonly id: string;
  readonly studentId: string;
  readonly student: string;
  /** Title of the session. */
  readonly session: string;
  /** In UTC, ISO 8601. */
  readonly startedAt: string;
  readonly place: SittingPlace;
  readonly record: LeadRecord;
  /** 0 to 10; null where it was not told. */
  readonly effort: number | null;
  readonly note: string;
}

/** Columns of the log, one row for each passage of a sitting. Those of the sitting stand in each of its rows. */
export const CSV_COLUMNS = [
  'sitting',
  'student_id',
  'student',
  'session',
  'started_at',
  'place',
  'outcome',
  'led_s',
  'pauses',
  'effort',
  'signs',
  'note',
  'passage',
  'technique',
  'kind',
  'inhale',
  'hold',
  'exhale',
  'empty',
  'pace_ms',
  'breaths_a_round',
  'breaths_planned',
  'breaths_done',
  'easings',
  'counts_led',
  'open_holds_s',
  'strokes',
  'seconds_planned',
  'seconds_done',
] as const;
export type CsvColumn = (typeof CSV_COLUMNS)[number];
export type CsvRow = Readonly<Partial<Record<CsvColumn, string | number>>>;

/**
 * What a spreadsheet would take for a formula; whoever reads it sees an apostrophe in front and no formula. Text that has
 * such apostrophes already gets one more, so that {@link plainCell} gives back what was written.
 */
export const FORMULA_LIKE = /^'*[=+\-@\t\r]/;

/** The text of a cell without the apostrophe that keeps it from being a formula. */
export const plainCell = (text: string): string => (/^'+[=+\-@\t\r]/.test(text) ? text.slice(1) : text);

/** The log of sittings as CSV (RFC 4180), in UTF-8; formula-like text is neutralised. */
export function sittingsToCsv(sittings: readonly LoggedSitting[]): string {
  const rows = sittings.flatMap((sitting) => {
    const own = cellsOfSitting(sitting);
    return sitting.record.passages.map((passage) => ({ ...own, ...cellsOfPassage(passage) }));
  });
  const data = rows.map((row: CsvRow) => CSV_COLUMNS.map((column) => row[column] ?? ''));
  const text = Papa.unparse(
    { fields: [...CSV_COLUMNS], data },
    { newline: '\r\n', escapeFormulae: FORMULA_LIKE as unknown as boolean },
  );
  return `${text}\r\n`;
}

const cellsOfSitting = ({
  id,
  studentId,
  student,
  session,
  startedAt,
  place,
  record,
  effort,
  note,
}: LoggedSitting): CsvRow => ({
  sitting: id,
  student_id: studentId,
  student,
  session,
  started_at: startedAt,
  place,
  outcome: record.outcome,
  led_s: record.led / 1000,
  pauses: record.pauses,
  effort: effort ?? '',
  signs: record.signs.join('; '),
  note,
});

function cellsOfPassage(passage: PassageRecord): CsvRow {
  const { passageId, technique, kind } = passage;
  const place = { passage: passageId, technique, kind };
  if (passage.kind === 'natural')
    return { ...place, seconds_planned: passage.secondsPlanned, seconds_done: passage.secondsDone };
  const cycles = {
    ...place,
    breaths_a_round: passage.cyclesPerRound,
    breaths_planned: passage.cyclesPlanned,
    breaths_done: passage.cyclesDone,
  };
  if (passage.kind === 'strokes') {
    const turns = passage.turns.map(
      ({ set, airway, rate, planned, done }) => `${set}:${airway}:${rate}:${done}/${planned}`,
    );
    return { ...cycles, strokes: turns.join('; ') };
  }
  const { inhale, internalHold, exhale, externalHold } = passage.counts;
  return {
    ...cycles,
    inhale,
    hold: internalHold,
    exhale,
    empty: externalHold,
    pace_ms: passage.pace,
    easings: byRound(passage.easings),
    counts_led: byRound(passage.countsLed ?? []),
    open_holds_s: passage.openHolds.join('; '),
    seconds_planned: passage.secondsPlanned,
    seconds_done: passage.secondsDone,
  };
}

/** "1:4/0/6/0; 3:4/0/7/0": a round and the counts from it on. */
const byRound = (all: readonly EasingRecord[]): string =>
  all
    .map(
      ({ fromRound, counts }) =>
        `${fromRound}:${counts.inhale}/${counts.internalHold}/${counts.exhale}/${counts.externalHold}`,
    )
    .join('; ');
