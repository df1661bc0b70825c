import {
  CLEARANCE_SCOPES,
  NEXT_STEPS,
  oneOf,
  PERSON_FACTS,
  SIGN_IDS,
  unionByKind,
  type DecisionReason,
  type NextStep,
  type WaitingItem,
  keysOf,
} from '@nuvrah/core';
import { Type, type Static, type TProperties, type TSchema, type TUnsafe } from '@sinclair/typebox';
import { rungNumbersSchema } from './ladder-schemas.js';
import { day, listOf, moment, nullable, object, uuid } from './schema-parts.js';

const signId = oneOf(SIGN_IDS);
const whole = Type.Integer();

const reason = (code: string, values: TProperties): TSchema =>
  object({ code: Type.Literal(code), ...values });
/** A reason of a decision, in codes and values: see `describeReason`. */
export const decisionReasonSchema = Type.Union([
  reason('emergency', { sign: signId, day }),
  reason('stop-sign', { sign: signId, day }),
  reason('hard-sittings', { hard: whole, of: whole }),
  reason('gap', { days: whole }),
  reason('no-sittings', {}),
  reason('last-rung', {}),
  ...['days', 'sittings', 'complete'].map((code) => reason(code, { there: whole, wanted: whole })),
  ...['median-effort', 'effort'].map((code) => reason(code, { there: Type.Number(), wanted: Type.Number() })),
  reason('effort-untold', { there: whole, of: whole }),
  reason('signs', { there: whole }),
  reason('eased', { there: whole }),
  reason('fit', {}),
]) as unknown as TUnsafe<DecisionReason>;

const waitingItem = unionByKind<WaitingItem>(
  object({ kind: Type.Literal('suspended'), sign: signId, day }),
  object({
    kind: Type.Literal('unfinished'),
    sittingId: uuid,
    sessionId: nullable(uuid),
    title: Type.String(),
    day,
  }),
  object({ kind: Type.Literal('untold'), sittingId: uuid, title: Type.String(), day }),
  object({ kind: Type.Literal('sign'), sittingId: uuid, signs: listOf(signId), day }),
  object({
    kind: Type.Literal('decision'),
    ladderId: uuid,
    step: oneOf<NextStep>(NEXT_STEPS),
    reasons: listOf(decisionReasonSchema),
    numbers: nullable(rungNumbersSchema),
  }),
  object({ kind: Type.Literal('intake') }),
  object({
    kind: Type.Literal('clearance'),
    scope: oneOf(keysOf(CLEARANCE_SCOPES)),
    fact: oneOf(keysOf(PERSON_FACTS)),
    clinician: Type.String(),
    until: day,
  }),
  object({ kind: Type.Literal('capacity'), checkedOn: nullable(day) }),
  object({ kind: Type.Literal('log'), sittings: whole }),
  object({ kind: Type.Literal('away'), lastSitting: day }),
);

const ofStudent = { studentId: uuid, name: Type.String() };

/** What is on today: who practises, what waits with what needs most first, what was told from home. */
export const todaySchema = object({
  /** All students, archived ones too. */
  students: whole,
  coming: listOf(
    object({
      ...ofStudent,
      /** What is true of them and bears on what they may do. */
      facts: Type.Array(oneOf(keysOf(PERSON_FACTS))),
      ladderId: uuid,
      /** The session that is practised; null where it was deleted. */
      sessionId: nullable(uuid),
      /** Title of the session, empty where there is none. */
      title: Type.String(),
      /** By the clock where the instructor works, HH:mm. */
      clock: Type.String(),
      numbers: rungNumbersSchema,
    }),
  ),
  waiting: listOf(object({ ...ofStudent, item: waitingItem })),
  home: listOf(
    object({
      ...ofStudent,
      sittingId: uuid,
      startedAt: moment,
      effort: nullable(whole),
      signs: listOf(signId),
    }),
  ),
});
export type Today = Static<typeof todaySchema>;
export type ComingStudent = Today['coming'][number];
export type WaitingStudent = Today['waiting'][number];
export type ToldFromHome = Today['home'][number];
