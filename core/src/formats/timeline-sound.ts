import type { Naming } from '../technique/index.js';
import { notesOf, type Note, type Timeline } from '../timeline/index.js';
import { loudnessOf, sayingsOf, underVoice, type Saying, type SoundChoice } from '../voice/index.js';

/** Samples a second of a sound track: enough for the highest of its tones, and for speech. */
export const TRACK_RATE = 22_050;
/** Samples are mixed so many seconds at a time. */
const CHUNK_SECONDS = 20;
/** Longest that a note rings and a saying lasts, seconds: what is left of it after a chunk is carried into the next. */
const LONGEST = 10;
/** Seconds until a note is at its full level, so that it does not click. */
const ATTACK = 0.004;
/** Level to which a note has died away at its end. */
const END = 0.01;
/** Above what can be written a sample is cut off; notes that ring together are kept below it. */
const LOUDEST = 0.9;
/** Silence after the last bell began, seconds. */
const TAIL = 4;

/** How a track sounds, as {@link SoundChoice} says it. */
export interface TrackSound {
  readonly sound: SoundChoice;
  readonly naming: Naming;
  /** The recordings of the shipped voice at {@link TRACK_RATE}, -1 to 1, from their beginning; null: tones alone. */
  readonly voice: Float32Array | null;
  /** The instructor's own recordings at that rate; left out where there are none. */
  readonly own?: Float32Array;
}

/** A stretch of a track: samples of 16 bits, and how far the track is with it, 0 to 1. */
export interface TrackChunk {
  readonly samples: Int16Array;
  readonly done: number;
}

/** How many samples a track of a timeline has: its length, and the last bell. */
export const trackLength = ({ total }: Timeline): number => Math.ceil((total / 1000 + TAIL) * TRACK_RATE);

/**
 * The sounds of a session, stretch by stretch, one channel: the tones, ticks, bells and words of leading, as loud as was chosen.
 * Open stretches last as long as they are expected to. Words that the shipped voice lacks are not heard.
 */
export function* trackOf(
  timeline: Timeline,
  { sound, naming, voice, own }: TrackSound,
): Generator<TrackChunk> {
  const length = trackLength(timeline);
  const sayings = voice === null || sound.loudness.voice === 0 ? [] : sayingsOf(timeline, sound, naming);
  const notes = notesOf(timeline);
  const chunk = CHUNK_SECONDS * TRACK_RATE;
  let mixed = new Float32Array(chunk + LONGEST * TRACK_RATE);
  let [note, said] = [0, 0];
  for (let from = 0; from < length; from += chunk) {
    const to = Math.min(length, from + chunk);
    const near = sayings.filter(
      ({ at, until }) => sampleAt(until) > from - chunk && sampleAt(at) < to + chunk,
    );
    for (; note < notes.length && sampleAt((notes[note] as Note).at) < to; note++) {
      const one = underVoice(notes[note] as Note, near);
      addNote(mixed, one, sampleAt(one.at) - from, sound.loudness[loudnessOf(one.kind)]);
    }
    for (; said < sayings.length && sampleAt((sayings[said] as Saying).at) < to; said++)
      addSaying(mixed, sayings[said] as Saying, from, { shipped: voice, own }, sound.loudness.voice);
    yield { samples: written(mixed, to - from), done: to / length };
    const carried = new Float32Array(mixed.length);
    carried.set(mixed.subarray(chunk));
    mixed = carried;
  }
}

const sampleAt = (at: number): number => Math.round((at / 1000) * TRACK_RATE);

const written = (mixed: Float32Array, length: number): Int16Array =>
  Int16Array.from(mixed.subarray(0, length), (level) =>
    Math.round(Math.max(-LOUDEST, Math.min(LOUDEST, level)) * 32_767),
  );

/** A tone that begins softly and dies away by the end of its length. */
function addNote(into: Float32Array, { pitch, length, level }: Note, at: number, loudness: number): void {
  const samples = Math.min(Math.floor(length * TRACK_RATE), into.length - at);
  const attack = ATTACK * TRACK_RATE;
  const turn = (2 * Math.PI * pitch) / TRACK_RATE;
  // What is multiplied by each sample: END when the length is over.
  const decay = END ** (1 / Math.max(1, samples));
  let envelope = level * LOUDEST * loudness;
  for (let i = 0; i < samples; i++) {
    const rise = i < attack ? i / attack : 1;
    into[at + i] = (into[at + i] as number) + Math.sin(turn * i) * envelope * rise;
    envelope *= decay;
  }
}

function addSaying(
  into: Float32Array,
  { at, clips }: Saying,
  from: number,
  voices: { readonly shipped: Float32Array | null; readonly own: Float32Array | undefined },
  loudness: number,
): void {
  for (const clip of clips ?? []) {
    const begins = sampleAt(at + clip.after) - from;
    const voice = clip.own ? voices.own : voices.shipped;
    if (!voice) continue;
    const recording = voice.subarray(sampleAt(clip.from), sampleAt(clip.from + clip.length));
    recording.forEach((sample, index) => {
      into[begins + index] = (into[begins + index] ?? 0) + sample * loudness;
    });
  }
}
