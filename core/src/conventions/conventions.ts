import { keysOf } from '../keys.js';
import { textsInLanguage } from '../language.js';

/** Where schools differ (domain: section "where schools differ"). Some bear on the timeline, the others on fitting, screening and growth. */
export interface Conventions {
  readonly round: 'both-sides' | 'one-side';
  readonly startingSide: 'left' | 'right' | 'by-goal';
  readonly begins: 'empty-through-start' | 'out-through-both' | 'free-breath' | 'at-once';
  readonly endsOn: 'side-it-began' | 'exhale-right';
  readonly closingHand: 'dominant' | 'right';
  readonly fingerPosition: 'folded' | 'between-brows' | 'temple' | 'free' | 'thumb-and-index';
  readonly leftClosedBy: 'ring-and-little' | 'ring' | 'little' | 'middle';
  readonly holdsComeIn: 'from-the-start' | 'after-1-1' | 'after-1-2' | 'after-10-20';
  readonly growthOrder: 'count-first' | 'ratio-first' | 'full-ratio' | 'even-four-part' | 'exhale-led';
  readonly externalHold: 'none' | 'turning-pause' | 'equal';
  readonly hum: 'exhale' | 'both';
  readonly counting: 'up' | 'down' | 'silent-later';
  readonly mealGapForceful: '4-hours' | '5-hours' | '6-hours';
  readonly mealGapGeneral: '3-hours' | '4-hours';
  /** Of alternate-nostril without holds. */
  readonly mealGap: 'by-technique' | 'one-hour-alternating' | 'half-hour-alternating';
  readonly longExhaleInLowMood: 'avoid' | 'allow';
  readonly lockOrder: 'chin-first' | 'root-first';
  readonly restAfterStrokes: 'until-quiet' | 'fixed';
  readonly bothEntriesInADay: 'avoid' | 'allow';
  readonly approvals: 'usual' | 'strict' | 'none';
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
export const CONVENTION_QUESTIONS: { readonly [K in ConventionKey]: ConventionQuestion<K> } = textsInLanguage(
  {
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
        'at-once': 'the first inhale, at once',
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
      choices: {
        'ring-and-little': 'ring and little finger',
        ring: 'ring finger',
        little: 'little finger alone',
        middle: 'middle finger',
      },
      preset: 'ring-and-little',
      why: 'Two fingers together stay steady longer.',
    },
    holdsComeIn: {
      question: 'Holds come in',
      choices: {
        'from-the-start': 'from the start, short',
        'after-1-1': 'after 1:1 is easy',
        'after-1-2': 'after 1:2 is easy',
        'after-10-20': 'after 10:20 is easy for 5 minutes',
      },
      preset: 'after-1-2',
      why: 'A long easy exhale shows that there is room for a hold; each school of growth brings its own.',
    },
    growthOrder: {
      question: 'What grows first',
      choices: {
        'count-first': 'the count, then the ratio',
        'ratio-first': 'the ratio at one base',
        'full-ratio': 'the full ratio, small base',
        'even-four-part': 'four even parts',
        'exhale-led': 'the exhale; holds last',
      },
      preset: 'count-first',
      why: 'Length without holds is the gentlest way to more.',
    },
    externalHold: {
      question: 'Empty hold in alternate-nostril',
      choices: { none: 'none', 'turning-pause': 'a turning pause', equal: 'as long as the full hold' },
      preset: 'none',
      why: 'Empty holds ask most of the breath; they come last if at all.',
    },
    hum: {
      question: 'The hum is on',
      choices: { exhale: 'the exhale', both: 'exhale and inhale' },
      preset: 'exhale',
      why: 'Humming on the inhale is an effort for most.',
    },
    counting: {
      question: 'Counts are called',
      choices: { up: 'upwards', down: 'downwards', 'silent-later': 'silent after the first rounds' },
      preset: 'up',
      why: 'Counting up tells where one is without knowing the end.',
    },
    mealGapForceful: {
      question: 'After a meal, forceful strokes wait',
      choices: { '4-hours': '4 hours', '5-hours': '5 hours', '6-hours': '6 hours' },
      preset: '4-hours',
      why: 'The belly works hard; what lies in it rises.',
    },
    mealGapGeneral: {
      question: 'After a meal, other practice waits',
      choices: { '3-hours': '3 hours', '4-hours': '4 hours' },
      preset: '3-hours',
      why: 'A full belly leaves the breath little room; what is gentle waits for nothing.',
    },
    mealGap: {
      question: 'After a meal, alternate-nostril without holds waits',
      choices: {
        'by-technique': '2 hours',
        'one-hour-alternating': '1 hour',
        'half-hour-alternating': 'half an hour',
      },
      preset: 'by-technique',
      why: 'Soft as it is, most teachers let the meal settle first; one school says half an hour.',
    },
    longExhaleInLowMood: {
      question: 'Long exhale in low mood',
      choices: { avoid: 'avoid beyond 1:1', allow: 'allow' },
      preset: 'avoid',
      why: 'Even or inhale-led breathing lifts more.',
    },
    lockOrder: {
      question: 'Locks are set',
      choices: { 'chin-first': 'chin, abdomen, root', 'root-first': 'root first' },
      preset: 'chin-first',
      why: 'The chin keeps the throat quiet before the rest follows; released in reverse.',
    },
    restAfterStrokes: {
      question: 'Rest after strokes',
      choices: { 'until-quiet': 'until the breath is quiet', fixed: 'fixed seconds' },
      preset: 'until-quiet',
      why: 'Planned as 45 s (60 s before holds), at least 30, at most 120.',
    },
    bothEntriesInADay: {
      question: 'Left- and right-entry on one day',
      choices: { avoid: 'avoid', allow: 'allow' },
      preset: 'avoid',
      why: 'They are said to pull in opposite directions.',
    },
    approvals: {
      question: "A teacher's approval is asked for",
      choices: {
        usual: 'bellows, all three locks, holds over 20 s',
        strict: 'these, skull-brightening and right-entry',
        none: 'nothing',
      },
      preset: 'usual',
      why: 'What can do most harm is taught first by somebody who watches.',
    },
  },
  'question',
  'choices',
  'why',
);

export const CONVENTION_KEYS = keysOf(CONVENTION_QUESTIONS);

/** The defaults of {@link CONVENTION_QUESTIONS}. */
export const DEFAULT_CONVENTIONS = Object.fromEntries(
  CONVENTION_KEYS.map((key) => [key, CONVENTION_QUESTIONS[key].preset]),
) as unknown as Conventions;

/** An instructor's profile with a session's own overrides laid over it. */
export const resolveConventions = (profile: Conventions, overrides: Partial<Conventions>): Conventions => ({
  ...profile,
  ...overrides,
});
