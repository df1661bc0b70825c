// Stops a database cluster when nobody uses it any more: also after a script was killed, or its terminal was closed.
// Started by postgres.mjs, apart from every terminal: node cluster-guard.mjs FOLDER PG_CTL [UID GID]
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { isUsed } from './cluster-users.mjs';

const [, , folder, pgCtl, uid, gid] = process.argv;
const data = path.join(folder, 'data');
const account = uid === undefined ? {} : { uid: Number(uid), gid: Number(gid) };
const LOOK_EVERY = 1_000;

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => undefined);
while (fs.existsSync(path.join(data, 'postmaster.pid'))) {
  if (!isUsed(folder)) spawnSync(pgCtl, ['-D', data, '-m', 'fast', '-w', 'stop'], { cwd: '/', ...account });
  await pause(LOOK_EVERY);
}
