/// <reference lib="webworker" />
import '../../../../language-of-worker';
import { alignLanes } from '@nuvrah/core';
import type { LanesWork } from './lane-aligner';

addEventListener('message', ({ data }: MessageEvent<LanesWork>) => {
  const answer = alignLanes({ ...data, ownSound: false, newId: () => crypto.randomUUID() });
  postMessage({ kind: 'done', answer });
});
