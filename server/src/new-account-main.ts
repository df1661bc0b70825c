// Makes an account from what stands in the environment: a password on the command line would be seen by others.
import { makeAccount } from './accounts/new-account.js';
import { openDatabase } from './db/open-database.js';
import { startupSentence } from './startup-problem.js';

const { env } = process;

async function run(): Promise<void> {
  const source = await openDatabase(env['DATABASE_URL'] ?? '');
  try {
    const account = {
      email: env['ACCOUNT_EMAIL'] ?? '',
      name: env['ACCOUNT_NAME'] ?? '',
      password: env['ACCOUNT_PASSWORD'] ?? '',
      timeZone: env['ACCOUNT_TIME_ZONE'] ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
      emergencyNumber: env['ACCOUNT_EMERGENCY_NUMBER'] ?? '112',
    };
    const { email } = await makeAccount(source, account, new Date());
    process.stdout.write(`The account of ${account.name} is made. Sign in as ${email}.\n`);
  } finally {
    await source.destroy();
  }
}

run().catch((error: unknown) => {
  process.stderr.write(`${startupSentence(error)}\n`);
  process.exit(1);
});
