import type { Sitting, StoredVariant } from '@nuvrah/contract';
import type {
  Conventions,
  EasingRecord,
  Naming,
  PassageRecord,
  Place,
  SessionJson,
  SignId,
  TurnRecord,
} from '@nuvrah/core';
import { ladderTable, rungDecisionTable } from './ladder-tables.js';
import {
  auditEventTable,
  capacityCheckTable,
  clearanceTable,
  dayCheckTable,
  studentFactTable,
  studentTable,
} from './student-tables.js';
import {
  check,
  createdAt,
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

export * from './ladder-tables.js';
export * from './student-tables.js';
export type { Owned };

export interface InstructorRow {
  readonly id: string;
  readonly email: string;
  readonly passwordHash: string;
  readonly name: string;
  readonly naming: Naming;
  readonly timeZone: string;
  readonly emergencyNumber: string;
  /** Where sunrise and sunset are looked up; null while it was not told. */
  readonly place: Place | null;
  readonly conventions: Conventions;
  /** Counted up by triggers with every change of the students and of what their list shows. */
  readonly studentsRevision: string;
  readonly createdAt: Date;
}

/** A group that breathes together. */
export interface ClassGroupRow extends Owned {
  readonly version: number;
  readonly name: string;
  readonly note: string;
  readonly archivedAt: Date | null;
  readonly createdAt: Date;
}

export interface ClassMemberRow extends Owned {
  readonly classGroupId: string;
  readonly studentId: string;
  readonly position: number;
}

/** At most one of the two is set: whose it is. */
export interface SessionRow extends Owned {
  readonly studentId: string | null;
  readonly classGroupId: string | null;
  readonly version: number;
  readonly document: SessionJson;
  readonly createdAt: Date;
  readonly updatedAt: Date;
}

/** A session as it was before it was changed. */
export interface SessionVersionRow extends Owned {
  readonly sessionId: string;
  readonly version: number;
  readonly document: SessionJson;
  readonly savedAt: Date;
}

/** What the instructor decided about a finding of a session. */
export interface FindingOverrideRow extends Owned {
  readonly sessionId: string;
  readonly kind: 'overruled' | 'acknowledged';
  readonly rule: string;
  readonly passageId: string | null;
  readonly value: number;
  readonly reason: string;
  readonly madeAt: Date;
  readonly withdrawnAt: Date | null;
}

/** What was led, as it was on the day. */
export type LedSnapshot = Sitting['led'];

/** An instructor's own variant of a technique. */
export interface TechniqueVariantRow extends Owned {
  readonly version: number;
  readonly name: string;
  readonly document: StoredVariant['document'];
  readonly archivedAt: Date | null;
  readonly createdAt: Date;
}

export interface SittingRow extends Owned {
  readonly studentId: string;
  readonly sessionId: string | null;
  readonly version: number;
  readonly startedAt: Date;
  readonly led: LedSnapshot;
  /** The four below are null together until the record has arrived. */
  readonly outcome: 'finished' | 'stopped' | null;
  readonly ledMillis: number | null;
  readonly pauses: number | null;
  readonly signs: SignId[] | null;
  readonly effort: number | null;
  readonly note: string;
}

/** How a sitting stood before it was corrected. */
export interface SittingCorrectionRow extends Owned {
  readonly sittingId: string;
  readonly version: number;
  readonly correctedAt: Date;
  readonly effort: number | null;
  readonly note: string;
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
  readonly openHolds: readonly number[] | null;
  readonly turns: readonly TurnRecord[] | null;
  readonly secondsPlanned: number | null;
  readonly secondsDone: number | null;
}

export const instructorTable = table<InstructorRow>(
  'instructor',
  {
    id,
    email: text,
    passwordHash: named(text, 'password_hash'),
    name: text,
    naming: text,
    timeZone: named(text, 'time_zone'),
    emergencyNumber: named(text, 'emergency_number'),
    place: orNull(json),
    conventions: json,
    studentsRevision: { ...named({ type: 'bigint' }, 'students_revision'), default: 0 },
    createdAt,
  },
  {
    uniques: [{ name: 'instructor_email_unique', columns: ['email'] }],
    checks: [check('instructor_naming_check', `naming IN ('plain', 'diacritic', 'english')`)],
  },
);

const classGroupId = named({ type: 'uuid' }, 'class_group_id');

export const classGroupTable = table<ClassGroupRow>(
  'class_group',
  {
    id,
    instructorId,
    version,
    name: text,
    note: { ...text, default: '' },
    archivedAt: orNull(named(moment, 'archived_at')),
    createdAt,
  },
  {
    foreignKeys: [owner('class_group')],
    indices: [index('class_group_list_index', 'instructorId', 'name')],
  },
);

export const classMemberTable = table<ClassMemberRow>(
  'class_member',
  { id, instructorId, classGroupId, studentId, position: integer },
  {
    foreignKeys: [
      owner('class_member'),
      reference('class_member', 'classGroupId', () => 'class_group'),
      reference('class_member', 'studentId', () => 'student'),
    ],
    uniques: [{ name: 'class_member_once_unique', columns: ['classGroupId', 'studentId'] }],
    indices: [index('class_member_of_student_index', 'studentId')],
  },
);

export const sessionTable = table<SessionRow>(
  'session',
  {
    id,
    instructorId,
    studentId: orNull(studentId),
    classGroupId: orNull(classGroupId),
    version,
    document: json,
    createdAt,
    updatedAt: named(moment, 'updated_at'),
  },
  {
    foreignKeys: [
      owner('session'),
      reference('session', 'studentId', () => 'student'),
      reference('session', 'classGroupId', () => 'class_group'),
    ],
    checks: [check('session_owner_check', 'num_nonnulls(student_id, class_group_id) <= 1')],
    indices: [
      index('session_list_index', 'instructorId', 'updatedAt'),
      index('session_of_student_index', 'studentId', 'updatedAt'),
    ],
  },
);

export const sessionVersionTable = table<SessionVersionRow>(
  'session_version',
  {
    id,
    instructorId,
    sessionId: named({ type: 'uuid' }, 'session_id'),
    version: integer,
    document: json,
    savedAt: named(moment, 'saved_at'),
  },
  {
    foreignKeys: [owner('session_version'), reference('session_version', 'sessionId', () => 'session')],
    uniques: [{ name: 'session_version_number_unique', columns: ['sessionId', 'version'] }],
  },
);

export const findingOverrideTable = table<FindingOverrideRow>(
  'finding_override',
  {
    id,
    instructorId,
    sessionId: named({ type: 'uuid' }, 'session_id'),
    kind: text,
    rule: text,
    passageId: orNull(named({ type: 'uuid' }, 'passage_id')),
    value: double,
    reason: text,
    madeAt: named(moment, 'made_at'),
    withdrawnAt: orNull(named(moment, 'withdrawn_at')),
  },
  {
    foreignKeys: [owner('finding_override'), reference('finding_override', 'sessionId', () => 'session')],
    indices: [index('finding_override_of_session_index', 'sessionId', 'madeAt')],
    checks: [
      check('finding_override_kind_check', `kind IN ('overruled', 'acknowledged')`),
      check('finding_override_reason_check', `kind = 'acknowledged' OR reason <> ''`),
    ],
  },
);

export const techniqueVariantTable = table<TechniqueVariantRow>(
  'technique_variant',
  {
    id,
    instructorId,
    version,
    name: text,
    document: json,
    archivedAt: orNull(named(moment, 'archived_at')),
    createdAt,
  },
  {
    foreignKeys: [owner('technique_variant')],
    uniques: [{ name: 'technique_variant_name_unique', columns: ['instructorId', 'name'] }],
  },
);

export const sittingTable = table<SittingRow>(
  'sitting',
  {
    id,
    instructorId,
    studentId,
    sessionId: orNull(named({ type: 'uuid' }, 'session_id')),
    version,
    startedAt: named(moment, 'started_at'),
    led: json,
    outcome: orNull(text),
    ledMillis: orNull(named(integer, 'led_millis')),
    pauses: orNull(integer),
    signs: orNull(texts),
    effort: orNull(small),
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
    ],
    checks: [
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
    note: text,
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

/** Web sessions are read and written by the session store alone; the entity keeps the schema comparison complete. */
export const webSessionTable = table<{ sid: string; sess: unknown; expire: Date }>(
  'web_session',
  {
    sid: { type: 'varchar', primary: true },
    sess: { type: 'json' },
    expire: { type: 'timestamp', precision: 6 },
  },
  { indices: [index('web_session_expire_index', 'expire')] },
);

export const allTables = [
  ladderTable,
  rungDecisionTable,
  instructorTable,
  studentTable,
  studentFactTable,
  capacityCheckTable,
  dayCheckTable,
  clearanceTable,
  auditEventTable,
  classGroupTable,
  classMemberTable,
  sessionTable,
  sessionVersionTable,
  findingOverrideTable,
  techniqueVariantTable,
  sittingTable,
  sittingCorrectionTable,
  sittingPassageTable,
  webSessionTable,
];
