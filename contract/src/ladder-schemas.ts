import {
  FURTHEST_FROM_SUN,
  NEXT_STEPS,
  oneOf,
  SCHOOL_IDS,
  unionByKind,
  type NextStep,
  type PracticeTime,
  type RungNumbers,
  type SchoolId,
} from '@nuvrah/core';
import { Type, type Static } from '@sinclair/typebox';
import { day, filledText, listOf, moment, nullable, object, text, uuid, version } from './schema-parts.js';

const count = Type.Number({ minimum: 0, maximum: 200, multipleOf: 0.5 });

export const rungNumbersSchema = unionByKind<RungNumbers>(
  object({
    kind: Type.Literal('counts'),
    counts: object({
      inhale: Type.Number({ minimum: 0.5, maximum: 100, multipleOf: 0.5 }),
      internalHold: count,
      exhale: Type.Number({ minimum: 0.5, maximum: 100, multipleOf: 0.5 }),
      externalHold: count,
    }),
  }),
  object({
    kind: Type.Literal('strokes'),
    strokes: Type.Integer({ minimum: 1, maximum: 1000 }),
    sets: Type.Integer({ minimum: 1, maximum: 100 }),
    rate: Type.Integer({ minimum: 1, maximum: 300 }),
  }),
  object({ kind: Type.Literal('minutes'), minutes: Type.Integer({ minimum: 1, maximum: 240 }) }),
);

const school = oneOf<SchoolId>(SCHOOL_IDS);
const step = oneOf<NextStep>(NEXT_STEPS);

const gateSchema = object({
  days: Type.Integer({ minimum: 1, maximum: 365 }),
  sittings: Type.Integer({ minimum: 1, maximum: 50 }),
  medianEffort: Type.Integer({ minimum: 0, maximum: 10 }),
  effort: Type.Integer({ minimum: 0, maximum: 10 }),
});

export const practiceTimeSchema = unionByKind<PracticeTime>(
  object({ kind: Type.Literal('clock'), at: Type.String({ pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' }) }),
  object({
    kind: Type.Literal('sun'),
    event: oneOf(['sunrise', 'sunset'] as const),
    minutes: Type.Integer({ minimum: -FURTHEST_FROM_SUN, maximum: FURTHEST_FROM_SUN }),
  }),
);

/** When is practised: days of the week, 1 (Monday) to 7, and the sittings of each of them. */
const planSchema = object({
  weekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), {
    minItems: 1,
    maxItems: 7,
    uniqueItems: true,
  }),
  sittings: Type.Array(object({ time: practiceTimeSchema, sessionId: nullable(uuid) }), {
    minItems: 1,
    maxItems: 4,
  }),
});
export type LadderPlan = Static<typeof planSchema>;

export const newLadderSchema = object({
  id: uuid,
  /** The session whose passage climbs. */
  sessionId: uuid,
  passageId: uuid,
  school,
  target: rungNumbersSchema,
  gate: gateSchema,
  plan: planSchema,
  wished: nullable(day),
});

/** Rungs may be inserted, removed and edited; `at` is the one that is practised now. */
export const ladderChangeSchema = object({
  version,
  rungs: Type.Array(rungNumbersSchema, { minItems: 1, maxItems: 200 }),
  at: Type.Integer({ minimum: 0, maximum: 199 }),
  gate: gateSchema,
  plan: planSchema,
  wished: nullable(day),
  ended: Type.Boolean(),
});

/** What the rules say, and why, in words with their numbers. */
const ruleAnswer = object({ step, said: listOf(Type.String()) });

export const newRungDecisionSchema = object({
  id: uuid,
  version,
  step,
  /** Why it is not what the rules say; empty where it is. */
  reason: text(1000),
});

export const rungDecisionSchema = object({
  id: uuid,
  madeAt: moment,
  /** The rung on which it was made. */
  rung: Type.Integer(),
  rule: ruleAnswer,
  step,
  reason: Type.String(),
});
export type RungDecision = Static<typeof rungDecisionSchema>;

/** When a rung was really begun, for the staircase. */
const rungBegun = object({ rung: Type.Integer(), on: day });

export const ladderSchema = object({
  id: uuid,
  version,
  studentId: uuid,
  sessionId: nullable(uuid),
  passageId: uuid,
  technique: filledText(60),
  /** Milliseconds a count. */
  pace: Type.Integer(),
  school,
  rungs: listOf(rungNumbersSchema),
  at: Type.Integer(),
  /** The first day on the rung that is practised now. */
  since: day,
  gate: gateSchema,
  plan: planSchema,
  wished: nullable(day),
  ended: Type.Boolean(),
  /** What the rules say now. */
  rule: ruleAnswer,
  /** Whether something happened since the last decision. */
  waits: Type.Boolean(),
  decisions: listOf(rungDecisionSchema),
  begun: listOf(rungBegun),
  /** What a forecast reads of the last weeks. */
  log: object({
    planned: Type.Integer(),
    practised: Type.Integer(),
    sittings: Type.Integer(),
    comfortable: Type.Integer(),
  }),
});
export type Ladder = Static<typeof ladderSchema>;

/** One dated sitting of the weeks to come. */
export const calendarSittingSchema = object({
  day,
  /** Which sitting of the day, from 0. */
  sitting: Type.Integer(),
  at: moment,
  /** By the clock where the instructor works. */
  clock: Type.String(),
  /** Why it is a usual time by the clock although the sun was asked for. */
  instead: nullable(oneOf(['no-place', 'no-sun'] as const)),
  sessionId: nullable(uuid),
  title: Type.String(),
  rung: nullable(Type.Integer()),
  /** What is practised, in words with its numbers. */
  said: Type.String(),
  minutes: Type.Number(),
});
export type CalendarDay = Static<typeof calendarSittingSchema>;

/** How many weeks are planned ahead, at most half a year. */
export const calendarQuerySchema = Type.Object(
  { weeks: Type.Optional(Type.String({ pattern: '^([1-9]|1[0-9]|2[0-6])$' })) },
  { additionalProperties: false },
);
