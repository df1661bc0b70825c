import { countsOf, LONGEST_PHASE, numbersFromCounts, type Numbers, type PhaseKind } from '../ratio/index.js';
import { techniqueOf } from '../technique/index.js';
import { counts, seconds, type Counts, type Seconds } from '../units/index.js';
import { partCounts } from './cycle.js';
import { cyclesAtMost, isOwnPaceAlone, LONGEST_OWN_PACE, withCycles } from './dosage.js';
import { DEFAULT_SEAT_CHANGE, newPassage } from './new-passage.js';
import type { BreathKind, CountedPassage, Parts, Passage, Session } from './session.js';

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

/** A session that begins with one passage, with stillness at its end; a passage that settles itself stands alone. Domain 10. */
export const sessionBeginningWith = (title: string, passage: Passage, stillness: Passage): Session => ({
  title,
  goal: 'calm',
  conventions: {},
  minutes: null,
  seatChange: DEFAULT_SEAT_CHANGE,
  passages: techniqueOf(passage.technique).slot === 'settle' ? [passage] : [passage, stillness],
});

/** A first session: alternate-nostril breathing without holds for eight rounds, then a minute of stillness. */
export const newSession = (
  title: string,
  ids: { readonly counted: string; readonly natural: string },
): Session =>
  sessionBeginningWith(
    title,
    newPassage('nadi-shodhana', ids.counted),
    newPassage('closing-stillness', ids.natural),
  );

/** The session with a passage put in after the one with this id, or at the end. */
export function insertPassage(session: Session, passage: Passage, after: string | null): Session {
  const at = session.passages.findIndex(({ id }) => id === after);
  const index = at < 0 ? session.passages.length : at + 1;
  return { ...session, passages: session.passages.toSpliced(index, 0, passage) };
}

/** The session without a passage; the last one stays, because a session has at least one. */
export const removePassage = (session: Session, id: string): Session =>
  session.passages.length < 2
    ? session
    : { ...session, passages: session.passages.filter((passage) => passage.id !== id) };

/** A passage moved by so many places, as far as there are any. */
export function movePassage(session: Session, id: string, by: number): Session {
  const from = session.passages.findIndex((passage) => passage.id === id);
  const passage = session.passages[from];
  if (!passage) return session;
  const to = Math.min(session.passages.length - 1, Math.max(0, from + by));
  return { ...session, passages: session.passages.toSpliced(from, 1).toSpliced(to, 0, passage) };
}

/**
 * A passage whose parts of a breath are brought to the length of the breath again, in proportion, after it was changed. A
 * breath that is too short for half a count in each part becomes whole.
 */
export function withFittedParts(passage: CountedPassage): CountedPassage {
  const now = countsOf(passage);
  const fit = (kind: BreathKind): Parts | null => {
    const parts = passage.parts[kind];
    return parts && now[kind] * 2 >= parts.lengths.length
      ? { ...parts, lengths: partCounts(now[kind], parts.lengths) }
      : null;
  };
  return { ...passage, parts: { inhale: fit('inhale'), exhale: fit('exhale') } };
}

/** One part of a breath set to so many counts; the breath becomes as long as its parts together. */
export function withPartLength(
  passage: CountedPassage,
  kind: BreathKind,
  index: number,
  value: Counts,
): CountedPassage {
  const parts = passage.parts[kind];
  if (!parts) return passage;
  const lengths = parts.lengths.map((length, at) => (at === index ? value : length));
  const total = lengths.reduce((sum, length) => sum + length, 0);
  return {
    ...withPhaseCounts(passage, kind, total),
    parts: { ...passage.parts, [kind]: { ...parts, lengths } },
  };
}

/** The same session with ids of its own: what was taken from elsewhere becomes a session like any other. */
export const withFreshIds = (session: Session, id: () => string): Session => ({
  ...session,
  passages: session.passages.map((passage) => ({ ...passage, id: id() })),
});

/**
 * A passage without counted rounds, at one's own pace for as long as they lasted where it had no such minutes. What changes
 * over rounds, and a hold that waits for a tap, have nothing to happen in.
 *
 * @param length of the counted rounds, seconds.
 */
export const atOwnPaceAlone = (passage: CountedPassage, length: Seconds): CountedPassage => ({
  ...withCycles(passage, 0),
  ownPace:
    passage.ownPace > 0
      ? passage.ownPace
      : seconds(Math.min(LONGEST_OWN_PACE, Math.max(1, Math.round(length)))),
  ramps: [],
  openHold: null,
  locks: { ...passage.locks, fromRound: 1 },
});

/** A passage with the counted rounds that its technique begins with, where it has none. */
export function withCountedRounds(passage: CountedPassage): CountedPassage {
  const { pattern } = techniqueOf(passage.technique);
  return isOwnPaceAlone(passage) && pattern.kind === 'counted'
    ? { ...passage, cycles: pattern.start.cycles }
    : passage;
}

/** A session with all the rounds that may be led of it. What is judged of a session is judged of these. Domain 20, at its most. */
export const atItsMost = (session: Session): Session => ({
  ...session,
  passages: session.passages.map((passage) =>
    passage.kind === 'counted' && passage.mostCycles !== undefined
      ? withCycles(passage, cyclesAtMost(passage))
      : passage,
  ),
});

/** A copy of a passage put in right after it. */
export function copyPassage(session: Session, id: string, copy: string): Session {
  const passage = session.passages.find((one) => one.id === id);
  return passage ? insertPassage(session, { ...passage, id: copy }, id) : session;
}
