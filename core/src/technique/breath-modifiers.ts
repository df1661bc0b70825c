import { inLanguage } from '../language.js';

/** Which breaths are hummed. */
export type Hum = 'none' | 'convention' | 'exhale' | 'both';

/** What the hands do at the ears and the face; the eyeballs are never pressed. */
export const EAR_HANDS = inLanguage({
  flaps: 'thumbs on the ear flaps only',
  'ears-and-brow':
    'ears closed, middle fingers lightly at the inner corners of the eyes, index tips joined on the forehead',
  'full-seal': 'full seal over ears, eyes, nose and lips, the lightest touch',
  'on-the-head': 'ears closed, fingers resting on the head',
} as const);
export type EarHands = keyof typeof EAR_HANDS;

/** Whether the eyes are closed, and where they look: the one goes with each of the other. */
export const GAZES = inLanguage({
  'eyes-closed': 'eyes closed, resting',
  'closed-brows': 'eyes closed, turned inward between the brows',
  'closed-nose-tip': 'eyes closed, turned towards the tip of the nose',
  'half-open': 'eyes half open, resting on the floor',
  'nose-tip': 'eyes half open, towards the tip of the nose, without strain',
  brows: 'eyes half open, between the brows, without strain',
  open: 'eyes open, resting ahead',
} as const);
export type Gaze = keyof typeof GAZES;

/** The same gaze with open eyes; the gaze itself where they are open. */
export const withOpenEyes = (gaze: Gaze): Gaze => OPENED[gaze] ?? gaze;

const OPENED: Readonly<Partial<Record<Gaze, Gaze>>> = {
  'eyes-closed': 'half-open',
  'closed-brows': 'brows',
  'closed-nose-tip': 'nose-tip',
};

export const eyesClosed = (gaze: Gaze): boolean => gaze in OPENED;

export const TONGUES = inLanguage({
  resting: 'resting',
  palate: 'tip behind the upper teeth',
  'folded-back': 'folded back along the palate',
} as const);
export type Tongue = keyof typeof TONGUES;

export const HEADS = inLanguage({
  level: 'level',
  'chin-tuck': 'a mild chin tuck throughout (this is not a lock)',
} as const);
export type Head = keyof typeof HEADS;

/** What goes with the breath of a whole passage. */
export interface BreathModifiers {
  readonly throatSound: boolean;
  readonly hum: Hum;
  readonly ears: EarHands | null;
  readonly gaze: Gaze;
  readonly tongue: Tongue;
  readonly head: Head;
  /** Said silently with the breath; empty for none. */
  readonly syllable: string;
  /** The whole body is tensed in the hold. */
  readonly tension: boolean;
}

export const PLAIN_MODIFIERS: BreathModifiers = {
  throatSound: false,
  hum: 'none',
  ears: null,
  gaze: 'eyes-closed',
  tongue: 'resting',
  head: 'level',
  syllable: '',
  tension: false,
};

/** What a technique begins with, and what of it may be changed. */
export interface ModifierChoices {
  readonly start: BreathModifiers;
  readonly throatSound: 'never' | 'optional' | 'always';
  readonly hum: 'never' | 'always';
  readonly ears: readonly EarHands[];
}
