import { STOP_TAKEN_BACK_WITHIN } from '@nuvrah/core';
import { map, startWith, takeWhile, timer, type Observable } from 'rxjs';

/** Seconds for which a stop can still be taken back, from now on; the last is 0. */
export const secondsToGoOn = (): Observable<number> =>
  timer(1_000, 1_000).pipe(
    map((second) => STOP_TAKEN_BACK_WITHIN / 1_000 - second - 1),
    takeWhile((left) => left >= 0),
    startWith(STOP_TAKEN_BACK_WITHIN / 1_000),
  );
