import path from 'node:path';
import { defineConfig } from '@playwright/test';

// Debian's Chromium; nothing is fetched, nothing leaves this machine.
const CHROMIUM = '/usr/bin/chromium';
const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
];

const tally = process.env['TALLY_FOLDER'];

export default defineConfig({
  testDir: 'src',
  testMatch: '*.journey.ts',
  outputDir: 'test-results',
  // Each journey has a server and a database of its own.
  fullyParallel: true,
  workers: 2,
  retries: 0,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [
    ['list'],
    ...(tally ? [['./src/tally-reporter.ts', { file: path.join(tally, 'e2e.json') }] as const] : []),
  ] as never,
  use: {
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    launchOptions: { executablePath: CHROMIUM, args: FLAGS },
    // Recording every step costs a third of the time: TRACE=1 asks for it.
    trace: process.env['TRACE'] ? 'retain-on-failure' : 'off',
  },
});
