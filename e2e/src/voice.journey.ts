import { promises as fs } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, signIn, startLeading, takeAudioClock, test } from './application.js';
import { openOfSession, openSession } from './bench.js';
import { choose } from './kit.js';
import { benchWords, frameWords, leadWords, soundWords } from './words.js';

interface Word {
  /** Seconds on the audio clock, and how long it is. */
  readonly at: number;
  readonly length: number;
}

/** Notes every word that the page hands to the audio clock, before the page is opened. */
async function listen(page: Page): Promise<{ words(): Promise<readonly Word[]> }> {
  await page.addInitScript(() => {
    const heard = window as unknown as { words: Word[] };
    heard.words = [];
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (at = 0, offset = 0, length = 0) {
      heard.words.push({ at, length });
      start.call(this, at, offset, length);
    };
  });
  return { words: () => page.evaluate(() => (window as unknown as { words: Word[] }).words) };
}

const lead = async (page: Page, session: string): Promise<void> => {
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: `Lead ${session}` }).click();
};

test('a session is led aloud, the voice is turned off and on, and how it sounds is kept with the account', async ({
  page,
}) => {
  const voice = await listen(page);
  const clock = await takeAudioClock(page);
  /** Words that were said so far, a moment later: time goes on in small steps, or they would all come too late to be said. */
  const saidByNow = async (): Promise<number> => {
    await clock.pass(0.3);
    return (await voice.words()).length;
  };
  await signIn(page);
  await lead(page, 'Slack water');
  const how = page.getByRole('region', { name: soundWords.howItIsLed });
  await expect(how).toContainText(soundWords.said.cuesAndCounts);
  await how.getByRole('button', { name: soundWords.change }).click();
  const sheet = page.getByRole('dialog');
  await choose(sheet, soundWords.rounds, 'The first 2 rounds and the last');
  await expect(sheet.getByText(soundWords.kept)).toBeVisible();
  await sheet.getByRole('button', { name: leadWords.leadSigns.close }).click();
  await page.reload();
  await expect(how).toContainText('quiet after 2 rounds');

  const loaded = page.waitForResponse('**/voice/voice.mp3');
  await startLeading(page);
  expect((await loaded).ok()).toBe(true);
  await clock.untilRound('Round 2 of 6');
  await expect.poll(saidByNow).toBeGreaterThan(4);
  const words = await voice.words();
  for (const [index, { at, length }] of words.entries())
    expect(words[index + 1]?.at ?? Infinity).toBeGreaterThan(at + length);

  await page.keyboard.press('v');
  await expect(page.getByText(leadWords.leadRunner.voiceOff)).toBeVisible();
  await expect(page.getByRole('button', { name: leadWords.leadControls.voiceOn })).toBeVisible();
  const before = await saidByNow();
  await clock.pass(4);
  await clock.pass(0.3);
  expect(await saidByNow()).toBe(before);
  await page.keyboard.press('v');
  await expect(page.getByText(leadWords.leadRunner.voiceOn)).toBeVisible();
  await clock.untilRound('Round 3 of 6');
  await clock.pass(2);
  const quiet = (await voice.words()).length;
  await clock.untilRound('Round 5 of 6');
  expect((await voice.words()).length).toBe(quiet);
  await clock.untilRound('Round 6 of 6');
  await expect.poll(saidByNow).toBeGreaterThan(quiet);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.stopped })).toBeVisible();
});

test('a voice that cannot be loaded is said, and tones lead', async ({ page }) => {
  await page.route('**/voice/voice.mp3', (route) => route.abort());
  await signIn(page);
  await lead(page, 'Slack water');
  await startLeading(page);
  await expect(page.getByText(leadWords.leadScreen.noVoice)).toBeVisible();
  await page.keyboard.press('v');
  await expect(page.getByText('No voice: it could not be loaded.')).toBeHidden();
  await page.keyboard.press('Escape');
});

test('a session is saved as MP3 with its voice, about 64 kbit a second', async ({ signedIn: page }) => {
  await openSession(page, 'Two ropes');
  const sound = page.waitForEvent('download');
  await openOfSession(page, benchWords.benchPage.soundAndCaptions);
  await page.getByRole('button', { name: leadWords.soundTrack.sound.mp3 }).click();
  const track = await sound;
  expect(track.suggestedFilename()).toBe('Two ropes.mp3');
  const bytes = await fs.readFile(await track.path());
  // A frame of MPEG audio begins with eleven set bits.
  expect([bytes[0], (bytes[1] ?? 0) & 0xe0]).toEqual([0xff, 0xe0]);
  const decoded = await page.evaluate(
    async (numbers) => {
      const context = new OfflineAudioContext(1, 1, 22_050);
      const { duration } = await context.decodeAudioData(new Uint8Array(numbers).buffer);
      return duration;
    },
    [...bytes],
  );
  expect(decoded).toBeGreaterThan(120);
  expect((bytes.length * 8) / decoded / 1000).toBeLessThan(70);
});
