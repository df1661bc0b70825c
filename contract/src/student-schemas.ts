import {
  ALLOWED_HOLD,
  CAPACITY_RANGES,
  CLEARANCE_SCOPES,
  COMFORT,
  GOALS,
  MOST_EASY_STROKES,
  oneOf,
  PERSON_FACTS,
  SEATS,
  PULSE,
  SIGN_IDS,
  TECHNIQUE_IDS,
  TODAY_FACTS,
  unionByKind,
  type ApprovalOf,
  type CapacityPhase,
  type EntryRoute,
  type Side,
  type TechniqueId,
  keysOf,
} from '@nuvrah/core';
import { Type, type Static } from '@sinclair/typebox';
import { day, filledText, hand, moment, nullable, object, text, uuid, version } from './schema-parts.js';
import { LONGEST_WAIT } from './limits.js';

/** Seconds. */
const allowedHold = Type.Number({ minimum: ALLOWED_HOLD.least, maximum: ALLOWED_HOLD.most });
/** Share of what was measured. */
const comfortShare = Type.Number({ minimum: COMFORT.least, maximum: COMFORT.most });

export const studentFields = {
  name: filledText(120),
  /** null while it was not asked: nothing is led until it is. */
  birthYear: nullable(Type.Integer({ minimum: 1900, maximum: 2100 })),
  hand,
  /** Whether the tongue rolls; null where it was never asked. */
  tongueRolls: nullable(Type.Boolean()),
  /** Whether earlier practice is on record: who has it is no beginner. */
  experienced: Type.Boolean(),
  /** Seats that are possible, the best one first; empty where it was not asked. */
  seats: Type.Array(oneOf(keysOf(SEATS)), { maxItems: 10, uniqueItems: true }),
  /** What they want. */
  goals: Type.Array(oneOf(keysOf(GOALS)), { maxItems: 10, uniqueItems: true }),
  /** Who consented for a minor, and when. */
  guardian: text(120),
  consentOn: nullable(day),
  /** Day on which all of the intake was asked. */
  healthAskedOn: nullable(day),
  /** Shares of the measured capacity that the instructor set for this student; null for the usual ones. */
  comfort: nullable(object({ breath: comfortShare, hold: comfortShare })),
  note: text(2000),
};
/** Whoever sends it may make the id, so that adding twice is adding once. */
export const newStudentSchema = object({ id: Type.Optional(uuid), ...studentFields });
export type StudentFields = Omit<Static<typeof newStudentSchema>, 'id'>;

/** The name, typed once more, so that nobody is erased by a slip. */
export const erasureSchema = object({ name: text(120) });

export const studentChangeSchema = object({ version, ...studentFields, archived: Type.Boolean() });

const secondsOf = (phase: CapacityPhase) =>
  Type.Number({ minimum: CAPACITY_RANGES[phase].from, maximum: CAPACITY_RANGES[phase].to });

const freerNostril = oneOf<Side | 'even'>(['left', 'right', 'even']);
const tries = Type.Array(Type.Number({ minimum: 0.1, maximum: 400 }), { maxItems: 5 });

const capacityFields = {
  checkedOn: day,
  inhale: secondsOf('inhale'),
  exhale: secondsOf('exhale'),
  hold: nullable(secondsOf('hold')),
  emptyHold: nullable(secondsOf('emptyHold')),
  /** Phases whose tries were ended by the application at a limit: they are so long at the least. */
  atLeast: Type.Array(oneOf<CapacityPhase>(['inhale', 'exhale', 'hold', 'emptyHold']), {
    maxItems: 4,
    uniqueItems: true,
  }),
};
const capacityMore = {
  /** Seconds of each try, where they were measured live. */
  tries: nullable(object({ inhale: tries, hold: tries, exhale: tries, emptyHold: tries })),
  /** Breaths a minute. */
  restingRate: nullable(Type.Number({ minimum: 2, maximum: 60 })),
  freerNostril: nullable(freerNostril),
  /** Strokes in one go that were easy, where it is known. */
  strokes: nullable(Type.Integer({ minimum: 1, maximum: MOST_EASY_STROKES })),
};
export const newCapacityCheckSchema = object({ id: Type.Optional(uuid), ...capacityFields, ...capacityMore });
export const capacityCheckSchema = object({ id: uuid, ...capacityFields, ...capacityMore });
export type CapacityCheck = Static<typeof capacityCheckSchema>;
export type Capacity = Pick<CapacityCheck, keyof typeof capacityFields>;

/** 0 to 10. */
const feeling = nullable(Type.Integer({ minimum: 0, maximum: 10 }));
/** How somebody feels, asked alike before and after a sitting; null where it was not told. */
const feelings = {
  calm: feeling,
  alert: feeling,
  mood: feeling,
  /** Beats a minute. */
  pulse: nullable(Type.Integer({ minimum: PULSE.least, maximum: PULSE.most })),
};
export const feelingsSchema = object(feelings);
export type Feelings = Static<typeof feelingsSchema>;

const dayFields = {
  facts: Type.Array(oneOf(keysOf(TODAY_FACTS)), { maxItems: 20, uniqueItems: true }),
  /** When the last meal was; null where it was not asked. */
  lastMealAt: nullable(moment),
  freerNostril: nullable(freerNostril),
  sleep: nullable(oneOf<'short' | 'fair' | 'good'>(['short', 'fair', 'good'])),
  ...feelings,
  note: text(500),
};

export const newDayCheckSchema = object({
  id: uuid,
  /** Milliseconds since today was asked, by one clock: what waited in a browser is of the moment when it was asked. */
  waited: Type.Optional(Type.Integer({ minimum: 0, maximum: LONGEST_WAIT })),
  ...dayFields,
});
export const dayCheckSchema = object({ id: uuid, day, checkedAt: moment, ...dayFields });
export type DayCheck = Static<typeof dayCheckSchema>;

const clearanceFields = {
  clinician: filledText(200),
  givenOn: day,
  /** The last day on which it holds. */
  until: day,
  /** The emergency sign after which it was given: it ends the suspension; null where it is not about a sign. */
  sign: nullable(oneOf(SIGN_IDS)),
  /** The condition it is for; null where it is about a sign alone. */
  fact: nullable(oneOf(keysOf(PERSON_FACTS))),
  scope: oneOf(keysOf(CLEARANCE_SCOPES)),
  /** Seconds up to which it holds, where the clinician named a limit. */
  upTo: nullable(allowedHold),
  /** From this day on it holds no more. */
  withdrawnOn: nullable(day),
  note: text(500),
};
export const newClearanceSchema = object({ id: uuid, ...clearanceFields });
export const clearanceChangeSchema = object({ version, ...clearanceFields });
export const clearanceSchema = object({ id: uuid, version, filedAt: moment, ...clearanceFields });
export type StoredClearance = Static<typeof clearanceSchema>;

const approvalOf = unionByKind<ApprovalOf>(
  object({ kind: Type.Literal('technique'), technique: oneOf<TechniqueId>(TECHNIQUE_IDS) }),
  object({ kind: Type.Literal('all-locks') }),
  object({ kind: Type.Literal('hold'), seconds: allowedHold }),
);
const approvalFields = {
  /** What a teacher approves of. */
  of: approvalOf,
  by: filledText(200),
  givenOn: day,
  note: text(500),
};
/** The browser makes the id, so that recording twice is recording once. */
export const newApprovalSchema = object({ id: uuid, ...approvalFields });
export const approvalSchema = newApprovalSchema;
export type StoredApproval = Static<typeof approvalSchema>;

const factFields = {
  fact: oneOf(keysOf(PERSON_FACTS)),
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
  dayCheck: nullable(dayCheckSchema),
  /** All that are on file, the one that lasts longest first. */
  clearances: Type.Array(clearanceSchema),
  /** Every fact that is or was true, the newest first. */
  facts: Type.Array(studentFactSchema),
  /** What teachers approved of for this student, the newest first. */
  approvals: Type.Array(approvalSchema),
  /** The newest emergency sign for which no clearance was given: nothing is led until there is one. */
  emergency: nullable(object({ sign: oneOf(SIGN_IDS), day })),
  /** Techniques in which a stop sign came of late, by day; also told from home. */
  stopSigns: Type.Array(object({ day, techniques: Type.Array(oneOf<TechniqueId>(TECHNIQUE_IDS)) })),
  /** Sittings on record with something done; from a log outside only once they are confirmed. */
  sittings: Type.Integer(),
  /** Sittings from a log outside that nobody confirmed yet: they count for nothing. */
  unconfirmed: Type.Integer(),
  /** Longest sitting that was led or told complete, minutes. */
  longestSitting: nullable(Type.Number()),
  /** Sittings that were easy: effort at most 3, no sign. */
  easySittings: Type.Integer(),
  /** Techniques of sittings that were easy. */
  practised: Type.Array(Type.String()),
  /** Entry techniques that were practised today. */
  entriesToday: Type.Array(oneOf<EntryRoute>(['left-entry', 'right-entry'])),
  /** Seconds of each phase that were led complete in three easy sittings; null where there are none. */
  ledEasily: object({
    inhale: nullable(Type.Number()),
    internalHold: nullable(Type.Number()),
    exhale: nullable(Type.Number()),
    externalHold: nullable(Type.Number()),
  }),
  /** Rounds on record that were easy, by technique and numbers. */
  easyRounds: Type.Array(
    object({
      technique: Type.String(),
      counts: object({
        inhale: Type.Number(),
        internalHold: Type.Number(),
        exhale: Type.Number(),
        externalHold: Type.Number(),
      }),
      pace: Type.Integer(),
      rounds: Type.Integer(),
      /** The most in one sitting. */
      minutes: Type.Number(),
    }),
  ),
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
  /** Day on which all of the intake was asked, or null. */
  healthAskedOn: nullable(day),
  comfort: studentFields.comfort,
  sittings: Type.Integer(),
  consentOn: nullable(day),
  /** The newest emergency sign for which no clearance was given: nothing is led until there is one. */
  emergency: studentSchema.properties.emergency,
  /** What is true of them today and bears on what they may do. */
  facts: Type.Array(oneOf(keysOf(PERSON_FACTS))),
  /** The last day on which they practised, here or at home. */
  lastSeen: nullable(day),
});
export type StudentLine = Static<typeof studentLineSchema>;
