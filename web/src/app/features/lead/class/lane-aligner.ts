import { Injectable } from '@angular/core';
import { languageChosen, type AlignedLanes, type ClassToAlign } from '@nuvrah/core';
import { map, type Observable } from 'rxjs';
import { runInWorker } from '../../../api/run-in-worker';

/** What the worker is asked. */
export type LanesWork = Omit<ClassToAlign, 'ownSound' | 'newId'>;

/** Works the lanes of a class out in a worker, so that the page stays at hand. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class LaneAligner {
  align(work: LanesWork): Observable<AlignedLanes> {
    return runInWorker<{ readonly kind: 'done'; readonly answer: AlignedLanes }>(
      () =>
        new Worker(new URL('./lanes.worker', import.meta.url), { type: 'module', name: languageChosen() }),
      work,
    ).pipe(map(({ answer }) => answer));
  }
}
