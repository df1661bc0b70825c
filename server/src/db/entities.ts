import type { Sitting, StoredVariant } from '@nuvrah/contract';
import type {
  Conventions,
  EasingRecord,
  Naming,
  PassageRecord,
  PersonFact,
  SessionJson,
  SignId,
  TurnRecord,
} from '@nuvrah/core';
import { EntitySchema, type EntitySchemaColumnOptions, type EntitySchemaOptions } from 'typeorm';

/** Every table but the instructors' own belongs to an instructor; {@link ScopedTable} sees to it. */
export interface Owned {
  readonly id: string;
  readonly instructorId: string;
}

export interface InstructorRow {
  readonly id: string;
  readonly email: string;
  readonly passwordHash: string;
  readonly name: string;
  readonly naming: Naming;
  readonly timeZone: string;
  readonly emergencyNumber: string;
  readonly conventions: Conventions;
  /** Counted up by triggers with every change of the students and of what their list shows. */
  readonly studentsRevision: string;
  readonly createdAt: Date;
}

export interface StudentRow extends Owned {
  readonly version: number;
  readonly name: string;
  readonly birthYear: number;
  readonly hand: 'left' | 'right';
  readonly tongueRolls: boolean | null;
  readonly experienced: boolean;
  readonly note: string;
  readonly archivedAt: Date | null;
  readonly createdAt: Date;
}

export interface StudentFactRow extends Owned {
  readonly studentId: string;
  readonly fact: PersonFact;
  readonly since: string | null;
  readonly until: string | null;
  readonly due: string | null;
  readonly note: string;
  readonly createdAt: Date;
}

export interface CapacityCheckRow extends Owned {
  readonly studentId: string;
  readonly checkedOn: string;
  readonly inhale: number;
  readonly exhale: number;
  readonly hold: number | null;
  readonly emptyHold: number | null;
  readonly createdAt: Date;
}

export interface PaperScreeningRow extends Owned {
  readonly studentId: string;
  readonly screenedOn: string;
  readonly note: string;
  readonly createdAt: Date;
}

export interface SessionRow extends Owned {
  readonly studentId: string;
  readonly version: number;
  readonly document: SessionJson;
  readonly createdAt: Date;
  readonly updatedAt: Date;
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

type Column = EntitySchemaColumnOptions;
const id: Column = { type: 'uuid', primary: true };
const text: Column = { type: 'text' };
const integer: Column = { type: 'integer' };
const double: Column = { type: 'double precision' };
const json: Column = { type: 'jsonb' };
const day: Column = { type: 'date' };
const moment: Column = { type: 'timestamptz' };
const orNull = (column: Column): Column => ({ ...column, nullable: true });
const named = (column: Column, name: string): Column => ({ ...column, name });

/** A table whose keys and checks carry names, so that entities and migrations can be compared. */
function table<T extends object>(
  name: string,
  columns: Readonly<Record<keyof T & string, Column>>,
  more: Partial<EntitySchemaOptions<T>> = {},
): EntitySchema<T> {
  const keyed = Object.fromEntries(
    Object.entries<Column>(columns).map(([key, column]) => [
      key,
      column.primary ? { ...column, primaryKeyConstraintName: `${name}_pk` } : column,
    ]),
  );
  return new EntitySchema<T>({
    name,
    tableName: name,
    columns: keyed as EntitySchemaOptions<T>['columns'],
    ...more,
  });
}

const reference = (
  from: string,
  column: string,
  target: () => string,
  onDelete: 'CASCADE' | 'SET NULL' = 'CASCADE',
) => ({
  target,
  columnNames: [column],
  referencedColumnNames: ['id'],
  name: `${from}_${target()}_fk`,
  onDelete,
});

const owner = (from: string) => reference(from, 'instructorId', () => 'instructor');
const check = (name: string, expression: string) => ({ name, expression });
const index = (name: string, ...columns: string[]) => ({ name, columns });
const instructorId = named({ type: 'uuid' }, 'instructor_id');
const studentId = named({ type: 'uuid' }, 'student_id');
const createdAt: Column = { ...named(moment, 'created_at'), default: () => 'now()' };
const version: Column = { ...integer, default: 1 };

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
    conventions: json,
    studentsRevision: { ...named({ type: 'bigint' }, 'students_revision'), default: 0 },
    createdAt,
  },
  {
    uniques: [{ name: 'instructor_email_unique', columns: ['email'] }],
    checks: [check('instructor_naming_check', `naming IN ('plain', 'diacritic', 'english')`)],
  },
);

export const studentTable = table<StudentRow>(
  'student',
  {
    id,
    instructorId,
    version,
    name: text,
    birthYear: named(integer, 'birth_year'),
    hand: text,
    tongueRolls: orNull(named({ type: 'boolean' }, 'tongue_rolls')),
    experienced: { type: 'boolean', default: false },
    note: text,
    archivedAt: orNull(named(moment, 'archived_at')),
    createdAt,
  },
  {
    foreignKeys: [owner('student')],
    indices: [index('student_list_index', 'instructorId', 'name')],
    checks: [
      check('student_hand_check', `hand IN ('left', 'right')`),
      check('student_birth_year_check', 'birth_year BETWEEN 1900 AND 2100'),
    ],
  },
);

export const studentFactTable = table<StudentFactRow>(
  'student_fact',
  {
    id,
    instructorId,
    studentId,
    fact: text,
    since: orNull(day),
    until: orNull(day),
    due: orNull(day),
    note: text,
    createdAt,
  },
  {
    foreignKeys: [owner('student_fact'), reference('student_fact', 'studentId', () => 'student')],
    indices: [index('student_fact_of_student_index', 'studentId', 'createdAt')],
    checks: [check('student_fact_order_check', 'until >= since')],
  },
);

export const capacityCheckTable = table<CapacityCheckRow>(
  'capacity_check',
  {
    id,
    instructorId,
    studentId,
    checkedOn: named(day, 'checked_on'),
    inhale: double,
    exhale: double,
    hold: orNull(double),
    emptyHold: orNull(named(double, 'empty_hold')),
    createdAt,
  },
  {
    foreignKeys: [owner('capacity_check'), reference('capacity_check', 'studentId', () => 'student')],
    indices: [index('capacity_check_newest_index', 'studentId', 'checkedOn', 'createdAt')],
    checks: [check('capacity_check_above_zero', 'inhale > 0 AND exhale > 0 AND hold > 0 AND empty_hold > 0')],
  },
);

export const paperScreeningTable = table<PaperScreeningRow>(
  'paper_screening',
  { id, instructorId, studentId, screenedOn: named(day, 'screened_on'), note: text, createdAt },
  {
    foreignKeys: [owner('paper_screening'), reference('paper_screening', 'studentId', () => 'student')],
    indices: [index('paper_screening_newest_index', 'studentId', 'screenedOn', 'createdAt')],
  },
);

export const sessionTable = table<SessionRow>(
  'session',
  { id, instructorId, studentId, version, document: json, createdAt, updatedAt: named(moment, 'updated_at') },
  {
    foreignKeys: [owner('session'), reference('session', 'studentId', () => 'student')],
    indices: [
      index('session_list_index', 'instructorId', 'updatedAt'),
      index('session_of_student_index', 'studentId', 'updatedAt'),
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
    signs: orNull({ type: 'text', array: true }),
    effort: orNull({ type: 'smallint' }),
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
  instructorTable,
  studentTable,
  studentFactTable,
  capacityCheckTable,
  paperScreeningTable,
  sessionTable,
  techniqueVariantTable,
  sittingTable,
  sittingPassageTable,
  webSessionTable,
];
