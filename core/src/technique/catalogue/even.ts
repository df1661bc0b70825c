// Throat sound, even phases and breaths in parts.
import { counted, modifiersFrom, THIRDS } from '../pattern-defaults.js';
import type { Technique } from '../technique.js';

const UPRIGHT = ['cross-legged', 'half-lotus', 'lotus', 'kneeling', 'chair'] as const;
const RESTING = ['thumb-index-up', 'thumb-index-down', 'open', 'heart'] as const;

export const UJJAYI = {
  id: 'ujjayi',
  names: { plain: 'Ujjayi', diacritic: 'Ujjāyī', english: 'Victorious breath' },
  aliases: ['ujjai', 'ocean sound', 'throat breath', 'ujayi', 'ocean breath'],
  family: 'throat',
  slot: 'prepare',
  pattern: counted({
    routes: ['both'],
    ratios: ['1:0:1:0', '1:0:2:0'],
    base: { from: 2, to: 10 },
    start: { base: 4, cycles: 20 },
    turning: { full: 0.5, empty: 0.5 },
    modifierChoices: modifiersFrom({ throatSound: true }, { throatSound: 'always' }),
  }),
  opening: 'A soft sound in the throat, the same in and out, heard by you alone.',
  startsWith: '4 in, 4 out, 2 to 5 minutes',
  growsTo: '10 in, 10 out, then the exhale twice the inhale; may accompany postures',
  growth: 'count-first',
  features: ['throat'],
  effects: ['focus', 'warm', 'lung-capacity', 'calm'],
  seats: [...UPRIGHT, 'standing', 'lying', 'lying-left'],
  resting: RESTING,
  prerequisites: [],
  approval: 'none',
  after: [],
  simpler: 'slow-even',
  teaching: [
    'Whisper a long h with the mouth open, then close the lips and keep it.',
    'The sound is even from first to last.',
  ],
  feel: 'Fingers lightly at the throat feel a fine tremble.',
  watch: [
    { sign: 'A rasp that the room hears', cause: 'The throat is squeezed', correction: 'Half the sound.' },
    {
      sign: 'The sound breaks off before the end',
      cause: 'The breath is too long',
      correction: 'One count less.',
    },
  ],
  normal: ['Warmth in the throat.', 'A dry mouth: a sip of water after.'],
  cautions: ['Leave the sound out with a sore throat.'],
  silent: false,
  handsFree: true,
  unobtrusive: true,
} as const satisfies Technique;

export const SAMA_VRITTI = {
  id: 'sama-vritti',
  names: { plain: 'Sama vritti', diacritic: 'Sama vṛtti', english: 'Even four-part breath' },
  aliases: [
    'sama vrtti',
    'equal breath',
    'samavritti',
    'square breath',
    'four-part',
    'box breath',
    'box breathing',
    'equal breathing',
  ],
  family: 'even',
  slot: 'balance',
  pattern: counted({
    routes: ['both', 'alternating'],
    ratios: ['1:1:1:0', '1:1:1:1', '1:0:1:0'],
    holds: 'both',
    base: { from: 2, to: 10 },
    start: { base: 3, cycles: 10, experienced: '1:1:1:1' },
    locks: { internalHold: ['chin', 'root'], externalHold: ['chin', 'abdominal', 'root'] },
  }),
  opening: 'Each part as long as the others.',
  startsWith: 'in 3, hold 3, out 3; the empty hold only with experience',
  growsTo: '6, 8 and 10 of each',
  growth: 'even-four-part',
  features: ['balancing'],
  effects: ['focus', 'mood'],
  seats: [...UPRIGHT],
  resting: RESTING,
  prerequisites: ['Even breathing without holds for 5 minutes'],
  approval: 'none',
  after: ['slow-even', 'three-part', 'nadi-shodhana', 'ujjayi'],
  simpler: 'slow-even',
  teaching: [
    'Three parts first; the fourth only when nothing hurries after it.',
    'The hold is a resting place, not an effort.',
  ],
  feel: 'A hand on the breastbone stays quiet in the holds.',
  watch: [
    {
      sign: 'A gulp before the hold',
      cause: 'Filled to the brim',
      correction: 'Stop at four fifths of full.',
    },
    {
      sign: 'The inhale after the empty hold is snatched',
      cause: 'The empty hold is too long',
      correction: 'Drop the empty hold.',
    },
  ],
  normal: ['Warmth.', 'A steadier beat of the heart.'],
  cautions: ['The hold goes at the first wish to breathe.'],
  silent: true,
  handsFree: true,
  unobtrusive: true,
} as const satisfies Technique;

const interrupted = {
  family: 'regions',
  slot: 'prepare',
  growth: 'count-first',
  startsWith: '1 to 2 seconds a part, 3 to 5 breaths',
  growsTo: '3 seconds a part, 10 minutes',
  seats: ['lying', 'lying-left', ...UPRIGHT],
  resting: RESTING,
  prerequisites: ['Three-part breath without strain'],
  approval: 'none',
  after: ['three-part'],
  simpler: 'three-part',
  silent: true,
  handsFree: true,
  unobtrusive: true,
} as const;

export const VILOMA_INHALE = {
  ...interrupted,
  id: 'viloma-inhale',
  names: { plain: 'Viloma 1', diacritic: 'Viloma 1', english: 'Interrupted inhale' },
  aliases: ['viloma i', 'viloma one', 'ladder inhale', 'stepwise inhale'],
  pattern: counted({
    routes: ['both'],
    ratios: ['1:0:1:0', '3:0:4:0'],
    base: { from: 3, to: 9 },
    start: { base: 3, cycles: 4 },
    parts: { inhale: THIRDS, exhale: null },
    modifierChoices: modifiersFrom({}, { throatSound: 'optional' }),
  }),
  opening: 'In by thirds with a pause after each, out in one smooth stream.',
  features: ['energising'],
  effects: ['energise', 'lung-capacity', 'mood'],
  teaching: ['The pause is a landing: nothing goes in or out.', 'The last third is the smallest.'],
  feel: 'Hands at the sides of the ribs: they widen in three steps.',
  watch: [
    { sign: 'Air leaks out in the pauses', cause: 'The throat opens', correction: 'Shorter pauses.' },
    { sign: 'Shoulders climb step by step', cause: 'Too much in each third', correction: 'Smaller thirds.' },
  ],
  normal: ['A feeling of room in the ribs.'],
  cautions: [],
} as const satisfies Technique;

export const VILOMA_EXHALE = {
  ...interrupted,
  id: 'viloma-exhale',
  names: { plain: 'Viloma 2', diacritic: 'Viloma 2', english: 'Interrupted exhale' },
  aliases: ['viloma ii', 'viloma two', 'ladder exhale', 'stepwise exhale'],
  pattern: counted({
    routes: ['both'],
    ratios: ['1:0:1:0', '4:0:3:0'],
    base: { from: 3, to: 9 },
    start: { base: 3, cycles: 4 },
    parts: { inhale: null, exhale: THIRDS },
    modifierChoices: modifiersFrom({}, { throatSound: 'optional' }),
  }),
  opening: 'In in one smooth stream, out by thirds with a pause after each.',
  features: ['calming'],
  effects: ['calm', 'sleep', 'lung-capacity', 'agitation'],
  teaching: ['Each third is let go, not pressed out.', 'Lying with a support under the spine it is easiest.'],
  feel: 'A hand on the belly sinks in three steps.',
  watch: [
    { sign: 'A gasp in', cause: 'The thirds are too long', correction: 'One count less on the exhale.' },
    {
      sign: 'The belly presses',
      cause: 'The air is pushed out',
      correction: 'Half the breath, half the work.',
    },
  ],
  normal: ['Heavy limbs.'],
  cautions: ['Rise slowly after it.'],
} as const satisfies Technique;
