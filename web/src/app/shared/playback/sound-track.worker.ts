/// <reference lib="webworker" />
import { Mp3Encoder } from '@breezystack/lamejs';
import { timelineToWav, TRACK_RATE, trackOf } from '@nuvrah/core';
import type { SoundMessage, TrackWanted } from './sound-maker';

/** Bits a second of an MP3, in thousands: speech and tones on one channel. */
const KILOBITS = 64;

addEventListener('message', ({ data }: MessageEvent<TrackWanted>) => {
  const say = (message: SoundMessage, transfer: Transferable[] = []): void => postMessage(message, transfer);
  const progress = (done: number): void => say({ kind: 'progress', done });
  const bytes =
    data.format === 'wav'
      ? timelineToWav(data.timeline, data.track, progress)
      : timelineToMp3(data, progress);
  say({ kind: 'done', bytes: bytes.buffer }, [bytes.buffer]);
});

function timelineToMp3(
  { timeline, track }: TrackWanted,
  progress: (done: number) => void,
): Uint8Array<ArrayBuffer> {
  const encoder = new Mp3Encoder(1, TRACK_RATE, KILOBITS);
  const pieces: Uint8Array[] = [];
  for (const { samples, done } of trackOf(timeline, track)) {
    pieces.push(encoder.encodeBuffer(samples));
    progress(done);
  }
  pieces.push(encoder.flush());
  const bytes = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytes;
}
