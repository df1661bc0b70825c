import { seconds, type Seconds } from '../units/index.js';
import type { Passage, Session } from './session.js';

/** How a passage is taught around its counted rounds. Nothing in a part: it is left out. Domain 21, teaching arc. */
export interface Teaching {
  /** What is said before it, and how long it is explained. */
  readonly explain: string;
  readonly explainFor: Seconds;
  /** Rounds (sets) that are shown while the student watches: led without record. */
  readonly demonstrate: number;
  /** Rounds (sets) that are tried: not counted, and no repetition. */
  readonly trial: number;
  /** Sitting quietly after it. */
  readonly quiet: Seconds;
  /** How long it is asked how it is now. */
  readonly ask: Seconds;
}

export const NOT_TAUGHT: Teaching = {
  explain: '',
  explainFor: seconds(0),
  demonstrate: 0,
  trial: 0,
  quiet: seconds(0),
  ask: seconds(0),
};

/** Parts of the teaching arc beside the counted rounds and minutes at one's own pace, in order. */
export const TEACHING_PARTS = ['explain', 'demonstrate', 'trial', 'quiet', 'ask'] as const;
export type TeachingPart = (typeof TEACHING_PARTS)[number];

/** Rounds that can be shown, or tried, at the most. */
export const MOST_TAUGHT_ROUNDS = 3;

/** Longest question how it is now, seconds. */
export const LONGEST_QUESTION = 300;

/** Counts that can be called down before a beginning, at the most. */
export const MOST_READY_COUNTS = 16;

/** How long it takes to say that something is shown, or tried, before it is. */
export const TEACHING_CUE = seconds(4);

/** Whether a part comes before the counted rounds. */
export const isBeforeRounds = (part: TeachingPart): boolean => part !== 'quiet' && part !== 'ask';

/** What each part of an arc has in it: seconds, or rounds. */
const contentOf = (teaching: Teaching): Readonly<Record<TeachingPart, number>> => ({
  explain: teaching.explainFor,
  demonstrate: teaching.demonstrate,
  trial: teaching.trial,
  quiet: teaching.quiet,
  ask: teaching.ask,
});

/** The parts of an arc that have something in them, in order. */
export const partsTaught = (teaching: Teaching | undefined): readonly TeachingPart[] =>
  teaching ? TEACHING_PARTS.filter((part) => contentOf(teaching)[part] > 0) : [];

/** An arc with some of its parts only. */
export function withParts(teaching: Teaching, parts: readonly TeachingPart[]): Teaching {
  const has = (part: TeachingPart): boolean => parts.includes(part);
  return {
    explain: has('explain') ? teaching.explain : NOT_TAUGHT.explain,
    explainFor: has('explain') ? teaching.explainFor : NOT_TAUGHT.explainFor,
    demonstrate: has('demonstrate') ? teaching.demonstrate : NOT_TAUGHT.demonstrate,
    trial: has('trial') ? teaching.trial : NOT_TAUGHT.trial,
    quiet: has('quiet') ? teaching.quiet : NOT_TAUGHT.quiet,
    ask: has('ask') ? teaching.ask : NOT_TAUGHT.ask,
  };
}

/** The arc as it is led where nobody teaches: nothing is explained or shown. */
export const withoutTeacher = (teaching: Teaching): Teaching =>
  withParts(
    teaching,
    TEACHING_PARTS.filter((part) => part !== 'explain' && part !== 'demonstrate'),
  );

/** A passage as it counts: what comes before its counted rounds and after it is left out. */
export function untaught(passage: Passage): Passage {
  if (passage.kind === 'natural') return passage;
  const { teaching: _, ...itself } = passage;
  return itself;
}

/** A session as it counts, without its teaching arcs. */
export const untaughtSession = (session: Session): Session => ({
  ...session,
  passages: session.passages.map(untaught),
});
