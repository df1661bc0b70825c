import type { Ladder, RungDecision } from '@nuvrah/contract';
import type { Day, NextStep, RungNumbers, SchoolId } from '@nuvrah/core';
import {
  check,
  createdAt,
  day,
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
  studentId,
  table,
  text,
  version,
  type Owned,
} from './table.js';

/** The rungs by which a passage of a session climbs. */
export interface LadderRow extends Owned {
  readonly studentId: string;
  readonly sessionId: string | null;
  readonly passageId: string;
  readonly version: number;
  readonly technique: string;
  readonly pace: number;
  readonly school: SchoolId;
  readonly rungs: RungNumbers[];
  readonly at: number;
  /** When the present rung was entered. */
  readonly since: Date;
  readonly gate: Ladder['gate'];
  readonly plan: Ladder['plan'];
  readonly wished: Day | null;
  /** When each rung was really begun. */
  readonly begun: Ladder['begun'];
  readonly endedAt: Date | null;
  readonly createdAt: Date;
}

/** What the rules said after a sitting, and what was done. */
export interface RungDecisionRow extends Owned {
  readonly ladderId: string;
  readonly madeAt: Date;
  readonly rung: number;
  readonly rule: RungDecision['rule'];
  readonly step: NextStep;
  readonly reason: string;
}

export const ladderTable = table<LadderRow>(
  'ladder',
  {
    id,
    instructorId,
    studentId,
    sessionId: orNull(named({ type: 'uuid' }, 'session_id')),
    passageId: named({ type: 'uuid' }, 'passage_id'),
    version,
    technique: text,
    pace: integer,
    school: text,
    rungs: json,
    at: integer,
    since: moment,
    gate: json,
    plan: json,
    wished: orNull(day),
    begun: json,
    endedAt: orNull(named(moment, 'ended_at')),
    createdAt,
  },
  {
    foreignKeys: [
      owner('ladder'),
      reference('ladder', 'studentId', () => 'student'),
      reference('ladder', 'sessionId', () => 'session', 'SET NULL'),
    ],
    indices: [index('ladder_of_student_index', 'instructorId', 'studentId', 'createdAt')],
    checks: [check('ladder_at_check', 'at >= 0 AND at < jsonb_array_length(rungs)')],
  },
);

export const rungDecisionTable = table<RungDecisionRow>(
  'rung_decision',
  {
    id,
    instructorId,
    ladderId: named({ type: 'uuid' }, 'ladder_id'),
    madeAt: named(moment, 'made_at'),
    rung: integer,
    rule: json,
    step: text,
    reason: text,
  },
  {
    foreignKeys: [owner('rung_decision'), reference('rung_decision', 'ladderId', () => 'ladder')],
    indices: [index('rung_decision_of_ladder_index', 'ladderId', 'madeAt')],
  },
);
