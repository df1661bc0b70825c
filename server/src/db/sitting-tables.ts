import type { Sitting } from '@nuvrah/contract';
import type {
  EasingRecord,
  LoggedStep,
  PassageRecord,
  SignId,
  SignTakenBack,
  TurnRecord,
} from '@nuvrah/core';
import {
  check,
  double,
  id,
  index,
  instructorId,
  integer,
  json,
  moment,
  named,
  orNull,
  owner,
  reference,
  small,
  studentId,
  table,
  text,
  texts,
  version,
  type Owned,
} from './table.js';

/** What was led, as it was on the day. */
export type LedSnapshot = Sitting['led'];

export interface SittingRow extends Owned {
  readonly studentId: string;
  readonly sessionId: string | null;
  readonly version: number;
  readonly startedAt: Date;
  readonly place: Sitting['place'];
  readonly led: LedSnapshot;
  /** The four below are null together until the record has arrived. */
  readonly outcome: 'finished' | 'stopped' | null;
  readonly ledMillis: number | null;
  readonly pauses: number | null;
  readonly signs: SignId[] | null;
  readonly signsTakenBack: readonly SignTakenBack[];
  /** What was put in, and done, on the way; null for nothing. */
  readonly added: readonly PassageRecord[] | null;
  readonly log: readonly LoggedStep[] | null;
  /** When the record arrived. */
  readonly recordedAt: Date | null;
  /** false of one from a log outside that the instructor did not confirm yet. */
  readonly confirmed: boolean;
  readonly effort: number | null;
  /** null too where the check of the day says it. */
  readonly feltBefore: Sitting['feltBefore'];
  readonly feltAfter: Sitting['feltAfter'];
  readonly note: string;
}

/** How a sitting stood before it was corrected. */
export interface SittingCorrectionRow extends Owned {
  readonly sittingId: string;
  readonly version: number;
  readonly correctedAt: Date;
  readonly effort: number | null;
  readonly feltAfter: Sitting['feltAfter'];
  readonly note: string;
  /** What was done, as it was on record; null where only effort and note were kept. */
  readonly record: Sitting['record'];
}

/** One passage of a sitting. Counted passages have counts and cycles, strokes have turns, natural ones have seconds. */
export interface SittingPassageRow extends Owned {
  readonly sittingId: string;
  readonly position: number;
  readonly kind: PassageRecord['kind'];
  readonly passageId: string;
  readonly technique: string;
  readonly inhale: number | null;
  readonly internalHold: number | null;
  readonly exhale: number | null;
  readonly externalHold: number | null;
  readonly pace: number | null;
  readonly cyclesPerRound: number | null;
  readonly cyclesPlanned: number | null;
  readonly cyclesDone: number | null;
  readonly easings: readonly EasingRecord[] | null;
  readonly countsLed: readonly EasingRecord[] | null;
  readonly openHolds: readonly number[] | null;
  readonly turns: readonly TurnRecord[] | null;
  readonly secondsPlanned: number | null;
  readonly secondsDone: number | null;
}

export const sittingTable = table<SittingRow>(
  'sitting',
  {
    id,
    instructorId,
    studentId,
    sessionId: orNull(named({ type: 'uuid' }, 'session_id')),
    version,
    startedAt: named(moment, 'started_at'),
    place: { ...text, default: 'with-instructor' },
    led: json,
    outcome: orNull(text),
    ledMillis: orNull(named(integer, 'led_millis')),
    pauses: orNull(integer),
    signs: orNull(texts),
    signsTakenBack: { ...named(json, 'signs_taken_back'), default: () => `'[]'` },
    added: orNull(json),
    log: orNull(json),
    recordedAt: orNull(named(moment, 'recorded_at')),
    confirmed: { type: 'boolean', default: true },
    effort: orNull(small),
    feltBefore: orNull(named(json, 'felt_before')),
    feltAfter: orNull(named(json, 'felt_after')),
    note: text,
  },
  {
    foreignKeys: [
      owner('sitting'),
      reference('sitting', 'studentId', () => 'student'),
      reference('sitting', 'sessionId', () => 'session', 'SET NULL'),
    ],
    indices: [
      index('sitting_list_index', 'instructorId', 'startedAt'),
      index('sitting_of_student_index', 'studentId', 'startedAt'),
      // Few sittings are of these kinds, and every look at Today asks for them.
      { ...index('sitting_unfinished_index', 'instructorId'), where: 'outcome IS NULL' },
      { ...index('sitting_unconfirmed_index', 'studentId'), where: 'NOT confirmed' },
      { ...index('sitting_signs_index', 'instructorId', 'studentId'), where: `signs <> '{}'` },
    ],
    checks: [
      check('sitting_place_check', `place IN ('with-instructor', 'home', 'class')`),
      check('sitting_effort_check', 'effort BETWEEN 0 AND 10'),
      check('sitting_outcome_check', `outcome IN ('finished', 'stopped')`),
      check('sitting_record_whole_check', 'num_nulls(outcome, led_millis, pauses, signs) IN (0, 4)'),
    ],
  },
);

export const sittingCorrectionTable = table<SittingCorrectionRow>(
  'sitting_correction',
  {
    id,
    instructorId,
    sittingId: named({ type: 'uuid' }, 'sitting_id'),
    version: integer,
    correctedAt: named(moment, 'corrected_at'),
    effort: orNull(small),
    feltAfter: orNull(named(json, 'felt_after')),
    note: text,
    record: orNull(json),
  },
  {
    foreignKeys: [owner('sitting_correction'), reference('sitting_correction', 'sittingId', () => 'sitting')],
    uniques: [{ name: 'sitting_correction_version_unique', columns: ['sittingId', 'version'] }],
  },
);

export const sittingPassageTable = table<SittingPassageRow>(
  'sitting_passage',
  {
    id,
    instructorId,
    sittingId: named({ type: 'uuid' }, 'sitting_id'),
    position: integer,
    kind: text,
    passageId: named({ type: 'uuid' }, 'passage_id'),
    technique: text,
    inhale: orNull(double),
    internalHold: orNull(named(double, 'internal_hold')),
    exhale: orNull(double),
    externalHold: orNull(named(double, 'external_hold')),
    pace: orNull(integer),
    cyclesPerRound: orNull(named(integer, 'cycles_per_round')),
    cyclesPlanned: orNull(named(integer, 'cycles_planned')),
    cyclesDone: orNull(named(integer, 'cycles_done')),
    easings: orNull(json),
    countsLed: orNull(named(json, 'counts_led')),
    openHolds: orNull(named(json, 'open_holds')),
    turns: orNull(json),
    secondsPlanned: orNull(named(double, 'seconds_planned')),
    secondsDone: orNull(named(double, 'seconds_done')),
  },
  {
    foreignKeys: [owner('sitting_passage'), reference('sitting_passage', 'sittingId', () => 'sitting')],
    uniques: [{ name: 'sitting_passage_position_unique', columns: ['sittingId', 'position'] }],
    checks: [
      check(
        'sitting_passage_kind_check',
        `CASE kind
           WHEN 'counted' THEN num_nulls(inhale, internal_hold, exhale, external_hold, pace, cycles_per_round,
                                         cycles_planned, cycles_done, easings, open_holds, seconds_planned,
                                         seconds_done) = 0
           WHEN 'strokes' THEN num_nulls(cycles_per_round, cycles_planned, cycles_done, turns) = 0
           WHEN 'natural' THEN num_nulls(seconds_planned, seconds_done) = 0
           ELSE false
         END`,
      ),
    ],
  },
);
