// Strokes: many short breaths at a rate.
import type { Technique } from '../technique.js';

const UPRIGHT = ['cross-legged', 'half-lotus', 'lotus', 'kneeling', 'chair'] as const;
const RESTING = ['thumb-index-down', 'thumb-index-up', 'open'] as const;

const strokes = {
  family: 'strokes',
  slot: 'stoke',
  growth: 'strokes',
  seats: [...UPRIGHT],
  resting: RESTING,
  silent: false,
  unobtrusive: false,
} as const;

export const KAPALABHATI = {
  ...strokes,
  id: 'kapalabhati',
  names: { plain: 'Kapalabhati', diacritic: 'Kapālabhāti', english: 'Skull-brightening breath' },
  aliases: ['kapalbhati', 'kapala bhati', 'skull shining', 'shining skull', 'breath of fire'],
  pattern: {
    kind: 'strokes',
    stroke: 'sharp-exhale',
    turns: ['both'],
    strokes: { from: 3, to: 120 },
    rate: { from: 30, to: 120 },
    sets: { from: 1, to: 10 },
    start: { strokes: 15, rate: 50, sets: 3 },
  },
  opening: 'The belly snaps in for each exhale; the inhale comes by itself. The rest of you is still.',
  startsWith: 'tasters of 3 to 5, then 3 sets of 10 to 20 at 40 to 60 a minute',
  growsTo: '3 to 5 sets of 45 to 60, up to 120 a minute',
  features: ['forceful', 'abdomen', 'heating'],
  effects: ['energise', 'warm'],
  prerequisites: ['Three-part breath', 'An empty stomach'],
  approval: 'strict',
  after: ['three-part'],
  simpler: 'three-part',
  teaching: [
    'Tasters of three to five strokes before the first set.',
    'Strokes are counted for the student.',
    'After each set a deep breath in and out, then natural breathing until it is quiet.',
  ],
  feel: 'A hand on the belly is drawn in with each stroke.',
  watch: [
    {
      sign: 'Shoulders or head jerk',
      cause: 'The chest does the work',
      correction: 'Slower; a hand on the belly.',
    },
    { sign: 'The inhale is active', cause: 'Hurry', correction: 'Half the rate: let the belly fall out.' },
    { sign: 'The belly goes out on the exhale', cause: 'Reversed', correction: 'Back to single strokes.' },
  ],
  normal: ['Warmth.', 'A faster heart that settles within two minutes.', 'A tickle in the nose.'],
  cautions: ['Many conditions forbid it: screening first.', 'Not after a meal, not before bed.'],
  handsFree: true,
} as const satisfies Technique;

export const BHASTRIKA = {
  ...strokes,
  id: 'bhastrika',
  names: { plain: 'Bhastrika', diacritic: 'Bhastrikā', english: 'Bellows breath' },
  aliases: ['bastrika', 'bhasrika', 'bellows', 'breath of fire'],
  pattern: {
    kind: 'strokes',
    stroke: 'forceful',
    turns: ['both'],
    strokes: { from: 3, to: 60 },
    rate: { from: 20, to: 90 },
    sets: { from: 1, to: 5 },
    start: { strokes: 10, rate: 40, sets: 3 },
  },
  opening: 'In and out with equal force from the belly and the ribs; the head stays still.',
  startsWith: '3 sets of 10 at 40 a minute',
  growsTo: '3 sets of 30 at 60 to 90 a minute, then a hold',
  features: ['forceful', 'abdomen', 'heating'],
  effects: ['energise', 'warm'],
  prerequisites: ['Skull-brightening breath, 3 sets of 30', 'An empty stomach'],
  approval: 'usual',
  after: ['kapalabhati'],
  simpler: 'kapalabhati',
  teaching: [
    'As deep in as out, never deeper than easy.',
    'After each set a deep breath, then natural breathing until quiet.',
  ],
  feel: 'Hands at the lower ribs feel them open and close.',
  watch: [
    {
      sign: 'Pale, glassy eyes',
      cause: 'Too much air',
      correction: 'Stop; natural breath; sit until it is gone.',
    },
    { sign: 'The trunk rocks', cause: 'The back helps', correction: 'Slower and smaller.' },
  ],
  normal: ['Warmth.', 'A faster heart that settles within two minutes.'],
  cautions: ['Many conditions forbid it: screening first.', 'A hold soon after it can bring on a faint.'],
  handsFree: true,
} as const satisfies Technique;

export const EVEN_RAPID = {
  ...strokes,
  id: 'even-rapid',
  names: { plain: 'Sama tvarita', diacritic: 'Sama tvarita', english: 'Even rapid breathing' },
  aliases: ['rapid breathing', 'left right both', 'soft rapid breath'],
  pattern: {
    kind: 'strokes',
    stroke: 'even',
    turns: ['left', 'right', 'both'],
    strokes: { from: 10, to: 120 },
    rate: { from: 40, to: 110 },
    sets: { from: 1, to: 5 },
    start: { strokes: 25, rate: 60, sets: 1 },
  },
  opening: 'Soft even breaths in the upper chest: left, then right, then both.',
  startsWith: '25 a turn at 60 a minute',
  growsTo: '120 a turn at up to 110 a minute',
  features: ['energising'],
  effects: ['energise', 'focus'],
  prerequisites: ['Three-part breath'],
  approval: 'none',
  after: ['three-part'],
  simpler: 'viloma-inhale',
  teaching: [
    'In and out are the same length and hardly heard.',
    'A turn that is ended early goes on to the next side.',
  ],
  feel: 'Fingertips under the collar bones feel a light lift.',
  watch: [
    { sign: 'The breath gets loud', cause: 'Force', correction: 'Half as deep.' },
    {
      sign: 'Tingling lips or fingers',
      cause: 'Too much air moved',
      correction: 'Stop the turn; natural breath.',
    },
  ],
  normal: ['Clear nose.', 'Wakefulness.'],
  cautions: ['Rapid breathing is not for everyone: screening first.'],
  handsFree: false,
} as const satisfies Technique;
