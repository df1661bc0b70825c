import { Injectable } from '@angular/core';
import {
  languageChosen,
  type Alternative,
  type Forecast,
  type ForecastRequest,
  type Help,
} from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { runInWorker } from '../../api/run-in-worker';

export interface ForecastWork {
  readonly request: ForecastRequest;
  readonly others: readonly Alternative[];
}

export type ForecastMessage =
  /** 0 to 1. */
  | { readonly kind: 'progress'; readonly done: number }
  | { readonly kind: 'forecast'; readonly forecast: Forecast }
  | { readonly kind: 'done'; readonly help: readonly Help[] };

/** Forecasts in a worker, so that the page stays at hand. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class Forecaster {
  forecast(work: ForecastWork): Observable<ForecastMessage> {
    return runInWorker(
      () =>
        new Worker(new URL('./forecast.worker', import.meta.url), { type: 'module', name: languageChosen() }),
      work,
    );
  }
}
