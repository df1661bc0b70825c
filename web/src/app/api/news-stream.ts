import { InjectionToken } from '@angular/core';
import type { LiveNews } from '@nuvrah/contract';
import { Observable, retry } from 'rxjs';

/** A stream of news from the server (server-sent events). */
export interface NewsStream {
  onmessage: ((event: MessageEvent<string>) => void) | null;
  onopen: (() => void) | null;
  onerror: (() => void) | null;
  readonly readyState: number;
  close(): void;
}

/** Opens a stream; specs give their own. */
export const NEWS_STREAM = new InjectionToken<(address: string) => NewsStream>('news stream', {
  providedIn: 'root',
  factory: () => (address) => new EventSource(address) as NewsStream,
});

/** What the browser says of a stream that it opens no more by itself. */
export const STREAM_CLOSED = 2;

/** Milliseconds until a stream that was refused is opened again. */
const AGAIN = 3_000;

/** The news that come from an address, however often the stream is cut or refused. */
export const newsFrom = (open: (address: string) => NewsStream, address: string): Observable<LiveNews> =>
  new Observable<LiveNews>((subscriber) => {
    const stream = open(address);
    stream.onmessage = ({ data }) => subscriber.next(JSON.parse(data) as LiveNews);
    stream.onerror = () => {
      // Cut, the browser connects again by itself; refused, it does not.
      if (stream.readyState === STREAM_CLOSED) subscriber.error(new Error('the stream was refused'));
    };
    return () => stream.close();
  }).pipe(retry({ delay: AGAIN }));
