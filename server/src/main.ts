import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { createApp, newsOf } from './app.js';
import { readConfig, type Config } from './config.js';
import type { ClassNews } from './live/news.js';
import { openDatabase } from './db/open-database.js';
import { passwordMatches } from './accounts/password.js';
import { DEMO_SIGN_IN } from './demo/demo-data.js';
import { loadDemo } from './demo/load-demo.js';
import { instructorTable } from './db/entities.js';
import { startupSentence } from './startup-problem.js';

const HOST = '127.0.0.1';

function listen(config: Config, source: DataSource, news: ClassNews): Promise<Server> {
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
  const app = createApp({
    source,
    log,
    secret: config.secret,
    webFolder: config.webFolder,
    publicUrl: config.publicUrl,
    news,
  });
  return new Promise((resolve, reject) => {
    const server = app.listen(config.port, HOST, (error?: Error) =>
      error ? reject(error) : resolve(server),
    );
  });
}

/** Requests in progress are answered, then the database is let go. */
function stopOn(
  signals: readonly NodeJS.Signals[],
  { server, source, news }: { server: Server; source: DataSource; news: ClassNews },
): void {
  const stop = (): void => {
    void news.close();
    server.close(() => void source.destroy().then(() => process.exit(0)));
    server.closeIdleConnections();
  };
  for (const signal of signals) process.once(signal, stop);
  // Whoever started it is gone, without having been able to say so.
  if (process.env['STOP_WITH_INPUT'] === '1') process.stdin.resume().once('end', stop);
}

/** How to sign in to the demo; null where there is none, or where its password was changed. */
async function demoSignIn(source: DataSource): Promise<string | null> {
  const { email, password } = DEMO_SIGN_IN;
  const row = await source.getRepository(instructorTable).findOneBy({ email });
  if (!row || !(await passwordMatches(row.passwordHash, password))) return null;
  return `Demo sign-in: ${email}   password: ${password}`;
}

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const source = await openDatabase(config.databaseUrl);
  // Its password is published: it is for this machine alone.
  if (config.demo && config.publicUrl === null) await loadDemo(source, new Date());
  if ((await source.getRepository(instructorTable).count()) === 0) {
    process.stdout.write('There is no account yet. Make one with "npm run account".\n');
  }
  const news = newsOf(source);
  const server = await listen(config, source, news);
  stopOn(['SIGINT', 'SIGTERM'], { server, source, news });
  const { port } = server.address() as AddressInfo;
  const demo = await demoSignIn(source);
  // In one piece: whoever waits for the address has the rest with it.
  process.stdout.write(`listening on http://${HOST}:${port}\n${demo === null ? '' : `${demo}\n`}`);
}

start().catch((error: unknown) => {
  process.stderr.write(`${startupSentence(error)}\n`);
  process.exit(1);
});
