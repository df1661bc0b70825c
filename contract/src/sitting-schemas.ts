import {
  conventionsSchema,
  LEVELS,
  oneOf,
  laneSessionSchema,
  MOST_LANE_PASSAGES,
  SIGN_IDS,
  SITTING_PLACES,
  STEP_KINDS,
  STRAIN_SIGNS,
  unionByKind,
  variantSchema,
  type EasingRecord,
  type LoggedStep,
  type AddedRecord,
  type PassageRecord,
  type SignTakenBack,
  type SittingPlace,
  type Standing,
  type StrokeAirway,
  type TurnRecord,
} from '@nuvrah/core';
import { Type, type Static } from '@sinclair/typebox';
import {
  day,
  filledText,
  hand,
  listOf,
  moment,
  nullable,
  object,
  text,
  uuid,
  version,
} from './schema-parts.js';
import { dayCheckSchema, feelingsSchema } from './student-schemas.js';
import { LEDGER_SIZES, LEDGER_SORTS, MOST_IN_CLASS, MOST_LOGGED, type LedgerSort } from './limits.js';

// Sittings, the Ledger, and a log from outside

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
  /** What was led from a round on; left out where the counts stayed as they began. */
  countsLed: Type.Optional(Type.Array(easingRecord, { minItems: 1, maxItems: 1000 })),
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

/** The passage that one was led after which was put in; records of before do not tell. */
const putIn = { after: Type.Optional(uuid) };
const addedRecordSchema = unionByKind<AddedRecord>(
  object({ ...countedRecord.properties, ...putIn }),
  object({ ...strokesRecord.properties, ...putIn }),
  object({ ...naturalRecord.properties, ...putIn }),
);

const loggedStep = Type.Unsafe<LoggedStep>(
  object({
    /** Milliseconds led up to then, pauses left out. */
    at: Type.Integer({ minimum: 0, maximum: 100_000_000 }),
    passageId: uuid,
    round: nullable(Type.Integer({ minimum: 1, maximum: 2000 })),
    what: oneOf<LoggedStep['what']>([...STEP_KINDS, ...SIGN_IDS, ...STRAIN_SIGNS.map(({ id }) => id)]),
  }),
);

const leadRecordFields = {
  outcome: oneOf(['finished', 'stopped']),
  /** Milliseconds led, pauses left out. */
  led: Type.Integer({ minimum: 0, maximum: 100_000_000 }),
  pauses: Type.Integer({ minimum: 0, maximum: 1000 }),
  signs: Type.Array(oneOf(SIGN_IDS), { maxItems: SIGN_IDS.length, uniqueItems: true }),
  /** Signs that were taken back: by mistake they never counted, later they count all the same. Left out for none. */
  takenBack: Type.Optional(
    Type.Array(
      Type.Unsafe<SignTakenBack>(
        object({ sign: oneOf(SIGN_IDS), at: moment, mistake: Type.Boolean(), reason: text(1000) }),
      ),
      { maxItems: 40 },
    ),
  ),
  passages: Type.Array(passageRecordSchema, { minItems: 1, maxItems: MOST_LANE_PASSAGES }),
  /** Passages that were put in while leading; left out for none. */
  added: Type.Optional(Type.Array(addedRecordSchema, { minItems: 1, maxItems: MOST_LANE_PASSAGES })),
  /** What was done on the way, in order; left out where nothing was. */
  log: Type.Optional(Type.Array(loggedStep, { minItems: 1, maxItems: 5000 })),
};
export const leadRecordSchema = object(leadRecordFields);

/** A sign that is taken back; why, unless it was just now. */
export const signBackSchema = object({ version, sign: oneOf(SIGN_IDS), reason: text(1000) });

/** Effort 0 (none) to 10 (all that was there). */
const effort = nullable(Type.Integer({ minimum: 0, maximum: 10 }));

/** How it felt before and afterwards; null where it was not asked. */
const feltBefore = nullable(feelingsSchema);
const feltAfter = nullable(feelingsSchema);

/** The browser makes the id, so that beginning twice is beginning once. */
export const newSittingSchema = object({ id: uuid, sessionId: uuid, sessionVersion: version });
/** What is told after a sitting. Left out, how it felt stays as it was told before. */
export const sittingRecordSchema = object({
  version,
  record: leadRecordSchema,
  effort,
  feltAfter: Type.Optional(feltAfter),
  note: text(4000),
});

/** Students of the same numbers as they are led in a class: for each the id that their sitting gets. */
const classLaneSchema = object({
  students: Type.Array(object({ studentId: uuid, sittingId: uuid }), {
    minItems: 1,
    maxItems: MOST_IN_CLASS,
  }),
  session: laneSessionSchema,
});
/** A class that begins; the browser makes the ids, so that beginning twice is beginning once. */
export const classSittingsSchema = object({
  sessionId: uuid,
  sessionVersion: version,
  lanes: Type.Array(classLaneSchema, { minItems: 1, maxItems: MOST_IN_CLASS }),
});

/** A finding as it stood when leading began. */
const ledFinding = object({
  rule: Type.String(),
  passageId: nullable(uuid),
  value: Type.Number(),
  level: oneOf([...LEVELS]),
  standing: oneOf<Standing['kind']>(['open', 'cleared', 'overruled', 'acknowledged']),
  /** Who cleared it, or why it was overruled. */
  because: Type.String(),
});
export type LedFinding = Static<typeof ledFinding>;

const sittingPlace = oneOf<SittingPlace>([...SITTING_PLACES]);

export const sittingSchema = object({
  id: uuid,
  version,
  studentId: uuid,
  sessionId: nullable(uuid),
  startedAt: moment,
  place: sittingPlace,
  /** When it was told, where it was practised at home by a private link. */
  reportedAt: nullable(moment),
  /** What was led: document, conventions, hand and variants as they were. */
  led: object({
    session: laneSessionSchema,
    conventions: conventionsSchema,
    hand,
    /** The instructor's variants that its passages were made from. */
    variants: Type.Array(object({ id: uuid, version, document: variantSchema }), { maxItems: 40 }),
    /** What was said of that day; null where it was not asked. */
    dayCheck: nullable(dayCheckSchema),
    /** What spoke against it, and why it could be led all the same. */
    findings: listOf(ledFinding),
  }),
  /** null until the sitting has ended and its record has arrived. */
  record: nullable(leadRecordSchema),
  /** When its record arrived; null until then. */
  recordedAt: nullable(moment),
  /** Whether it counts: one from a log outside does once the instructor confirmed that it was led. */
  confirmed: Type.Boolean(),
  effort,
  /** As it was told for this sitting, or by the check of the day that it was led with. */
  feltBefore,
  feltAfter,
  note: Type.String(),
});
export type Sitting = Static<typeof sittingSchema>;

/** A sitting as a row of the Ledger: without what was led. */
export const ledgerLineSchema = object({
  id: uuid,
  studentId: uuid,
  title: Type.String(),
  startedAt: moment,
  place: sittingPlace,
  record: nullable(leadRecordSchema),
  effort,
  feltBefore,
  feltAfter,
  note: Type.String(),
});
export type LedgerLine = Static<typeof ledgerLineSchema>;

/** Rows of a page of the Ledger, and how many answer to the filters on all pages. */
export const ledgerPageSchema = object({
  lines: listOf(ledgerLineSchema),
  total: Type.Integer({ minimum: 0 }),
});
export type LedgerRows = Static<typeof ledgerPageSchema>;

const ledgerFilters = {
  student: Type.Optional(uuid),
  from: Type.Optional(day),
  to: Type.Optional(day),
  technique: Type.Optional(text(60)),
  sign: Type.Optional(oneOf(SIGN_IDS)),
  /** Lowest effort, 0 to 10. */
  effort: Type.Optional(Type.String({ pattern: '^(10|[0-9])$' })),
};
/** What the Ledger is filtered by; dates are the instructor's, both inclusive. */
export const ledgerFilterSchema = Type.Object(ledgerFilters, { additionalProperties: false });

/** A page of the Ledger: by the day, the newest first, unless another order is asked for. */
export const ledgerQuerySchema = Type.Object(
  {
    ...ledgerFilters,
    sort: Type.Optional(oneOf<LedgerSort>([...LEDGER_SORTS])),
    /** Whether the least, or the oldest, stands first. */
    up: Type.Optional(Type.Literal('yes')),
    /** Pages before it. */
    part: Type.Optional(Type.String({ pattern: '^[0-9]{1,6}$' })),
    size: Type.Optional(oneOf(LEDGER_SIZES.map(String))),
  },
  { additionalProperties: false },
);

/** A sitting that is read from a log outside. */
export const loggedSittingSchema = object({
  id: uuid,
  studentId: uuid,
  /** Title of the session. */
  session: filledText(120),
  startedAt: moment,
  place: sittingPlace,
  record: leadRecordSchema,
  effort,
  note: text(4000),
});
export type NewLoggedSitting = Static<typeof loggedSittingSchema>;

export const loggedSittingsSchema = object({
  sittings: Type.Array(loggedSittingSchema, { minItems: 1, maxItems: MOST_LOGGED }),
});

/** How a sitting stood before it was corrected. */
export const sittingCorrectionSchema = object({
  version,
  correctedAt: moment,
  effort,
  feltAfter,
  note: Type.String(),
  /** What was on record then; null where only effort and note were kept. */
  record: nullable(leadRecordSchema),
});
export type SittingCorrection = Static<typeof sittingCorrectionSchema>;

/** What was done of one technique in a sitting, as it is drawn; null where there is no such number. */
const techniqueTrend = object({
  technique: Type.String(),
  /** Rounds of breaths, sets of strokes. */
  rounds: Type.Number(),
  /** Counts of the inhale, seconds of a breath, the longest open hold in seconds. */
  base: nullable(Type.Number()),
  cycle: nullable(Type.Number()),
  openHold: nullable(Type.Number()),
  /** Strokes in all. */
  strokes: nullable(Type.Number()),
});
/** What is drawn of a student's practice, a point for each sitting, the oldest first. */
export const trendPointSchema = object({
  day,
  effort,
  minutes: Type.Number(),
  /** By how much more it was felt afterwards than before. */
  calm: nullable(Type.Number()),
  alert: nullable(Type.Number()),
  mood: nullable(Type.Number()),
  techniques: listOf(techniqueTrend),
});
export type TrendPoint = Static<typeof trendPointSchema>;
