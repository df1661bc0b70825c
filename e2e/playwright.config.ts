import path from 'node:path';
import { defineConfig } from '@playwright/test';
import { BROWSER_SETTINGS, CHROMIUM, FLAGS } from './src/browser-settings.js';

const { reducedMotion, ...settings } = BROWSER_SETTINGS;
const tally = process.env['TALLY_FOLDER'];

export default defineConfig({
  testDir: 'src',
  testMatch: '*.journey.ts',
  outputDir: 'test-results',
  fullyParallel: false,
  workers: 1,
  retries: 0,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [
    ['list'],
    ...(tally ? [['./src/tally-reporter.ts', { file: path.join(tally, 'e2e.json') }] as const] : []),
  ] as never,
  use: {
    ...settings,
    contextOptions: { reducedMotion },
    launchOptions: { executablePath: CHROMIUM, args: [...FLAGS] },
    // Recording every step costs a third of the time: TRACE=1 asks for it.
    trace: process.env['TRACE'] ? 'retain-on-failure' : 'off',
  },
});
