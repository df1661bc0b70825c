import { resolveConventions, type Conventions } from '../conventions/index.js';
import { failure, success, type Result } from '../result.js';
import { sessionHalfMillis } from '../policy/index.js';
import type { Passage, Session } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { seconds, type Seconds } from '../units/index.js';
import { hasRounds, mostRounds, roundsOf, roundsWord, withRounds } from './rounds.js';
import { orderingWords } from '../words/index.js';

/** A passage that was made longer or shorter. */
export interface TimeChange {
  readonly passageId: string;
  /** "6 rounds instead of 9". */
  readonly said: string;
}

export interface FittedTime {
  readonly session: Session;
  readonly changes: readonly TimeChange[];
  /** What whole rounds and rests could not take, seconds. */
  readonly leftOver: Seconds;
}

/** The time is too short for one round of everything; so much is the least. */
export type TimeProblem = { readonly code: 'too-short'; readonly least: Seconds };

/** Shortest rest that is left where time is short, seconds. */
const SHORTEST_REST = 15;

interface Flexible {
  readonly passage: Passage;
  /** Numbers of rounds that differ in length, ascending, with the half milliseconds of the passage by each. */
  readonly choices: readonly { readonly rounds: number; readonly length: number }[];
  /** Of the time there is to share. */
  readonly weight: number;
}

/**
 * Makes a session last as long as there is time: the free time is shared by weight (what each passage takes now, or what is
 * given), in whole rounds only; the remainder goes to the rests. Locked passages stay as they are. Domain 8.
 *
 * @param minutes of the whole session.
 * @param locked ids of passages that are not changed.
 */
export function fitTime(
  session: Session,
  profile: Conventions,
  minutes: number,
  locked: ReadonlySet<string> = new Set(),
  weights: ReadonlyMap<string, number> = new Map(),
): Result<FittedTime, TimeProblem> {
  const conventions = resolveConventions(profile, session.conventions);
  const lengthOf = (of: Session): number => sessionHalfMillis(of, profile);
  const alone = (passage: Passage): number => lengthOf({ ...session, passages: [passage] });
  const flexible = session.passages.flatMap((passage): Flexible[] => {
    if (!hasRounds(passage) || locked.has(passage.id)) return [];
    const choices = roundChoices(passage, conventions, alone);
    const weight = weights.get(passage.id) ?? alone(passage);
    return choices.length === 0 ? [] : [{ passage, choices, weight }];
  });
  const target = minutes * 120_000;
  const rests = session.passages.filter(({ kind, id }) => kind === 'natural' && !locked.has(id));
  const fewest = new Map(flexible.map(({ passage, choices }) => [passage.id, choices[0]?.rounds ?? 1]));
  const least = lengthOf(changed(session, fewest, SHORTEST_REST, rests, conventions));
  if (least > target) return failure({ code: 'too-short', least: seconds(least / 2000) });

  // Rests keep what they have if that leaves a round for everything.
  const keepRests = lengthOf(changed(session, fewest, null, rests, conventions)) <= target;
  const rest = keepRests ? null : SHORTEST_REST;
  const taken = shareRounds(flexible, target - lengthOf(changed(session, fewest, rest, rests, conventions)));
  const roundsOfChoices = (): Map<string, number> =>
    new Map(
      flexible.map(({ passage, choices }) => [passage.id, choices[taken.get(passage.id) ?? 0]?.rounds ?? 1]),
    );
  let fitted = changed(session, roundsOfChoices(), rest, rests, conventions);
  // Strokes rest longer before a hold, so lengths are not quite additive: what is over is taken back, the shortest first.
  while (lengthOf(fitted) > target) {
    const [shortest] = flexible
      .flatMap(({ passage, choices }) => {
        const at = taken.get(passage.id) ?? 0;
        const step = (choices[at]?.length ?? 0) - (choices[at - 1]?.length ?? 0);
        return at > 0 ? [{ id: passage.id, at, step }] : [];
      })
      .sort((a, b) => a.step - b.step);
    if (!shortest) break;
    taken.set(shortest.id, shortest.at - 1);
    fitted = changed(session, roundsOfChoices(), rest, rests, conventions);
  }
  const left = (target - lengthOf(fitted)) / 2;
  const filled = fillRests(fitted, rests, left);
  return success({
    session: filled.session,
    changes: describeChanges(session, filled.session, conventions),
    leftOver: seconds(Math.max(0, filled.left) / 1000),
  });
}

/** Numbers of rounds that a passage may have; of several that last as long the highest, because the convention adds up to it. */
function roundChoices(
  passage: Passage,
  conventions: Conventions,
  alone: (passage: Passage) => number,
): Flexible['choices'] {
  const most = mostRounds(passage, conventions);
  const all = Array.from({ length: most }, (_, index) => ({
    rounds: index + 1,
    length: alone(withRounds(passage, index + 1, conventions)),
  }));
  return all.filter(({ length }, index) => all[index + 1]?.length !== length);
}

/** Index of the choice of each passage: whole rounds by weight, then one more wherever most is owed, while there is time. */
function shareRounds(flexible: readonly Flexible[], free: number): Map<string, number> {
  const taken = new Map<string, number>();
  const all = flexible.reduce((sum, { weight }) => sum + weight, 0);
  let left = free;
  const shared = flexible.map(({ passage, choices, weight }) => {
    const share = all === 0 ? 0 : (free * weight) / all;
    const first = choices[0]?.length ?? 0;
    const at = Math.max(
      0,
      choices.findLastIndex(({ length }) => length - first <= share),
    );
    const used = (choices[at]?.length ?? 0) - first;
    taken.set(passage.id, at);
    left -= used;
    return { id: passage.id, choices, owed: share - used };
  });
  for (;;) {
    const next = shared
      .map((one) => {
        const at = taken.get(one.id) ?? 0;
        const step = (one.choices[at + 1]?.length ?? Infinity) - (one.choices[at]?.length ?? 0);
        return { one, at, step };
      })
      .filter(({ step }) => step <= left)
      .sort((a, b) => b.one.owed - a.one.owed)[0];
    if (!next) return taken;
    taken.set(next.one.id, next.at + 1);
    next.one.owed -= next.step;
    left -= next.step;
  }
}

function changed(
  session: Session,
  rounds: ReadonlyMap<string, number>,
  rest: number | null,
  rests: readonly Passage[],
  conventions: Conventions,
): Session {
  const restIds = new Set(rests.map(({ id }) => id));
  return {
    ...session,
    passages: session.passages.map((passage) => {
      const some = rounds.get(passage.id);
      if (some !== undefined) return withRounds(passage, some, conventions);
      if (rest === null || passage.kind !== 'natural' || !restIds.has(passage.id)) return passage;
      return { ...passage, length: seconds(Math.min(passage.length, rest)) };
    }),
  };
}

/** Gives what is left to the rests, the last first, as long as their technique goes. */
function fillRests(
  session: Session,
  rests: readonly Passage[],
  left: number,
): { readonly session: Session; readonly left: number } {
  let remaining = Math.floor(left / 1000);
  const lengths = new Map<string, number>();
  for (const rest of rests.toReversed()) {
    const now = session.passages.find(({ id }) => id === rest.id);
    const { pattern } = techniqueOf(rest.technique);
    if (now?.kind !== 'natural' || pattern.kind !== 'natural') continue;
    const more = Math.max(0, Math.min(remaining, pattern.length.to - now.length));
    lengths.set(rest.id, now.length + more);
    remaining -= more;
  }
  const passages = session.passages.map((passage) => {
    const length = lengths.get(passage.id);
    return passage.kind === 'natural' && length !== undefined
      ? { ...passage, length: seconds(length) }
      : passage;
  });
  const taken = Math.floor(left / 1000) - remaining;
  return { session: { ...session, passages }, left: left - taken * 1000 };
}

function describeChanges(before: Session, after: Session, conventions: Conventions): TimeChange[] {
  return before.passages.flatMap((was, index): TimeChange[] => {
    const now = after.passages[index];
    if (!now) return [];
    if (was.kind === 'natural' && now.kind === 'natural')
      return was.length === now.length
        ? []
        : [{ passageId: was.id, said: orderingWords.timeFit.secondsInsteadOf(now.length, was.length) }];
    const [old, fresh] = [roundsOf(was, conventions), roundsOf(now, conventions)];
    const said = orderingWords.timeFit.insteadOf(roundsWord(was, fresh), old);
    return old === fresh ? [] : [{ passageId: was.id, said }];
  });
}
