import { COUNTED_ALOUD, oneOf, type CountedAloud } from '@nuvrah/core';
import { Type } from '@sinclair/typebox';
import { nullable, object } from './schema-parts.js';

const loudness = Type.Number({ minimum: 0, maximum: 1 });

/** How a session sounds: what is said aloud, and how loud each kind of sound is. */
export const soundSchema = object({
  cues: Type.Boolean(),
  counts: Type.Unsafe<readonly CountedAloud[]>(
    Type.Array(oneOf<CountedAloud>(COUNTED_ALOUD), { maxItems: COUNTED_ALOUD.length, uniqueItems: true }),
  ),
  silentAfter: nullable(Type.Integer({ minimum: 0, maximum: 99 })),
  vibrates: Type.Optional(Type.Boolean()),
  loudness: object({ voice: loudness, tones: loudness, ticks: loudness }),
});
