/// <reference lib="webworker" />
import { timelineToWav, type Timeline } from '@nuvrah/core';
import type { SoundMessage } from './sound-maker';

addEventListener('message', ({ data }: MessageEvent<Timeline>) => {
  const say = (message: SoundMessage, transfer: Transferable[] = []): void => postMessage(message, transfer);
  const bytes = timelineToWav(data, (done) => say({ kind: 'progress', done }));
  say({ kind: 'done', bytes: bytes.buffer }, [bytes.buffer]);
});
