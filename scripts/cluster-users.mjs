// Who uses a database cluster: one file for each script, named by its process, so that the last one to go stops it.
import fs from 'node:fs';
import path from 'node:path';

/** When a process began, as the kernel counts it; null where there is none. A number that was given anew began later. */
function beganAt(pid) {
  try {
    const stat = fs.readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name of the program stands in brackets and may hold anything; the 20th field after it is the start.
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return null;
  }
}

const folderOf = (cluster) => path.join(cluster, 'users');

/** From here on this process uses the cluster in this folder. */
export function use(cluster) {
  fs.mkdirSync(folderOf(cluster), { recursive: true, mode: 0o755 });
  fs.writeFileSync(path.join(folderOf(cluster), String(process.pid)), beganAt(process.pid) ?? '');
}

export function leave(cluster) {
  fs.rmSync(path.join(folderOf(cluster), String(process.pid)), { force: true });
}

/** Whether anybody uses the cluster; the files of those who went without a word are taken away. */
export function isUsed(cluster) {
  if (!fs.existsSync(folderOf(cluster))) return false;
  let used = false;
  for (const pid of fs.readdirSync(folderOf(cluster))) {
    const file = path.join(folderOf(cluster), pid);
    const began = beganAt(pid);
    if (began !== null && fs.readFileSync(file, 'utf8') === began) used = true;
    else fs.rmSync(file, { force: true });
  }
  return used;
}
