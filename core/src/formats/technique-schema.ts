import { Type, type TSchema } from '@sinclair/typebox';
import {
  EAR_HANDS,
  FAMILIES,
  GAZES,
  GOALS,
  HEADS,
  LOCK_IDS,
  BREATH_PATH_NAMES,
  RESTING_HANDS,
  ROUTE_NAMES,
  SEATS,
  SLOTS,
  STROKE_NAMES,
  TONGUES,
} from '../technique/index.js';
import { oneOf } from './session-schema.js';

const closed = { additionalProperties: false } as const;
const object = <P extends Record<string, TSchema>>(properties: P) => Type.Object(properties, closed);
const keyOf = (record: Readonly<Record<string, unknown>>) => oneOf(Object.keys(record));
const nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);
const line = Type.String({ minLength: 3, maxLength: 300 });
const lines = (minItems: number) => Type.Array(line, { minItems, uniqueItems: true });
const listOf = (schema: TSchema, minItems = 1) => Type.Array(schema, { minItems, uniqueItems: true });
const range = object({ from: Type.Number({ minimum: 0 }), to: Type.Number({ minimum: 0 }) });
const seconds = Type.Number({ minimum: 0, maximum: 60 });
const locks = listOf(oneOf(LOCK_IDS), 0);

const modifiers = object({
  throatSound: Type.Boolean(),
  hum: oneOf(['none', 'convention', 'exhale', 'both']),
  ears: nullable(keyOf(EAR_HANDS)),
  gaze: keyOf(GAZES),
  tongue: keyOf(TONGUES),
  head: keyOf(HEADS),
  syllable: Type.String({ maxLength: 40 }),
  tension: Type.Boolean(),
});

const parts = nullable(
  object({
    parts: Type.Integer({ minimum: 2, maximum: 6 }),
    pause: Type.Number({ minimum: 0, maximum: 10, multipleOf: 0.5 }),
    atEnd: Type.Boolean(),
    regions: Type.Boolean(),
  }),
);

const ratio = Type.String({ pattern: '^\\d+:\\d+:\\d+:\\d+$' });

const countedPattern = object({
  kind: Type.Literal('counted'),
  routes: listOf(keyOf(ROUTE_NAMES)),
  ratios: listOf(ratio),
  holds: oneOf(['never', 'internal', 'both']),
  base: range,
  cycles: range,
  start: object({
    base: Type.Number({ minimum: 0.5 }),
    cycles: Type.Integer({ minimum: 1 }),
    experienced: Type.Optional(ratio),
  }),
  inhaleThrough: listOf(keyOf(BREATH_PATH_NAMES)),
  exhaleThrough: keyOf(BREATH_PATH_NAMES),
  parts: object({ inhale: parts, exhale: parts }),
  turning: object({ full: seconds, empty: seconds }),
  between: seconds,
  locks: object({ internalHold: locks, externalHold: locks }),
  modifierChoices: object({
    start: modifiers,
    throatSound: oneOf(['never', 'optional', 'always']),
    hum: oneOf(['never', 'always']),
    ears: listOf(keyOf(EAR_HANDS), 0),
  }),
});

const whole = Type.Integer({ minimum: 1 });
const strokePattern = object({
  kind: Type.Literal('strokes'),
  stroke: keyOf(STROKE_NAMES),
  turns: listOf(oneOf(['left', 'right', 'both'])),
  strokes: range,
  rate: range,
  sets: range,
  start: object({ strokes: whole, rate: whole, sets: whole }),
});

const naturalPattern = object({
  kind: Type.Literal('natural'),
  length: range,
  start: object({ length: whole }),
});

const FEATURES = [
  'quiet',
  'tension',
  'prelude',
  'throat',
  'energising',
  'calming',
  'balancing',
  'cooling',
  'heating',
  'sleep',
  'hum',
  'ear-closure',
  'face-seal',
  'mouth-inhale',
  'forceful',
  'abdomen',
  'rest',
] as const;

/** An entry of the catalogue: what a technique must say about itself to be drawn, led, screened and taught. */
export const techniqueSchema = object({
  id: Type.String({ pattern: '^[a-z]+(-[a-z]+)*$' }),
  names: object({ plain: line, diacritic: line, english: line }),
  aliases: lines(1),
  family: keyOf(FAMILIES),
  slot: oneOf(SLOTS),
  pattern: Type.Union([countedPattern, strokePattern, naturalPattern]),
  opening: line,
  startsWith: line,
  growsTo: line,
  growth: oneOf(['count-first', 'even-four-part', 'strokes', 'duration']),
  features: listOf(oneOf(FEATURES), 0),
  effects: listOf(keyOf(GOALS)),
  seats: listOf(keyOf(SEATS)),
  resting: listOf(keyOf(RESTING_HANDS)),
  prerequisites: lines(0),
  approval: oneOf(['usual', 'strict', 'none']),
  after: Type.Array(Type.String()),
  simpler: nullable(Type.String()),
  teaching: lines(1),
  feel: line,
  watch: Type.Array(object({ sign: line, cause: line, correction: line }), { minItems: 1 }),
  normal: lines(1),
  cautions: lines(0),
  silent: Type.Boolean(),
  handsFree: Type.Boolean(),
  unobtrusive: Type.Boolean(),
});
