/// <reference lib="webworker" />
import '../../../language-of-worker';
import { alternativesTo, composeSessions, whyNot } from '@nuvrah/core';
import type { ComposeWork } from './composer';

addEventListener('message', ({ data }: MessageEvent<ComposeWork>) => {
  postMessage({ kind: 'done', answer: answerTo(data) });
});

function answerTo(work: ComposeWork): unknown {
  switch (work.kind) {
    case 'compose':
      return composeSessions(work.request, (done) => postMessage({ kind: 'progress', done }));
    case 'alternatives':
      return alternativesTo(work.request, work.proposal, work.passageId);
    case 'why-not':
      return whyNot(work.request, work.proposal, work.technique);
  }
}
