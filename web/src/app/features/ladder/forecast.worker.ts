/// <reference lib="webworker" />
import '../../../language-of-worker';
import { forecastLadder, whatHelpsMost } from '@nuvrah/core';
import type { ForecastMessage, ForecastWork } from './forecaster';

/** Of the whole work, the forecast itself is about so much: the others are as long, and there are a few. */
const OWN = 0.25;

addEventListener('message', ({ data: { request, others } }: MessageEvent<ForecastWork>) => {
  const say = (message: ForecastMessage): void => postMessage(message);
  const forecast = forecastLadder(request, (done) => say({ kind: 'progress', done: done * OWN }));
  say({ kind: 'forecast', forecast });
  const help = whatHelpsMost(request, forecast, others, (done) =>
    say({ kind: 'progress', done: OWN + done * (1 - OWN) }),
  );
  say({ kind: 'done', help });
});
