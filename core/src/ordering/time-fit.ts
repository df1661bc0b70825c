import { resolveConventions, type Conventions } from '../conventions/index.js';
import { failure, success, type Result } from '../result.js';
import type { Passage, Session, Side } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { compileSession } from '../timeline/index.js';
import { seconds, type Seconds } from '../units/index.js';
import { mostRounds, roundsOf, roundsWord, withRounds } from './rounds.js';

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
  /** Milliseconds without any round, and of one round. */
  readonly fixed: number;
  readonly round: number;
  /** Of the time there is to share. */
  readonly weight: number;
  readonly most: number;
}

/**
 * Makes a session last as long as there is time: the free time is shared by weight (what each passage takes now, or what is
 * given), in whole rounds only; the remainder goes to the rests. Locked passages stay as they are. Domain: "capacity and
 * fit".
 *
 * @param minutes of the whole session.
 * @param locked ids of passages that are not changed.
 */
export function fitTime(
  session: Session,
  hand: Side,
  profile: Conventions,
  minutes: number,
  locked: ReadonlySet<string> = new Set(),
  weights: ReadonlyMap<string, number> = new Map(),
): Result<FittedTime, TimeProblem> {
  const conventions = resolveConventions(profile, session.conventions);
  const lengthOf = (of: Session): number => compileSession(of, { hand }, profile).total;
  const alone = (passage: Passage): number => lengthOf({ ...session, passages: [passage] });
  const flexible = session.passages.flatMap((passage): Flexible[] => {
    if (passage.kind === 'natural' || locked.has(passage.id)) return [];
    const [one, two] = [
      alone(withRounds(passage, 1, conventions)),
      alone(withRounds(passage, 2, conventions)),
    ];
    const weight = weights.get(passage.id) ?? alone(passage);
    return [
      { passage, round: two - one, fixed: 2 * one - two, weight, most: mostRounds(passage, conventions) },
    ];
  });
  const target = minutes * 60_000;
  const rests = session.passages.filter(({ kind, id }) => kind === 'natural' && !locked.has(id));

  const least = lengthOf(
    changed(
      session,
      new Map(flexible.map(({ passage }) => [passage.id, 1])),
      SHORTEST_REST,
      rests,
      conventions,
    ),
  );
  if (least > target) return failure({ code: 'too-short', least: seconds(least / 1000) });

  // Rests keep what they have if that leaves a round for everything.
  const oneEach = new Map(flexible.map(({ passage }) => [passage.id, 1]));
  const keepRests = lengthOf(changed(session, oneEach, null, rests, conventions)) <= target;
  const rest = keepRests ? null : SHORTEST_REST;
  const rounds = shareRounds(
    flexible,
    target - lengthOf(changed(session, oneEach, rest, rests, conventions)),
  );
  let fitted = changed(session, rounds, rest, rests, conventions);
  // Strokes rest longer before a hold, so lengths are not quite additive: what is over is taken back.
  for (let over = flexible.length * 4; lengthOf(fitted) > target && over > 0; over--) {
    const widest = flexible
      .filter(({ passage }) => (rounds.get(passage.id) ?? 1) > 1)
      .sort((a, b) => a.round - b.round)[0];
    if (!widest) break;
    rounds.set(widest.passage.id, (rounds.get(widest.passage.id) ?? 1) - 1);
    fitted = changed(session, rounds, rest, rests, conventions);
  }
  const left = target - lengthOf(fitted);
  const filled = fillRests(fitted, rests, left);
  return success({
    session: filled.session,
    changes: describeChanges(session, filled.session, conventions),
    leftOver: seconds(Math.max(0, filled.left) / 1000),
  });
}

/** Whole rounds by weight, then one more wherever the remainder is largest, while there is time. */
function shareRounds(flexible: readonly Flexible[], free: number): Map<string, number> {
  const rounds = new Map(flexible.map(({ passage }) => [passage.id, 1]));
  const all = flexible.reduce((sum, { weight }) => sum + weight, 0);
  let left = free;
  const owed = flexible.map((one) => {
    const share = all === 0 ? 0 : (free * one.weight) / all;
    const more = Math.max(0, Math.min(one.most - 1, Math.floor(share / one.round)));
    rounds.set(one.passage.id, 1 + more);
    left -= more * one.round;
    return { one, owed: share - more * one.round };
  });
  owed.sort((a, b) => b.owed - a.owed);
  for (const { one } of [...owed, ...owed]) {
    const now = rounds.get(one.passage.id) ?? 1;
    if (one.round > left || now >= one.most) continue;
    rounds.set(one.passage.id, now + 1);
    left -= one.round;
  }
  return rounds;
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
        : [{ passageId: was.id, said: `${now.length} s instead of ${was.length} s` }];
    const [old, fresh] = [roundsOf(was, conventions), roundsOf(now, conventions)];
    const said = `${roundsWord(was, fresh)} instead of ${old}`;
    return old === fresh ? [] : [{ passageId: was.id, said }];
  });
}
