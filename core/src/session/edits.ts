import {
  countsOf,
  fitRatio,
  numbersFromCounts,
  reduceParts,
  SMALLEST_BASE,
  type Numbers,
  type PhaseKind,
  type Sustainable,
} from '../ratio/index.js';
import { counts, DEFAULT_PACE, seconds, type Counts, type Seconds } from '../units/index.js';
import type { CountedPassage, NaturalPassage, Passage, Session } from './session.js';

/** The session with one passage replaced by what `edit` makes of it; an id that is not there changes nothing. */
export const editPassage = (session: Session, id: string, edit: (passage: Passage) => Passage): Session => ({
  ...session,
  passages: session.passages.map((passage) => (passage.id === id ? edit(passage) : passage)),
});

/**
 * One phase set to so many counts, the others kept; the ratio follows from the counts. Lengths are held within
 * {@link LONGEST_PHASE}, and the breaths never go below half a count.
 */
export function withPhaseCounts<P extends Numbers>(passage: P, kind: PhaseKind, value: number): P {
  const least = kind === 'inhale' || kind === 'exhale' ? 0.5 : 0;
  const phase = counts(Math.min(LONGEST_PHASE, Math.max(least, Math.round(value * 2) / 2)));
  return { ...passage, ...numbersFromCounts({ ...countsOf(passage), [kind]: phase }) };
}

/** The base set, the other phases following in proportion. */
export const withBase = <P extends Numbers>(passage: P, base: Counts): P => ({ ...passage, base });

/** Longest length of one phase, in counts. */
export const LONGEST_PHASE = 100;

/** The base a first session begins with, if the student's breath allows it. */
const FIRST_BASE = counts(4);

/**
 * A first session: alternate-nostril breathing without holds for eight rounds, then a minute of stillness. It begins at
 * 4:0:4:0, or lower where the student's sustainable capacity asks for it.
 */
export function newSession(
  title: string,
  ids: { readonly counted: string; readonly natural: string },
  sustainable: Sustainable | null = null,
): Session {
  const ratio = reduceParts({ inhale: 1, internalHold: 0, exhale: 1, externalHold: 0 }).ratio;
  const fit = sustainable && fitRatio(ratio, sustainable, DEFAULT_PACE);
  const base = fit?.ok
    ? counts(Math.min(FIRST_BASE, fit.value.base))
    : fit
      ? counts(SMALLEST_BASE)
      : FIRST_BASE;
  const passage: CountedPassage = {
    kind: 'counted',
    id: ids.counted,
    technique: 'nadi-shodhana',
    ratio,
    base,
    pace: DEFAULT_PACE,
    startsOn: 'convention',
    cycles: 16,
    handUp: DEFAULT_HAND_UP,
    closing: DEFAULT_CLOSING,
  };
  const stillness: NaturalPassage = {
    kind: 'natural',
    id: ids.natural,
    technique: 'closing-stillness',
    length: seconds(60),
  };
  return { title, goal: 'calm', conventions: {}, passages: [passage, stillness] };
}

export const DEFAULT_HAND_UP: Seconds = seconds(5);
export const DEFAULT_CLOSING: Seconds = seconds(10);
