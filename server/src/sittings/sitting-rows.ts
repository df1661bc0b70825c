import { randomUUID } from 'node:crypto';
import type { Sitting } from '@nuvrah/contract';
import type { PassageRecord } from '@nuvrah/core';
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
  if (passage.kind === 'natural') return { ...place, ...passage };
  const { counts, ...rest } = passage;
  return { ...place, ...rest, ...counts };
}

/** The row as the passage that was recorded; the check constraint vouches for what is not null. */
function passageFromRow(row: SittingPassageRow): PassageRecord {
  const { passageId, technique } = row;
  const common = { passageId, technique };
  return (
    row.kind === 'natural'
      ? { kind: 'natural', ...common, secondsPlanned: row.secondsPlanned, secondsDone: row.secondsDone }
      : {
          kind: 'counted',
          ...common,
          counts: {
            inhale: row.inhale,
            internalHold: row.internalHold,
            exhale: row.exhale,
            externalHold: row.externalHold,
          },
          pace: row.pace,
          cyclesPerRound: row.cyclesPerRound,
          cyclesPlanned: row.cyclesPlanned,
          cyclesDone: row.cyclesDone,
          easings: row.easings,
        }
  ) as PassageRecord;
}

/** A sitting with its passages, in order. */
export function toSitting(row: SittingRow, passages: readonly SittingPassageRow[]): Sitting {
  const { outcome, ledMillis, pauses, signs } = row;
  const recorded = outcome !== null && ledMillis !== null && pauses !== null && signs !== null;
  return {
    id: row.id,
    version: row.version,
    studentId: row.studentId,
    sessionId: row.sessionId,
    startedAt: row.startedAt.toISOString(),
    led: row.led,
    record: recorded
      ? { outcome, led: ledMillis, pauses, signs, passages: passages.map(passageFromRow) }
      : null,
    effort: row.effort,
    note: row.note,
  };
}
