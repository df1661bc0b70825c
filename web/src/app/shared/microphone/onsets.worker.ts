/// <reference lib="webworker" />
import { LoudnessOnsets } from '@nuvrah/core';
import type { HeardPiece } from './heard-piece';

let onsets: LoudnessOnsets | null = null;

addEventListener('message', ({ data: { rate, samples } }: MessageEvent<HeardPiece>) => {
  onsets ??= new LoudnessOnsets(rate);
  for (const at of onsets.push(samples)) postMessage(at);
});
