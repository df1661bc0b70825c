import { heardThroughTheMicrophone } from './fake-microphone.js';
import { unfold } from './kit.js';
import { expect, signIn, test } from './application.js';
import { mirrorWords, shelfWords } from './words.js';

const RATE = 16_000;
/** Milliseconds from word to word. */
const APART = 500;
const WORDS = 24;

/** Somebody who counts steadily: a short tone for each word. */
const counting = Float32Array.from({ length: (RATE * APART * WORDS) / 1000 }, (_, index) => {
  const at = ((index * 1000) / RATE) % APART;
  return at > 150 && at < 300 ? Math.sin(index * 0.2) * 0.37 : 0;
});

test.use(heardThroughTheMicrophone(counting, RATE));

test('how evenly somebody counts is heard by the microphone, and tapped where it is refused', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/shelf/nadi-shodhana');
  await unfold(page, shelfWords.techniquePage.countingMirror);
  await page.getByRole('button', { name: mirrorWords.byMicrophone }).click();
  await expect(page.getByText('Listening: count aloud.')).toBeVisible();
  await expect(page.getByText('You count 0.5 s where 1 s are meant.')).toBeVisible();
  await expect(page.locator('nv-counting-mirror .main-svg').first()).toBeVisible();
  await page.getByRole('button', { name: mirrorWords.stopListening }).click();

  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await page.getByRole('button', { name: mirrorWords.byMicrophone }).click();
  await expect(page.getByRole('alert')).toContainText('The microphone was refused.');
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { name: 'Alternate-nostril breath' }).click();
  await page.keyboard.press(' ');
  await expect(page.getByText('16 counts more')).toBeVisible();
});
