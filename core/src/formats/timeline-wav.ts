import type { Timeline } from '../timeline/index.js';
import { TRACK_RATE, trackLength, trackOf, type TrackSound } from './timeline-sound.js';

/** Bytes before the first sample of a WAV file. */
export const WAV_HEADER = 44;

/**
 * The sounds of a session, as {@link trackOf} mixes them, as a WAV file: 22.05 kHz, one channel, 16 bits.
 *
 * @param progress called after each stretch with how far it is, 0 to 1.
 */
export function timelineToWav(
  timeline: Timeline,
  track: TrackSound,
  progress: (done: number) => void = () => undefined,
): Uint8Array<ArrayBuffer> {
  const bytes = emptyWav(trackLength(timeline));
  const view = new DataView(bytes.buffer);
  let at = WAV_HEADER;
  for (const chunk of trackOf(timeline, track)) {
    for (const sample of chunk.samples) {
      view.setInt16(at, sample, true);
      at += 2;
    }
    progress(chunk.done);
  }
  return bytes;
}

/** A WAV file of so many samples, all silent: one channel, 16 bits. @param rate samples a second. */
export function emptyWav(samples: number, rate: number = TRACK_RATE): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(WAV_HEADER + samples * 2);
  writeHeader(new DataView(bytes.buffer), samples, rate);
  return bytes;
}

/** RIFF, format 1 (PCM), one channel, 16 bits, little endian. */
function writeHeader(view: DataView, samples: number, rate: number): void {
  const text = (at: number, words: string): void =>
    [...words].forEach((letter, index) => view.setUint8(at + index, letter.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, WAV_HEADER - 8 + samples * 2, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples * 2, true);
}
