// What the scripts need to know of the machine. Needs no installed package.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
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

/** Installs what the lock file names, when it differs from what is installed. */
export function ensurePackages() {
  const lock = path.join(projectRoot, 'package-lock.json');
  const stamp = path.join(projectRoot, 'node_modules', '.installed-lock');
  const wanted = createHash('sha256').update(fs.readFileSync(lock)).digest('hex');
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, 'utf8') === wanted) return;
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
