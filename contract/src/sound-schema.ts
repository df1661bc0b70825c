import {
  COUNTED_ALOUD,
  LONGEST_RECORDING,
  LONGEST_WORDS,
  MOST_RECORDINGS,
  oneOf,
  OWN_VOICE_RATE,
  type CountedAloud,
} from '@nuvrah/core';
import { Type, type Static } from '@sinclair/typebox';
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

const words = Type.String({ minLength: 1, maxLength: LONGEST_WORDS });

/** Bytes of the longest recording, in base64. */
const LONGEST_SAMPLES = Math.ceil((LONGEST_RECORDING * OWN_VOICE_RATE * 2) / 3) * 4;

/** Words, and a recording of them: samples of 16 bits, little endian, 22.05 kHz, one channel, in base64. */
export const recordingSchema = object({
  words,
  samples: Type.String({ maxLength: LONGEST_SAMPLES, pattern: '^[A-Za-z0-9+/]+={0,2}$' }),
});
export const recordedWordsSchema = object({ words });

/** An instructor's own recordings: the words of each and its length in milliseconds, in the order of their file. */
export const ownVoiceSchema = object({
  /** Which file they are in: another as soon as one is recorded anew. */
  version: Type.String(),
  recordings: Type.Array(object({ words: Type.String(), length: Type.Integer({ minimum: 1 }) }), {
    maxItems: MOST_RECORDINGS,
  }),
});
export type OwnVoice = Static<typeof ownVoiceSchema>;
export const voiceVersionSchema = object({ version: Type.String({ maxLength: 60 }) });
