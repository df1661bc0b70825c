import type { LiveNews } from '@nuvrah/contract';

/** A stream of news as it comes from an address. */
export class NewsReader {
  private readonly came: LiveNews[] = [];
  private readonly waiting: (() => void)[] = [];
  private readonly stop = new AbortController();
  readonly status: Promise<number>;
  /** Done when the server ends it. */
  readonly ended: Promise<void>;

  constructor(address: string, headers: Record<string, string> = {}) {
    const response = fetch(address, { headers, signal: this.stop.signal });
    this.status = response.then(({ status }) => status);
    this.ended = response.then((answer) => this.read(answer)).catch(() => undefined);
  }

  private async read({ body }: Response): Promise<void> {
    if (!body) return;
    const decoder = new TextDecoder();
    let text = '';
    for await (const chunk of body) {
      text += decoder.decode(chunk as Uint8Array, { stream: true });
      const parts = text.split('\n\n');
      text = parts.pop() ?? '';
      for (const part of parts)
        if (part.startsWith('data: ')) this.came.push(JSON.parse(part.slice(6)) as LiveNews);
      for (const tell of this.waiting.splice(0)) tell();
    }
  }

  /** The next news of a kind; what came before it is passed over. */
  async next<K extends LiveNews['kind']>(kind: K): Promise<Extract<LiveNews, { kind: K }>> {
    for (;;) {
      const one = this.came.shift();
      if (one?.kind === kind) return one as Extract<LiveNews, { kind: K }>;
      if (!one) await new Promise<void>((resolve) => this.waiting.push(resolve));
    }
  }

  close(): void {
    this.stop.abort();
  }
}
