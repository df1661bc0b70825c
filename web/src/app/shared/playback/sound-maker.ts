import { Injectable } from '@angular/core';
import type { Timeline } from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { runInWorker } from '../../api/run-in-worker';

export type SoundMessage =
  /** 0 to 1. */
  | { readonly kind: 'progress'; readonly done: number }
  | { readonly kind: 'done'; readonly bytes: ArrayBuffer };

/** Renders the sound of a session in a worker. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class SoundMaker {
  render(timeline: Timeline): Observable<SoundMessage> {
    return runInWorker(
      () => new Worker(new URL('./sound-track.worker', import.meta.url), { type: 'module' }),
      timeline,
    );
  }
}
