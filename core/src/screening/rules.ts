import type { Conventions } from '../conventions/index.js';
import type { FactId } from './facts.js';
import type { MeasureId } from './features.js';

/** Strictest first. */
export const LEVELS = ['no', 'clearance', 'change', 'care'] as const;
export type FindingLevel = (typeof LEVELS)[number];

/** Kinds of change that can lift a finding. */
export type RemedyKind =
  | 'remove'
  | 'replace'
  | 'drop-hold'
  | 'shorten-hold'
  | 'drop-lock'
  | 'swap-side'
  | 'change-variant'
  | 'drop-throat-sound'
  | 'shorten'
  | 'shorten-exhale'
  | 'even-exhale'
  | 'slow-strokes'
  | 'seat'
  | 'hands'
  | 'open-eyes'
  | 'add-rest'
  | 'wait';

/** What to do, as it is said after "What to do:". */
export const REMEDY_WORDS: Readonly<Record<RemedyKind, string>> = {
  remove: 'leave the passage out',
  replace: 'take another technique',
  'drop-hold': 'leave the hold out',
  'shorten-hold': 'shorten the hold',
  'drop-lock': 'leave the lock out',
  'swap-side': 'take the other side',
  'change-variant': 'take another form of it',
  'drop-throat-sound': 'leave the throat sound out',
  shorten: 'make it shorter',
  'shorten-exhale': 'shorten the exhale',
  'even-exhale': 'make the exhale as long as the inhale',
  'slow-strokes': 'slow the strokes',
  seat: 'change the seat',
  hands: 'take the hands down',
  'open-eyes': 'leave eyes and ears open',
  'add-rest': 'rest before it',
  wait: 'wait after the meal',
};

/** When a fact is true and a measure of a passage is above the threshold, the level applies. */
export interface Rule {
  readonly id: string;
  readonly fact: FactId;
  readonly feature: MeasureId;
  /** In the unit of the measure; what is only there or not is above 0 when it is there. */
  readonly over: number;
  readonly level: FindingLevel;
  /** Why, in one sentence. */
  readonly reason: string;
  readonly remedies: readonly RemedyKind[];
  /** The rule is not in force where the instructor's conventions say so. */
  readonly unless: Unless | null;
}

/** A choice among the conventions. */
export type Unless = {
  readonly [K in keyof Conventions]: { readonly key: K; readonly choice: Conventions[K] };
}[keyof Conventions];

type Line = readonly [MeasureId | readonly [MeasureId, number], FindingLevel];

/** What lifts a finding on a measure, the mildest first. */
const REMEDIES: Readonly<Partial<Record<MeasureId, readonly RemedyKind[]>>> = {
  hold: ['shorten-hold', 'drop-hold'],
  internalHold: ['shorten-hold', 'drop-hold'],
  externalHold: ['drop-hold'],
  holdAfterStrokes: ['add-rest', 'shorten-hold', 'drop-hold'],
  locks: ['drop-lock'],
  chinLock: ['drop-lock'],
  abdominalLock: ['drop-lock'],
  rightEntry: ['replace', 'remove'],
  rightOnly: ['swap-side', 'replace'],
  leftOnly: ['replace', 'remove'],
  leftOnlyMinutes: ['shorten'],
  coolingMinutes: ['shorten'],
  doubleExhaleMinutes: ['shorten', 'shorten-exhale'],
  longExhaleMinutes: ['even-exhale', 'shorten', 'replace'],
  exhale: ['shorten-exhale', 'replace'],
  exhaleToInhale: ['shorten-exhale', 'replace'],
  exhaleOverCapacity: ['shorten-exhale'],
  eyesOrEarsClosed: ['open-eyes'],
  mealShort: ['wait', 'replace', 'remove'],
  overTwiceLongest: ['shorten'],
  raisedArm: ['shorten', 'hands'],
  oneNostril: ['hands', 'shorten', 'replace'],
  rate: ['slow-strokes'],
  rapid: ['slow-strokes', 'replace', 'remove'],
  mouthInhale: ['replace', 'remove'],
  teeth: ['change-variant', 'replace', 'remove'],
  rolledTongue: ['change-variant', 'replace'],
  throat: ['drop-throat-sound', 'replace', 'remove'],
  faceSeal: ['hands', 'replace'],
  earClosure: ['hands', 'replace'],
  humLying: ['seat'],
  lying: ['seat'],
  folded: ['seat'],
  standing: ['seat'],
  floorSeat: ['seat'],
};
const OTHERWISE: readonly RemedyKind[] = ['replace', 'remove'];

function rulesFor(fact: FactId, reason: string, ...lines: readonly Line[]): Rule[] {
  return lines.map(([what, level]) => {
    const [feature, over] = typeof what === 'string' ? [what, 0] : what;
    const id = `${fact}/${feature}${over === 0 ? '' : `>${over}`}/${level}`;
    const remedies = REMEDIES[feature] ?? OTHERWISE;
    return { id, fact, feature, over, level, reason, remedies, unless: null };
  });
}

/** Rules that a convention takes out of force. */
const unlessChosen = (unless: Unless, rules: readonly Rule[]): Rule[] =>
  rules.map((rule) => ({ ...rule, unless }));

/** The same lines for several facts. */
const forEach = (facts: readonly FactId[], reason: string, ...lines: readonly Line[]): Rule[] =>
  facts.flatMap((fact) => rulesFor(fact, reason, ...lines));

const FORCE: readonly Line[] = [
  ['forceful', 'no'],
  ['rapid', 'no'],
];

/** Common teaching cautions, as data. They are not medical advice; local rules and a licensed clinician come first. */
export const RULES: readonly Rule[] = [
  ...rulesFor(
    'pregnancy',
    'Holds, force and pressure on the belly are left out in pregnancy.',
    ['hold', 'no'],
    ['forceful', 'no'],
    ['rapid', 'no'],
    ['abdominalLock', 'no'],
    ['tension', 'no'],
    ['folded', 'change'],
    ['heating', 'care'],
  ),
  ...rulesFor(
    'pregnancy-16-weeks',
    'Flat on the back the belly weighs on a large vein: lie on the left side.',
    ['lying', 'change'],
  ),
  ...rulesFor('pregnancy-guarded', 'With bleeding, raised pressure or advised rest a clinician decides.', [
    'notQuiet',
    'clearance',
  ]),
  ...rulesFor(
    'birth-recent',
    'Belly and pelvic floor are still healing after a birth.',
    ['forceful', 'no'],
    ['abdominalLock', 'no'],
    ['hold', 'clearance'],
  ),
  ...rulesFor(
    'pressure-high',
    'Holds, force and heat can raise the blood pressure further.',
    ...FORCE,
    ['tension', 'no'],
    ['hold', 'no'],
    ['locks', 'no'],
    ['rightEntry', 'change'],
    ['rightOnly', 'change'],
    ['folded', 'change'],
  ),
  ...rulesFor(
    'pressure-controlled',
    'Longer holds and force can raise the blood pressure while it is being controlled.',
    ['forceful', 'clearance'],
    ['rapid', 'clearance'],
    ['tension', 'clearance'],
    [['internalHold', 4], 'change'],
    ['externalHold', 'change'],
    [['hold', 8], 'clearance'],
    ['locks', 'clearance'],
    ['rightOnly', 'change'],
  ),
  ...rulesFor(
    'pressure-low',
    'Long cooling breaths and long exhales can lower the blood pressure: rise slowly.',
    [['coolingMinutes', 5], 'care'],
    [['leftOnlyMinutes', 5], 'care'],
    [['doubleExhaleMinutes', 10], 'care'],
  ),
  ...rulesFor(
    'heart',
    'Force, holds and very long exhales load the heart.',
    ...FORCE,
    ['tension', 'no'],
    ['locks', 'no'],
    ['hold', 'clearance'],
    [['exhale', 10], 'clearance'],
    [['exhaleToInhale', 2], 'clearance'],
  ),
  ...rulesFor(
    'stroke',
    'Whatever raises the pressure in the head is left out.',
    ...FORCE,
    ['tension', 'no'],
    ['hold', 'no'],
    ['locks', 'no'],
  ),
  ...forEach(
    ['eyes', 'eye-surgery'],
    'Whatever raises the pressure in the eyes is left out.',
    ...FORCE,
    ['tension', 'no'],
    [['hold', 4], 'no'],
    ['faceSeal', 'no'],
    ['chinLock', 'change'],
    ['folded', 'change'],
  ),
  ...rulesFor('seizures', 'Over-breathing and long holds can bring on a seizure.', ...FORCE, [
    ['hold', 4],
    'no',
  ]),
  ...rulesFor(
    'fainting',
    'Over-breathing and longer holds can bring on a faint.',
    ['rapid', 'clearance'],
    ['forceful', 'clearance'],
    [['hold', 4], 'change'],
    ['standing', 'change'],
  ),
  ...forEach(
    ['healing-inside', 'lung-collapsed'],
    'Pressure in head, chest or belly disturbs what is healing.',
    ...FORCE,
    ['tension', 'no'],
    [['hold', 4], 'no'],
    ['abdominalLock', 'no'],
  ),
  ...rulesFor(
    'panic',
    'Want of air and closed senses can bring on fear: keep a way out open.',
    ['externalHold', 'change'],
    ['internalHold', 'change'],
    ['rapid', 'change'],
    ['eyesOrEarsClosed', 'care'],
  ),
  ...unlessChosen(
    { key: 'longExhaleInLowMood', choice: 'allow' },
    rulesFor('low-mood', 'Long exhales calm further: even or inhale-led breathing lifts more.', [
      ['longExhaleMinutes', 3],
      'change',
    ]),
  ),
  ...rulesFor('low-mood', 'The left side calms further: even or inhale-led breathing lifts more.', [
    'leftOnly',
    'change',
  ]),
  ...rulesFor(
    'psychosis',
    'Strong breathing and closed senses can loosen the hold on what is real.',
    ...FORCE,
    [['hold', 4], 'no'],
    ['faceSeal', 'change'],
  ),
  ...rulesFor(
    'diabetes',
    'Strong breathing moves the blood sugar; shaky, sweating or confused: stop, check glucose, sugar if able to swallow.',
    ['forceful', 'clearance'],
    [['hold', 8], 'care'],
  ),
  ...rulesFor(
    'insulin',
    'Strong breathing moves the blood sugar under insulin.',
    ['forceful', 'change'],
    ['rapid', 'change'],
  ),
  ...rulesFor(
    'asthma',
    'Strong, cold and held breaths can tighten the airways; the reliever lies within reach.',
    ['forceful', 'clearance'],
    ['rapid', 'clearance'],
    ['mouthInhale', 'change'],
    [['hold', 4], 'change'],
    ['always', 'care'],
  ),
  ...rulesFor('asthma-flare', 'In a flare only quiet breathing.', ['notQuiet', 'no']),
  ...rulesFor(
    'lung-chronic',
    'There is no reserve for holds and strong breathing.',
    ['hold', 'no'],
    ...FORCE,
  ),
  ...rulesFor('lung-chronic', 'The exhale stays within what was measured as easy.', [
    'exhaleOverCapacity',
    'care',
  ]),
  ...rulesFor(
    'hernia',
    'Pressure in the belly makes it worse.',
    ['forceful', 'no'],
    ['abdominalLock', 'no'],
    ['tension', 'no'],
  ),
  ...rulesFor(
    'reflux',
    'Force, lying flat and folding press on the stomach.',
    ['forceful', 'change'],
    ['lying', 'change'],
    ['folded', 'change'],
  ),
  ...rulesFor(
    'ears',
    'Pressure on a sore ear hurts: the hands lie on the head.',
    ['earClosure', 'change'],
    ['hum', 'care'],
  ),
  ...forEach(
    ['nose-blocked', 'nose-narrow'],
    'Through a blocked side the breath is forced.',
    ['oneNostril', 'change'],
    ['forceful', 'change'],
  ),
  ...rulesFor('nosebleed', 'Strong breathing can open it again.', ...FORCE),
  ...rulesFor('neck', 'The chin lock bends the neck: keep the head level.', ['chinLock', 'change']),
  ...rulesFor('thyroid', 'The chin lock presses near the gland.', ['chinLock', 'care']),
  ...rulesFor('thyroid-overactive', 'Heat is there already.', ['heating', 'change']),
  ...rulesFor('shoulder', 'The raised arm tires the shoulder.', [['raisedArm', 3], 'change']),
  ...rulesFor('knees', 'A chair spares knees and hips.', ['floorSeat', 'change']),
  ...rulesFor('teeth', 'Cold air over the teeth hurts.', ['teeth', 'change']),
  ...rulesFor('room-cold', 'Cooling breaths chill further.', ['cooling', 'care']),
  ...rulesFor('air-bad', 'Through the mouth the air is not cleaned.', ['mouthInhale', 'change']),
  ...rulesFor('throat-sore', 'The throat sound strains a sore throat.', ['throat', 'change']),
  ...rulesFor(
    'menstruation',
    'Force and pressure on the belly are left out now.',
    ['forceful', 'change'],
    ['abdominalLock', 'change'],
    [['hold', 8], 'care'],
  ),
  ...rulesFor(
    'migraine',
    'Strong breathing and long holds can bring one on.',
    ['rapid', 'change'],
    ['forceful', 'change'],
    [['hold', 8], 'care'],
  ),
  ...rulesFor('vertigo', 'Strong breathing and folding can bring it on.', ...FORCE, ['folded', 'change']),
  ...rulesFor('fever', 'The body has work enough: only quiet breathing.', ['notQuiet', 'no']),
  ...rulesFor('intoxicated', 'Want of air is felt too late.', ['hold', 'no'], ...FORCE),
  ...forEach(
    ['room-hot', 'exercise-hard'],
    'The body is hot already.',
    ['heating', 'change'],
    ['hold', 'care'],
  ),
  ...rulesFor(
    'under-8',
    'Young children breathe as they play: nothing held, forced or fast.',
    ['hold', 'no'],
    ...FORCE,
    ['locks', 'no'],
    [['oneNostril', 2], 'no'],
  ),
  ...rulesFor('from-8', 'Children hold and force nothing.', ['hold', 'no'], ...FORCE, ['locks', 'no']),
  ...rulesFor('from-12', 'Young people hold briefly and set no locks.', [['hold', 4], 'no'], ['locks', 'no']),
  ...rulesFor('up-to-15', 'Forceful breathing waits until 16.', ['forceful', 'change']),
  ...rulesFor('from-16', 'Forceful breathing: few strokes, closely watched.', ['forceful', 'care']),
  ...rulesFor(
    'from-65',
    'Slower and fewer strokes, shorter holds.',
    ['rapid', 'change'],
    [['hold', 8], 'care'],
  ),
  ...rulesFor(
    'beginner',
    'Numbers sound small until they are breathed.',
    [['externalHold', 3], 'change'],
    ['locks', 'change'],
    [['internalHold', 12], 'change'],
    [['rate', 60], 'change'],
    ['holdAfterStrokes', 'no'],
  ),
  ...rulesFor(
    'bedtime-near',
    'It wakes, and sleep is near.',
    ['forceful', 'change'],
    ['rapid', 'change'],
    ['rightEntry', 'change'],
  ),
  ...rulesFor('tongue-does-not-roll', 'The rolled form needs a tongue that rolls.', [
    'rolledTongue',
    'change',
  ]),
  ...rulesFor(
    'anyone',
    'After strokes carbon dioxide is low, and a long hold can bring on a faint; a hum is fed better upright.',
    ['holdAfterStrokes', 'change'],
    ['humLying', 'care'],
  ),
  ...rulesFor('anyone', 'A full stomach presses on the breath.', ['mealShort', 'change']),
  ...rulesFor('anyone', 'Much longer than ever before: go on only while it stays easy.', [
    'overTwiceLongest',
    'care',
  ]),
  ...rulesFor(
    'not-still',
    'Never while driving, at machines, in water or at heights.',
    ['hold', 'no'],
    ['strokes', 'no'],
    ['eyesOrEarsClosed', 'no'],
  ),
];
