import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { CONVENTION_QUESTIONS, type ConventionKey, type Conventions } from '../conventions/index.js';
import { GOALS, type Session } from '../session/index.js';
import { CATALOGUE, type TechniqueId } from '../technique/index.js';
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

const keysOf = <T extends string>(record: Readonly<Record<T, unknown>>): T[] => Object.keys(record) as T[];
const closed = { additionalProperties: false } as const;

const part = (minimum: number) => Type.Integer({ minimum, maximum: 10_000 });

const ratioSchema = Type.Object(
  { inhale: part(1), internalHold: part(0), exhale: part(1), externalHold: part(0) },
  closed,
);

const techniqueSchema = oneOf<TechniqueId>(keysOf(CATALOGUE));
const idSchema = Type.String({ format: 'uuid' });

const countedPassageSchema = Type.Object(
  {
    kind: Type.Literal('counted'),
    id: idSchema,
    technique: techniqueSchema,
    ratio: ratioSchema,
    base: Type.Number({ minimum: 0.5, maximum: 100, multipleOf: 0.5 }),
    pace: Type.Integer({ minimum: FASTEST_PACE, maximum: SLOWEST_PACE }),
    startsOn: oneOf(['left', 'right', 'convention']),
    cycles: Type.Integer({ minimum: 1, maximum: 1000 }),
    handUp: Type.Number({ minimum: 0, maximum: 60, multipleOf: 0.5 }),
    closing: Type.Number({ minimum: 0, maximum: 60, multipleOf: 0.5 }),
  },
  closed,
);

const naturalPassageSchema = Type.Object(
  {
    kind: Type.Literal('natural'),
    id: idSchema,
    technique: techniqueSchema,
    length: Type.Number({ minimum: 1, maximum: 3600 }),
  },
  closed,
);

const conventionProperties = <K extends ConventionKey>(key: K) =>
  oneOf<Conventions[K]>(keysOf(CONVENTION_QUESTIONS[key].choices) as Conventions[K][]);

/** The conventions of section "where schools differ": every answer one of its choices. */
export const conventionsSchema = Type.Object(
  {
    round: conventionProperties('round'),
    startingSide: conventionProperties('startingSide'),
    begins: conventionProperties('begins'),
    endsOn: conventionProperties('endsOn'),
    closingHand: conventionProperties('closingHand'),
    fingerPosition: conventionProperties('fingerPosition'),
    leftClosedBy: conventionProperties('leftClosedBy'),
  },
  closed,
);

/** The session document as it is stored and sent. */
export const sessionSchema = Type.Object(
  {
    title: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    goal: oneOf(keysOf(GOALS)),
    conventions: Type.Partial(conventionsSchema, closed),
    passages: Type.Array(
      unionByKind<Static<typeof countedPassageSchema> | Static<typeof naturalPassageSchema>>(
        countedPassageSchema,
        naturalPassageSchema,
      ),
      { minItems: 1, maxItems: 40 },
    ),
  },
  closed,
);

/** JSON that matches {@link sessionSchema}; the same shape as {@link Session} without its units. */
export type SessionJson = Static<typeof sessionSchema>;

/** A checked document as a session: the schema has established the units that the types promise. */
export const sessionFromChecked = (json: SessionJson): Session => json as unknown as Session;
