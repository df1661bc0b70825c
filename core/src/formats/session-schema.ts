import { keysOf } from '../keys.js';
import { Type, type Static, type TSchema, type TUnsafe } from '@sinclair/typebox';
import {
  CONVENTION_KEYS,
  CONVENTION_QUESTIONS,
  type ConventionKey,
  type Conventions,
} from '../conventions/index.js';
import { STROKE_REST } from '../policy/index.js';
import { PHASE_KINDS, type PhaseKind } from '../ratio/index.js';
import {
  MOST_OWN_WORDS,
  LONGEST_NATURAL_SECONDS,
  LONGEST_OPEN_HOLD,
  LONGEST_OWN_PACE,
  LONGEST_QUESTION,
  LONGEST_SESSION_HOURS,
  LONGEST_SETTLING,
  MOST_CYCLES,
  MOST_READY_COUNTS,
  MOST_TAUGHT_ROUNDS,
  type Ramp,
  type Session,
  type StrokePassage,
} from '../session/index.js';
import {
  EAR_HANDS,
  GAZES,
  GOALS,
  HEADS,
  LOCK_IDS,
  BREATH_PATH_NAMES,
  RANGE_FACTS,
  RESTING_HANDS,
  ROUTE_NAMES,
  SEATS,
  STROKE_NAMES,
  TECHNIQUE_IDS,
  TONGUES,
  type Hum,
  type RangeKey,
  type StrokeAirway,
  type TechniqueId,
  type HoldKind,
} from '../technique/index.js';
import { FASTEST_PACE, SLOWEST_PACE } from '../units/index.js';

/** A closed set of words. */
export const oneOf = <T extends string>(values: readonly T[]) =>
  Type.Unsafe<T>({ type: 'string', enum: [...values] });

/** A union whose members differ in `kind`: it picks the member, so a problem is reported against the one that was meant. */
export const unionByKind = <T>(...members: readonly TSchema[]) =>
  Type.Unsafe<T>({
    type: 'object',
    discriminator: { propertyName: 'kind' },
    required: ['kind'],
    oneOf: members,
  });

const closed = { additionalProperties: false } as const;

const part = (minimum: number) => Type.Integer({ minimum, maximum: 10_000 });

const ratioSchema = Type.Object(
  { inhale: part(1), internalHold: part(0), exhale: part(1), externalHold: part(0) },
  closed,
);

const uuid = Type.String({ format: 'uuid' });
const nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);
const halves = (minimum: number, maximum: number) => Type.Number({ minimum, maximum, multipleOf: 0.5 });
const whole = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });
const keyOf = <T extends string>(record: Readonly<Record<T, unknown>>) => oneOf<T>(keysOf(record));

const passageFacts = {
  id: uuid,
  technique: oneOf<TechniqueId>(TECHNIQUE_IDS),
  variant: nullable(uuid),
  seat: keyOf(SEATS),
  resting: keyOf(RESTING_HANDS),
  say: Type.String({ maxLength: 1000 }),
  words: Type.Optional(
    Type.Array(
      Type.Object(
        {
          text: Type.String({ maxLength: 300 }),
          round: whole(1, 500),
          every: nullable(whole(1, 100)),
          phase: nullable(oneOf<PhaseKind>([...PHASE_KINDS])),
        },
        closed,
      ),
      { maxItems: MOST_OWN_WORDS },
    ),
  ),
  trial: Type.Optional(Type.Boolean()),
};

const taughtFacts = {
  teaching: Type.Optional(
    Type.Object(
      {
        explain: Type.String({ maxLength: 1000 }),
        explainFor: whole(0, LONGEST_NATURAL_SECONDS),
        demonstrate: whole(0, MOST_TAUGHT_ROUNDS),
        trial: whole(0, MOST_TAUGHT_ROUNDS),
        quiet: whole(0, LONGEST_NATURAL_SECONDS),
        ask: whole(0, LONGEST_QUESTION),
      },
      closed,
    ),
  ),
  getReady: Type.Optional(whole(0, MOST_READY_COUNTS)),
};

const paceSchema = whole(FASTEST_PACE, SLOWEST_PACE);
const breathPath = keyOf(BREATH_PATH_NAMES);
const locks = Type.Array(oneOf(LOCK_IDS), { maxItems: LOCK_IDS.length, uniqueItems: true });
const strokeAirway = oneOf<StrokeAirway>(['left', 'right', 'both']);
const holdKind = oneOf<HoldKind>(['internalHold', 'externalHold']);

const breathModifiersSchema = Type.Object(
  {
    throatSound: Type.Boolean(),
    hum: oneOf<Hum>(['none', 'convention', 'exhale', 'both']),
    ears: nullable(keyOf(EAR_HANDS)),
    gaze: keyOf(GAZES),
    tongue: keyOf(TONGUES),
    head: keyOf(HEADS),
    syllable: Type.String({ maxLength: 40 }),
    tension: Type.Boolean(),
  },
  closed,
);

const partsSchema = nullable(
  Type.Object(
    {
      lengths: Type.Array(halves(0.5, 100), { minItems: 2, maxItems: 6 }),
      pause: halves(0, 10),
      atEnd: Type.Boolean(),
      regions: Type.Boolean(),
    },
    closed,
  ),
);

const rampSchema = unionByKind<Ramp>(
  Type.Object(
    {
      kind: Type.Literal('step'),
      of: oneOf([...PHASE_KINDS, 'base']),
      by: halves(-20, 20),
      every: whole(1, 100),
      to: halves(0, 100),
      first: Type.Optional(whole(2, 500)),
    },
    closed,
  ),
  Type.Object({ kind: Type.Literal('from'), of: holdKind, round: whole(2, 500) }, closed),
);

const countedPassageSchema = Type.Object(
  {
    kind: Type.Literal('counted'),
    ...passageFacts,
    ...taughtFacts,
    ratio: ratioSchema,
    base: halves(0.5, 100),
    pace: paceSchema,
    route: keyOf(ROUTE_NAMES),
    startsOn: oneOf(['left', 'right', 'convention']),
    byAttention: Type.Boolean(),
    inhaleThrough: breathPath,
    exhaleThrough: breathPath,
    parts: Type.Object({ inhale: partsSchema, exhale: partsSchema }, closed),
    turning: Type.Object({ full: turningSeconds(), empty: turningSeconds() }, closed),
    emptyHold: oneOf(['as-written', 'convention']),
    openHold: nullable(
      Type.Object(
        {
          phase: holdKind,
          expected: halves(1, LONGEST_OPEN_HOLD),
          cap: halves(1, LONGEST_OPEN_HOLD),
          fromRound: Type.Optional(whole(1, 500)),
        },
        closed,
      ),
    ),
    locks: Type.Object({ internalHold: locks, externalHold: locks, fromRound: whole(1, 500) }, closed),
    ramps: Type.Array(rampSchema, { maxItems: 6 }),
    modifiers: breathModifiersSchema,
    between: halves(0, 60),
    // None where it is at one's own pace alone: checked with what to do.
    cycles: whole(0, MOST_CYCLES),
    mostCycles: Type.Optional(whole(1, MOST_CYCLES)),
    ownPace: Type.Number({ minimum: 0, maximum: LONGEST_OWN_PACE }),
    handUp: halves(0, LONGEST_SETTLING.hand),
    closing: halves(0, LONGEST_SETTLING.hand),
  },
  closed,
);

/** None, or a turning pause of half a second to two. */
function turningSeconds() {
  return halves(0, 2);
}

function setRamp() {
  return Type.Object({ by: whole(-100, 100), every: whole(1, 20), to: whole(1, 1000) }, closed);
}

const strokePassageSchema = Type.Object(
  {
    kind: Type.Literal('strokes'),
    ...passageFacts,
    ...taughtFacts,
    firstBreath: Type.Optional(Type.Boolean()),
    stroke: keyOf(STROKE_NAMES),
    turns: Type.Array(strokeAirway, { minItems: 1, maxItems: 3 }),
    // The technique's own range is checked with the reason and the nearest valid value.
    strokes: whole(1, 1000),
    rate: whole(1, 1000),
    strokesRamp: Type.Optional(setRamp()),
    rateRamp: nullable(setRamp()),
    sets: whole(1, 100),
    ownPaceFrom: Type.Optional(whole(1, 100)),
    pace: paceSchema,
    recovery: nullable(
      Type.Object(
        { inhale: halves(0.5, 20), hold: halves(0, 100), exhale: halves(0.5, 40), exhaleThrough: breathPath },
        closed,
      ),
    ),
    quiet: Type.Unsafe<StrokePassage['quiet']>({
      anyOf: [
        { type: 'number', minimum: STROKE_REST.leastAfterTasters, maximum: STROKE_REST.most },
        { type: 'string', enum: ['convention'] },
      ],
    }),
    modifiers: breathModifiersSchema,
    handUp: halves(0, LONGEST_SETTLING.hand),
    closing: halves(0, LONGEST_SETTLING.hand),
  },
  closed,
);

const naturalPassageSchema = Type.Object(
  {
    kind: Type.Literal('natural'),
    ...passageFacts,
    length: Type.Number({ minimum: 1, maximum: LONGEST_NATURAL_SECONDS }),
    untilTap: Type.Boolean(),
    gaze: Type.Optional(keyOf(GAZES)),
  },
  closed,
);

/** The conventions of section "where schools differ": every answer one of its choices. */
export const conventionsSchema = Type.Object(
  Object.fromEntries(
    CONVENTION_KEYS.map((key) => [key, oneOf(Object.keys(CONVENTION_QUESTIONS[key].choices))]),
  ) as unknown as { [K in ConventionKey]: TUnsafe<Conventions[K]> },
  closed,
);

/** Passages of a lane, its natural breath between rounds included. */
export const MOST_LANE_PASSAGES = 400;

/** The session document as it is stored and sent. */
export const sessionSchema = Type.Object(
  {
    title: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    goal: oneOf(keysOf(GOALS)),
    conventions: Type.Partial(conventionsSchema, closed),
    minutes: nullable(whole(1, LONGEST_SESSION_HOURS * 60)),
    seatChange: halves(0, LONGEST_SETTLING.seat),
    ending: Type.Optional(Type.Literal('sleep')),
    passages: Type.Array(
      unionByKind<
        | Static<typeof countedPassageSchema>
        | Static<typeof strokePassageSchema>
        | Static<typeof naturalPassageSchema>
      >(countedPassageSchema, strokePassageSchema, naturalPassageSchema),
      { minItems: 1, maxItems: 40 },
    ),
  },
  closed,
);

/** Lengths of a lane that come from how it meets the others. */
const MEASURED = new Set(['length', 'quiet', 'handUp']);

/**
 * A session as a lane of a class leads it: with natural breath between its rounds, to the millisecond, so that it meets the
 * other lanes. What is written by hand keeps to {@link sessionSchema}.
 */
export const laneSessionSchema = Type.Unsafe<SessionJson>({
  ...toTheMillisecond(sessionSchema),
  properties: {
    ...toTheMillisecond(sessionSchema.properties),
    passages: { ...toTheMillisecond(sessionSchema.properties.passages), maxItems: MOST_LANE_PASSAGES },
  },
});

/** A schema whose lengths need not be whole or half seconds. */
function toTheMillisecond(schema: unknown, measured = false): object {
  if (Array.isArray(schema)) return schema.map((one: unknown) => toTheMillisecond(one, measured));
  if (typeof schema !== 'object' || schema === null) return schema as object;
  return Object.fromEntries(
    Object.entries(schema)
      .filter(([key]) => !(measured && key === 'multipleOf'))
      .map(([key, value]: [string, unknown]) => [
        key,
        toTheMillisecond(value, measured || MEASURED.has(key)),
      ]),
  );
}

/** JSON that matches {@link sessionSchema}; the same shape as {@link Session} without its units. */
export type SessionJson = Static<typeof sessionSchema>;

/** A checked document as a session: the schema has established the units that the types promise. */
export const sessionFromChecked = (json: SessionJson): Session => json as unknown as Session;

const rangeSchema = Type.Object(
  { from: Type.Number({ minimum: 0, maximum: 10_000 }), to: Type.Number({ minimum: 0, maximum: 10_000 }) },
  closed,
);
const ofRanges = <T extends TSchema>(schema: T) =>
  Type.Partial(
    Type.Object(
      Object.fromEntries(keysOf(RANGE_FACTS).map((key) => [key, schema])) as { [K in RangeKey]: T },
    ),
    closed,
  );

const some = <T extends TSchema>(schema: T) =>
  Type.Optional(Type.Array(schema, { minItems: 1, maxItems: 12, uniqueItems: true }));
const said = (maxLength: number) => Type.Optional(Type.String({ maxLength }));

/** An instructor's variant of a technique as it is stored, sent, exported and imported. */
export const variantSchema = Type.Object(
  {
    technique: oneOf<TechniqueId>(TECHNIQUE_IDS),
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    note: Type.String({ maxLength: 2000 }),
    ranges: ofRanges(rangeSchema),
    start: ofRanges(Type.Number({ minimum: 0, maximum: 10_000 })),
    ratios: some(Type.String({ minLength: 1, maxLength: 40 })),
    routes: some(keyOf(ROUTE_NAMES)),
    seats: some(keyOf(SEATS)),
    resting: some(keyOf(RESTING_HANDS)),
    modifiers: Type.Optional(Type.Partial(breathModifiersSchema, closed)),
    opening: said(300),
    teaching: Type.Optional(Type.Array(Type.String({ minLength: 1, maxLength: 300 }), { maxItems: 12 })),
    startsWith: said(300),
    growsTo: said(300),
  },
  closed,
);
