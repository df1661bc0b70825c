import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { CHROMIUM, FLAGS } from './browser-settings.js';
import { unfold } from './kit.js';
import { expect, signIn, test } from './application.js';

const RATE = 16_000;
/** Milliseconds from word to word. */
const APART = 500;
const WORDS = 24;

/** Somebody who counts steadily, as a sound file: a short tone for each word. */
function counting(): string {
  const samples = Int16Array.from({ length: (RATE * APART * WORDS) / 1000 }, (_, index) => {
    const at = ((index * 1000) / RATE) % APART;
    return at > 150 && at < 300 ? Math.round(Math.sin(index * 0.2) * 12_000) : 0;
  });
  const header = Buffer.alloc(44);
  header.write('RIFF', 0);
  header.writeUInt32LE(36 + samples.byteLength, 4);
  header.write('WAVEfmt ', 8);
  header.writeUInt32LE(16, 16);
  header.writeUInt16LE(1, 20);
  header.writeUInt16LE(1, 22);
  header.writeUInt32LE(RATE, 24);
  header.writeUInt32LE(RATE * 2, 28);
  header.writeUInt16LE(2, 32);
  header.writeUInt16LE(16, 34);
  header.write('data', 36);
  header.writeUInt32LE(samples.byteLength, 40);
  const file = path.join(fs.mkdtempSync(path.join(os.tmpdir(), 'counting-')), 'counting.wav');
  fs.writeFileSync(file, Buffer.concat([header, Buffer.from(samples.buffer)]));
  return file;
}

test.use({
  permissions: ['microphone'],
  launchOptions: {
    executablePath: CHROMIUM,
    args: [
      ...FLAGS,
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${counting()}`,
    ],
  },
});

test('how evenly somebody counts is heard by the microphone, and tapped where it is refused', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/shelf/nadi-shodhana');
  await unfold(page, 'Counting mirror: how evenly do you count?');
  await page.getByRole('button', { name: 'Count into the microphone' }).click();
  await expect(page.getByText('Listening: count aloud.')).toBeVisible();
  await expect(page.getByText('You count 0.5 s where 1 s are meant.')).toBeVisible();
  await expect(page.locator('nv-counting-mirror .main-svg').first()).toBeVisible();
  await page.getByRole('button', { name: 'Stop listening' }).click();

  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await page.getByRole('button', { name: 'Count into the microphone' }).click();
  await expect(page.getByRole('alert')).toContainText('The microphone was refused.');
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { name: 'Alternate-nostril breath' }).click();
  await page.keyboard.press(' ');
  await expect(page.getByText('16 counts more')).toBeVisible();
});
