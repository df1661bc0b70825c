// npm start: everything from a bare machine to an open address. Needs no installed package.
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { buildIfChanged, SERVER_FLAGS, SERVER_MAIN, WEB_FOLDER } from './build.mjs';
import {
  DEFAULT_PORT,
  ensureNode,
  ensurePackages,
  ensurePortFree,
  fail,
  projectRoot,
  say,
} from './machine.mjs';
import { openDatabase } from './database.mjs';

/** Signs the session cookies; kept, so that a restart signs nobody out. */
function sessionSecret() {
  const file = path.join(projectRoot, '.data', 'session-secret');
  if (!fs.existsSync(file)) {
    fs.mkdirSync(path.dirname(file), { recursive: true });
    fs.writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  }
  return fs.readFileSync(file, 'utf8').trim();
}

/** Starts the server and answers it with the address it prints once it listens. */
function startServer(databaseUrl) {
  const env = {
    ...process.env,
    PORT: String(port),
    DEMO_DATA: demo ? '1' : '0',
    DATABASE_URL: databaseUrl,
    SESSION_SECRET: process.env.SESSION_SECRET ?? sessionSecret(),
    WEB_FOLDER,
    STOP_WITH_INPUT: '1',
  };
  const server = spawn(process.execPath, [...SERVER_FLAGS, SERVER_MAIN], {
    env,
    // It ends when this one does, in whichever way: then its standard input ends.
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const listening = new Promise((resolve) => {
    server.stdout.setEncoding('utf8').on('data', (text) => {
      for (const line of text.split('\n').filter((one) => one !== '')) {
        const [, address] = /^listening on (\S+)/.exec(line) ?? [];
        if (address) resolve(address);
        else if (said === null) say(line);
        else said.push(line);
      }
    });
  });
  return { server, listening };
}

/** The demo is loaded into an empty database unless DEMO_DATA=0 says otherwise. */
const demo = process.env.DEMO_DATA !== '0';
/** An empty one is none. */
const port = process.env.PORT || String(DEFAULT_PORT);
/** What the server says before its address is shown; null from then on. */
let said = [];

ensureNode();
await ensurePortFree(port);
ensurePackages();
const database = await openDatabase();
buildIfChanged();
const { server, listening } = startServer(database.url);

// The terminal sends Ctrl-C to the server as well; being asked twice does it no harm.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => server.kill(signal === 'SIGHUP' ? 'SIGTERM' : signal));
// A terminal that was closed takes no words any more.
process.stdout.on('error', () => undefined);
server.once('exit', (code, signal) => {
  database.stop();
  if (code === 0 || signal) say('Stopped. The data is kept.');
  process.exitCode = code ?? 0;
});
server.once('error', (error) => fail('The server could not be started.', error.message));

const address = await listening;
say(`\nNuvrah is open at ${process.env.PUBLIC_URL || address}`);
said.forEach(say);
said = null;
say('Ctrl-C stops it.');
