// Makes the shipped voice, at development time: `node scripts/make-voice.mjs`, after core was built.
//
// Every phrase of core's voice is spoken by festival (Debian: festival, festvox-us-slt-hts, lame), trimmed to what is heard,
// made equally loud and put into one file, web/public/voice/voice.mp3; where each lies in it goes into
// core/src/voice/clips.ts. Its licence is beside the file.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { recordedPhrases, VOICE_MARK } from '../core/dist/index.js';

const ROOT = resolve(import.meta.dirname, '..');
const RATE = 32_000;
/** Share of the loudest sample under which nothing is heard. */
const QUIET = 0.006;
/** Seconds of fade at both ends, so that nothing clicks where words are put together. */
const FADE = 0.005;
/** Seconds between two recordings: what is coded of one must not be heard in the next. */
const GAP = 0.12;
/** Milliseconds of a frame of MP3 at this rate: 1152 samples. */
const FRAME = 36;
/** Loudness of speech, root of the mean square. */
const LOUDNESS = 0.13;
/** Numbers are called a little faster than sentences are said: a count leaves them a second. */
const FASTER = 1.2;
/** Numbers whose last sound is lost where they are said faster: eight would be heard as eighty. */
const NOT_FASTER = new Set(['8', '80']);
/** How words are written for the synthesiser where it would say them wrongly or too long. */
const SOUNDS_LIKE = {};

const folder = mkdtempSync(join(tmpdir(), 'nuvrah-voice-'));
const phrases = recordedPhrases();
const isNumber = (phrase) => /^\d+$/.test(phrase);

const script = [
  '(voice_cmu_us_slt_arctic_hts)',
  '(define calm hts_engine_params)',
  `(define faster (append calm (list (list "-r" ${FASTER}))))`,
  "(define (say words file) (utt.save.wave (utt.synth (eval (list 'Utterance 'Text words))) file 'riff))",
  ...phrases.flatMap((phrase, index) => [
    `(set! hts_engine_params ${isNumber(phrase) && !NOT_FASTER.has(phrase) ? 'faster' : 'calm'})`,
    `(say ${JSON.stringify(SOUNDS_LIKE[phrase] ?? phrase)} ${JSON.stringify(join(folder, `${index}.wav`))})`,
  ]),
].join('\n');
writeFileSync(join(folder, 'say.scm'), script);
execFileSync('festival', ['-b', join(folder, 'say.scm')]);

/** Samples of a WAV file of 16 bits, -1 to 1. */
function samplesOf(path) {
  const bytes = readFileSync(path);
  const at = bytes.indexOf('data', 12, 'latin1');
  if (bytes.readUInt32LE(24) !== RATE) throw new Error(`${path} has another rate`);
  const count = Math.floor(Math.min(bytes.readUInt32LE(at + 4), bytes.length - at - 8) / 2);
  return Float32Array.from({ length: count }, (_, index) => bytes.readInt16LE(at + 8 + index * 2) / 32_768);
}

/** What is heard of a recording, equally loud, with soft ends. */
function trimmed(samples) {
  const loudest = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  const heard = (sample) => Math.abs(sample) > loudest * QUIET;
  const fade = Math.round(FADE * RATE);
  const from = Math.max(0, samples.findIndex(heard) - fade);
  const to = Math.min(samples.length, samples.findLastIndex(heard) + fade);
  const said = samples.slice(from, to);
  const strength = Math.sqrt(said.reduce((sum, sample) => sum + sample * sample, 0) / said.length);
  const gain = Math.min(LOUDNESS / strength, 0.9 / loudest);
  return said.map(
    (sample, index) => sample * gain * Math.min(1, index / fade, (said.length - 1 - index) / fade),
  );
}

/** A short tone: decoders begin up to a twentieth of a second apart, and are told by it where the file begins. */
const mark = Float32Array.from(
  { length: Math.round(0.02 * RATE) },
  (_, index) => 0.8 * Math.sin((2 * Math.PI * 2_000 * index) / RATE),
);
const pieces = [[VOICE_MARK / 1000, mark]];
let end = VOICE_MARK / 1000 + 0.02 + GAP;
const clips = phrases.map((phrase, index) => {
  const said = trimmed(samplesOf(join(folder, `${index}.wav`)));
  // On a whole frame of the file: what comes before a recording changes nothing of how it sounds.
  const from = Math.ceil((end * 1000) / FRAME) * FRAME;
  pieces.push([from / 1000, said]);
  end = from / 1000 + said.length / RATE + GAP;
  return [phrase, [from, Math.ceil((said.length / RATE) * 1000)]];
});

const all = new Int16Array(Math.ceil((end + GAP) * RATE));
for (const [at, samples] of pieces)
  samples.forEach((sample, index) => (all[Math.round(at * RATE) + index] = Math.round(sample * 32_767)));
const raw = join(folder, 'voice.raw');
writeFileSync(raw, new Uint8Array(all.buffer));
const shipped = join(ROOT, 'web/public/voice/voice.mp3');
mkdirSync(join(shipped, '..'), { recursive: true });
execFileSync('lame', [
  '--quiet',
  '-r',
  '-s',
  '32',
  '--bitwidth',
  '16',
  '-m',
  'm',
  '-b',
  '40',
  '--cbr',
  '-q',
  '0',
  raw,
  shipped,
]);

writeFileSync(
  join(ROOT, 'core/src/voice/clips.ts'),
  `// Made by scripts/make-voice.mjs.
/** Where each recording of the shipped voice begins in its file, and how long it is, milliseconds. */
export const CLIPS: Readonly<Record<string, readonly [from: number, length: number]>> = {
${clips.map(([phrase, [from, length]]) => `  ${/^[a-z]+$|^\d+$/.test(phrase) ? phrase : `'${phrase}'`}: [${from}, ${length}],`).join('\n')}
};
`,
);
rmSync(folder, { recursive: true });
console.log(`${clips.length} phrases, ${end.toFixed(1)} s, ${Math.round(statSync(shipped).size / 1024)} kB`);
