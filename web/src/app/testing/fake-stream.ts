import type { LiveNews } from '@nuvrah/contract';
import type { NewsStream } from '../api/news-stream';

/** A stream of news into which a spec tells them. */
export class FakeStream implements NewsStream {
  onmessage: NewsStream['onmessage'] = null;
  onopen: NewsStream['onopen'] = null;
  onerror: NewsStream['onerror'] = null;
  readyState = 1;
  closed = false;

  constructor(readonly address = '') {}

  close(): void {
    this.closed = true;
  }

  tell(news: LiveNews): void {
    this.onmessage?.(new MessageEvent('message', { data: JSON.stringify(news) }));
  }
}
