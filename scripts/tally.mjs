// Numbers of passed and failed tests, left by each kind of test for the test command to add up.
import fs from 'node:fs';
import path from 'node:path';

export function writeTally(name, tally) {
  const folder = process.env.TALLY_FOLDER;
  if (folder) fs.writeFileSync(path.join(folder, `${name}.json`), JSON.stringify(tally));
}

/** The tally that a step left, or null when it ended before it could. */
export function readTally(folder, name) {
  const file = path.join(folder, `${name}.json`);
  return fs.existsSync(file) ? JSON.parse(fs.readFileSync(file, 'utf8')) : null;
}
