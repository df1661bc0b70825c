import { Injectable } from '@angular/core';
import { languageChosen, type CsvContext, type LoggedSitting, type ReadLog } from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { runInWorker } from '../../api/run-in-worker';

/** A file of a log, and what it is read against. */
export interface LogWork {
  readonly bytes: ArrayBuffer;
  readonly context: Omit<CsvContext, 'newId'>;
}

export type LogMessage =
  /** 0 to 1. */
  | { readonly kind: 'progress'; readonly done: number }
  /** Some of the sittings: all at once would hold the page up. */
  | { readonly kind: 'part'; readonly sittings: readonly LoggedSitting[] }
  /** All but the sittings. */
  | { readonly kind: 'done'; readonly log: Omit<ReadLog, 'sittings'> };

/** Reads a log of sittings in a worker. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class LogReading {
  read(work: LogWork): Observable<LogMessage> {
    return runInWorker(
      () => new Worker(new URL('./log.worker', import.meta.url), { type: 'module', name: languageChosen() }),
      work,
    );
  }
}
