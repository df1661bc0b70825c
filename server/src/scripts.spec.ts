// The scripts that start and stop everything, in a copy of them that knows of no database yet.
import { spawn, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { freshDatabase } from './testing/test-server.js';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');

/** Asked again until it is so, for half a minute at the most. */
async function until(so: () => boolean): Promise<boolean> {
  const end = performance.now() + 30_000;
  while (!so() && performance.now() < end) await new Promise((again) => setTimeout(again, 50));
  return so();
}

describe('the scripts', () => {
  let clone: string;
  beforeEach(() => {
    // Below a folder that PostgreSQL's own account reaches too.
    clone = fs.mkdtempSync(path.join(os.tmpdir(), 'nuvrah-clone-'));
    fs.chmodSync(clone, 0o755);
    fs.cpSync(path.join(root, 'scripts'), path.join(clone, 'scripts'), { recursive: true });
  });
  afterEach(() => fs.rmSync(clone, { recursive: true, force: true }));

  const start = (args: readonly string[], env: Record<string, string | undefined> = {}): ChildProcess =>
    spawn(process.execPath, [...args], {
      cwd: clone,
      env: { ...process.env, DATABASE_URL: undefined, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
  const toEnd = (child: ChildProcess): Promise<{ readonly code: number | null; readonly output: string }> => {
    let output = '';
    for (const stream of [child.stdout, child.stderr])
      stream?.on('data', (text: Buffer) => (output += text.toString()));
    return new Promise((resolve) => child.once('exit', (code) => resolve({ code, output })));
  };

  it('say first of all that the port is in use, and which one could be', async () => {
    const other = net.createServer().listen(0, '127.0.0.1');
    await new Promise((listening) => other.once('listening', listening));
    const { port } = other.address() as net.AddressInfo;
    const { code, output } = await toEnd(start(['scripts/start.mjs'], { PORT: String(port) }));
    other.close();
    expect(code).toBe(1);
    expect(output).toContain(`Port ${port} is in use.`);
    expect(output).toContain(`PORT=${port + 1} npm start`);
    expect(output).not.toContain('Installing');
  });

  it('back up nothing but a database that is there', async () => {
    const nowhere = await toEnd(start(['scripts/backup.mjs', path.join(clone, 'a.dump')]));
    expect(nowhere.code).toBe(1);
    expect(nowhere.output).toEqual(jasmine.stringContaining('There is no database'));
    const { url, drop } = await freshDatabase();
    const empty = await toEnd(
      start(['scripts/backup.mjs', path.join(clone, 'a.dump')], { DATABASE_URL: url }),
    );
    expect(empty.code).toBe(1);
    expect(empty.output).toEqual(jasmine.stringContaining('nothing in this database'));
    expect(fs.readdirSync(clone).filter((name) => name.includes('dump'))).toEqual([]);
    await drop();
  });

  it('leave no database running behind them, also when they are killed; one that was killed is started again', async () => {
    const folder = path.join(clone, '.data', 'main');
    const pidFile = path.join(folder, 'data', 'postmaster.pid');
    const using = [
      '--input-type=module',
      '--eval',
      `const { openDatabase } = await import('${path.join(clone, 'scripts', 'database.mjs')}');
       await openDatabase();
       process.stdout.write('open');
       setInterval(() => undefined, 1000);`,
    ];
    const open = async (): Promise<ChildProcess> => {
      const child = start(using);
      let said = '';
      child.stdout?.on('data', (text: Buffer) => (said += text.toString()));
      child.stderr?.on('data', (text: Buffer) => (said += text.toString()));
      expect(await until(() => said.includes('open') || child.exitCode !== null))
        .withContext(said)
        .toBeTrue();
      expect(said).toContain('open');
      return child;
    };
    const first = await open();
    const second = await open();
    const postmaster = Number(fs.readFileSync(pidFile, 'utf8').split('\n')[0]);
    first.kill('SIGKILL');
    expect(await until(() => first.signalCode !== null)).toBeTrue();
    // Somebody else uses it still.
    expect(fs.existsSync(`/proc/${postmaster}`)).toBeTrue();
    second.kill('SIGKILL');
    expect(await until(() => !fs.existsSync(pidFile) && !fs.existsSync(`/proc/${postmaster}`))).toBeTrue();
    // A file left behind, whose number belongs to another process by now.
    fs.writeFileSync(pidFile, `${process.pid}\n${path.join(folder, 'data')}\n0\n1\n\n127.0.0.1\n`);
    const third = await open();
    third.kill('SIGKILL');
    expect(await until(() => !fs.existsSync(pidFile))).toBeTrue();
  }, 120_000);
});
