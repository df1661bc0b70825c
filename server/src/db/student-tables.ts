import type { AuditKind, CapacityCheck, DayCheck } from '@nuvrah/contract';
import type {
  ApprovalOf,
  CapacityPhase,
  ClearanceScope,
  ComfortFactors,
  Day,
  Goal,
  PersonFact,
  SeatId,
  SignId,
  TodayFact,
} from '@nuvrah/core';
import {
  check,
  createdAt,
  day,
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

export interface StudentRow extends Owned {
  readonly version: number;
  readonly name: string;
  readonly birthYear: number | null;
  readonly hand: 'left' | 'right';
  readonly tongueRolls: boolean | null;
  readonly experienced: boolean;
  readonly seats: SeatId[];
  readonly goals: Goal[];
  readonly guardian: string;
  readonly consentOn: Day | null;
  readonly healthAskedOn: Day | null;
  readonly comfort: ComfortFactors | null;
  readonly note: string;
  readonly archivedAt: Date | null;
  readonly createdAt: Date;
}

export interface StudentFactRow extends Owned {
  readonly studentId: string;
  readonly fact: PersonFact;
  readonly since: Day | null;
  readonly until: Day | null;
  readonly due: Day | null;
  readonly note: string;
  readonly createdAt: Date;
}

export interface CapacityCheckRow extends Owned {
  readonly studentId: string;
  readonly checkedOn: Day;
  readonly inhale: number;
  readonly exhale: number;
  readonly hold: number | null;
  readonly emptyHold: number | null;
  readonly atLeast: CapacityPhase[];
  readonly tries: CapacityCheck['tries'];
  readonly restingRate: number | null;
  readonly freerNostril: Freer | null;
  readonly strokes: number | null;
  readonly createdAt: Date;
}

type Freer = NonNullable<DayCheck['freerNostril']>;

export interface DayCheckRow extends Owned {
  readonly studentId: string;
  readonly day: Day;
  readonly checkedAt: Date;
  readonly facts: TodayFact[];
  readonly lastMealAt: Date | null;
  readonly freerNostril: Freer | null;
  readonly sleep: DayCheck['sleep'];
  /** 0 to 10. */
  readonly calm: number | null;
  readonly alert: number | null;
  readonly mood: number | null;
  readonly pulse: number | null;
  readonly note: string;
}

export interface ClearanceRow extends Owned {
  readonly studentId: string;
  readonly version: number;
  readonly clinician: string;
  readonly givenOn: Day;
  readonly until: Day;
  readonly sign: SignId | null;
  readonly fact: PersonFact | null;
  readonly scope: ClearanceScope;
  readonly upTo: number | null;
  readonly withdrawnOn: Day | null;
  readonly note: string;
  readonly createdAt: Date;
}

/** What a teacher approved of for a student. */
export interface ApprovalRow extends Owned {
  readonly studentId: string;
  readonly of: ApprovalOf;
  readonly by: string;
  readonly givenOn: Day;
  readonly note: string;
  readonly createdAt: Date;
  readonly withdrawnAt: Date | null;
}

/** What was decided against a rule; it outlives the student, without saying whose it was. */
export interface AuditEventRow extends Owned {
  readonly studentId: string | null;
  readonly at: Date;
  readonly kind: AuditKind;
  readonly detail: {
    readonly said: string;
    readonly before?: string | null;
    readonly after?: string | null;
  };
}

const FREER = `freer_nostril IN ('left', 'right', 'even')`;

export const studentTable = table<StudentRow>(
  'student',
  {
    id,
    instructorId,
    version,
    name: text,
    birthYear: orNull(named(integer, 'birth_year')),
    hand: text,
    tongueRolls: orNull(named({ type: 'boolean' }, 'tongue_rolls')),
    experienced: { type: 'boolean', default: false },
    seats: { ...texts, default: '{}' },
    goals: { ...texts, default: '{}' },
    guardian: { ...text, default: '' },
    consentOn: orNull(named(day, 'consent_on')),
    healthAskedOn: orNull(named(day, 'health_asked_on')),
    comfort: orNull(json),
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
    atLeast: { ...named(texts, 'at_least'), default: '{}' },
    tries: orNull(json),
    restingRate: orNull(named(double, 'resting_rate')),
    freerNostril: orNull(named(text, 'freer_nostril')),
    strokes: orNull(integer),
    createdAt,
  },
  {
    foreignKeys: [owner('capacity_check'), reference('capacity_check', 'studentId', () => 'student')],
    indices: [index('capacity_check_newest_index', 'studentId', 'checkedOn', 'createdAt')],
    checks: [
      check('capacity_check_above_zero', 'inhale > 0 AND exhale > 0 AND hold > 0 AND empty_hold > 0'),
      check('capacity_check_rate_check', 'resting_rate > 0 AND strokes > 0'),
      check('capacity_check_freer_check', FREER),
    ],
  },
);

export const dayCheckTable = table<DayCheckRow>(
  'day_check',
  {
    id,
    instructorId,
    studentId,
    day,
    checkedAt: named(moment, 'checked_at'),
    facts: texts,
    lastMealAt: orNull(named(moment, 'last_meal_at')),
    freerNostril: orNull(named(text, 'freer_nostril')),
    sleep: orNull(text),
    calm: orNull(small),
    alert: orNull(small),
    mood: orNull(small),
    pulse: orNull(small),
    note: text,
  },
  {
    foreignKeys: [owner('day_check'), reference('day_check', 'studentId', () => 'student')],
    indices: [index('day_check_newest_index', 'studentId', 'checkedAt')],
    checks: [
      check(
        'day_check_feelings_check',
        'calm BETWEEN 0 AND 10 AND alert BETWEEN 0 AND 10 AND mood BETWEEN 0 AND 10',
      ),
      check('day_check_freer_check', FREER),
      check('day_check_sleep_check', `sleep IN ('short', 'fair', 'good')`),
    ],
  },
);

export const clearanceTable = table<ClearanceRow>(
  'clearance',
  {
    id,
    instructorId,
    studentId,
    version,
    clinician: text,
    givenOn: named(day, 'given_on'),
    until: day,
    sign: orNull(text),
    fact: orNull(text),
    scope: text,
    upTo: orNull(named(double, 'up_to')),
    withdrawnOn: orNull(named(day, 'withdrawn_on')),
    note: text,
    createdAt,
  },
  {
    foreignKeys: [owner('clearance'), reference('clearance', 'studentId', () => 'student')],
    indices: [index('clearance_of_student_index', 'studentId', 'until')],
    checks: [
      check('clearance_order_check', 'until >= given_on'),
      check('clearance_about_check', 'num_nonnulls(sign, fact) > 0'),
    ],
  },
);

export const approvalTable = table<ApprovalRow>(
  'approval',
  {
    id,
    instructorId,
    studentId,
    of: json,
    by: text,
    givenOn: named(day, 'given_on'),
    note: text,
    createdAt,
    withdrawnAt: orNull(named(moment, 'withdrawn_at')),
  },
  {
    foreignKeys: [owner('approval'), reference('approval', 'studentId', () => 'student')],
    indices: [index('approval_of_student_index', 'studentId', 'givenOn')],
  },
);

export const auditEventTable = table<AuditEventRow>(
  'audit_event',
  { id, instructorId, studentId: orNull(studentId), at: moment, kind: text, detail: json },
  {
    foreignKeys: [owner('audit_event'), reference('audit_event', 'studentId', () => 'student', 'SET NULL')],
    indices: [index('audit_event_of_student_index', 'instructorId', 'studentId', 'at')],
  },
);
