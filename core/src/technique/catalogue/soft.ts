// Humming and cooling.
import { counted, modifiersFrom } from '../pattern-defaults.js';
import type { Technique } from '../technique.js';

const UPRIGHT = ['cross-legged', 'half-lotus', 'lotus', 'kneeling', 'chair'] as const;
const RESTING = ['thumb-index-up', 'thumb-index-down', 'open', 'heart'] as const;

export const BHRAMARI = {
  id: 'bhramari',
  names: { plain: 'Bhramari', diacritic: 'Bhrāmarī', english: 'Humming breath' },
  aliases: ['bhramaree', 'brahmari', 'bee breath', 'humming bee', 'bumblebee', 'buzzing bee', 'bhamri'],
  family: 'humming',
  slot: 'soften',
  pattern: counted({
    routes: ['both'],
    ratios: ['2:0:3:0', '1:0:2:0', '1:0:3:0'],
    base: { from: 2, to: 8 },
    start: { base: 4, cycles: 5 },
    modifierChoices: modifiersFrom(
      { hum: 'convention', ears: 'flaps' },
      { hum: 'always', ears: ['flaps', 'ears-and-brow', 'full-seal', 'on-the-head'] },
    ),
  }),
  opening: 'Hands in place first, settle, then in through the nose and out with a hum.',
  startsWith: '3 to 5 breaths',
  growsTo: '5 to 10 minutes',
  growth: 'duration',
  features: ['hum', 'ear-closure', 'calming'],
  effects: ['calm', 'sleep', 'mood', 'agitation'],
  seats: [...UPRIGHT, 'folded'],
  resting: RESTING,
  prerequisites: [],
  approval: 'none',
  after: [],
  simpler: 'slow-even',
  teaching: [
    'Lips closed, teeth apart, the tongue low.',
    'A hum fed from the belly lasts longer.',
    'If humming on the inhale is an effort, on the exhale only.',
  ],
  feel: 'A hand on the crown or the breastbone feels the hum.',
  watch: [
    {
      sign: 'The fingers press the eyes',
      cause: 'Reaching for silence',
      correction: 'Never on the eyeballs: fingers to the brow or the head.',
    },
    {
      sign: 'The hum fades early',
      cause: 'Too loud at the start',
      correction: 'Half as loud; from the belly.',
    },
  ],
  normal: ['The hum is felt in teeth and skull.'],
  cautions: ['Sore ears: hands on the head.', 'Not lying flat, by most teachers.'],
  silent: false,
  handsFree: false,
  unobtrusive: false,
} as const satisfies Technique;

const cooling = {
  family: 'cooling',
  slot: 'soften',
  startsWith: '6 to 8 breaths, the exhale twice the inhale',
  growsTo: '3 to 5 minutes',
  growth: 'duration',
  features: ['mouth-inhale', 'cooling'],
  effects: ['cool', 'calm'],
  seats: [...UPRIGHT],
  resting: RESTING,
  prerequisites: [],
  approval: 'none',
  after: [],
  simpler: 'slow-even',
  normal: ['A cool, dry tongue.'],
  silent: false,
  handsFree: true,
  unobtrusive: false,
} as const;

export const SHEETALI = {
  ...cooling,
  id: 'sheetali',
  names: { plain: 'Sheetali', diacritic: 'Śītalī', english: 'Cooling breath, rolled tongue' },
  aliases: ['sitali', 'shitali', 'sheetli', 'cooling breath'],
  pattern: counted({
    routes: ['both'],
    ratios: ['1:0:2:0', '1:0:1:0'],
    base: { from: 2, to: 8 },
    start: { base: 4, cycles: 7 },
    inhaleThrough: ['rolled-tongue'],
  }),
  opening: 'Roll the tongue, draw the air in along it; close the lips and out through the nose.',
  teaching: [
    'Only for a tongue that rolls; else over the teeth or the flat tongue.',
    'The head stays level.',
  ],
  feel: 'The air is cool along the tongue.',
  watch: [
    {
      sign: 'A dry cough',
      cause: 'The air is drawn too fast',
      correction: 'Slower; moisten the tongue first.',
    },
    { sign: 'Chin pokes forward', cause: 'Reaching with the tongue', correction: 'Less tongue out.' },
  ],
  cautions: ['Not in cold, dusty or smoky air, nor with a chest cold.'],
} as const satisfies Technique;

export const SITKARI = {
  ...cooling,
  id: 'sitkari',
  names: { plain: 'Sitkari', diacritic: 'Sītkārī', english: 'Cooling breath, teeth' },
  aliases: ['sheetkari', 'seetkari', 'shitkari', 'hissing breath'],
  pattern: counted({
    routes: ['both'],
    ratios: ['1:0:2:0', '1:0:1:0'],
    base: { from: 2, to: 8 },
    start: { base: 4, cycles: 7 },
    inhaleThrough: ['teeth', 'tongue-behind-teeth'],
  }),
  opening: 'Teeth lightly together, lips apart, draw the air in; close the lips and out through the nose.',
  teaching: ['The jaw stays soft.', 'The tip of the tongue may rest behind the lower teeth.'],
  feel: 'Cool air over the teeth and the tongue.',
  watch: [
    { sign: 'Clenched jaw', cause: 'Biting', correction: 'A hair of room between the teeth.' },
    { sign: 'Shoulders lift', cause: 'Gulping', correction: 'Fewer counts in.' },
  ],
  cautions: ['Sensitive teeth: the flat tongue instead.', 'Not in cold, dusty or smoky air.'],
} as const satisfies Technique;

export const SHEETALI_FLAT = {
  ...cooling,
  id: 'sheetali-flat',
  names: {
    plain: 'Sheetali, flat tongue',
    diacritic: 'Śītalī, flat tongue',
    english: 'Cooling breath, flat tongue',
  },
  aliases: ['sitali flat', 'kaki form', 'flat-tongue cooling'],
  pattern: counted({
    routes: ['both'],
    ratios: ['1:0:2:0', '1:0:1:0'],
    base: { from: 2, to: 8 },
    start: { base: 4, cycles: 7 },
    inhaleThrough: ['flat-tongue', 'rounded-lips'],
  }),
  opening: 'Tongue out and flat, or lips rounded; draw the air in over it, close and out through the nose.',
  teaching: ['For a tongue that does not roll and for sensitive teeth.'],
  feel: 'Cool air over the middle of the tongue.',
  watch: [
    { sign: 'A wide open mouth', cause: 'Too much air', correction: 'The lips let in a narrow stream.' },
  ],
  cautions: ['Not in cold, dusty or smoky air, nor with a chest cold.'],
} as const satisfies Technique;
