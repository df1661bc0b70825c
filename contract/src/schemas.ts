import {
  conventionsSchema,
  FACT_NAMES,
  oneOf,
  sessionSchema,
  unionByKind,
  variantSchema,
  type Naming,
  keysOf,
} from '@nuvrah/core';
import { Type, type Static } from '@sinclair/typebox';
import { day, filledText, listOf, moment, nullable, object, text, uuid, version } from './schema-parts.js';
import { SHORTEST_PASSWORD } from './limits.js';
import { soundSchema } from './sound-schema.js';

// Accounts

export const signInSchema = object({
  email: Type.String({ format: 'email', maxLength: 200 }),
  password: text(200),
});

export const passwordChangeSchema = object({
  current: text(200),
  next: Type.String({ minLength: SHORTEST_PASSWORD, maxLength: 200 }),
});

/** Where the instructor works, for sunrise and sunset: degrees, north and east above zero. */
const placeSchema = object({
  name: filledText(120),
  latitude: Type.Number({ minimum: -90, maximum: 90 }),
  longitude: Type.Number({ minimum: -180, maximum: 180 }),
});

export const workplaceSchema = object({
  timeZone: filledText(60),
  place: nullable(placeSchema),
  emergencyNumber: filledText(40),
});

const naming = oneOf<Naming>(['plain', 'diacritic', 'english']);

export const accountSchema = object({
  id: uuid,
  name: Type.String(),
  email: Type.String(),
  naming,
  emergencyNumber: Type.String(),
  timeZone: Type.String(),
  place: nullable(placeSchema),
  conventions: conventionsSchema,
  sound: soundSchema,
});
export type Account = Static<typeof accountSchema>;

// Sessions

/** Whose a session is: a student's, a class's, or nobody's: a template. */
export const sessionOwnerSchema = unionByKind<SessionOwner>(
  object({ kind: Type.Literal('student'), studentId: uuid }),
  object({ kind: Type.Literal('class'), classId: uuid }),
  object({ kind: Type.Literal('nobody') }),
);
export type SessionOwner =
  | { readonly kind: 'student'; readonly studentId: string }
  | { readonly kind: 'class'; readonly classId: string }
  | { readonly kind: 'nobody' };

const sessionTags = Type.Array(filledText(40), { maxItems: 12, uniqueItems: true });
/** How a session is filed: by words of the instructor, and out of the way or not. */
export const sessionFilingSchema = object({ tags: sessionTags, archived: Type.Boolean() });

/** Whoever sends it may make the id, so that adding twice is adding once. */
export const newSessionSchema = object({
  id: Type.Optional(uuid),
  owner: sessionOwnerSchema,
  document: sessionSchema,
});
export const sessionChangeSchema = object({ version, document: sessionSchema });
/** What the instructor decided about a finding; the browser makes the id, so that deciding twice is deciding once. */
export const newOverrulingSchema = object({
  id: uuid,
  kind: oneOf<'overruled' | 'acknowledged'>(['overruled', 'acknowledged']),
  rule: text(80),
  passageId: nullable(uuid),
  /** What was measured: a higher value is a new question. */
  value: Type.Number({ minimum: 0, maximum: 100_000 }),
  /** Why; empty where it was only acknowledged. */
  reason: text(1000),
});
export const overrulingSchema = object({ ...newOverrulingSchema.properties, madeAt: moment });
export type StoredOverruling = Static<typeof overrulingSchema>;

export const storedSessionSchema = object({
  id: uuid,
  version,
  owner: sessionOwnerSchema,
  document: sessionSchema,
  ...sessionFilingSchema.properties,
  updatedAt: moment,
  /** Decisions about its findings that are in force. */
  overrulings: listOf(overrulingSchema),
});
export type StoredSession = Static<typeof storedSessionSchema>;

/** What leading a session now would find. */
export const sessionReviewSchema = object({
  id: uuid,
  /** How long it is, in milliseconds. */
  length: Type.Integer({ minimum: 0 }),
  /** How much has to be resolved before it can be led; null where it is no single student's. */
  toResolve: nullable(Type.Integer({ minimum: 0 })),
});
export type SessionReview = Static<typeof sessionReviewSchema>;

/** A session as it was before it was changed. */
export const sessionVersionSchema = object({ version, document: sessionSchema, savedAt: moment });
export type SessionVersion = Static<typeof sessionVersionSchema>;

// Classes

const classFields = {
  name: filledText(80),
  /** Who comes, in the order in which they sit. */
  members: Type.Array(uuid, { maxItems: 60, uniqueItems: true }),
  note: text(2000),
};
export const newClassSchema = object({ id: uuid, ...classFields });
export const classChangeSchema = object({ version, ...classFields, archived: Type.Boolean() });
export const classSchema = object({ id: uuid, version, ...classFields, archived: Type.Boolean() });
export type ClassGroup = Static<typeof classSchema>;

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

// What was decided, and the rule book

const AUDIT_KINDS = [
  'overruled',
  'overruling-withdrawn',
  'acknowledged',
  'clearance-added',
  'clearance-changed',
  'approval-added',
  'approval-withdrawn',
  'fact-added',
  'fact-changed',
  'fact-ended',
  'fact-reopened',
  'fact-removed',
  'birth-year-changed',
  'consent-changed',
  'signs-recorded',
  'sign-taken-back',
  'log-imported',
  'log-confirmed',
  'erased',
] as const;
export type AuditKind = (typeof AUDIT_KINDS)[number];

export const auditEventSchema = object({
  id: uuid,
  at: moment,
  studentId: nullable(uuid),
  kind: oneOf<AuditKind>(AUDIT_KINDS),
  /** What was decided, in words. */
  said: Type.String(),
  /** What stood before and after, in words; null where there was nothing. */
  before: nullable(Type.String()),
  after: nullable(Type.String()),
});
export type AuditEvent = Static<typeof auditEventSchema>;

export const ruleBookSchema = object({
  /** Students that are not archived, with every fact that is true of them today. */
  students: listOf(object({ id: uuid, name: Type.String(), facts: listOf(oneOf(keysOf(FACT_NAMES))) })),
  /** Rules that fired when somebody was led. */
  touched: listOf(object({ rule: Type.String(), studentId: uuid, sittings: Type.Integer(), last: day })),
});
export type RuleBook = Static<typeof ruleBookSchema>;

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
