// Patterns through one nostril or the other.
import { counted, modifiersFrom } from '../pattern-defaults.js';
import type { Technique } from '../technique.js';

const UPRIGHT = ['cross-legged', 'half-lotus', 'lotus', 'kneeling', 'chair'] as const;
const RESTING = ['thumb-index-up', 'thumb-index-down', 'open', 'heart'] as const;

/** With the throat sound for those who have it already. */
const MAY_SOUND = modifiersFrom({}, { throatSound: 'optional' });

const atTheNose = {
  family: 'nostril',
  seats: [...UPRIGHT],
  resting: RESTING,
  silent: true,
  handsFree: false,
  unobtrusive: false,
} as const;

export const NADI_SHODHANA = {
  ...atTheNose,
  id: 'nadi-shodhana',
  names: { plain: 'Nadi shodhana', diacritic: 'Nāḍī śodhana', english: 'Alternate-nostril breath' },
  aliases: [
    'nadi sodhana',
    'anuloma viloma',
    'anulom vilom',
    'alternate nostril breathing',
    'nadi shuddhi',
    'alternate nose breathing',
    'nadi suddhi',
    'nadi sanchalana',
  ],
  slot: 'balance',
  seats: [...UPRIGHT, 'lying'],
  pattern: counted({
    routes: ['alternating'],
    ratios: ['1:0:1:0', '1:0:2:0', '1:1:2:0', '1:2:2:0', '1:4:2:0', '1:1:1:1', '1:4:2:1'],
    holds: 'both',
    base: { from: 2, to: 20 },
    start: { base: 4, cycles: 16 },
    modifierChoices: MAY_SOUND,
    locks: { internalHold: ['chin', 'root'], externalHold: ['chin', 'abdominal', 'root'] },
  }),
  opening: 'Sit tall, shoulders soft, the elbow of the raised hand low, the touch light.',
  startsWith: '4 in, 4 out, 5 to 10 rounds',
  growsTo:
    '10 in, 20 out, then holds toward 1:4:2. Classical long-term grades, for reference only: base 12, 16 and 20 in 1:4:2, up to four sittings a day',
  growth: 'count-first',
  features: ['balancing'],
  effects: ['calm', 'focus', 'mood', 'agitation'],
  prerequisites: ['Slow even breathing for 2 minutes'],
  approval: 'none',
  after: [],
  simpler: 'slow-even',
  teaching: [
    'Inhale through the nostril you last exhaled through: say it until it is theirs.',
    'The touch is light and lasting, just below the bone of the nose.',
    'One trial round, then counted rounds, then perhaps minutes without counting.',
    'A tired arm gets a support, the other hand, or a break by attention alone, hands down.',
    'In a chair the elbow may rest on a table or a cushion; lying it rests beside the ribs, on a cushion.',
  ],
  feel: 'The fingertips feel the side wall of the nose give a little.',
  watch: [
    {
      sign: 'The elbow rises',
      cause: 'The arm tires',
      correction: 'Let it hang; support it with the other hand.',
    },
    {
      sign: 'The nose is bent to one side',
      cause: 'Pressing',
      correction: 'Close with the weight of a leaf.',
    },
    {
      sign: 'The count hurries on the exhale',
      cause: 'The breath is short',
      correction: 'One count less for all phases; never faster.',
    },
    {
      sign: 'Lost side',
      cause: 'The mind was elsewhere',
      correction: 'Out through both, begin the round again.',
    },
  ],
  normal: ['One side freer than the other.', 'A tired arm.', 'A calmer breath.'],
  cautions: ['Not with a blocked nose: by attention, hands down, or another day.'],
} as const satisfies Technique;

export const CHANDRA_BHEDANA = {
  ...atTheNose,
  id: 'chandra-bhedana',
  names: { plain: 'Chandra bhedana', diacritic: 'Candra bhedana', english: 'Left-entry breath' },
  aliases: [
    'chandra bheda',
    'candrabhedana',
    'moon breath',
    'moon-piercing',
    'chandrabhedi',
    'chandra vedha',
  ],
  slot: 'deepen',
  pattern: counted({
    routes: ['left-entry'],
    ratios: ['4:0:6:0', '1:0:2:0', '1:1:1:0', '1:1:2:0'],
    holds: 'internal',
    base: { from: 2, to: 12 },
    start: { base: 4, cycles: 10 },
    modifierChoices: MAY_SOUND,
    locks: { internalHold: ['chin', 'root'], externalHold: [] },
  }),
  opening: 'In through the left, out through the right, always.',
  startsWith: '4 in, 6 out; later in 5, hold 5, out 5',
  growsTo: 'the exhale twice the inhale, chin lock, an open hold',
  growth: 'count-first',
  features: ['cooling', 'calming'],
  effects: ['cool', 'calm', 'sleep', 'agitation'],
  prerequisites: ['Alternate-nostril breath without holds for 5 minutes'],
  approval: 'none',
  after: ['nadi-shodhana'],
  simpler: 'nadi-shodhana',
  teaching: [
    'Both sides are swapped at full and at empty lungs.',
    'Not on one day with the right-entry breath, by most teachers.',
  ],
  feel: 'A cooler stream at the left wing of the nose.',
  watch: [
    {
      sign: 'In and out through the same side',
      cause: 'The pattern of the alternate breath takes over',
      correction: 'Call each side aloud for three rounds.',
    },
    { sign: 'Drowsy', cause: 'Too long for today', correction: 'Fewer rounds; open the eyes.' },
  ],
  normal: ['Coolness.', 'Quiet.'],
  cautions: ['Low mood: prefer an even breath.'],
} as const satisfies Technique;

export const SURYA_BHEDANA = {
  ...atTheNose,
  id: 'surya-bhedana',
  names: { plain: 'Surya bhedana', diacritic: 'Sūrya bhedana', english: 'Right-entry breath' },
  aliases: ['surya bheda', 'suryabhedana', 'sun breath', 'sun-piercing', 'suryabhedi', 'surya vedha'],
  slot: 'deepen',
  pattern: counted({
    routes: ['right-entry'],
    ratios: ['1:0:1:0', '1:0:2:0', '1:1:2:0'],
    holds: 'internal',
    base: { from: 2, to: 12 },
    start: { base: 4, cycles: 10 },
    modifierChoices: MAY_SOUND,
    locks: { internalHold: ['chin', 'root'], externalHold: [] },
  }),
  opening: 'In through the right, out through the left, always.',
  startsWith: '4 in, 4 out',
  growsTo: 'the exhale twice the inhale, then a hold with locks',
  growth: 'count-first',
  features: ['heating', 'energising'],
  effects: ['warm', 'energise'],
  prerequisites: ['Alternate-nostril breath without holds for 5 minutes'],
  approval: 'strict',
  after: ['nadi-shodhana'],
  simpler: 'nadi-shodhana',
  teaching: ['Earlier in the day.', 'Stop at the first sign of heat in the head.'],
  feel: 'A warmer stream at the right wing of the nose.',
  watch: [
    {
      sign: 'Flushed face',
      cause: 'Too much heat',
      correction: 'Stop; natural breath; next time fewer rounds.',
    },
    { sign: 'A hard touch', cause: 'Hurry to swap', correction: 'Close first, then open.' },
  ],
  normal: ['Warmth.', 'Wakefulness.'],
  cautions: ['Not with high blood pressure; not before bed.'],
} as const satisfies Technique;

export const LEFT_RESTING = {
  ...atTheNose,
  id: 'left-resting',
  names: { plain: 'Vama shvasa', diacritic: 'Vāma śvāsa', english: 'Left-only resting breath' },
  aliases: ['left nostril breathing', 'vama svasa', 'sleep breath', 'breath for sleep', 'insomnia'],
  slot: 'soften',
  pattern: counted({
    routes: ['one-sided'],
    ratios: ['2:0:3:0', '1:0:1:0', '1:0:2:0'],
    base: { from: 2, to: 8 },
    start: { base: 4, cycles: 12 },
    modifierChoices: MAY_SOUND,
  }),
  opening: 'The right side closed, in and out through the left, as slow as is easy.',
  startsWith: '2 to 5 minutes',
  growsTo: '10 minutes',
  growth: 'duration',
  features: ['cooling', 'sleep'],
  effects: ['sleep', 'calm', 'cool', 'agitation'],
  seats: ['lying', 'lying-left', ...UPRIGHT],
  prerequisites: [],
  approval: 'none',
  after: [],
  simpler: 'slow-even',
  teaching: [
    'Lying on the right side the hand can rest under the cheek.',
    'No need to finish: sleep may come first.',
  ],
  feel: 'The stream at the left wing of the nose.',
  watch: [
    { sign: 'The arm gets heavy', cause: 'It is held up', correction: 'Support it, or lie on the side.' },
    {
      sign: 'Air through the other side',
      cause: 'The touch is too light',
      correction: 'A little more weight of the thumb.',
    },
  ],
  normal: ['Drowsiness.'],
  cautions: ['Low mood or low blood pressure: keep it short.'],
} as const satisfies Technique;
