import { conventionsSchema, oneOf, sessionSchema, type Naming } from '@nuvrah/core';
import { Type, type Static } from '@sinclair/typebox';
import { leadRecordSchema } from './sitting-schemas.js';
import { feelingsSchema } from './student-schemas.js';
import { soundSchema } from './sound-schema.js';
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

/** The secret part of a private link: 256 bits, unguessable. */
export const linkToken = Type.String({ pattern: '^[A-Za-z0-9_-]{43}$' });

/** Longest time for which a link is given, days. */
export const LONGEST_LINK = 366;
/** Days back for which a practice at home can be reported. */
export const LATEST_REPORT = 60;

/** A private link that is given to a student; the browser makes the id, so that giving twice is giving once. */
export const newLinkSchema = object({
  id: uuid,
  sessionId: uuid,
  /** How the student is called on it: no surname. */
  called: filledText(60),
  /** The last day on which it opens. */
  expiresOn: day,
});

export const linkSchema = object({
  ...newLinkSchema.properties,
  /** null where its secret was made under another secret of the server: then a new link is given. */
  address: nullable(Type.String()),
  madeAt: moment,
  revokedAt: nullable(moment),
  openedAt: nullable(moment),
  reports: Type.Integer(),
});
export type HomeLink = Static<typeof linkSchema>;

/** What is practised at home: nothing but what the practice needs, neither health facts nor a surname. */
export const homePracticeSchema = object({
  id: uuid,
  version,
  session: sessionSchema,
  conventions: conventionsSchema,
  hand,
  naming: oneOf<Naming>(['plain', 'diacritic', 'english']),
  /** As the instructor leads it; the phone may be louder or quieter. */
  sound: soundSchema,
  /** Names of the instructor's variants that passages are made from. */
  variants: listOf(object({ id: uuid, name: Type.String() })),
  /** How far it may be changed while it is led: the most cycles of each passage by its id, and whether it may be eased. */
  allowed: object({ cycles: Type.Record(Type.String(), Type.Integer()), ease: Type.Boolean() }),
});
export type HomePractice = Static<typeof homePracticeSchema>;

/** What a private link opens. */
export const homeSchema = object({
  called: Type.String(),
  instructor: Type.String(),
  emergencyNumber: Type.String(),
  expiresOn: day,
  /** By whose days it runs out. */
  timeZone: Type.String(),
  /** Whether an adult has to be there. */
  adult: Type.Boolean(),
  /** null while the instructor wants to be asked first; why is not said here. */
  practice: nullable(homePracticeSchema),
  /** The next planned sittings of this session. */
  next: listOf(object({ at: moment, day, clock: Type.String() })),
});
export type Home = Static<typeof homeSchema>;

/** What was practised at home, as the phone tells it; sent twice it is kept once. */
export const homeReportSchema = object({
  id: uuid,
  /** The practice that was led, as the link gave it. */
  practiceId: uuid,
  startedAt: moment,
  record: leadRecordSchema,
  effort: Type.Integer({ minimum: 0, maximum: 10 }),
  /** How it felt before and afterwards; left out, or null, where it was not told. */
  feltBefore: Type.Optional(nullable(feelingsSchema)),
  feltAfter: Type.Optional(nullable(feelingsSchema)),
  note: text(4000),
});
export type HomeReport = Static<typeof homeReportSchema>;

/** What became of a report. */
export const reportedSchema = object({
  /** The instructor's day on which it stands in the Ledger. */
  day,
  /** Whether a sign was told after which nothing is practised until the instructor was asked. */
  held: Type.Boolean(),
});
