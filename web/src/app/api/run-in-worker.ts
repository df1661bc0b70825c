import { Observable } from 'rxjs';

/** What a worker says on the way; the last has the kind "done". */
interface WorkMessage {
  readonly kind: string;
}

/**
 * Work that is done in a worker, so that the page stays at hand: what it says until it is done. Unsubscribing ends the work.
 *
 * @param start makes the worker; the bundler wants its address to stand where it is made.
 */
export function runInWorker<M extends WorkMessage>(start: () => Worker, work: unknown): Observable<M> {
  return new Observable((subscriber) => {
    const worker = start();
    worker.onmessage = ({ data }: MessageEvent<M>) => {
      subscriber.next(data);
      if (data.kind === 'done') subscriber.complete();
    };
    worker.onerror = (event) => subscriber.error(new Error(event.message));
    worker.postMessage(work);
    return () => worker.terminate();
  });
}
