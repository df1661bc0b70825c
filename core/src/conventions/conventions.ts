/** Where schools differ in alternate-nostril breathing, as far as it bears on the timeline. */
export interface Conventions {
  readonly round: 'both-sides' | 'one-side';
  readonly startingSide: 'left' | 'right' | 'by-goal';
  readonly begins: 'empty-through-start' | 'out-through-both' | 'free-breath';
  readonly endsOn: 'side-it-began' | 'exhale-right';
  readonly closingHand: 'dominant' | 'right';
  readonly fingerPosition: 'folded' | 'between-brows' | 'temple' | 'free' | 'thumb-and-index';
  readonly leftClosedBy: 'ring-and-little' | 'ring' | 'middle';
}

export type ConventionKey = keyof Conventions;

export interface ConventionQuestion<K extends ConventionKey> {
  readonly question: string;
  readonly choices: Readonly<Record<Conventions[K], string>>;
  readonly preset: Conventions[K];
  /** One line, shown beside the choice. */
  readonly why: string;
}

/** Each question with its choices, the default and one line of reason. */
export const CONVENTION_QUESTIONS: { readonly [K in ConventionKey]: ConventionQuestion<K> } = {
  round: {
    question: 'A round of alternate-nostril is',
    choices: { 'both-sides': 'both sides', 'one-side': 'one side' },
    preset: 'both-sides',
    why: 'A round of both sides ends where it began.',
  },
  startingSide: {
    question: 'Starting side',
    choices: { left: 'left', right: 'right', 'by-goal': 'by goal' },
    preset: 'by-goal',
    why: 'Left to calm, right to energise, left when unsure.',
  },
  begins: {
    question: 'A passage begins with',
    choices: {
      'empty-through-start': 'emptying through the starting nostril',
      'out-through-both': 'breathing out through both',
      'free-breath': 'one free breath through both',
    },
    preset: 'empty-through-start',
    why: 'The first inhale then follows the rule: in through the nostril you last exhaled through.',
  },
  endsOn: {
    question: 'A passage ends on',
    choices: { 'side-it-began': 'the side it began', 'exhale-right': 'an exhale on the right' },
    preset: 'side-it-began',
    why: 'Whole rounds; ending on the right may need half a round more.',
  },
  closingHand: {
    question: 'Closing hand',
    choices: { dominant: 'the dominant hand', right: 'always the right' },
    preset: 'dominant',
    why: 'Less effort for the arm; the fingers are mirrored for the left hand.',
  },
  fingerPosition: {
    question: 'Index and middle finger',
    choices: {
      folded: 'folded to the palm',
      'between-brows': 'resting between the brows',
      temple: 'at the temple',
      free: 'free',
      'thumb-and-index': 'thumb and index close',
    },
    preset: 'folded',
    why: 'The hand stays light and out of the way of the face.',
  },
  leftClosedBy: {
    question: 'Left nostril closed by (right hand)',
    choices: { 'ring-and-little': 'ring and little finger', ring: 'ring finger', middle: 'middle finger' },
    preset: 'ring-and-little',
    why: 'Two fingers together stay steady longer.',
  },
};

/** The defaults of {@link CONVENTION_QUESTIONS}. */
export const DEFAULT_CONVENTIONS: Conventions = {
  round: CONVENTION_QUESTIONS.round.preset,
  startingSide: CONVENTION_QUESTIONS.startingSide.preset,
  begins: CONVENTION_QUESTIONS.begins.preset,
  endsOn: CONVENTION_QUESTIONS.endsOn.preset,
  closingHand: CONVENTION_QUESTIONS.closingHand.preset,
  fingerPosition: CONVENTION_QUESTIONS.fingerPosition.preset,
  leftClosedBy: CONVENTION_QUESTIONS.leftClosedBy.preset,
};

/** An instructor's profile with a session's own overrides laid over it. */
export const resolveConventions = (profile: Conventions, overrides: Partial<Conventions>): Conventions => ({
  ...profile,
  ...overrides,
});
