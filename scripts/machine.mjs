// What the scripts need to know of the machine. Needs no installed package.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const projectRoot = path.dirname(path.dirname(fileURLToPath(import.meta.url)));

export const isRoot = () => process.getuid?.() === 0;

export const say = (line) => process.stdout.write(`${line}\n`);

/** One plain sentence and what to do, then the end. */
export function fail(sentence, whatToDo) {
  process.stderr.write(`\n${sentence}\n${whatToDo}\n`);
  process.exit(1);
}

/** The oldest Node that everything here runs on. */
export function ensureNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  fail(`Node ${process.versions.node} is too old.`, 'Install Node 20.19 or newer.');
}

/** Runs a command to its end with its output shown; answers whether it succeeded. */
export function runShown(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: projectRoot, stdio: 'inherit', ...options });
  return done.status === 0;
}

/** Installs Debian packages as root. */
export function aptInstall(...packages) {
  say(`Installing ${packages.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  const installed =
    runShown('apt-get', ['update', '-q'], quiet) &&
    runShown('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...packages], quiet);
  if (!installed)
    fail(`Debian could not install ${packages.join(', ')}.`, 'Install it by hand and start again.');
}

/** Where the application is open unless PORT says otherwise. */
export const DEFAULT_PORT = 4310;

/** Says at once that a port is taken, before anything is installed, built or opened for it. */
export async function ensurePortFree(port) {
  const number = Number(port);
  if (!Number.isInteger(number) || number < 0 || number > 65_535)
    fail(`PORT is "${port}".`, 'Set it to a number from 1024 to 65535.');
  const code = await new Promise((resolve) => {
    const tried = net.createServer();
    tried.once('error', (error) => resolve(error.code));
    tried.listen(number, '127.0.0.1', () => tried.close(() => resolve(null)));
  });
  if (code === 'EADDRINUSE')
    fail(`Port ${port} is in use.`, `Stop what uses it, or take another: PORT=${number + 1} npm start`);
  if (code !== null)
    fail(`Port ${port} cannot be used (${code}).`, `Take another: PORT=${DEFAULT_PORT} npm start`);
}
/** What npm calls a network that is not there. */
const NO_NETWORK =
  /ENOTFOUND|EAI_AGAIN|ECONNREFUSED|ECONNRESET|ENETUNREACH|EHOSTUNREACH|ETIMEDOUT|ERR_SOCKET_TIMEOUT|network/i;
const NETWORK_PATIENCE = 8_000;

/** Whether packages can be asked for; installing would find it out after minutes of silence. */
function isNetworkThere() {
  const args = ['ping', '--fetch-retries=0', `--fetch-timeout=${NETWORK_PATIENCE}`];
  const asked = spawnSync('npm', args, { cwd: projectRoot, encoding: 'utf8', timeout: NETWORK_PATIENCE });
  // A registry that answers something else is one that is there.
  return asked.status === 0 || (asked.error === undefined && !NO_NETWORK.test(asked.stderr));
}

/** Installs what the lock file names, when it differs from what is installed. */
export function ensurePackages() {
  const lock = path.join(projectRoot, 'package-lock.json');
  const stamp = path.join(projectRoot, 'node_modules', '.installed-lock');
  const wanted = createHash('sha256').update(fs.readFileSync(lock)).digest('hex');
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, 'utf8') === wanted) return;
  if (!isNetworkThere()) {
    fail(
      'The packages cannot be installed: there is no network, or the registry of packages does not answer.',
      'Connect this machine and start again.',
    );
  }
  say('Installing packages …');
  if (!runShown('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error'])) {
    fail(
      'The packages could not be installed.',
      'Look at the lines above; a second try often helps after a lost connection.',
    );
  }
  fs.writeFileSync(stamp, wanted);
}

export const CHROMIUM = '/usr/bin/chromium';

/** Chromium for the tests, from Debian. */
export function ensureChromium() {
  if (fs.existsSync(CHROMIUM)) return;
  if (!isRoot()) fail('Chromium is not installed.', 'Install the package "chromium" as root.');
  aptInstall('chromium');
}
