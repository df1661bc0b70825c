import { heardThroughTheMicrophone } from './fake-microphone.js';
import { expect, signIn, test } from './application.js';
import { accountWords, ownVoiceWords } from './words.js';

const RATE = 16_000;

/** A word of half a second, every second. */
const word = Float32Array.from({ length: RATE * 8 }, (_, index) =>
  index % RATE < RATE / 2 ? Math.sin(index * 0.15) * 0.4 : 0,
);

test.use(heardThroughTheMicrophone(word, RATE));

test('an instructor records cues and words of their own, and they stay with the account', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/account');
  await page.getByRole('link', { name: accountWords.ownVoice }).click();
  const count = page.getByText(/ of \d+ recorded/);
  await expect(count).toContainText('0 of ');
  const record = async (words: string): Promise<void> => {
    await page.getByRole('button', { name: `Record: ${words}`, exact: true }).click();
    const stop = page.getByRole('button', { name: `Stop recording: ${words}`, exact: true });
    // So long that a whole word was heard.
    await page.waitForFunction(
      (began) => performance.now() - began > 1_500,
      await page.evaluate(() => performance.now()),
    );
    await stop.click();
    await expect(page.getByRole('button', { name: `Hear: ${words}`, exact: true })).toBeVisible();
  };
  await record('inhale left');
  await expect(count).toContainText('1 of ');
  await page.getByRole('radio', { name: ownVoiceWords.own }).click();
  const typed = page.getByRole('textbox', { name: ownVoiceWords.toRecord });
  await typed.fill('Soften the jaw, and wait');
  await record('Soften the jaw, and wait');
  await expect(page.getByRole('listitem')).toContainText('soften the jaw and wait');

  await page.reload();
  await expect(count).toContainText('1 of ');
  await page.getByRole('button', { name: 'Take out: inhale left' }).click();
  await expect(count).toContainText('0 of ');

  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await page.getByRole('button', { name: 'Record: inhale left', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('The microphone was refused.');
  await expect(count).toContainText('0 of ');
});
