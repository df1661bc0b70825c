import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import fs from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { makeAccount } from './accounts/new-account.js';
import { readConfig } from './config.js';
import { openDatabase } from './db/open-database.js';
import { loadDemo } from './demo/load-demo.js';
import { startupSentence } from './startup-problem.js';
import { clusterUrl, freshDatabase } from './testing/test-server.js';
import type { DataSource } from 'typeorm';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');

interface Ended {
  readonly code: number | null;
  readonly output: string;
}

/** Runs a program of this repository to its end. */
function run(file: string, args: readonly string[], env: Record<string, string>): Promise<Ended> {
  const child = spawn(process.execPath, [path.join(root, file), ...args], {
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  child.stdout.on('data', (text: Buffer) => (output += text.toString()));
  child.stderr.on('data', (text: Buffer) => (output += text.toString()));
  return new Promise((resolve) => child.once('exit', (code) => resolve({ code, output })));
}

const startServer = (env: Record<string, string>): Promise<Ended> =>
  run('server/dist/main.js', [], { SESSION_SECRET: 'for tests', PORT: '0', ...env });

describe('starting', () => {
  let source: DataSource;
  let url: string;
  let drop: () => Promise<void>;
  beforeEach(async () => ({ source, url, drop } = await freshDatabase()));
  afterEach(() => drop());

  const sentence = async (env: Record<string, string>): Promise<string> => {
    const { code, output } = await startServer(env);
    expect(code).toBe(1);
    expect(output.trim().split('\n').length).withContext(output).toBe(1);
    return output;
  };

  it('says in one sentence that the port is in use', async () => {
    const other = net.createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => other.once('listening', resolve));
    const { port } = other.address() as net.AddressInfo;
    await source.runMigrations();
    await makeAccount(
      source,
      { email: 'a@b.example', name: 'A', password: 'long enough!', timeZone: 'UTC', emergencyNumber: '1' },
      new Date(),
    );
    expect(await sentence({ DATABASE_URL: url, PORT: String(port) })).toContain(
      'The port is in use. Set PORT',
    );
    other.close();
  });

  const wrong: readonly [string, (at: URL) => void, string][] = [
    ['cannot be reached', (at) => (at.port = '1'), 'cannot be reached'],
    ['refuses the password', (at) => (at.password = 'other'), 'refused the password'],
    ['is not there', (at) => (at.pathname = '/nowhere'), 'no such database'],
  ];
  for (const [name, change, expected] of wrong) {
    it(`says that the database ${name}, and what to check`, async () => {
      const at = new URL(url);
      change(at);
      const said = await sentence({ DATABASE_URL: at.href });
      expect(said).toContain(expected);
      expect(said).toContain('DATABASE_URL');
    });
  }

  it('says that the database holds something else and leaves it alone', async () => {
    await source.query('CREATE TABLE student (id int); INSERT INTO student VALUES (7)');
    expect(await sentence({ DATABASE_URL: url })).toContain('tables that are not from here');
    expect(await source.query('SELECT id FROM student')).toEqual([{ id: 7 }]);
  });

  it('refuses a database that a newer version made', async () => {
    await source.runMigrations();
    await source.query(
      `INSERT INTO schema_migration (timestamp, name) VALUES (9999999999999, 'FromTomorrow')`,
    );
    expect(await sentence({ DATABASE_URL: url })).toContain('made by a newer version (FromTomorrow)');
  });

  it('says that an account may not make tables', async () => {
    const name = `poor_${randomUUID().replaceAll('-', '')}`;
    await source.query(`CREATE ROLE ${name} LOGIN PASSWORD 'poor'`);
    const at = new URL(url);
    [at.username, at.password] = [name, 'poor'];
    expect(await sentence({ DATABASE_URL: at.href })).toContain('may not make tables');
    await source.query(`DROP ROLE ${name}`);
  });

  it('says what is wrong with the environment', () => {
    const env = { DATABASE_URL: url, SESSION_SECRET: 's' };
    const said = (more: Record<string, string | undefined>): string => {
      try {
        readConfig({ ...env, ...more });
        return '';
      } catch (problem) {
        return startupSentence(problem);
      }
    };
    expect(said({})).toBe('');
    expect(said({ PORT: 'eighty' })).toContain('PORT is "eighty"');
    expect(said({ PUBLIC_URL: 'breath.example.org' })).toContain('Write it with its scheme');
    expect(said({ DATABASE_URL: undefined })).toContain('DATABASE_URL is not set');
    expect(said({ PUBLIC_URL: 'https://breath.example.org/' })).toBe('');
  });

  it('makes the first account, and says what is wrong with one', async () => {
    const make = (more: Record<string, string> = {}) =>
      run('server/dist/new-account-main.js', [], {
        DATABASE_URL: url,
        ACCOUNT_EMAIL: 'Tamsin@Quay.example',
        ACCOUNT_NAME: 'Tamsin',
        ACCOUNT_PASSWORD: 'above the loft',
        ...more,
      });
    expect((await make({ ACCOUNT_PASSWORD: 'short' })).output).toContain('at least 10 characters');
    expect((await make({ ACCOUNT_TIME_ZONE: 'Loft/Rope' })).output).toContain('no time zone');
    expect((await make()).output).toContain('Sign in as tamsin@quay.example');
    const again = await make();
    expect(again.code).toBe(1);
    expect(again.output).toEqual(jasmine.stringContaining('There is an account'));
  });
});

describe('a backup', () => {
  async function everyRow(source: DataSource): Promise<Record<string, unknown>> {
    const tables = await source.query<{ name: string }[]>(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1`,
    );
    const rows: Record<string, unknown> = {};
    for (const { name } of tables) {
      const all = await source.query<{ row: string }[]>(
        `SELECT to_jsonb(t)::text AS row FROM "${name}" t ORDER BY 1`,
      );
      rows[name] = all.map(({ row }) => row);
    }
    return rows;
  }

  it('restored elsewhere holds every row, and restored over changes takes them back', async () => {
    const [from, to] = [await freshDatabase(), await freshDatabase()];
    const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'nuvrah-backup-'));
    const file = path.join(folder, 'a.dump');
    await (await openDatabase(from.url)).destroy();
    await loadDemo(from.source, new Date('2026-03-10T12:00:00Z'));
    const rows = await everyRow(from.source);
    expect(Object.keys(rows)).toContain('sitting_passage');
    expect((rows['student'] as unknown[]).length).toBe(8);

    const made = await run('scripts/backup.mjs', [file], { DATABASE_URL: from.url });
    expect(made.code).toBe(0);
    expect(fs.statSync(file).mode & 0o777).toEqual(0o600);
    const restored = await run('scripts/restore.mjs', [file], { DATABASE_URL: to.url });
    expect(restored.code).withContext(restored.output).toBe(0);
    expect(await everyRow(to.source)).toEqual(rows);

    await to.source.query(`DELETE FROM student`);
    await run('scripts/restore.mjs', [file], { DATABASE_URL: to.url });
    expect(await everyRow(to.source)).toEqual(rows);

    fs.writeFileSync(file, 'no backup');
    const refused = await run('scripts/restore.mjs', [file], { DATABASE_URL: to.url });
    expect(refused.code).toBe(1);
    expect(refused.output).toEqual(jasmine.stringContaining('is no backup'));
    expect(await everyRow(to.source)).toEqual(rows);
    fs.rmSync(folder, { recursive: true });
    await from.drop();
    await to.drop();
  });

  it('says what is wrong before anything is touched', async () => {
    const missing = await run('scripts/restore.mjs', ['/tmp/there-is-none.dump'], {
      DATABASE_URL: clusterUrl(),
    });
    expect(missing.code).toBe(1);
    expect(missing.output).toEqual(jasmine.stringContaining('There is no file'));
    const nowhere = await run('scripts/backup.mjs', ['/tmp/x.dump'], { DATABASE_URL: 'nonsense' });
    expect(nowhere.code).toBe(1);
    expect(nowhere.output).toEqual(jasmine.stringContaining('not an address'));
  });
});
