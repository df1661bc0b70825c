import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { createApp } from './app.js';
import { readConfig, type Config } from './config.js';
import { openDatabase } from './db/open-database.js';
import { loadDemo } from './demo/load-demo.js';
import { instructorTable } from './db/entities.js';
import { startupSentence } from './startup-problem.js';

const HOST = '127.0.0.1';

function listen(config: Config, source: DataSource): Promise<Server> {
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
  const app = createApp({
    source,
    log,
    secret: config.secret,
    webFolder: config.webFolder,
    publicUrl: config.publicUrl,
  });
  return new Promise((resolve, reject) => {
    const server = app.listen(config.port, HOST, (error?: Error) =>
      error ? reject(error) : resolve(server),
    );
  });
}

/** Requests in progress are answered, then the database is let go. */
function stopOn(signals: readonly NodeJS.Signals[], server: Server, source: DataSource): void {
  const stop = (): void => {
    server.close(() => void source.destroy().then(() => process.exit(0)));
    server.closeIdleConnections();
  };
  for (const signal of signals) process.once(signal, stop);
}

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const source = await openDatabase(config.databaseUrl);
  if (config.demo) await loadDemo(source, new Date());
  if ((await source.getRepository(instructorTable).count()) === 0) {
    process.stdout.write('There is no account yet. Make one with "npm run account".\n');
  }
  const server = await listen(config, source);
  stopOn(['SIGINT', 'SIGTERM'], server, source);
  const { port } = server.address() as AddressInfo;
  process.stdout.write(`listening on http://${HOST}:${port}\n`);
}

start().catch((error: unknown) => {
  process.stderr.write(`${startupSentence(error)}\n`);
  process.exit(1);
});
