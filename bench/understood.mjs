// Is the shipped voice understood? Every recording alone, then 200 rounds spliced from them at paces from 0.7 to 2 s a count, are
// transcribed by an offline recogniser with a grammar (Debian: pocketsphinx, pocketsphinx-en-us, lame to decode).
// `node bench/understood.mjs`, after core was built.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import {
  compileSession,
  COUNTED_ALOUD,
  newPassage,
  pace,
  recordedPhrases,
  sayingsOf,
  splice,
  TECHNIQUES,
  VOICE_MARK,
} from '../core/dist/index.js';
import { conventions, sessionOf } from '../core/dist/testing.js';
import { report } from './measure.mjs';

const MODEL = '/usr/share/pocketsphinx/model/en-us';
const RATE = 16_000;
const ROUNDS = 200;
const folder = mkdtempSync(join(tmpdir(), 'nuvrah-heard-'));

/** The recordings at the recogniser's rate, from the mark on. */
function recordings() {
  const wav = join(folder, 'voice.wav');
  execFileSync('lame', [
    '--quiet',
    '--decode',
    resolve(import.meta.dirname, '../web/public/voice/voice.mp3'),
    wav,
  ]);
  const bytes = readFileSync(wav);
  const rate = bytes.readUInt32LE(24);
  const data = bytes.indexOf('data', 12, 'latin1') + 8;
  const all = Float32Array.from(
    { length: (bytes.length - data) >> 1 },
    (_, at) => bytes.readInt16LE(data + at * 2) / 32_768,
  );
  const begins = all.findIndex((sample) => Math.abs(sample) > 0.25) - (VOICE_MARK / 1000) * rate;
  const step = rate / RATE;
  const mean = (at) => (all[at] + (all[at + 1] ?? 0)) / 2;
  return Float32Array.from({ length: Math.floor((all.length - begins) / step) }, (_, at) =>
    mean(Math.max(0, Math.round(begins + at * step))),
  );
}

const voice = recordings();
const at = (millis) => Math.round((millis / 1000) * RATE);

function writeWav(name, samples) {
  const bytes = Buffer.alloc(44 + samples.length * 2);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + samples.length * 2, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(RATE, 24);
  bytes.writeUInt32LE(RATE * 2, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(samples.length * 2, 40);
  samples.forEach((sample, index) =>
    bytes.writeInt16LE(Math.round(Math.max(-1, Math.min(1, sample)) * 32_000), 44 + index * 2),
  );
  writeFileSync(join(folder, `${name}.wav`), bytes);
}

/** Sayings as they sound, with half a second of quiet before and after. */
function sounded(sayings, from, length) {
  const samples = new Float32Array(at(length + 1_000));
  for (const saying of sayings)
    for (const clip of saying.clips)
      samples.set(
        voice.subarray(at(clip.from), at(clip.from + clip.length)),
        at(500 + saying.at - from + clip.after),
      );
  return samples;
}

const ONES =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'];
const inWords = (number) =>
  number < 20
    ? ONES[number]
    : `${TENS[Math.floor(number / 10)]}${number % 10 ? ` ${ONES[number % 10]}` : ''}`;
/** As the recogniser writes it. */
const spelled = (text) =>
  text
    .toLowerCase()
    .replace(/\d+/g, (number) => inWords(Number(number)))
    .replace(/[^a-z' ]+/g, ' ')
    .trim()
    .split(/\s+/);

/** Words said but not heard right: substitutions, words left out, words too many. */
function wrong(said, heard) {
  let row = heard.map((_, index) => index + 1);
  row.unshift(0);
  said.forEach((word, i) => {
    const next = [i + 1];
    heard.forEach((other, j) =>
      next.push(Math.min(row[j] + (word === other ? 0 : 1), row[j + 1] + 1, next[j] + 1)),
    );
    row = next;
  });
  return row.at(-1);
}

/** Words that the recogniser's dictionary lacks. */
const MORE_WORDS = { breastbone: 'B R EH S T B OW N', shins: 'SH IH N Z' };
const dictionary = join(folder, 'words.dict');
writeFileSync(
  dictionary,
  readFileSync(`${MODEL}/cmudict-en-us.dict`, 'utf8') +
    Object.entries(MORE_WORDS)
      .map(([word, sounds]) => `${word} ${sounds}\n`)
      .join(''),
);

function transcribe(names, grammar) {
  writeFileSync(join(folder, 'all.ctl'), names.join('\n'));
  writeFileSync(join(folder, 'said.gram'), `#JSGF V1.0;\ngrammar said;\n${grammar}\n`);
  execFileSync('pocketsphinx_batch', [
    ...['-hmm', `${MODEL}/en-us`, '-dict', dictionary, '-jsgf', join(folder, 'said.gram')],
    ...['-adcin', 'yes', '-cepdir', folder, '-cepext', '.wav', '-ctl', join(folder, 'all.ctl')],
    ...['-hyp', join(folder, 'all.hyp'), '-logfn', join(folder, 'log')],
  ]);
  return readFileSync(join(folder, 'all.hyp'), 'utf8')
    .trim()
    .split('\n')
    .map((line) =>
      line
        .replace(/\s*\(\S+ -?\d+\)$/, '')
        .trim()
        .split(/\s+/)
        .filter(Boolean),
    );
}

function count(what, texts, heard, show) {
  let [faults, words] = [0, 0];
  texts.forEach((text, index) => {
    const said = spelled(text);
    const here = wrong(said, heard[index] ?? []);
    if (here > 0 && show)
      report('  not understood', `${said.join(' ')} -> ${(heard[index] ?? []).join(' ')}`);
    faults += here;
    words += said.length;
  });
  report(what, `${(100 - (faults / words) * 100).toFixed(1)} % of ${words} words right`, '98 %');
}

const phrases = recordedPhrases();
phrases.forEach((phrase, index) =>
  writeWav(`p${index}`, sounded([{ at: 0, clips: splice(phrase).clips }], 0, splice(phrase).length)),
);
const asSpelled = [...new Set(phrases.map((phrase) => spelled(phrase).join(' ')))];
const heardAlone = transcribe(
  phrases.map((_, index) => `p${index}`),
  `public <one> = ${asSpelled.join(' | ')};`,
);
count('every recording', phrases, heardAlone, true);

/** The same chances each time. */
let seed = 16;
const next = () => {
  seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff;
  return seed / 0x7fffffff;
};
const pick = (from) => from[Math.floor(next() * from.length)];
const counted = TECHNIQUES.filter(({ id }) => newPassage(id, 'one').kind === 'counted');
const rounds = [];
while (rounds.length < ROUNDS) {
  const passage = {
    ...newPassage(pick(counted).id, 'one'),
    pace: pace(Math.round(700 + next() * 1_300)),
    base: 2 + Math.floor(next() * 7),
  };
  const timeline = compileSession(sessionOf(passage), { hand: 'right' }, conventions());
  const of = timeline.events.filter(({ section, round }) => section === 'rounds' && round === 2);
  if (of.length === 0) continue;
  const [from, to] = [of[0].from, of.at(-1).to];
  const choice = { cues: true, counts: COUNTED_ALOUD, silentAfter: null };
  const said = sayingsOf(timeline, choice, 'english').filter((saying) => saying.at >= from && saying.at < to);
  if (to - from > 60_000) continue;
  writeWav(`r${rounds.length}`, sounded(said, from, to - from));
  rounds.push(said.map(({ words }) => words).join(' '));
}
const numbers = Array.from({ length: 60 }, (_, number) => inWords(number + 1));
const cues = asSpelled.filter((phrase) => !numbers.includes(phrase));
const heardRounds = transcribe(
  rounds.map((_, index) => `r${index}`),
  `<cue> = ${cues.join(' | ')};\n<number> = ${numbers.join(' | ')};\npublic <round> = (<cue>+ <number>*)+;`,
);
count(`${ROUNDS} spliced rounds`, rounds, heardRounds, process.argv.includes('--show'));
rmSync(folder, { recursive: true });
