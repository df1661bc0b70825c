import { PHASE_LABELS } from '../ratio/index.js';
import { REGIONS } from '../session/index.js';
import {
  BREATH_PATH_NAMES,
  EAR_HANDS,
  GAZES,
  LOCKS,
  LOCK_IDS,
  RESTING_HANDS,
  SEATS,
  TECHNIQUES,
  TONGUES,
} from '../technique/index.js';
import { FINGERS, gestureOf, moves } from '../timeline/index.js';
import { DEFAULT_CONVENTIONS, type Conventions } from '../conventions/index.js';
import { SIDE_NAMES, timelineWords, voiceWords } from '../words/index.js';

/** The numbers that are one recording each; larger ones are put together. */
const WHOLE_NUMBERS = 60;
const TENS = [70, 80, 90];

/** Milliseconds of quiet where words are put together: between two recordings, at a comma, and at the end of a sentence. */
export const PAUSES = { word: 40, comma: 140, sentence: 280 } as const;

/** Words that are said without a pause, and the pause before them, milliseconds. */
export interface Chunk {
  readonly words: readonly string[];
  readonly pause: number;
}

/** A text as it is said: in small letters without marks, cut where the voice pauses. */
export function chunksOf(text: string): readonly Chunk[] {
  const plain = text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
  const chunks: Chunk[] = [];
  let pause = 0;
  for (const [, said = '', mark = ''] of plain.matchAll(/([^,.:;!?]*)([,.:;!?]*)/g)) {
    const words = said.split(/[^\p{L}\p{N}']+/u).filter(Boolean);
    if (words.length > 0) chunks.push({ words, pause: chunks.length === 0 ? 0 : pause });
    pause = /[.!?]/.test(mark) ? PAUSES.sentence : PAUSES.comma;
  }
  return chunks;
}

/** A number as the recordings that say it: 47; 70 and 3; 1, hundred and 20. Whole, from 1 to 999. */
export function numberPhrases(number: number): readonly string[] {
  if (number <= WHOLE_NUMBERS) return [String(number)];
  if (number < 100) {
    const ones = number % 10;
    return ones === 0 ? [String(number)] : [String(number - ones), String(ones)];
  }
  const rest = number % 100;
  return [String(Math.floor(number / 100)), 'hundred', ...(rest === 0 ? [] : numberPhrases(rest))];
}

const FINGER_POSITIONS: readonly Conventions['fingerPosition'][] = [
  'folded',
  'between-brows',
  'temple',
  'free',
];

const firstNumbers = Array.from({ length: WHOLE_NUMBERS }, (_, index) => index + 1);

/**
 * What the shipped voice is recorded saying: every cue, whole where it is always the same and in pieces where it is put
 * together, the names of seats, locks and techniques, and the numbers. Each once, as `chunksOf` writes it.
 */
export function recordedPhrases(): readonly string[] {
  const { cue, asked, fingers } = timelineWords;
  const closingHands = [
    ...FINGERS.map((finger) => moves(finger, 'close')).map((closes) => cue.closesInTurn(closes, closes)),
    ...[SIDE_NAMES.left, SIDE_NAMES.right].map((side) => fingers.gesture(side, '')),
    ...FINGER_POSITIONS.map((position) =>
      gestureOf('right', { ...DEFAULT_CONVENTIONS, fingerPosition: position }),
    ),
  ];
  const sides = [SIDE_NAMES.left, SIDE_NAMES.right, cue.throughBoth];
  const ways = [cue.inhale, cue.exhale, cue.humOut, PHASE_LABELS.inhale, PHASE_LABELS.exhale].flatMap(
    (verb) => [verb, ...sides.map((side) => `${verb} ${side}`)],
  );
  const sentences = [
    ...Object.values(cue).filter((words) => typeof words === 'string'),
    ...Object.values(voiceWords).filter((words) => typeof words === 'string'),
    voiceWords.lanes(''),
    ...Object.values(SIDE_NAMES),
    ...[cue.internalHold(''), cue.externalHold(''), cue.changeTheSeat(''), cue.sameAtOwnPaceWith('')],
    ...[SIDE_NAMES.left, SIDE_NAMES.right].map((side) => cue.finishRoundOn(side)),
    ...[cue.strokes(1), cue.strokes(2), cue.part(1)].map((words) => words.replace(/\d+/, '')),
    ...Object.values(BREATH_PATH_NAMES),
    ...REGIONS,
    ...Object.values(SEATS).flatMap(({ name, rise, alignment }) => [name, rise ?? '', alignment[0] ?? '']),
    ...Object.values(asked).filter((words) => typeof words === 'string'),
    ...[RESTING_HANDS, GAZES, EAR_HANDS, TONGUES].flatMap((names) => Object.values(names)),
    asked.tongue(''),
    ...closingHands,
    ...LOCK_IDS.flatMap((lock) => [LOCKS[lock].engage, LOCKS[lock].release, LOCKS[lock].names.english]),
    ...TECHNIQUES.map(({ names }) => names.english),
    'hundred',
  ];
  const phrases = [...ways, ...sentences].flatMap((text) =>
    chunksOf(text).map(({ words }) => words.join(' ')),
  );
  return [...new Set([...phrases, ...[...firstNumbers, ...TENS].map(String)])];
}
