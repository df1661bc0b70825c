import type { Timeline } from '../timeline/index.js';
import { TRACK_RATE, trackLength, trackOf, type TrackSound } from './timeline-sound.js';

const HEADER = 44;

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
  const samples = trackLength(timeline);
  const bytes = new Uint8Array(HEADER + samples * 2);
  const view = new DataView(bytes.buffer);
  writeHeader(view, samples);
  let at = HEADER;
  for (const chunk of trackOf(timeline, track)) {
    for (const sample of chunk.samples) {
      view.setInt16(at, sample, true);
      at += 2;
    }
    progress(chunk.done);
  }
  return bytes;
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
  view.setUint32(24, TRACK_RATE, true);
  view.setUint32(28, TRACK_RATE * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples * 2, true);
}
