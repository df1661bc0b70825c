// npm run account: makes an account, asking for what is needed.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import readline from 'node:readline/promises';
import { Writable } from 'node:stream';
import { buildIfChanged } from './build.mjs';
import { openDatabase } from './database.mjs';
import { ensureNode, ensurePackages, projectRoot } from './machine.mjs';

/** What is asked, the environment variable that answers it unasked, and what stands when nothing is typed. */
const QUESTIONS = [
  { name: 'ACCOUNT_EMAIL', question: 'E-mail: ' },
  { name: 'ACCOUNT_NAME', question: 'Name: ' },
  { name: 'ACCOUNT_PASSWORD', question: 'Password (10 characters or more): ', hidden: true },
  { name: 'ACCOUNT_EMERGENCY_NUMBER', question: 'Emergency number where you work [112]: ', otherwise: '112' },
];

async function ask({ name, question, hidden, otherwise }) {
  if (process.env[name]) return process.env[name];
  process.stdout.write(question);
  const output = hidden ? new Writable({ write: (_chunk, _encoding, done) => done() }) : process.stdout;
  const lines = readline.createInterface({ input: process.stdin, output, terminal: process.stdin.isTTY });
  const answer = await lines.question('');
  lines.close();
  if (hidden) process.stdout.write('\n');
  return answer.trim() || otherwise || '';
}

ensureNode();
ensurePackages();
const answers = {};
for (const question of QUESTIONS) answers[question.name] = await ask(question);
const database = await openDatabase();
buildIfChanged();
const main = path.join(projectRoot, 'server', 'dist', 'new-account-main.js');
const done = spawnSync(process.execPath, [main], {
  env: { ...process.env, ...answers, DATABASE_URL: database.url },
  stdio: 'inherit',
});
database.stop();
process.exitCode = done.status ?? 1;
