import { randomUUID } from 'node:crypto';
import type { Sitting } from '@nuvrah/contract';
import type { LeadRecord, PassageRecord } from '@nuvrah/core';
import type { SittingPassageRow, SittingRow } from '../db/entities.js';

const EMPTY = {
  inhale: null,
  internalHold: null,
  exhale: null,
  externalHold: null,
  pace: null,
  cyclesPerRound: null,
  cyclesPlanned: null,
  cyclesDone: null,
  easings: null,
  countsLed: null,
  openHolds: null,
  turns: null,
  secondsPlanned: null,
  secondsDone: null,
};

/** A passage of the record as its row. */
export function passageToRow(
  passage: PassageRecord,
  sittingId: string,
  position: number,
): Omit<SittingPassageRow, 'instructorId'> {
  const place = { ...EMPTY, id: randomUUID(), sittingId, position };
  if (passage.kind !== 'counted') return { ...place, ...passage };
  const { counts, ...rest } = passage;
  return { ...place, ...rest, ...counts };
}

/** The row as the passage that was recorded; the check constraint vouches for what is not null. */
function passageFromRow(row: SittingPassageRow): PassageRecord {
  const {
    kind,
    passageId,
    technique,
    cyclesPerRound,
    cyclesPlanned,
    cyclesDone,
    secondsPlanned,
    secondsDone,
  } = row;
  const common = { kind, passageId, technique };
  const cycles = { cyclesPerRound, cyclesPlanned, cyclesDone };
  const { inhale, internalHold, exhale, externalHold, pace, easings, countsLed, openHolds, turns } = row;
  const counts = { inhale, internalHold, exhale, externalHold };
  const made = {
    natural: { ...common, secondsPlanned, secondsDone },
    strokes: { ...common, ...cycles, turns },
    counted: {
      ...common,
      counts,
      pace,
      ...cycles,
      easings,
      ...(countsLed && { countsLed }),
      openHolds,
      secondsPlanned,
      secondsDone,
    },
  };
  return made[kind] as PassageRecord;
}

/** The columns of a sitting that hold its record, but for its passages. */
type RecordColumns = Pick<
  SittingRow,
  'outcome' | 'ledMillis' | 'pauses' | 'signs' | 'signsTakenBack' | 'added' | 'log'
>;

/** Before anything of a sitting is told. */
export const NOT_RECORDED: RecordColumns = {
  outcome: null,
  ledMillis: null,
  pauses: null,
  signs: null,
  signsTakenBack: [],
  added: null,
  log: null,
};

/** What is told of a leading, as it comes over the wire or from core. */
type Recorded = Omit<LeadRecord, 'led' | 'takenBack' | 'passages'> & {
  readonly led: number;
  readonly takenBack?: LeadRecord['takenBack'];
};

/** A record as columns of its sitting. */
export const recordToRow = ({
  outcome,
  led,
  pauses,
  signs,
  takenBack,
  added,
  log,
}: Recorded): RecordColumns => ({
  outcome,
  ledMillis: led,
  pauses,
  signs: [...signs],
  signsTakenBack: takenBack ?? [],
  added: added ?? null,
  log: log ?? null,
});

/** The record that a sitting's columns and its passages hold; null until it has arrived. */
export function toRecord(
  { outcome, ledMillis, pauses, signs, signsTakenBack, added, log }: RecordColumns,
  passages: readonly SittingPassageRow[],
): Sitting['record'] {
  const recorded = outcome !== null && ledMillis !== null && pauses !== null && signs !== null;
  return recorded
    ? {
        outcome,
        led: ledMillis,
        pauses,
        signs,
        takenBack: [...signsTakenBack],
        passages: passages.map(passageFromRow),
        ...(added && { added: [...added] }),
        ...(log && { log: [...log] }),
      }
    : null;
}

/** How it felt before: as it was told, or by the check of the day of whoever led it. */
export function feltBefore({
  feltBefore: told,
  place,
  led: { dayCheck },
}: Pick<SittingRow, 'feltBefore' | 'place' | 'led'>): Sitting['feltBefore'] {
  if (told || place === 'home' || !dayCheck) return told;
  const { calm, alert, mood, pulse } = dayCheck;
  return { calm, alert, mood, pulse };
}

/** The same of a row of sittings, as JSON. */
export const FELT_BEFORE_SQL = `coalesce(sitting.felt_before,
    CASE WHEN sitting.place <> 'home' THEN sitting.led->'dayCheck' END)`;

/** A sitting with its passages, in order. */
export const toSitting = (
  row: SittingRow,
  passages: readonly SittingPassageRow[],
  reportedAt: Date | null,
): Sitting => ({
  id: row.id,
  version: row.version,
  studentId: row.studentId,
  sessionId: row.sessionId,
  startedAt: row.startedAt.toISOString(),
  place: row.place,
  reportedAt: reportedAt?.toISOString() ?? null,
  led: row.led,
  record: toRecord(row, passages),
  recordedAt: row.recordedAt?.toISOString() ?? null,
  confirmed: row.confirmed,
  effort: row.effort,
  feltBefore: feltBefore(row),
  feltAfter: row.feltAfter,
  note: row.note,
});

/** Rows that belong to sittings, by the sitting's id, in the order in which they came. */
export function bySitting<T extends { readonly sittingId: string }>(
  rows: readonly T[],
): ReadonlyMap<string, T[]> {
  const grouped = new Map<string, T[]>();
  for (const row of rows) {
    const there = grouped.get(row.sittingId);
    if (there) there.push(row);
    else grouped.set(row.sittingId, [row]);
  }
  return grouped;
}
