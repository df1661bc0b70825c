import {
  JOIN_CODE_PATTERN,
  oneOf,
  SIGN_IDS,
  type ClassToKeep,
  type Counting,
  type EaseWay,
  type PhoneBreath,
} from '@nuvrah/core';
import { Type, type Static } from '@sinclair/typebox';
import { linkToken } from './home-schemas.js';
import { MOST_IN_CLASS } from './limits.js';
import { filledText, hand, listOf, moment, nullable, object, text, uuid } from './schema-parts.js';

/** Phones that follow one class: everybody's, and some that were changed for another. */
export const MOST_PHONES = 2 * MOST_IN_CLASS;

const joinCode = Type.String({ pattern: JOIN_CODE_PATTERN });
/** What somebody is called in a class: no surname. */
const called = filledText(60);
/** Milliseconds: on the clock of the class, or on the clock that is shared. */
const millis = Type.Number({ minimum: -1e15, maximum: 1e15 });
const effort = Type.Integer({ minimum: 0, maximum: 10 });
const signs = Type.Array(oneOf(SIGN_IDS), { maxItems: SIGN_IDS.length, uniqueItems: true });
const way = oneOf<EaseWay | 'rest'>(['one-count', 'halve', 'drop-hold', 'rest']);

/** Where a class stands: on its own clock, at a moment of the clock that is shared. */
export const classPlaceSchema = object({ at: millis, when: millis, goesOn: Type.Boolean() });

/** A lane as phones show it; what it is made of is said in core. */
export const phoneLaneSchema = object({
  people: Type.Array(called, { maxItems: MOST_IN_CLASS }),
  from: millis,
  phrases: Type.Array(
    object({
      say: text(200),
      breath: nullable(oneOf<NonNullable<PhoneBreath>>(['inhale', 'exhale', 'hold'])),
      side: nullable(hand),
      fingers: text(200),
      counting: oneOf<Counting>(['up', 'down', 'silent']),
    }),
    { maxItems: 500 },
  ),
  beats: Type.Array(
    object({
      to: millis,
      phrase: Type.Integer({ minimum: 0, maximum: 499 }),
      counts: nullable(Type.Number({ minimum: 0, maximum: 10_000 })),
    }),
    { maxItems: 20_000 },
  ),
  meetings: Type.Array(millis, { maxItems: 5_000 }),
});

/** A class that phones may follow from now on; the browser makes the id, so that opening twice is opening once. */
export const newLiveSchema = object({
  id: uuid,
  people: Type.Array(called, { maxItems: MOST_IN_CLASS, uniqueItems: true }),
});

/** By what phones find a class. */
export const liveSchema = object({
  id: uuid,
  code: joinCode,
  /** The address that phones open; null where this server has no public address, so that none can reach it. */
  address: nullable(Type.String()),
});
export type Live = Static<typeof liveSchema>;

/** What phones are to show from now on. */
export const liveLanesSchema = object({
  /** Everybody who is here, with the sitting that is theirs; null for guests, of whom nothing is kept. */
  people: Type.Array(object({ name: called, sittingId: nullable(uuid) }), { maxItems: MOST_IN_CLASS }),
  lanes: Type.Array(phoneLaneSchema, { maxItems: MOST_IN_CLASS }),
  /** null before it begins. */
  place: nullable(classPlaceSchema),
});
export type LiveLanes = Static<typeof liveLanesSchema>;

/** Where the class stands, and what was seen to of what phones asked. */
export const livePlaceSchema = object({
  place: nullable(classPlaceSchema),
  handled: Type.Array(object({ phone: uuid, said: text(300) }), { maxItems: MOST_PHONES }),
});

/** A phone as its leader sees it. */
export const phoneSchema = object({
  id: uuid,
  /** Who it says it is; null before that, and for who only looks on. */
  person: nullable(Type.String()),
  /** Whether it was heard of just now. */
  there: Type.Boolean(),
  hand: Type.Boolean(),
  /** What it asks to be led more easily; the same wish keeps its id. */
  wish: nullable(object({ id: uuid, way })),
  effort: nullable(effort),
  signs,
});
export type Phone = Static<typeof phoneSchema>;

export const joinSchema = object({ code: joinCode });
export const joinedSchema = object({ token: linkToken });

/** What a phone is told of its class: neither health facts nor a surname, and of lanes only its own. */
export const phoneClassSchema = object({
  instructor: Type.String(),
  emergencyNumber: Type.String(),
  /** Who is here, and whether another phone is theirs. */
  people: listOf(object({ name: Type.String(), taken: Type.Boolean() })),
  person: nullable(Type.String()),
  /** Nobody counts yet; it is led; it is over. */
  state: oneOf(['waits', 'led', 'over'] as const),
  lane: nullable(phoneLaneSchema),
  place: nullable(classPlaceSchema),
  /** When it falls in with the others, by the clock that is shared; null where it need not wait. */
  fallsIn: nullable(millis),
  /** Counted up whenever what is led changes: a place holds for the lanes of its version. */
  version: Type.Integer(),
  hand: Type.Boolean(),
  wish: nullable(object({ id: uuid, way })),
  /** What became of the last wish or hand. */
  said: Type.String(),
  effort: nullable(effort),
  toldAt: nullable(moment),
});
export type PhoneClass = Static<typeof phoneClassSchema>;

/** Whose phone it is; null for who only looks on. */
export const phonePersonSchema = object({ person: nullable(called) });

/** What somebody tells by their phone; what is left out stays as it was. */
export const phoneTellsSchema = object({
  hand: Type.Optional(Type.Boolean()),
  wish: Type.Optional(object({ id: uuid, way })),
  after: Type.Optional(object({ effort: nullable(effort), signs })),
});
export type PhoneTells = Static<typeof phoneTellsSchema>;

/** A class as its second screens show it: what the leader's browser keeps of it, and how people are called. */
const shown = {
  /** Read by the application that wrote it: the server passes it on. */
  run: Type.Unsafe<ClassToKeep>(Type.Object({}, { additionalProperties: true })),
  /** By student or guest. */
  names: Type.Record(uuid, called, { maxProperties: MOST_IN_CLASS }),
  place: nullable(classPlaceSchema),
};
export const showClassSchema = object(shown);
export const placeShownSchema = object({ place: classPlaceSchema });
/** What a second screen shows; null while nothing is led. */
export const shownClassSchema = object({ shown: nullable(object({ ...shown, version: Type.Integer() })) });
export type ShownClass = NonNullable<Static<typeof shownClassSchema>['shown']>;

/** The clock that leader, phones and second screens share, milliseconds since 1970. */
export const sharedClockSchema = object({ now: Type.Number() });

/** What comes by the stream of a phone or a second screen: where the class stands, or that there is something new to ask for. */
export type LiveNews =
  | { readonly kind: 'place'; readonly place: Static<typeof classPlaceSchema>; readonly version: number }
  | { readonly kind: 'changed' };
