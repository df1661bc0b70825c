import {
  CAPACITY_RANGES,
  conventionsSchema,
  oneOf,
  PERSON_FACTS,
  sessionSchema,
  SIGN_IDS,
  unionByKind,
  variantSchema,
  type CapacityPhase,
  type EasingRecord,
  type Naming,
  type PassageRecord,
  type PersonFact,
  type Side,
  type StrokeAirway,
  type TurnRecord,
} from '@nuvrah/core';
import { Type, type Static, type TSchema } from '@sinclair/typebox';

const closed = { additionalProperties: false } as const;
const object = <P extends Record<string, TSchema>>(properties: P) => Type.Object(properties, closed);
const nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);

export const uuid = Type.String({ format: 'uuid' });
/** A calendar day in the instructor's time zone. */
export const day = Type.String({ format: 'date' });
const moment = Type.String({ format: 'date-time' });
/** Versions count up from 1 with every change; a save names the one it was based on. */
const version = Type.Integer({ minimum: 1, maximum: 2_000_000_000 });
const text = (maxLength: number) => Type.String({ maxLength });
const filledText = (maxLength: number) => Type.String({ minLength: 1, maxLength, pattern: '\\S' });
const hand = oneOf<Side>(['left', 'right']);

// Accounts

export const signInSchema = object({
  email: Type.String({ format: 'email', maxLength: 200 }),
  password: text(200),
});

/** Shortest password that is accepted for an account. */
export const SHORTEST_PASSWORD = 10;

export const passwordChangeSchema = object({
  current: text(200),
  next: Type.String({ minLength: SHORTEST_PASSWORD, maxLength: 200 }),
});

const naming = oneOf<Naming>(['plain', 'diacritic', 'english']);

export const accountSchema = object({
  id: uuid,
  name: Type.String(),
  email: Type.String(),
  naming,
  emergencyNumber: Type.String(),
  timeZone: Type.String(),
  /** The date now where the instructor works. */
  today: day,
  conventions: conventionsSchema,
});
export type Account = Static<typeof accountSchema>;

// Students

export const studentFields = {
  name: filledText(120),
  birthYear: Type.Integer({ minimum: 1900, maximum: 2100 }),
  hand,
  /** Whether the tongue rolls; null where it was never asked. */
  tongueRolls: nullable(Type.Boolean()),
  /** Whether earlier practice is on record: who has it is no beginner. */
  experienced: Type.Boolean(),
  note: text(2000),
};
export const newStudentSchema = object(studentFields);
export type StudentFields = Static<typeof newStudentSchema>;

export const studentChangeSchema = object({ version, ...studentFields, archived: Type.Boolean() });

const secondsOf = (phase: CapacityPhase) =>
  Type.Number({ minimum: CAPACITY_RANGES[phase].from, maximum: CAPACITY_RANGES[phase].to });

const capacityFields = {
  checkedOn: day,
  inhale: secondsOf('inhale'),
  exhale: secondsOf('exhale'),
  hold: nullable(secondsOf('hold')),
  emptyHold: nullable(secondsOf('emptyHold')),
};
export const newCapacityCheckSchema = object(capacityFields);
export const capacityCheckSchema = object({ id: uuid, ...capacityFields });
export type CapacityCheck = Static<typeof capacityCheckSchema>;
export type Capacity = Static<typeof newCapacityCheckSchema>;

const paperScreeningFields = { screenedOn: day, note: text(2000) };
export const newPaperScreeningSchema = object(paperScreeningFields);
export const paperScreeningSchema = object({ id: uuid, ...paperScreeningFields });
export type PaperScreening = Static<typeof paperScreeningSchema>;

const factFields = {
  fact: oneOf(Object.keys(PERSON_FACTS) as PersonFact[]),
  since: nullable(day),
  until: nullable(day),
  /** Due date of a pregnancy. */
  due: nullable(day),
  note: text(500),
};
/** The browser makes the id, so that adding twice is adding once. */
export const newFactSchema = object({ id: uuid, ...factFields });
export const factChangeSchema = object(factFields);
export const studentFactSchema = object({ id: uuid, ...factFields });
export type StudentFact = Static<typeof studentFactSchema>;

export const studentSchema = object({
  id: uuid,
  version,
  ...studentFields,
  archived: Type.Boolean(),
  /** The newest of each, or null. */
  capacity: nullable(capacityCheckSchema),
  paperScreening: nullable(paperScreeningSchema),
  /** Every fact that is or was true, the newest first. */
  facts: Type.Array(studentFactSchema),
  /** Sittings on record with something done. */
  sittings: Type.Integer(),
});
export type Student = Static<typeof studentSchema>;

/** A student as a line of a list: no note, which may hold health facts and is read on the student's own page alone. */
export const studentLineSchema = object({
  id: uuid,
  name: studentFields.name,
  birthYear: studentFields.birthYear,
  hand,
  archived: Type.Boolean(),
  capacity: nullable(object(capacityFields)),
  /** Day of the newest screening on paper, or null. */
  screenedOn: nullable(day),
  sittings: Type.Integer(),
});
export type StudentLine = Static<typeof studentLineSchema>;

// Sessions

export const newSessionSchema = object({ studentId: uuid, document: sessionSchema });
export const sessionChangeSchema = object({ version, document: sessionSchema });
export const storedSessionSchema = object({
  id: uuid,
  version,
  studentId: uuid,
  document: sessionSchema,
  updatedAt: moment,
});
export type StoredSession = Static<typeof storedSessionSchema>;

// Shelf

export const newVariantSchema = object({ id: uuid, document: variantSchema });
export const variantChangeSchema = object({ version, document: variantSchema, archived: Type.Boolean() });
export const storedVariantSchema = object({
  id: uuid,
  version,
  document: variantSchema,
  archived: Type.Boolean(),
});
export type StoredVariant = Static<typeof storedVariantSchema>;

export const preferencesSchema = object({ naming, conventions: conventionsSchema });

// Sittings

const phaseCounts = object({
  inhale: Type.Number({ minimum: 0.5, maximum: 100 }),
  internalHold: Type.Number({ minimum: 0, maximum: 100 }),
  exhale: Type.Number({ minimum: 0.5, maximum: 100 }),
  externalHold: Type.Number({ minimum: 0, maximum: 100 }),
});

const easingRecord = Type.Unsafe<EasingRecord>(
  object({ fromRound: Type.Integer({ minimum: 1, maximum: 2000 }), counts: phaseCounts }),
);

const cycles = Type.Integer({ minimum: 0, maximum: 5000 });
const seconds = Type.Number({ minimum: 0, maximum: 14_400 });
const countedRecord = object({
  kind: Type.Literal('counted'),
  passageId: uuid,
  technique: text(60),
  counts: phaseCounts,
  pace: Type.Integer({ minimum: 500, maximum: 3000 }),
  cyclesPerRound: Type.Unsafe<1 | 2>({ type: 'integer', enum: [1, 2] }),
  cyclesPlanned: cycles,
  cyclesDone: cycles,
  easings: Type.Array(easingRecord, { maxItems: 200 }),
  openHolds: Type.Array(seconds, { maxItems: 5000 }),
  secondsPlanned: seconds,
  secondsDone: seconds,
});

const strokes = Type.Integer({ minimum: 0, maximum: 1000 });
const turnRecord = Type.Unsafe<TurnRecord>(
  object({
    set: Type.Integer({ minimum: 1, maximum: 200 }),
    airway: oneOf<StrokeAirway>(['left', 'right', 'both']),
    rate: Type.Integer({ minimum: 1, maximum: 1000 }),
    planned: strokes,
    done: strokes,
  }),
);
const strokesRecord = object({
  kind: Type.Literal('strokes'),
  passageId: uuid,
  technique: text(60),
  cyclesPerRound: Type.Integer({ minimum: 1, maximum: 3 }),
  cyclesPlanned: cycles,
  cyclesDone: cycles,
  turns: Type.Array(turnRecord, { maxItems: 600 }),
});

const naturalRecord = object({
  kind: Type.Literal('natural'),
  passageId: uuid,
  technique: text(60),
  secondsPlanned: seconds,
  secondsDone: seconds,
});

export const passageRecordSchema = unionByKind<PassageRecord>(countedRecord, strokesRecord, naturalRecord);

const leadRecordFields = {
  outcome: oneOf(['finished', 'stopped']),
  /** Milliseconds led, pauses left out. */
  led: Type.Integer({ minimum: 0, maximum: 100_000_000 }),
  pauses: Type.Integer({ minimum: 0, maximum: 1000 }),
  signs: Type.Array(oneOf(SIGN_IDS), { maxItems: SIGN_IDS.length, uniqueItems: true }),
  passages: Type.Array(passageRecordSchema, { minItems: 1, maxItems: 40 }),
};
export const leadRecordSchema = object(leadRecordFields);

/** Effort 0 (none) to 10 (all that was there). */
const effort = nullable(Type.Integer({ minimum: 0, maximum: 10 }));

/** The browser makes the id, so that beginning twice is beginning once. */
export const newSittingSchema = object({ id: uuid, sessionId: uuid, sessionVersion: version });
export const sittingRecordSchema = object({ version, record: leadRecordSchema, effort, note: text(4000) });

export const sittingSchema = object({
  id: uuid,
  version,
  studentId: uuid,
  sessionId: nullable(uuid),
  startedAt: moment,
  /** What was led: document, conventions, hand and variants as they were. */
  led: object({
    session: sessionSchema,
    conventions: conventionsSchema,
    hand,
    /** The instructor's variants that its passages were made from. */
    variants: Type.Array(object({ id: uuid, version, document: variantSchema }), { maxItems: 40 }),
  }),
  /** null until the sitting has ended and its record has arrived. */
  record: nullable(leadRecordSchema),
  effort,
  note: Type.String(),
});
export type Sitting = Static<typeof sittingSchema>;

// Problems

/** Problem details (RFC 9457), with a code to act on and pointers into the body. */
export const problemSchema = object({
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String(),
  code: Type.String(),
  /** What is wrong where, as JSON pointers into the request's body. */
  errors: Type.Optional(Type.Array(object({ pointer: Type.String(), detail: Type.String() }))),
  /** With a stale save: what is stored now. */
  current: Type.Optional(Type.Unknown()),
});
export type Problem = Static<typeof problemSchema>;

export const nothing = Type.Null();
export const listOf = <T extends TSchema>(item: T) => Type.Array(item);
