/// <reference lib="webworker" />
import '../../../language-of-worker';
import { composeSessions, type ComposeRequest } from '@nuvrah/core';
import type { ComposeMessage } from './composer';

addEventListener('message', ({ data }: MessageEvent<ComposeRequest>) => {
  const say = (message: ComposeMessage): void => postMessage(message);
  say({ kind: 'done', answer: composeSessions(data, (done) => say({ kind: 'progress', done })) });
});
