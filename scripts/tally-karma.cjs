// Karma reporter: leaves the number of passed and failed specs where the test command adds them up.
const fs = require('node:fs');
const path = require('node:path');

function TallyReporter() {
  this.onRunComplete = (_browsers, results) => {
    const folder = process.env.TALLY_FOLDER;
    if (!folder) return;
    const failed = results.failed + (results.error && results.failed === 0 ? 1 : 0);
    fs.writeFileSync(path.join(folder, 'web.json'), JSON.stringify({ passed: results.success, failed }));
  };
}

module.exports = { 'reporter:tally': ['type', TallyReporter] };
