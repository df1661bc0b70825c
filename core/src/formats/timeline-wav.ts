import { notesOf, type Note, type Timeline } from '../timeline/index.js';

/** Samples a second of a sound track: enough for the highest of its tones with room above. */
export const WAV_RATE = 22_050;
const HEADER = 44;
/** Samples are mixed and written so many seconds at a time. */
const CHUNK_SECONDS = 20;
/** Longest that a note rings, seconds: what is left of it after a chunk is carried into the next. */
const LONGEST_NOTE = 5;
/** Seconds until a note is at its full level, so that it does not click. */
const ATTACK = 0.004;
/** Level to which a note has died away at its end. */
const END = 0.01;
/** Above what can be written a sample is cut off; notes that ring together are kept below it. */
const LOUDEST = 0.9;
/** Silence after the last bell began, seconds. */
const TAIL = 4;

/**
 * The sounds of a session as a WAV file: 22.05 kHz, one channel, 16 bits. The tones, ticks and bells are those of leading;
 * open stretches last as long as they are expected to.
 *
 * @param progress called after each stretch with how far it is, 0 to 1.
 */
export function timelineToWav(
  timeline: Timeline,
  progress: (done: number) => void = () => undefined,
): Uint8Array<ArrayBuffer> {
  const samples = Math.ceil((timeline.total / 1000 + TAIL) * WAV_RATE);
  const bytes = new Uint8Array(HEADER + samples * 2);
  const view = new DataView(bytes.buffer);
  writeHeader(view, samples);
  const notes = notesOf(timeline);
  const chunk = CHUNK_SECONDS * WAV_RATE;
  let mixed = new Float32Array(chunk + LONGEST_NOTE * WAV_RATE);
  let next = 0;
  for (let from = 0; from < samples; from += chunk) {
    progress(from / samples);
    const to = Math.min(samples, from + chunk);
    for (; next < notes.length && onset(notes[next] as Note) < to; next++)
      addNote(mixed, notes[next] as Note, onset(notes[next] as Note) - from);
    for (let at = from; at < to; at++) {
      const level = Math.max(-LOUDEST, Math.min(LOUDEST, mixed[at - from] as number));
      view.setInt16(HEADER + at * 2, Math.round(level * 32_767), true);
    }
    const carried = new Float32Array(mixed.length);
    carried.set(mixed.subarray(chunk));
    mixed = carried;
  }
  progress(1);
  return bytes;
}

const onset = ({ at }: Note): number => Math.round((at / 1000) * WAV_RATE);

/** A tone that begins softly and dies away by the end of its length. */
function addNote(into: Float32Array, { pitch, length, level }: Note, at: number): void {
  const samples = Math.min(Math.floor(length * WAV_RATE), into.length - at);
  const attack = ATTACK * WAV_RATE;
  const turn = (2 * Math.PI * pitch) / WAV_RATE;
  // What is multiplied by each sample: END when the length is over.
  const decay = END ** (1 / Math.max(1, samples));
  let envelope = level * LOUDEST;
  for (let i = 0; i < samples; i++) {
    const rise = i < attack ? i / attack : 1;
    into[at + i] = (into[at + i] as number) + Math.sin(turn * i) * envelope * rise;
    envelope *= decay;
  }
}

/** RIFF, format 1 (PCM), one channel, 16 bits, little endian. */
function writeHeader(view: DataView, samples: number): void {
  const text = (at: number, words: string): void =>
    [...words].forEach((letter, index) => view.setUint8(at + index, letter.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, HEADER - 8 + samples * 2, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, WAV_RATE, true);
  view.setUint32(28, WAV_RATE * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples * 2, true);
}
