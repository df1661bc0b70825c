// npm run backup [-- file]: everything in the database as one file.
import fs from 'node:fs';
import path from 'node:path';
import { openDatabase, runPostgresTool } from './database.mjs';
import { fail, projectRoot, say } from './machine.mjs';

const stamp = new Date().toISOString().slice(0, 19).replaceAll(':', '').replace('T', '-');
const file = path.resolve(
  process.argv[2] ?? path.join(projectRoot, '.data', 'backups', `nuvrah-${stamp}.dump`),
);

try {
  fs.mkdirSync(path.dirname(file), { recursive: true });
  fs.accessSync(path.dirname(file), fs.constants.W_OK);
} catch (error) {
  fail(
    `The folder ${path.dirname(file)} cannot be written to (${error.code}).`,
    'Name another file: npm run backup -- FILE',
  );
}

const database = await openDatabase(false);
// Health facts: from its first byte on the file is nobody else's.
process.umask(0o077);
// Written beside and renamed: a backup that was cut off never looks like one.
const unfinished = `${file}.unfinished`;
const done = runPostgresTool(
  'pg_dump',
  ['--format=custom', '--no-owner', '--no-privileges', '--file', unfinished],
  database.url,
);
database.stop();
if (done.status !== 0) {
  fs.rmSync(unfinished, { force: true });
  fail(
    'The backup could not be made.',
    done.stderr?.trim() || 'Check that PostgreSQL is running and DATABASE_URL is right.',
  );
}
const listed = runPostgresTool('pg_restore', ['--list', unfinished], 'postgres://127.0.0.1/none');
if (!/ TABLE DATA public instructor /.test(listed.stdout ?? '')) {
  fs.rmSync(unfinished, { force: true });
  fail(
    'There is nothing in this database to back up.',
    'Check that DATABASE_URL names the one that is used.',
  );
}
fs.renameSync(unfinished, file);
say(`Backup: ${file}`);
say('It holds health facts: keep it where only you can read it.');
