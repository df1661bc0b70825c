// npm test: installs what the tests need, runs all of them and adds them up. Needs no installed package.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { buildServer, buildWeb } from './build.mjs';
import { ensureChromium, ensureNode, ensurePackages, projectRoot, runShown, say } from './machine.mjs';
import { startCluster } from './postgres.mjs';
import { readTally } from './tally.mjs';

const npx = (...args) => runShown('npx', ['--no-install', ...args]);

/** Steps in order. One without a tally of its own counts as one test. */
const STEPS = [
  { name: 'types', run: () => buildServer() && npx('tsc', '-p', 'e2e', '--noEmit') },
  {
    name: 'lint',
    run: () =>
      npx('eslint', '.', '--cache', '--cache-location', '.data/eslint', '--cache-strategy', 'content'),
  },
  { name: 'format', run: () => npx('prettier', '--check', '.', '--log-level', 'warn') },
  ...['core', 'contract', 'server'].map((name) => ({
    name,
    tallied: true,
    run: (env) =>
      runShown(process.execPath, [path.join(projectRoot, 'scripts', 'run-jasmine.mjs'), name], { env }),
  })),
  {
    name: 'web',
    tallied: true,
    run: (env) =>
      runShown('npx', ['--no-install', 'ng', 'test', '--progress=false'], {
        cwd: path.join(projectRoot, 'web'),
        env,
      }),
  },
  { name: 'build', run: () => buildWeb() },
  {
    name: 'e2e',
    tallied: true,
    run: (env) =>
      runShown('npx', ['--no-install', 'playwright', 'test'], { cwd: path.join(projectRoot, 'e2e'), env }),
  },
];

ensureNode();
ensurePackages();
ensureChromium();
const cluster = await startCluster('test', { throwaway: true });
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'nuvrah-tally-'));
const env = {
  ...process.env,
  TEST_CLUSTER_URL: cluster.url,
  TALLY_FOLDER: folder,
  NG_CLI_ANALYTICS: 'false',
};

const only = new Set(process.argv.slice(2));
const total = { passed: 0, failed: 0 };
const failedSteps = [];
for (const step of STEPS) {
  if (only.size > 0 && !only.has(step.name)) continue;
  say(`\n── ${step.name}`);
  const from = Date.now();
  const succeeded = step.run(env);
  const tally = (step.tallied && readTally(folder, step.name)) || { passed: 0, failed: 0 };
  if (!step.tallied && succeeded) tally.passed = 1;
  // A step that failed without a failed test failed as a whole.
  if (!succeeded && tally.failed === 0) tally.failed = 1;
  total.passed += tally.passed;
  total.failed += tally.failed;
  if (!succeeded) failedSteps.push(step.name);
  say(
    `── ${step.name}: ${tally.passed} passed, ${tally.failed} failed, ${Math.round((Date.now() - from) / 1000)} s`,
  );
}
cluster.stop();
fs.rmSync(folder, { recursive: true, force: true });

if (failedSteps.length > 0) say(`\nFailed: ${failedSteps.join(', ')}`);
say(`\n${total.passed} passed, ${total.failed} failed`);
process.exitCode = total.failed > 0 ? 1 : 0;
