// npm run restore -- file: puts a backup in place of what is in the database.
import fs from 'node:fs';
import path from 'node:path';
import { openDatabase, runPostgresTool } from './database.mjs';
import { fail, say } from './machine.mjs';

const name = process.argv[2];
if (!name) fail('No backup was named.', 'Name it: npm run restore -- FILE');
const file = path.resolve(name);
if (!fs.existsSync(file)) fail(`There is no file ${file}.`, 'Name a backup that "npm run backup" made.');

const listed = runPostgresTool('pg_restore', ['--list', file], 'postgres://127.0.0.1/none');
if (listed.status !== 0) fail(`${file} is no backup.`, 'Name a backup that "npm run backup" made.');

const database = await openDatabase();
// In one transaction: a restore that fails leaves what was there.
const done = runPostgresTool(
  'pg_restore',
  [
    '--clean',
    '--if-exists',
    '--no-owner',
    '--no-privileges',
    '--single-transaction',
    '--exit-on-error',
    '--dbname',
    '',
    file,
  ],
  database.url,
);
database.stop();
if (done.status !== 0)
  fail('The backup could not be restored; nothing was changed.', done.stderr?.trim() ?? '');
say(`Restored from ${file}.`);
