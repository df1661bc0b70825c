import type { LiveNews } from '@nuvrah/contract';
import type { Response } from 'express';
import pg from 'pg';
import type { DataSource, EntityManager } from 'typeorm';

const CHANNEL = 'class_leading';
/** Milliseconds between two signs of life to each phone; a proxy in between would cut a silent stream. */
const ALIVE_EVERY = 15_000;
const CONNECT_AGAIN = 1_000;

/** To whatever follows a class: all of it, or one phone. */
interface Told {
  /** What is followed: a class that phones follow, or a class that second screens show. */
  readonly live: string;
  readonly phone?: string;
  readonly news: LiveNews;
}

interface Stream {
  readonly live: string;
  /** The phone, or an id of the second screen's own. */
  readonly follower: string;
  readonly response: Response;
}

/** Tells whatever follows a class, whichever copy of the server it is connected to. */
export async function tellFollowers(within: Pick<EntityManager, 'query'>, told: Told): Promise<void> {
  await within.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(told)]);
}

/** The streams of the phones and second screens that are connected to this copy of the server, and what PostgreSQL tells it for them. */
export class ClassNews {
  private readonly streams = new Set<Stream>();
  private listener: pg.Client | null = null;
  private readonly beat: NodeJS.Timeout;
  private again: NodeJS.Timeout | null = null;
  private closed = false;

  /** @param alive told every quarter of a minute which phones (and screens) are connected. */
  constructor(
    private readonly source: DataSource,
    private readonly alive: (phones: readonly string[]) => Promise<void>,
  ) {
    this.beat = setInterval(() => this.tick(), ALIVE_EVERY);
    this.beat.unref();
  }

  /** Opens a stream. What happened before is not told: it is asked for once the stream is open. */
  async open(live: string, follower: string, response: Response): Promise<void> {
    await this.listen();
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      // A proxy, or compression, would keep news back until there are more of them.
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    const stream = { live, follower, response };
    this.streams.add(stream);
    response.on('close', () => this.streams.delete(stream));
    write(response, { kind: 'changed' });
  }

  private tick(): void {
    for (const { response } of this.streams) response.write(': \n\n');
    // Told again in a quarter of a minute where the database is away.
    this.alive([...new Set([...this.streams].map(({ follower }) => follower))]).catch(() => undefined);
  }

  /** One connection listens for all streams of this copy. */
  private async listen(): Promise<void> {
    if (this.listener || this.closed) return;
    const { url } = this.source.options as { readonly url?: string };
    const client = new pg.Client({ connectionString: url, keepAlive: true });
    this.listener = client;
    client.on('notification', ({ payload }) => this.pass(JSON.parse(payload ?? '{}') as Told));
    const lost = (): void => this.lost(client);
    client.on('error', lost);
    client.on('end', lost);
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
    } catch (problem) {
      this.listener = null;
      throw problem;
    }
  }

  /** What was told meanwhile was missed: everything is asked for once it listens again. */
  private lost(client: pg.Client): void {
    if (this.listener !== client) return;
    this.listener = null;
    if (this.closed) return;
    this.again = setTimeout(() => {
      this.listen()
        .then(() => this.streams.forEach(({ response }) => write(response, { kind: 'changed' })))
        .catch(() => this.lost((this.listener = client)));
    }, CONNECT_AGAIN);
    this.again.unref();
  }

  private pass({ live, phone, news }: Told): void {
    for (const stream of this.streams)
      if (stream.live === live && (phone === undefined || stream.follower === phone))
        write(stream.response, news);
  }

  /** Ends all streams: they are opened again, at another copy or here. */
  async close(): Promise<void> {
    this.closed = true;
    clearInterval(this.beat);
    if (this.again) clearTimeout(this.again);
    for (const { response } of this.streams) response.end();
    await this.listener?.end();
  }
}

const write = (response: Response, news: LiveNews): void =>
  void response.write(`data: ${JSON.stringify(news)}\n\n`);
