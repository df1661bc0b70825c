import type { ModifierChoices } from './breath-modifiers.js';
import type { RestingHandId, SeatId } from './posture.js';
import { inLanguage } from '../language.js';

/** How the instructor prefers names to be written. */
export type Naming = 'plain' | 'diacritic' | 'english';
/** A name in each of the three forms. */
export type Named = Readonly<Record<Naming, string>>;

/** A nostril pattern. S is the starting side, O the other. */
export type Route =
  /** In S, out O, in O, out S: the swap comes at full lungs only. */
  | 'alternating'
  /** In left, out right, always. */
  | 'left-entry'
  /** In right, out left, always. */
  | 'right-entry'
  /** In and out through one nostril. */
  | 'one-sided'
  | 'both';

export const ROUTE_NAMES: Readonly<Record<Route, string>> = inLanguage({
  alternating: 'alternating',
  'left-entry': 'in left, out right',
  'right-entry': 'in right, out left',
  'one-sided': 'one side',
  both: 'both nostrils',
});

/** How breath passes the mouth. */
export type MouthForm = 'rolled-tongue' | 'flat-tongue' | 'tongue-behind-teeth' | 'teeth' | 'rounded-lips';
/** Where a breath goes in or out. */
export type BreathPath = 'nose' | MouthForm;

export const BREATH_PATH_NAMES: Readonly<Record<BreathPath, string>> = inLanguage({
  nose: 'nose',
  'rolled-tongue': 'rolled tongue',
  'flat-tongue': 'tongue out and flat',
  'tongue-behind-teeth': 'tongue behind the lower teeth',
  teeth: 'closed teeth',
  'rounded-lips': 'rounded lips',
});

export type StrokeKind =
  /** Sharp exhale, passive inhale, from the belly. */
  | 'sharp-exhale'
  /** Even and soft, upper chest, in and out. */
  | 'even'
  /** Forceful both ways. */
  | 'forceful';

export const STROKE_NAMES: Readonly<Record<StrokeKind, string>> = inLanguage({
  'sharp-exhale': 'sharp exhale, passive inhale',
  even: 'even and soft, upper chest',
  forceful: 'forceful both ways',
});

export type LockId = 'chin' | 'abdominal' | 'root';

/** What a technique is beyond what is derived from its numbers; screening and composing read it. */
export type Feature =
  | 'quiet'
  | 'tension'
  | 'prelude'
  | 'throat'
  | 'energising'
  | 'calming'
  | 'balancing'
  | 'cooling'
  | 'heating'
  | 'sleep'
  | 'hum'
  | 'ear-closure'
  | 'face-seal'
  | 'mouth-inhale'
  | 'forceful'
  | 'abdomen'
  | 'rest';

/** The features as they are shown. */
export const FEATURE_NAMES: Readonly<Record<Feature, string>> = inLanguage({
  quiet: 'quiet',
  tension: 'tension',
  prelude: 'prelude',
  throat: 'throat sound',
  energising: 'energising',
  calming: 'calming',
  balancing: 'balancing',
  cooling: 'cooling',
  heating: 'heating',
  sleep: 'sleep',
  hum: 'hum',
  'ear-closure': 'ears closed',
  'face-seal': 'face sealed',
  'mouth-inhale': 'in through the mouth',
  forceful: 'forceful',
  abdomen: 'abdomen',
  rest: 'rest',
});

/** Places in a session, in order. */
export const SLOTS = ['arrive', 'prepare', 'stoke', 'balance', 'deepen', 'soften', 'settle'] as const;
export type Slot = (typeof SLOTS)[number];

/** The slots as they are shown. */
export const SLOT_NAMES: Readonly<Record<Slot, string>> = inLanguage({
  arrive: 'arrive',
  prepare: 'prepare',
  stoke: 'stoke',
  balance: 'balance',
  deepen: 'deepen',
  soften: 'soften',
  settle: 'settle',
});

export const FAMILIES = inLanguage({
  watching: 'watching and slow breathing',
  regions: 'by regions and by parts',
  tension: 'tense and release',
  throat: 'throat sound',
  even: 'even phases',
  nostril: 'nostril patterns',
  humming: 'humming',
  cooling: 'cooling through the mouth',
  strokes: 'strokes',
  rest: 'rest',
} as const);
export type Family = keyof typeof FAMILIES;

/** How a technique grows; each has its ladder. */
export type GrowthSchool = 'count-first' | 'even-four-part' | 'strokes' | 'duration';

/** What the session is for. */
export type Goal =
  'calm' | 'energise' | 'sleep' | 'cool' | 'warm' | 'focus' | 'lung-capacity' | 'mood' | 'agitation';
export const GOALS: Readonly<Record<Goal, string>> = inLanguage({
  calm: 'calm',
  energise: 'energy',
  sleep: 'sleep',
  cool: 'cooling',
  warm: 'warmth',
  focus: 'focus',
  'lung-capacity': 'lung capacity',
  mood: 'a steadier mood',
  agitation: 'settling agitation',
});

/** Something that can be seen, what it probably comes from, and what to do. */
export interface VisibleSign {
  readonly sign: string;
  readonly cause: string;
  readonly correction: string;
}

/** Both ends included. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/** How a breath is taken in parts. */
export interface PartsSpec {
  readonly parts: number;
  /** Counts between parts. */
  readonly pause: number;
  readonly atEnd: boolean;
  /** Through belly, ribs and chest instead of with pauses. */
  readonly regions: boolean;
}

export interface CountedPattern {
  readonly kind: 'counted';
  /** The first is the one it begins with. */
  readonly routes: readonly [Route, ...Route[]];
  /** Ratios that are usual for it, in short form; the first is where it begins. Others may be written. */
  readonly ratios: readonly [string, ...string[]];
  readonly holds: 'never' | 'internal' | 'both';
  /** Counts of the inhale. */
  readonly base: Range;
  readonly cycles: Range;
  /** `experienced`: the ratio that somebody begins with who is no beginner any more, where it is another. */
  readonly start: { readonly base: number; readonly cycles: number; readonly experienced?: string };
  readonly inhaleThrough: readonly [BreathPath, ...BreathPath[]];
  readonly exhaleThrough: BreathPath;
  readonly parts: { readonly inhale: PartsSpec | null; readonly exhale: PartsSpec | null };
  /** Seconds of turning pauses that it begins with. */
  readonly turning: { readonly full: number; readonly empty: number };
  /** Seconds of letting go after each cycle. */
  readonly between: number;
  readonly locks: Readonly<Record<'internalHold' | 'externalHold', readonly LockId[]>>;
  readonly modifierChoices: ModifierChoices;
}

export interface StrokePattern {
  readonly kind: 'strokes';
  readonly stroke: StrokeKind;
  /** The turns of a set: which nostrils, in order. */
  readonly turns: readonly [StrokeAirway, ...StrokeAirway[]];
  readonly strokes: Range;
  /** Strokes a minute. */
  readonly rate: Range;
  readonly sets: Range;
  readonly start: { readonly strokes: number; readonly rate: number; readonly sets: number };
}
export type StrokeAirway = 'left' | 'right' | 'both';

export interface NaturalPattern {
  readonly kind: 'natural';
  /** Seconds. */
  readonly length: Range;
  readonly start: { readonly length: number };
}

export type Pattern = CountedPattern | StrokePattern | NaturalPattern;

/** An entry of the catalogue. */
export interface Technique<P extends Pattern = Pattern> {
  readonly id: string;
  readonly names: Named;
  /** Other spellings and names it is searched by. */
  readonly aliases: readonly string[];
  readonly family: Family;
  readonly slot: Slot;
  readonly pattern: P;
  /** One line said before the passage begins. */
  readonly opening: string;
  /** How it begins and what it grows to, in words. */
  readonly startsWith: string;
  readonly growsTo: string;
  readonly growth: GrowthSchool;
  readonly features: readonly Feature[];
  /** What it tends to be used for. */
  readonly effects: readonly Goal[];
  /** The first is the one it begins in. */
  readonly seats: readonly [SeatId, ...SeatId[]];
  readonly resting: readonly [RestingHandId, ...RestingHandId[]];
  readonly prerequisites: readonly string[];
  /** Whether a teacher's approval is asked for: usually, by the strict convention only, or not at all. */
  readonly approval: 'usual' | 'strict' | 'none';
  /** Techniques one of which has to be on record as easy before this one is composed; empty where none has to be. */
  readonly after: readonly string[];
  /** The form to fall back on, or null where there is none simpler. */
  readonly simpler: string | null;
  readonly teaching: readonly string[];
  /** Where the student's own hand feels the movement. */
  readonly feel: string;
  readonly watch: readonly VisibleSign[];
  /** Sensations to name, so that they are not feared. */
  readonly normal: readonly string[];
  readonly cautions: readonly string[];
  readonly silent: boolean;
  readonly handsFree: boolean;
  readonly unobtrusive: boolean;
}
