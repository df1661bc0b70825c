// Builds what changed since the last build. Needs no installed package but the ones it builds with.
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensurePackages, fail, projectRoot, runShown, say } from './machine.mjs';

export const WEB_FOLDER = path.join(projectRoot, 'web', 'dist');
export const SERVER_MAIN = path.join(projectRoot, 'server', 'dist', 'main.js');

/** One thread tidies up: on a small machine several get in the way of the database and of each other. */
export const SERVER_FLAGS = ['--single-threaded-gc'];

const SOURCES = ['core', 'contract', 'server', 'web'];
const NOT_SOURCES = new Set(['dist', 'node_modules', '.angular']);
const STAMP = path.join(projectRoot, '.data', 'built');

function* filesBelow(folder) {
  for (const entry of fs.readdirSync(folder, { withFileTypes: true })) {
    const place = path.join(folder, entry.name);
    if (entry.isDirectory()) {
      if (!NOT_SOURCES.has(entry.name)) yield* filesBelow(place);
    } else if (!entry.name.endsWith('.tsbuildinfo')) {
      yield place;
    }
  }
}

/** A hash of everything the build reads: times of files say nothing after a fresh checkout. */
function sourceHash() {
  const hash = createHash('sha256');
  const files = SOURCES.flatMap((name) => [...filesBelow(path.join(projectRoot, name))]);
  files.push(path.join(projectRoot, 'package-lock.json'), path.join(projectRoot, 'tsconfig.base.json'));
  for (const file of files.sort()) {
    hash.update(path.relative(projectRoot, file)).update('\0').update(fs.readFileSync(file)).update('\0');
  }
  return hash.digest('hex');
}

/** Compiles core, contract and server. */
export const buildServer = () => runShown('npx', ['--no-install', 'tsc', '-b']);

/** Bundles the web application. */
export const buildWeb = () =>
  runShown('npx', ['--no-install', 'ng', 'build', '--progress=false'], {
    cwd: path.join(projectRoot, 'web'),
  });

/** Builds everything unless nothing changed since it was last built. */
export function buildIfChanged() {
  const wanted = sourceHash();
  const built = fs.existsSync(SERVER_MAIN) && fs.existsSync(path.join(WEB_FOLDER, 'index.html'));
  if (built && fs.existsSync(STAMP) && fs.readFileSync(STAMP, 'utf8') === wanted) return;
  say('Building …');
  if (!buildServer() || !buildWeb()) fail('The build failed.', 'The lines above say where.');
  fs.mkdirSync(path.dirname(STAMP), { recursive: true });
  fs.writeFileSync(STAMP, wanted);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  ensurePackages();
  buildIfChanged();
}
