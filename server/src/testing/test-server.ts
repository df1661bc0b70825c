// A real server on a fresh database of a real PostgreSQL, and a client for it.
import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import {
  API_ROOT,
  routes,
  type AnswerOf,
  type BodyOf,
  type ParamsOf,
  type Problem,
  type QueryOf,
  type Route,
} from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS } from '@nuvrah/core';
import { pino } from 'pino';
import { DataSource } from 'typeorm';
import { hashPassword } from '../accounts/password.js';
import { createApp, newsOf, type AppOptions } from '../app.js';
import { createDataSource } from '../db/data-source.js';
import { instructorTable } from '../db/entities.js';

/** Address of the cluster that the tests may use, without a database's name. */
export function clusterUrl(): string {
  const url = process.env['TEST_CLUSTER_URL'];
  if (!url) throw new Error('TEST_CLUSTER_URL is not set: run the tests with "npm test".');
  return url;
}

async function onCluster(sql: string): Promise<void> {
  const admin = await new DataSource({ type: 'postgres', url: `${clusterUrl()}/postgres` }).initialize();
  await admin.query(sql);
  await admin.destroy();
}

/** A fresh, empty database; `drop` removes it. */
export async function freshDatabase(): Promise<{
  source: DataSource;
  url: string;
  drop: () => Promise<void>;
}> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await onCluster(`CREATE DATABASE ${name}`);
  const url = `${clusterUrl()}/${name}`;
  const source = await createDataSource(url).initialize();
  return {
    source,
    url,
    drop: async () => {
      await source.destroy();
      await onCluster(`DROP DATABASE ${name}`);
    },
  };
}

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
  readonly headers: Headers;
}

interface Sent<R extends Route> {
  readonly params?: ParamsOf<R>;
  readonly body?: BodyOf<R>;
  readonly query?: QueryOf<R>;
}

/** What came, or the problem instead: a spec looks at the status first. */
type Either<T> = T extends null ? Problem : T & Problem;

/** A browser's side of the conversation: keeps cookies and sends the token back. */
export class TestClient {
  private readonly cookies = new Map<string, string>();

  constructor(private readonly origin: string) {}

  /** Calls a route and answers what came, problem or not. */
  async call<R extends Route>(route: R, sent: Sent<R> = {}): Promise<Answer<Either<AnswerOf<R>>>> {
    const path = route.path.replace(
      /:(\w+)/g,
      (_, name: string) => (sent.params as Record<string, string>)[name] ?? '',
    );
    const query = new URLSearchParams((sent.query ?? {}) as Record<string, string>);
    const search = query.size > 0 ? `?${query}` : '';
    return this.send(route.method.toUpperCase(), `${API_ROOT}${path}${search}`, sent.body);
  }

  /** As {@link call}, for a call that must succeed. */
  async must<R extends Route>(route: R, sent: Sent<R> = {}): Promise<AnswerOf<R>> {
    const { status, body } = await this.call(route, sent);
    if (status !== route.status)
      throw new Error(`${route.method} ${route.path}: ${status} ${JSON.stringify(body)}`);
    return body;
  }

  /** As whom it is known to the server. */
  get cookie(): string {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  /** A file as it comes. */
  async bytes(path: string): Promise<Answer<Uint8Array>> {
    const response = await fetch(`${this.origin}${path}`, { headers: { cookie: this.cookie } });
    const body = new Uint8Array(await response.arrayBuffer());
    return { status: response.status, body, headers: response.headers };
  }

  async send<T>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const token = this.cookies.get('XSRF-TOKEN');
    const response = await fetch(`${this.origin}${path}`, {
      method,
      headers: {
        cookie: this.cookie,
        ...(token && { 'x-xsrf-token': token }),
        ...(body !== undefined && { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    for (const line of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
      if (name && value !== undefined) this.cookies.set(name, decodeURIComponent(value));
    }
    const text = await response.text();
    const json = response.headers.get('content-type')?.includes('json') ?? false;
    return {
      status: response.status,
      body: (json ? JSON.parse(text) : text) as T,
      headers: response.headers,
    };
  }
}

const PASSWORD = 'a long enough password';

export interface TestServer {
  readonly origin: string;
  readonly source: DataSource;
  /** The moment the server believes it is. */
  readonly now: Date;
  /** What the server takes for now from here on. */
  setClock(now: Date): void;
  /** A client that nobody has signed in with. */
  stranger(): TestClient;
  /** A client of a new instructor. */
  instructor(): Promise<TestClient>;
  readonly password: string;
  close(): Promise<void>;
}

export async function startTestServer(options: Partial<AppOptions> = {}): Promise<TestServer> {
  const { source, drop } = await freshDatabase();
  await source.runMigrations();
  const passwordHash = await hashPassword(PASSWORD);
  let now = new Date('2026-03-10T12:00:00Z');
  const log = pino({ level: 'silent' });
  const news = newsOf(source, () => now);
  const own = { source, log, secret: 'for tests', webFolder: null, news, now: () => now };
  const app = createApp({ ...own, ...options });
  const server = await new Promise<Server>((resolve) => {
    const listening: Server = app.listen(0, '127.0.0.1', () => resolve(listening));
  });
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const stranger = (): TestClient => new TestClient(origin);

  return {
    origin,
    source,
    get now() {
      return now;
    },
    setClock: (to) => void (now = to),
    stranger,
    password: PASSWORD,
    async instructor() {
      const id = randomUUID();
      const email = `${id}@example.org`;
      await source.getRepository(instructorTable).insert({
        id,
        email,
        passwordHash,
        name: 'Somebody',
        naming: 'plain',
        timeZone: 'Europe/London',
        emergencyNumber: '112',
        place: null,
        conventions: DEFAULT_CONVENTIONS,
        createdAt: now,
      });
      const client = stranger();
      await client.must(routes.signIn, { body: { email, password: PASSWORD } });
      return client;
    },
    async close() {
      await news.close();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await drop();
    },
  };
}
