// Runs the compiled specs of one workspace and leaves the tally where the test command adds them up.
import Jasmine from 'jasmine';
import path from 'node:path';
import { projectRoot } from './machine.mjs';
import { writeTally } from './tally.mjs';

const workspace = process.argv[2];
const tally = { passed: 0, failed: 0 };
const runner = new Jasmine({ projectBaseDir: path.join(projectRoot, workspace) });
runner.exitOnCompletion = false;
// Some specs start programs of their own; nothing waits for a clock.
runner.jasmine.DEFAULT_TIMEOUT_INTERVAL = 60_000;
runner.loadConfig({ spec_dir: 'dist', spec_files: ['**/*.spec.js'] });
runner.addReporter({
  specDone: ({ status }) => {
    if (status === 'passed') tally.passed++;
    if (status === 'failed') tally.failed++;
  },
});
const done = await runner.execute();
// Errors outside a spec, focused specs and "no specs at all" fail the run without failing a spec.
if (done.overallStatus !== 'passed' && tally.failed === 0) tally.failed = 1;
writeTally(workspace, tally);
process.exitCode = tally.failed > 0 ? 1 : 0;
